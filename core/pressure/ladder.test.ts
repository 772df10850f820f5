import fc from 'fast-check';
import { findSite, WORKABLE_SITES } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { USUAL_BODY } from '#core/loading';
import {
  calibrate,
  gradeAt,
  ladderOf,
  nextRung,
  pressureFor,
  scaleKilograms,
  setupKey,
  setupOf,
  type KnownRating,
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
  return ladderOf(own, first, at, USUAL_BODY, calibrate([]));
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
      for (const rung of rungs) expect(Number.isFinite(rung.peak.value)).toBe(true);
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

  it('of a site over all setups takes under 10 ms (the quickest five of twenty-five)', () => {
    const longest = [...WORKABLE_SITES].sort((a, b) => b.setups.length - a.setups.length)[0];
    const times = [1, 2, 3, 4, 5].map(() => {
      const from = Date.now();
      for (let turn = 0; turn < 5; turn += 1) ladder(longest?.id ?? '');
      return (Date.now() - from) / 5;
    });
    expect(Math.min(...times)).toBeLessThan(10);
  });
});

describe('calibration by the client’s own ratings', () => {
  it('meets a single rating exactly and goes in step with pressure from there', () => {
    const known = calibrate([{ grade: 4, kilopascals: 50 }]);
    expect(gradeAt(known, 50).value).toBeCloseTo(4, 10);
    expect(gradeAt(known, 25).value).toBeCloseTo(2, 10);
    expect(pressureFor(known, 4)).toBeCloseTo(50, 10);
  });

  it('finds a power that many ratings share', () => {
    const ratings = [10, 20, 40, 80, 160, 320, 640].map((kilopascals) => ({
      kilopascals,
      grade: 0.6 * kilopascals ** 0.5,
    }));
    expect(calibrate(ratings).power).toBeCloseTo(0.5, 1);
  });

  it('never turns round: more pressure never feels like less, whatever was rated', () => {
    const rating: fc.Arbitrary<KnownRating> = fc.record({
      grade: fc.integer({ min: 0, max: 10 }),
      kilopascals: fc.double({ min: 1, max: 500, noNaN: true }),
    });
    const pressure = fc.double({ min: 1, max: 500, noNaN: true });
    fc.assert(
      fc.property(fc.array(rating, { maxLength: 12 }), pressure, pressure, (ratings, a, b) => {
        const known = calibrate(ratings);
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
    const one = calibrate([{ grade: 4, kilopascals: 50 }]);
    const nine = calibrate(Array.from({ length: 9 }, () => ({ grade: 4, kilopascals: 50 })));
    expect(calibrate([]).ratings).toBe(0);
    expect(calibrate([]).within).toBeGreaterThan(one.within);
    expect(one.within).toBeGreaterThan(nine.within);
  });
});

describe('the pressing scale', () => {
  const ball = findTool('tennis-ball');
  const known = calibrate([{ grade: 4, kilopascals: 60 }]);

  it('shows the load whose pressure the grade asks, and grows with the grade', () => {
    if (!ball) throw new RangeError('tennis-ball');
    const four = scaleKilograms(ball, 'thick', known, 4);
    const five = scaleKilograms(ball, 'thick', known, 5);
    expect(four.value).toBeGreaterThan(0.5);
    expect(four.value).toBeLessThan(60);
    // Pressure goes with the cube root of the load: (5/4)³.
    expect(five.value / four.value).toBeCloseTo((5 / 4) ** 3, 1);
    expect(four.low).toBeLessThan(four.value);
    expect(four.high).toBeGreaterThan(four.value);
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
