import {
  layerFactor,
  FLESH,
  combinedModulus,
  foamStrain,
  foamTangent,
  giveBetweenPlates,
  hertzCylinder,
  hertzSphere,
  pressureAt,
  setupOf,
  setupPressure,
  samplePressure,
} from './index';
import { findTool, gentModulus, modulusOf, SURFACES } from '#core/equipment';
import { USUAL_BODY } from '#core/loading';
import { seeded } from '#core/uncertainty';

const tool = (id: string) => {
  const found = findTool(id);
  if (!found) throw new RangeError(id);
  return found;
};
const setup = (
  siteId: string,
  toolId: string,
  positionId: string,
  surfaceId?: string,
  adjustmentId?: string,
) => {
  const found = setupOf(siteId, { toolId, positionId, surfaceId, adjustmentId });
  if (!found.ok) throw new RangeError(found.mistake.says);
  return found.value;
};
const peak = (...parts: Parameters<typeof setup>) =>
  setupPressure(setup(...parts), USUAL_BODY).peakKilopascals.value;

describe('Hertz contact (Johnson, Contact Mechanics, Cambridge UP 1985, ch. 4; from memory)', () => {
  it('of a ball: a worked example by hand', () => {
    // F = 10 N, R = 10 mm, E* = 1 MPa: a³ = 3·10·0.01/(4·10⁶) = 7.5·10⁻⁸ m³.
    const contact = hertzSphere(10, 0.01, 1e6);
    expect(contact.radiusMetres).toBeCloseTo(0.0042172, 6);
    expect(contact.peakPascals).toBeCloseTo((3 * 10) / (2 * Math.PI * 0.0042172 ** 2), -2);
    expect(contact.meanPascals / contact.peakPascals).toBeCloseTo(2 / 3, 10);
    expect(contact.approachMetres).toBeCloseTo(0.0042172 ** 2 / 0.01, 6);
    // The mean times the area is the load.
    expect(contact.meanPascals * Math.PI * contact.radiusMetres ** 2).toBeCloseTo(10, 6);
  });

  it('of a ball scales as F^⅓ and R^−⅔: half the radius is 2^⅔ ≈ 1.587 times the peak', () => {
    const base = hertzSphere(50, 0.03, 1e5).peakPascals;
    expect(hertzSphere(400, 0.03, 1e5).peakPascals / base).toBeCloseTo(2, 10);
    expect(hertzSphere(50, 0.015, 1e5).peakPascals / base).toBeCloseTo(2 ** (2 / 3), 10);
  });

  it('of a roller scales as the root of F/R: half the radius is √2 times the peak', () => {
    const base = hertzCylinder(500, 0.05, 1e5);
    expect(hertzCylinder(500, 0.025, 1e5).peakPascals / base.peakPascals).toBeCloseTo(
      Math.SQRT2,
      10,
    );
    expect(hertzCylinder(2000, 0.05, 1e5).peakPascals / base.peakPascals).toBeCloseTo(2, 10);
    // The mean times the strip's width is the line load.
    expect(base.meanPascals * 2 * base.radiusMetres).toBeCloseTo(500, 6);
  });

  it('combines moduli: two equal bodies halve the stiffness, a rigid one leaves the other’s', () => {
    const flesh = { modulus: 1e5, poisson: 0.49 };
    const alone = 1e5 / (1 - 0.49 ** 2);
    expect(combinedModulus(flesh, flesh)).toBeCloseTo(alone / 2, 6);
    expect(combinedModulus(flesh, { modulus: 1e15, poisson: 0.3 })).toBeCloseTo(alone, 0);
  });
});

