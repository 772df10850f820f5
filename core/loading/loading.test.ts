import { PLACES, SITES } from '#core/anatomy';
import { findTool, SURFACES } from '#core/equipment';
import { propagate } from '#core/uncertainty';
import {
  bodyOf,
  findPosture,
  heightOfSite,
  KILOGRAMS_PER_POUND,
  kilogramsForce,
  leanForce,
  legShare,
  leverShare,
  METRES_PER_INCH,
  modelLoad,
  newtons,
  POSTURES,
  adjustmentFor,
  adjustmentsOf,
  SEGMENTS,
  USUAL_BODY,
} from './index';

describe('the body', () => {
  it.each(['men', 'women'] as const)(
    'has segments that sum to 100 % for %s (de Leva 1996, J. Biomech. 29:1223; from memory)',
    (sex) => {
      const sum = Object.values(SEGMENTS).reduce(
        (total, segment) => total + segment[sex] * segment.count,
        0,
      );
      expect(sum).toBeCloseTo(100, 1);
      const trunk = SEGMENTS.upperTrunk[sex] + SEGMENTS.middleTrunk[sex] + SEGMENTS.lowerTrunk[sex];
      expect(trunk).toBeCloseTo(sex === 'men' ? 43.46 : 42.57, 2);
    },
  );

  it('converts units exactly', () => {
    expect(newtons(1)).toBe(9.80665);
    expect(kilogramsForce(newtons(12.5))).toBeCloseTo(12.5, 12);
    expect(KILOGRAMS_PER_POUND).toBe(0.45359237);
    expect(METRES_PER_INCH).toBe(0.0254);
    // 1 kgf/cm² = 98.0665 kPa, exactly.
    expect(newtons(1) / 1e-4 / 1000).toBeCloseTo(98.0665, 10);
  });

  it('is refused outside human bounds, with the sentence', () => {
    expect(bodyOf(7, 1.75)).toMatchObject({
      ok: false,
      mistake: { field: 'mass', says: 'Body mass must be between 30 and 250 kg; 7 was given.' },
    });
    expect(bodyOf(70, 17.5)).toMatchObject({ ok: false, mistake: { field: 'stature' } });
    expect(bodyOf(Number.NaN, 1.75).ok).toBe(false);
    expect(bodyOf(70, 1.75)).toEqual({
      ok: true,
      value: { massKilograms: 70, statureMetres: 1.75 },
    });
  });
});

describe('leaning', () => {
  it('meets the worked example: 70 kgf, c 0.95 m, s 1.20 m, d 0.30 m gives about 14.3 kgf', () => {
    const force = leanForce(newtons(70), 0.95, 1.2, 0.3);
    expect(kilogramsForce(force)).toBeCloseTo(14.3, 1);
    expect((Math.asin(0.3 / 1.2) * 180) / Math.PI).toBeCloseTo(14.5, 1);
  });

  it('is nothing upright, grows with the feet and is no number beyond the contact', () => {
    expect(leanForce(700, 0.9, 1.2, 0)).toBe(0);
    expect(leanForce(700, 0.9, 1.2, 0.4)).toBeGreaterThan(leanForce(700, 0.9, 1.2, 0.2));
    expect(leanForce(700, 0.9, 1.2, 1.3)).toBeNaN();
  });
});

describe('lying and sitting', () => {
  it('shares weight by the lever rule, never more than the body weighs', () => {
    for (let at = 0.1; at < 0.7; at += 0.01) {
      const share = leverShare(at, [0.05, 0.22, 0.47, 0.62], 'bent');
      expect(share).toBeGreaterThanOrEqual(0);
      expect(share).toBeLessThan(1);
    }
    // Fewer supports leave more for the tool.
    expect(leverShare(0.4, [0.05, 0.62], 'bent')).toBeGreaterThan(
      leverShare(0.4, [0.05, 0.22, 0.47, 0.62], 'bent'),
    );
  });

  it('puts less of a leg on the tool the nearer it is to the heel', () => {
    expect(legShare(0.62)).toBeGreaterThan(legShare(0.8));
    // Far out the leg hangs between hip and tool: moments of 14.5 + 4.6 + 1.3 % about the hip.
    expect(legShare(0.98)).toBeCloseTo((0.1447 * 0.1 + 0.0457 * 0.35 + 0.0133 * 0.51) / 0.51, 2);
  });
});

describe('the load of every setup', () => {
  it('is a band around its value, below body weight, with its assumptions and rule', () => {
    for (const site of SITES) {
      for (const { toolId, positionId } of site.setups) {
        const tool = findTool(toolId);
        const posture = findPosture(positionId);
        if (!tool || !posture) throw new RangeError(site.id);
        const surface = SURFACES[posture.surfaces[0] ?? 'wall'];
        for (const adjustment of adjustmentsOf(site.id, tool, posture)) {
          const model = modelLoad({ site, tool, posture, surface, adjustment }, USUAL_BODY);
          const { value, low, high } = propagate(model.inputs, model.force);
          const named = [site.id, toolId, positionId, adjustment.id];
          expect([...named, value > 0, low <= value, high >= value]).toEqual([
            ...named,
            true,
            true,
            true,
          ]);
          expect([...named, kilogramsForce(value) < USUAL_BODY.massKilograms]).toEqual([
            ...named,
            true,
          ]);
          expect(model.rule.length).toBeGreaterThan(10);
          expect(model.assumptions.length).toBeGreaterThan(0);
        }
      }
    }
  });

  it('names every adjustment once, one of them the usual, gentler ones first', () => {
    for (const posture of POSTURES) {
      const names = posture.adjustments.map(({ id }) => id);
      expect(new Set(names).size).toBe(names.length);
      if (names.length > 0) expect(names).toContain('usual');
    }
    const ball = findTool('tennis-ball');
    const wall = findPosture('wall-back');
    if (!ball || !wall) throw new RangeError('tables');
    expect(adjustmentFor('between-blades', ball, wall, null)?.id).toBe('usual');
    expect(adjustmentFor('between-blades', ball, wall, 'no such')).toBeUndefined();
    expect(adjustmentFor('between-blades', ball, wall, 'feet-far')?.id).toBe('feet-far');
  });

  it('knows how high each site is', () => {
    for (const id of Object.keys(PLACES)) {
      expect(heightOfSite(id)).toBeGreaterThanOrEqual(0);
      expect(heightOfSite(id)).toBeLessThan(1);
    }
    expect(heightOfSite('skull-base')).toBeGreaterThan(heightOfSite('side-low-back'));
    expect(heightOfSite('side-low-back')).toBeGreaterThan(heightOfSite('calf'));
  });
});
