import fc from 'fast-check';
import { findSite, SENSITIVITY, WORKABLE_SITES } from '#core/anatomy';
import { kilogramsForce, USUAL_BODY } from '#core/loading';
import {
  calibrate,
  gradeAt,
  ladderOf,
  mostLoad,
  nextRung,
  NOTICED,
  pressureFor,
  scaleKilograms,
  setupKey,
  setupMean,
  setupOf,
  type KnownRating,
  type Setup,
  type SetupIds,
} from './index';

const EVERYTHING = { tools: null, places: null };
const site = (id: string) => {
  const found = findSite(id);
  if (!found) throw new RangeError(id);
  return found;
};
const ladder = (id: string, at: Parameters<typeof ladderOf>[2] = EVERYTHING) => {
  const own = site(id);
  const [first] = own.setups;
  if (!first) throw new RangeError(id);
  return ladderOf(own, first, at, USUAL_BODY, calibrate([], own.sensitivity));
};

describe('the ladder', () => {
  it('of every site runs from gentle to firm, with the setup of today as 1', () => {
    for (const { id } of WORKABLE_SITES) {
      const rungs = ladder(id);
      expect([id, rungs.length > 0]).toEqual([id, true]);
      const ratios = rungs.map(({ ratio }) => ratio);
      expect(ratios).toEqual([...ratios].sort((a, b) => a - b));
      expect(rungs.some(({ ratio }) => ratio === 1)).toBe(true);
      expect(new Set(rungs.map(({ key }) => key)).size).toBe(rungs.length);
      for (const rung of rungs) expect(Number.isFinite(rung.kilopascals.value)).toBe(true);
    }
  });

  it('leads from one rung to the next and back to no firmer than it started', () => {
    const rungs = ladder('side-low-back');
    for (const rung of rungs) {
      const up = nextRung(rungs, rung.key, 'firmer');
      if (!up) continue;
      expect(up.ratio).toBeGreaterThan(rung.ratio);
      const down = nextRung(rungs, up.key, 'gentler');
      expect(down?.ratio).toBeLessThan(up.ratio);
    }
    expect(nextRung(rungs, rungs.at(-1)?.key ?? '', 'firmer')).toBeNull();
    expect(nextRung(rungs, rungs[0]?.key ?? '', 'gentler')).toBeNull();
    expect(nextRung(rungs, 'nothing', 'gentler')).toBeNull();
  });

  it('holds only what the client has, and always the setup of today and the hands', () => {
    const rungs = ladder('side-low-back', { tools: ['firm-ball'], places: ['mattress'] });
    const others = rungs.filter(({ ratio }) => ratio !== 1);
    expect(others.length).toBeGreaterThan(0);
    for (const { setup } of others) {
      expect([setup.tool.id, setup.surface.id]).toEqual(['firm-ball', 'mattress']);
    }
    expect(ladder('calf', { tools: [], places: [] }).map(({ setup }) => setup.tool.id)).toContain(
      'stick-roller',
    );
    expect(
      ladder('biceps', { tools: [], places: [] }).map(({ setup }) => setup.tool.form),
    ).toContain('hand');
  });

  it('of a site over all setups answers a key at once: some 4 ms alone, 40 on a machine that is shared', () => {
    const longest = [...WORKABLE_SITES].sort((a, b) => b.setups.length - a.setups.length)[0];
    const times = [1, 2, 3, 4, 5].map(() => {
      const from = Date.now();
      for (let turn = 0; turn < 5; turn += 1) ladder(longest?.id ?? '');
      return (Date.now() - from) / 5;
    });
    expect(Math.min(...times)).toBeLessThan(40);
  });
});