describe('what tools give', () => {
  it('follows Gent 1958, Rubber Chem. Technol. 31:896 (from memory)', () => {
    expect(gentModulus(50)).toBeCloseTo(2.46, 2);
    // By hand: S = 30: 0.0981·284.7008 / (0.137505·177.8) = 27.929/24.448.
    expect(gentModulus(30)).toBeCloseTo(1.1424, 3);
    // S = 70: 0.0981·589.6352 / (0.137505·76.2) = 57.843/10.478.
    expect(gentModulus(70)).toBeCloseTo(5.5205, 3);
    expect([20, 40, 60, 80].map(gentModulus)).toEqual(
      [20, 40, 60, 80].map(gentModulus).sort((a, b) => a - b),
    );
  });

  it('makes the tennis ball give 5.6–7.4 mm under 80.07 N (ITF Rules of Tennis, type 2; from memory)', () => {
    const { face } = tool('tennis-ball');
    const modulus = modulusOf(tool('tennis-ball')).likely;
    const give =
      giveBetweenPlates(80.07, face.radiusMillimetres / 1000, { modulus, poisson: 0.49 }) * 1000;
    expect(give).toBeGreaterThan(5.6);
    expect(give).toBeLessThan(7.4);
    expect(tool('tennis-ball').widthMillimetres).toBeGreaterThanOrEqual(65.4);
    expect(tool('tennis-ball').widthMillimetres).toBeLessThanOrEqual(68.6);
  });

  it('keeps golf and lacrosse-size balls to their rules (from memory)', () => {
    expect(tool('golf-ball').widthMillimetres).toBeGreaterThanOrEqual(42.67);
    expect(tool('firm-ball').widthMillimetres).toBeGreaterThanOrEqual(62.7);
    expect(tool('firm-ball').widthMillimetres).toBeLessThanOrEqual(64.6);
  });

  it('packs foam: the harder it is pressed the stiffer it gets, never past its walls', () => {
    const stiffness = [0, 1e4, 1e5, 1e6].map((pascals) => foamTangent(pascals, 3e5));
    expect(stiffness).toEqual([...stiffness].sort((a, b) => a - b));
    expect(stiffness[0]).toBeCloseTo(3e5, 6);
    expect(foamStrain(1e12, 3e5)).toBeLessThanOrEqual(0.8);
    expect(foamStrain(3e4, 3e5)).toBeCloseTo(3e4 / (3e5 + 3e4 / 0.8), 10);
  });

  it('stiffens flesh over bone as a bonded layer would (Dimitriadis et al. 2002; from memory)', () => {
    for (const { millimetres, stiffer } of Object.values(FLESH)) {
      // A ball of 33 mm pressed in by half the flesh.
      const factor = layerFactor(0.033, millimetres / 2000, millimetres / 1000);
      expect(factor).toBeGreaterThan(stiffer.low * 0.6);
      expect(factor).toBeLessThan(stiffer.high);
    }
  });
});

describe('pressure by setup, as orderings (common practice, no published source)', () => {
  it('is more with a smaller radius at the same load', () => {
    const at = (id: string) => {
      const outcome = pressureAt(
        { tool: tool(id), surface: SURFACES['wall'], flesh: 'thick', settles: false },
        80,
      );
      return outcome.ok ? outcome.value.peakKilopascals.value : Number.NaN;
    };
    expect(at('golf-ball')).toBeGreaterThan(at('firm-ball'));
    expect(at('firm-ball')).toBeGreaterThan(at('large-ball'));
    expect(at('slim-roller')).toBeGreaterThan(at('foam-roller'));
    expect(at('foam-roller')).toBeLessThan(at('tennis-ball'));
    // The same size, softer: less.
    expect(at('tennis-ball')).toBeLessThan(at('firm-ball') * (33 / 31.5) ** (2 / 3));
  });

  it('is less on a softer surface', () => {
    const on = (surface: string) => peak('side-low-back', 'tennis-ball', 'lying-back', surface);
    expect(on('mattress')).toBeLessThan(on('mat'));
    expect(on('mat')).toBeLessThan(on('hard-floor'));
  });

  it('is more with the feet further away and less with the hips on the wall', () => {
    const lean = (adjustment: string) =>
      peak('between-blades', 'tennis-ball', 'wall-back', 'wall', adjustment);
    expect(lean('feet-close')).toBeLessThan(lean('usual'));
    expect(lean('usual')).toBeLessThan(lean('feet-far'));
    expect(lean('hips-on')).toBeLessThan(lean('usual'));
  });

  it('is more with the ankle crossed, and more still with the knees tipped over', () => {
    const lie = (adjustment: string) =>
      peak('side-low-back', 'tennis-ball', 'lying-back', 'mat', adjustment);
    expect(lie('hands-and-foot')).toBeLessThan(lie('usual'));
    expect(lie('usual')).toBeLessThan(lie('ankle-crossed'));
    expect(lie('ankle-crossed')).toBeLessThan(lie('knees-tipped'));
  });

  it('is more lying with the weight let go than at a wall with the feet close or the hips on it', () => {
    const floor = peak('side-low-back', 'tennis-ball', 'lying-back', 'hard-floor', 'knees-tipped');
    expect(floor).toBeGreaterThan(
      peak('side-low-back', 'tennis-ball', 'wall-back', 'wall', 'feet-close'),
    );
    expect(floor).toBeGreaterThan(
      peak('side-low-back', 'tennis-ball', 'wall-back', 'wall', 'hips-on'),
    );
  });

  it('is less with two balls than with one', () => {
    expect(peak('mid-back-lanes', 'double-ball', 'wall-back')).toBeLessThan(
      peak('mid-back-lanes', 'tennis-ball', 'wall-back') * 1.001,
    );
  });

  it('lies inside its band, and a heavier body presses more', () => {
    const own = setup('deep-buttock', 'tennis-ball', 'lying-back', 'mat');
    const { peakKilopascals, depthMillimetres } = setupPressure(own, USUAL_BODY);
    expect(peakKilopascals.low).toBeLessThan(peakKilopascals.value);
    expect(peakKilopascals.high).toBeGreaterThan(peakKilopascals.value);
    expect(peakKilopascals.low).toBeGreaterThan(0);
    expect(depthMillimetres.value).toBeGreaterThan(5);
    expect(depthMillimetres.value).toBeLessThan(66);
    const heavier = setupPressure(own, { ...USUAL_BODY, massKilograms: 95 }).peakKilopascals.value;
    expect(heavier).toBeGreaterThan(peakKilopascals.value);
  });
});