describe('calibration by the client’s own ratings', () => {
  it('meets a single rating exactly and goes in step with pressure from there', () => {
    const known = calibrate([{ grade: 4, kilopascals: 50 }], 'robust');
    expect(gradeAt(known, 50).value).toBeCloseTo(4, 10);
    expect(gradeAt(known, 25).value).toBeCloseTo(2, 10);
    expect(pressureFor(known, 4)).toBeCloseTo(50, 10);
  });

  it('finds a power that many ratings share', () => {
    const ratings = [10, 20, 40, 80, 160, 320, 640].map((kilopascals) => ({
      kilopascals,
      grade: 0.6 * kilopascals ** 0.5,
    }));
    expect(calibrate(ratings, 'robust').power).toBeCloseTo(0.5, 1);
  });

  it('never turns round: more pressure never feels like less, whatever was rated', () => {
    const rating: fc.Arbitrary<KnownRating> = fc.record({
      grade: fc.integer({ min: 0, max: 10 }),
      kilopascals: fc.double({ min: 1, max: 500, noNaN: true }),
    });
    const pressure = fc.double({ min: 1, max: 500, noNaN: true });
    fc.assert(
      fc.property(fc.array(rating, { maxLength: 12 }), pressure, pressure, (ratings, a, b) => {
        const known = calibrate(ratings, 'ordinary');
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        expect(gradeAt(known, less).value).toBeLessThanOrEqual(gradeAt(known, more).value + 1e-9);
        const { value, low, high } = gradeAt(known, a);
        expect(low).toBeLessThanOrEqual(value);
        expect(high).toBeGreaterThanOrEqual(value);
        expect(high).toBeLessThanOrEqual(10);
        expect(low).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('says so when it rests on no rating, and is surer the more there are', () => {
    const one = calibrate([{ grade: 4, kilopascals: 50 }], 'robust');
    const nine = calibrate(
      Array.from({ length: 9 }, () => ({ grade: 4, kilopascals: 50 })),
      'robust',
    );
    expect(calibrate([], 'robust').ratings).toBe(0);
    expect(calibrate([], 'robust').within).toBeGreaterThan(one.within);
    expect(one.within).toBeGreaterThan(nine.within);
  });
});

describe('the next rung', () => {
  const kinds = (from: string, to: string | undefined): 'weight' | 'tool' | 'posture' => {
    const [tool, posture, surface] = from.split('|');
    const [otherTool, otherPosture, otherSurface] = (to ?? '').split('|');
    if (posture !== otherPosture) return 'posture';
    return tool === otherTool && surface === otherSurface ? 'weight' : 'tool';
  };

  it('of every setup of every site changes the weight first, then the tool, then the posture', () => {
    for (const { id } of WORKABLE_SITES) {
      const rungs = ladder(id);
      for (const here of rungs) {
        for (const direction of ['gentler', 'firmer'] as const) {
          const next = nextRung(rungs, here.key, direction);
          const beyond = rungs.filter(({ ratio }) =>
            direction === 'gentler' ? ratio * NOTICED <= here.ratio : ratio >= here.ratio * NOTICED,
          );
          const possible = new Set(beyond.map(({ key }) => kinds(here.key, key)));
          if (!next) {
            expect([here.key, beyond.length]).toEqual([here.key, 0]);
            continue;
          }
          const best = (['weight', 'tool', 'posture'] as const).find((kind) => possible.has(kind));
          expect([here.key, next.key, kinds(here.key, next.key)]).toEqual([
            here.key,
            next.key,
            best,
          ]);
          const ratio = next.ratio / here.ratio;
          expect(Math.max(ratio, 1 / ratio)).toBeGreaterThanOrEqual(NOTICED - 1e-9);
        }
      }
    }
  });

  it('never sends anybody down to a floor for less when moving the feet would do', () => {
    const rungs = ladder('between-blades');
    const far = rungs.find(({ key }) => key === 'tennis-ball|wall-back|wall|feet-far');
    const next = nextRung(rungs, far?.key ?? '', 'gentler');
    expect(next?.setup.posture.id).toBe('wall-back');
    expect(next?.setup.tool.id).toBe('tennis-ball');
  });
});

describe('the pressing scale', () => {
  const setup = (siteId: string, ids: SetupIds): Setup => {
    const found = setupOf(siteId, ids);
    if (!found.ok) throw new RangeError(found.mistake.says);
    return found.value;
  };
  const wish = (own: Setup, rated: number, grade: number) => {
    const body = USUAL_BODY;
    const kilopascals = setupMean(own, body).value;
    const calibration = calibrate([{ grade: rated, kilopascals }], own.site.sensitivity);
    return { setup: own, body, rated, grade, calibration };
  };
  const low = setup('side-low-back', { toolId: 'tennis-ball', positionId: 'lying-back' });

  it('shows a band of loads whose pressure the grade asks, and grows with the grade', () => {
    const [three, four] = [3, 4].map((grade) => scaleKilograms(wish(low, 4, grade)));
    if (!three?.ok || !four?.ok) throw new RangeError('both can be learnt');
    expect(three.value.value).toBeLessThan(four.value.value);
    for (const { value } of [three, four]) {
      expect(value.low).toBeLessThan(value.value);
      expect(value.high).toBeGreaterThanOrEqual(value.value);
    }
  });

  it('refuses a shoulder blade rated 3 and wished at 7, and says what is learnt next', () => {
    const blade = setup('below-ridge', { toolId: 'sock-ball', positionId: 'wall-back' });
    expect(scaleKilograms(wish(blade, 3, 7))).toMatchObject({
      ok: false,
      mistake: { field: 'grade', says: /learn at most 4 next/ },
    });
  });

  it('of every setup, rating and grade stays at the ceiling, one above the rating and what the setup brings', () => {
    for (const site of WORKABLE_SITES) {
      const { ceilingGrade } = SENSITIVITY[site.sensitivity];
      for (const ids of site.setups) {
        const own = setup(site.id, ids);
        const most = kilogramsForce(mostLoad(own, USUAL_BODY));
        if (!(most > 0)) continue;
        for (const rated of [1, 3, 5, 8]) {
          for (const grade of [1, 2, 4, 5, 7, 9]) {
            const answered = scaleKilograms(wish(own, rated, grade));
            const name = [site.id, ids.toolId, rated, grade];
            if (!answered.ok) {
              expect([...name, answered.mistake.says.endsWith('.')]).toEqual([...name, true]);
              continue;
            }
            expect([...name, grade <= ceilingGrade, grade <= rated + 1]).toEqual([
              ...name,
              true,
              true,
            ]);
            const { value, high, low: least } = answered.value;
            expect([...name, value <= most + 1e-6 && high <= most + 1e-6]).toEqual([...name, true]);
            expect([...name, least <= value && value <= high]).toEqual([...name, true]);
          }
        }
      }
    }
  });

  it('refuses what is no grade', () => {
    expect(scaleKilograms(wish(low, 4, Number.NaN))).toMatchObject({ ok: false });
    expect(scaleKilograms({ ...wish(low, 4, 4), rated: 11 })).toMatchObject({
      ok: false,
      mistake: { field: 'rated' },
    });
  });

  it('names a setup by everything it consists of', () => {
    const setup = setupOf('side-low-back', {
      toolId: 'tennis-ball',
      positionId: 'lying-back',
      surfaceId: 'mat',
    });
    expect(setup.ok && setupKey(setup.value)).toBe('tennis-ball|lying-back|mat|usual');
  });
});