describe('uncertainty by draws', () => {
  const own = setup('side-low-back', 'tennis-ball', 'lying-back', 'mat');

  it('repeats itself for the same seed and differs for another', () => {
    const run = (seed: number) => samplePressure(own, USUAL_BODY, seeded(seed), 400);
    expect(run(7)).toEqual(run(7));
    expect(run(7).median).not.toBe(run(8).median);
  });

  it('agrees with the closed form: the median near the central value, bands that overlap', () => {
    const { peakKilopascals } = setupPressure(own, USUAL_BODY);
    const drawn = samplePressure(own, USUAL_BODY, seeded(3), 4000);
    expect(drawn.median / peakKilopascals.value).toBeGreaterThan(0.85);
    expect(drawn.median / peakKilopascals.value).toBeLessThan(1.15);
    expect(drawn.low).toBeLessThan(peakKilopascals.value);
    expect(drawn.high).toBeGreaterThan(peakKilopascals.value);
    expect(drawn.low).toBeGreaterThan(peakKilopascals.low * 0.7);
    expect(drawn.high).toBeLessThan(peakKilopascals.high * 1.3);
  });

  it('takes 10,000 draws in at most 250 ms (the quickest of three)', () => {
    const times = [1, 2, 3].map((seed) => {
      const from = Date.now();
      samplePressure(own, USUAL_BODY, seeded(seed));
      return Date.now() - from;
    });
    expect(Math.min(...times)).toBeLessThan(250);
  });
});

describe('input that cannot be', () => {
  it('is answered with a sentence and a code, not a number', () => {
    const pressing = {
      tool: tool('tennis-ball'),
      surface: SURFACES.wall,
      flesh: 'thick',
      settles: false,
    } as const;
    expect(pressureAt(pressing, -5)).toMatchObject({
      ok: false,
      mistake: {
        code: 'out of range',
        field: 'load',
        says: 'The load must be between 0 and 2500 N; -5 was given.',
      },
    });
    const flat = {
      ...tool('tennis-ball'),
      face: { kind: 'sphere', radiusMillimetres: 0 },
    } as const;
    expect(pressureAt({ ...pressing, tool: flat }, 10)).toMatchObject({
      ok: false,
      mistake: { field: 'radius' },
    });
    expect(pressureAt(pressing, Number.NaN)).toMatchObject({
      ok: false,
      mistake: { says: /no number was given/ },
    });
    expect(setupOf('elbow-pit', { toolId: 'fingers', positionId: 'seated' })).toMatchObject({
      ok: false,
      mistake: { code: 'unknown', field: 'site' },
    });
    expect(setupOf('temple', { toolId: 'spoon', positionId: 'seated' })).toMatchObject({
      ok: false,
      mistake: { field: 'tool' },
    });
    expect(setupOf('temple', { toolId: 'fingers', positionId: 'headstand' })).toMatchObject({
      ok: false,
      mistake: { field: 'posture' },
    });
    expect(
      setupOf('temple', { toolId: 'fingers', positionId: 'seated', surfaceId: 'mattress' }),
    ).toMatchObject({ ok: false, mistake: { code: 'does not fit' } });
  });
});
