import fc from 'fast-check';
import { deviation } from 'd3-array';
import { findSite, MOVEMENT_TESTS, SITES } from '#core/anatomy';
import type { Point } from '#core/geometry';
import {
  against,
  angleAboveHorizontal,
  angleAt,
  angleToVertical,
  change,
  edgeOfBed,
  leadFrom,
  leadFromEdgeOfBed,
  type Read,
  findQuantity,
  fingersToMm,
  gravityOf,
  judgeTry,
  levelOffset,
  mdc95,
  readingOf,
  readPicture,
  semBy,
  semOf,
  sideDifference,
  sitesOfTest,
  TESTS,
  testsFor,
  tiltBetween,
  type Quantity,
} from './index';

const quantity = (testId: string, id: string): Quantity => {
  const found = findQuantity(testId, id);
  if (!found) throw new RangeError(`${testId}:${id}`);
  return found;
};
const value = (outcome: { ok: boolean; value?: number }) => (outcome.ok ? outcome.value : NaN);
const read = (figure: number, way: 'number' | 'fingers' = 'number') => ({ value: figure, way });

describe('ordinary ranges, against published figures (all from memory)', () => {
  it.each([
    // AAOS 1965 / AMA Guides
    ['neck-turn', 'turn', 80, 80],
    ['neck-side-bend', 'bend', 45, 45],
    ['neck-up-down', 'down', 45, 50],
    ['neck-up-down', 'up', 45, 60],
    ['elbow-wrist', 'elbow', 140, 150],
    ['hip-turn', 'in', 40, 45],
    ['hip-turn', 'out', 40, 45],
    ['heel-to-buttock', 'knee', 135, 150],
  ])('%s %s: %d–%d° (AAOS 1965, AMA Guides)', (testId, id, from, to) => {
    expect(quantity(testId, id).ordinary).toMatchObject({ from, to });
  });

  it('knee bend: the CDC means for 20–44 years lie in the band (Soucie 2011)', () => {
    for (const mean of [137.7, 141.9])
      expect(against(quantity('heel-to-buttock', 'knee'), mean)).toBe('ordinary');
  });

  it('elbow bend: the CDC means lie in the band (Soucie 2011)', () => {
    for (const mean of [144.6, 150.0])
      expect(against(quantity('elbow-wrist', 'elbow'), mean)).toBe('ordinary');
  });

  it('arm overhead: from the lower CDC mean to the AMA figure', () => {
    const { ordinary } = quantity('shoulder-overhead', 'lift');
    expect(ordinary?.from).toBeCloseTo(168.8, 0);
    expect(ordinary?.to).toBe(180);
  });

  it('jaw: 40 mm and over, 7 mm to the side and forward (DC/TMD, Schiffman 2014)', () => {
    expect(against(quantity('jaw-opening', 'opening'), 39)).toBe('below');
    expect(against(quantity('jaw-opening', 'opening'), 40)).toBe('ordinary');
    expect(against(quantity('jaw-opening', 'sideways'), 7)).toBe('ordinary');
    expect(against(quantity('jaw-opening', 'forward'), 6.5)).toBe('below');
  });

  it('craniovertebral angle under about 50° is head-forward', () => {
    expect(against(quantity('ear-over-shoulder', 'cva'), 47)).toBe('below');
    expect(against(quantity('ear-over-shoulder', 'cva'), 52)).toBe('ordinary');
  });

  it('a knee bend of 80° at the edge of the bed is ordinary (common practice)', () => {
    expect(against(quantity('edge-of-bed', 'knee'), 80)).toBe('ordinary');
    expect(against(quantity('edge-of-bed', 'knee'), 79)).toBe('below');
    expect(quantity('edge-of-bed', 'knee').ordinary?.source.kind).toBe('common practice');
  });

  it('a measure nobody has published a range for says nothing', () => {
    expect(against(quantity('straight-leg', 'lift'), 70)).toBeNull();
  });
});

describe('change against measurement error', () => {
  const turn = quantity('neck-turn', 'turn');

  it('MDC95 = 1.96 √2 SEM: 3° gives 8.3°, 2° gives 5.5°, 4° gives 11.1° (Jacobson & Truax 1991)', () => {
    expect(mdc95(3)).toBeCloseTo(8.316, 3);
    expect(mdc95(2)).toBeCloseTo(5.544, 3);
    expect(mdc95(4)).toBeCloseTo(11.087, 3);
    // “SEM about 2–4°, MDC about 5–10°” for goniometry in one tester’s hands.
    expect(mdc95(2)).toBeGreaterThan(5);
    expect(semOf(mdc95(3))).toBeCloseTo(3, 10);
  });

  it('jaw opening: 5 mm; knee to wall: 1.5 cm', () => {
    expect(mdc95(quantity('jaw-opening', 'opening').sem)).toBeCloseTo(5, 6);
    expect(mdc95(quantity('knee-to-wall', 'gap').sem)).toBeCloseTo(1.5, 6);
    expect(mdc95(quantity('press-test', 'rating').sem)).toBeCloseTo(2, 6);
  });

  it('|RC| > 1.96 and difference > MDC are the same judgement', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TESTS.flatMap(({ quantities }) => quantities)),
        fc.double({ min: -40, max: 40, noNaN: true }),
        (one, by) => {
          const judged = change(one, read(50), read(50 + by));
          fc.pre(Math.abs(Math.abs(judged.reliableChange ?? 0) - 1.96) > 1e-6);
          expect(judged.verdict === 'changed').toBe(Math.abs(judged.reliableChange ?? 0) > 1.96);
        },
      ),
    );
  });

  it('12° more neck turn has changed for the better; 6° has not; one reading is too few', () => {
    expect(change(turn, read(50), read(62))).toMatchObject({
      verdict: 'changed',
      direction: 'better',
    });
    expect(change(turn, read(50), read(44))).toMatchObject({
      verdict: 'within measurement error',
      direction: null,
    });
    expect(change(turn, null, read(44)).verdict).toBe('too few readings');
    expect(change(turn, read(62), read(50)).direction).toBe('worse');
    expect(change(quantity('hand-behind-back', 'gap'), read(30), read(20)).direction).toBe(
      'better',
    );
  });

  it('shows its arithmetic', () => {
    const { arithmetic } = change(turn, read(50), read(62));
    expect(arithmetic.join(' ')).toContain('62 − 50 = 12');
    expect(arithmetic.join(' ')).toContain('1.96 × √2 × 3 = 8.3');
    expect(arithmetic.join(' ')).toContain('12 / 4.2 = 2.83');
  });

  it('finger widths are coarser: the same 8 mm are a change by rule and none by fingers', () => {
    const jaw = quantity('jaw-opening', 'opening');
    expect(change(jaw, read(32), read(40)).verdict).toBe('changed');
    expect(change(jaw, read(32, 'fingers'), read(40, 'fingers')).verdict).toBe(
      'within measurement error',
    );
    expect(semBy(jaw, 'fingers').source.kind).toBe('own estimate');
  });

  it('left and right differ only beyond the error', () => {
    expect(sideDifference(turn, read(50), read(70))).toEqual({
      difference: 20,
      beyondError: true,
      less: 'left',
    });
    expect(sideDifference(turn, read(66), read(70))).toMatchObject({
      beyondError: false,
      less: null,
    });
    expect(sideDifference(turn, null, read(70))).toBeNull();
  });
});

describe('a reading', () => {
  const turn = quantity('neck-turn', 'turn');

  it('keeps the median of up to three tries and shows their spread', () => {
    expect(readingOf(turn, [61, 70, 63])).toMatchObject({
      value: { value: 63, spread: 9, uneven: true },
    });
    expect(readingOf(turn, [61, 63])).toMatchObject({
      value: { value: 62, spread: 2, uneven: false },
    });
    expect(readingOf(turn, [61]).ok).toBe(true);
  });

  it('the median of tries never leaves their range', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 110, noNaN: true }), { minLength: 1, maxLength: 3 }),
        (tries) => {
          const reading = readingOf(turn, tries);
          if (!reading.ok) throw new Error('refused');
          expect(reading.value.value).toBeGreaterThanOrEqual(Math.min(...tries));
          expect(reading.value.value).toBeLessThanOrEqual(Math.max(...tries));
          expect(reading.value.spread).toBeGreaterThanOrEqual(deviation(tries) ?? 0);
        },
      ),
    );
  });

  it.each([
    ['edge-of-bed', 'knee', 400, 'between 0° and 150° on a human body; 400° was given'],
    ['jaw-opening', 'opening', 4000, 'between 0 mm and 80 mm on a human body; 4000 mm was given'],
    ['neck-turn', 'turn', NaN, 'that is no number'],
    ['knee-to-wall', 'gap', -1, 'between 0 cm and 25 cm'],
  ])('%s %s %d is refused with a sentence', (testId, id, figure, says) => {
    const judged = judgeTry(quantity(testId, id), figure);
    expect(judged.ok).toBe(false);
    if (!judged.ok) expect(judged.mistake.says).toContain(says);
  });

  it('no try, or more than three, is no reading', () => {
    expect(readingOf(turn, []).ok).toBe(false);
    expect(readingOf(turn, [1, 2, 3, 4]).ok).toBe(false);
  });

  it('three fingers make an ordinary jaw opening', () => {
    expect(fingersToMm(3)).toBe(45);
    expect(fingersToMm(2)).toBeLessThan(40);
  });
});

describe('the edge-of-bed test (common practice, no published source)', () => {
  const nothing = {
    thighRises: null,
    thighDegrees: null,
    kneeDegrees: null,
    thighSinks: null,
    sem: 3,
  } as const;
  it.each([
    [{ thighRises: false, kneeDegrees: 92 }, 'neither'],
    [{ thighRises: false, kneeDegrees: 60 }, 'quads'],
    [{ thighRises: true, kneeDegrees: 55, thighSinks: true }, 'quads'],
    [{ thighRises: true, kneeDegrees: 55, thighSinks: false }, 'both'],
    // A knee bend of 80° or more is ordinary quad length: it is the hip flexors, whatever was not tried.
    [{ thighRises: true, kneeDegrees: 80 }, 'hip flexors'],
    [{ thighRises: true, kneeDegrees: 88, thighSinks: false }, 'hip flexors'],
    [{ thighDegrees: 15, kneeDegrees: 88 }, 'hip flexors'],
    [{ thighDegrees: -5, kneeDegrees: 60 }, 'quads'],
    // Ordinary quads, and a thigh that sinks as with short ones.
    [{ thighRises: true, kneeDegrees: 88, thighSinks: true }, 'look again'],
    [{ thighRises: false, thighDegrees: 15, kneeDegrees: 60 }, 'look again'],
    [{}, 'not enough seen'],
    [{ kneeDegrees: 92 }, 'not enough seen'],
    [{ kneeDegrees: 60, thighSinks: true }, 'not enough seen'],
    [{ thighRises: false }, 'not enough seen'],
    [{ thighRises: true, kneeDegrees: 55 }, 'not enough seen'],
    [{ thighRises: true }, 'not enough seen'],
  ] as const)('%j → %s', (seen, verdict) => {
    const decided = edgeOfBed({ ...nothing, ...seen });
    expect(decided.verdict).toBe(verdict);
    expect(decided.says).toMatch(/[.?]$/);
  });

  it('says only what was observed: no thigh, no knee and no sinking that nobody looked at', () => {
    const open = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary);
    const anySeen = fc.record({
      thighRises: open(fc.boolean()),
      thighDegrees: open(fc.integer({ min: -30, max: 60 })),
      kneeDegrees: open(fc.integer({ min: 0, max: 150 })),
      thighSinks: open(fc.boolean()),
      sem: fc.constant(3),
    });
    fc.assert(
      fc.property(anySeen, (seen) => {
        const { verdict, says } = edgeOfBed(seen);
        const left = [
          seen.thighRises === null && seen.thighDegrees === null,
          seen.kneeDegrees === null,
          seen.thighSinks === null,
        ];
        if (left.every(Boolean)) expect(verdict).toBe('not enough seen');
        if (left[0]) {
          expect(verdict).toBe('not enough seen');
          expect(says).not.toMatch(/thigh (stays|sinks)/);
        }
        if (seen.kneeDegrees === null) expect(says).not.toMatch(/knee bends/);
        if (seen.thighSinks === null) expect(says).not.toMatch(/^The thigh (sinks|stays up)/);
        if ((seen.kneeDegrees ?? 0) >= 80) expect(verdict).not.toMatch(/quads|both/);
        expect(leadFromEdgeOfBed(edgeOfBed(seen)) === null).toBe(
          !['quads', 'hip flexors', 'both'].includes(verdict),
        );
      }),
    );
  });

  it('says when the knee is within a reading’s error of 80°', () => {
    const at = (kneeDegrees: number) =>
      edgeOfBed({ ...nothing, thighRises: false, kneeDegrees }).says;
    expect(at(78)).toContain('within a reading’s error of 80°');
    expect(at(70)).not.toContain('error');
  });
});

describe('observations lead to sites (common practice, no published source)', () => {
  it('a squat that leans, tips or drifts out leads to the front of hip and thigh', () => {
    expect(leadFrom('squat', 'knees', 'drift out')?.siteIds).toEqual([
      'middle-quad',
      'inside-hip-bone',
      'hip-front',
    ]);
    expect(leadFrom('squat', 'knees', 'over the feet')).toBeNull();
    expect(leadFrom('squat', 'knees', null)).toBeNull();
  });

  it('every lead is of a test, an observation and an answer there are, to sites that take pressure', () => {
    let leads = 0;
    for (const test of TESTS) {
      for (const { id, options } of test.observations) {
        for (const option of options) {
          const lead = leadFrom(test.id, id, option);
          if (!lead) continue;
          leads += 1;
          expect(lead.why).toMatch(/\.$/);
          for (const siteId of lead.siteIds) {
            expect([siteId, findSite(siteId)?.redirect]).toEqual([siteId, undefined]);
          }
        }
      }
    }
    expect(leads).toBe(6);
  });
});

describe('errors by way and by hand (our estimates upon published errors of one tester)', () => {
  const turn = quantity('neck-turn', 'turn');
  const mdc = (before: Partial<Read>, after: Partial<Read>) =>
    change(turn, { value: 50, way: 'number', ...before }, { value: 60, way: 'number', ...after })
      .mdc ?? 0;

  it('a client’s phone is not a therapist’s goniometer', () => {
    expect(semBy(turn, 'number').sem).toBe(3);
    expect(semBy(turn, 'tilt', true).sem).toBeCloseTo(4.5);
    expect(semBy(turn, 'picture').sem).toBeCloseTo(3.9);
    expect(semBy(turn, 'tilt', true).source.kind).toBe('own estimate');
    expect(semBy(turn, 'number').source.kind).toBe('citation');
  });

  it('two people differ by more than one with herself, home and practice by still more', () => {
    const same = mdc({ by: 'a' }, { by: 'a' });
    const unknown = mdc({ by: null }, { by: 'a' });
    const two = mdc({ by: 'a' }, { by: 'b' });
    const home = mdc({ by: 'a' }, { by: 'c', atHome: true });
    expect(same).toBeCloseTo(1.96 * Math.SQRT2 * 3);
    expect(unknown).toBe(same);
    expect(two).toBeCloseTo(same * 1.4);
    expect(home).toBeGreaterThan(two);
    const judged = change(
      turn,
      { value: 50, way: 'number', by: 'a' },
      { value: 60, way: 'number', by: 'b' },
    );
    expect(judged.verdict).toBe('within measurement error');
    expect(judged.arithmetic.join(' ')).toContain('Taken by two people');
  });
});

describe('angles from pictures', () => {
  const figure = (degrees: number, turn: number, size: number, at: Point): Point[] => {
    const on = (angle: number, length: number): Point => [
      at[0] + size * length * Math.cos((angle * Math.PI) / 180),
      at[1] + size * length * Math.sin((angle * Math.PI) / 180),
    ];
    return [on(turn, 1), at, on(turn + degrees, 1.7)];
  };

  it('constructed at many angles, turns and zooms, points to the nearest half pixel: under 0.5° off', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 180, noNaN: true }),
        fc.double({ min: 0, max: 360, noNaN: true }),
        // A limb of at least 120 picture points, as one sees it when zoomed in.
        fc.double({ min: 120, max: 4000, noNaN: true }),
        fc.double({ min: -500, max: 3000, noNaN: true }),
        (degrees, turn, size, at) => {
          const points = figure(degrees, turn, size, [at, at / 2]);
          const placed = points.map(([x, y]): Point => [
            Math.round(x * 2) / 2,
            Math.round(y * 2) / 2,
          ]);
          const [one, vertex, other] = placed;
          if (!one || !vertex || !other) throw new Error('points');
          expect(Math.abs((value(angleAt(one, vertex, other)) ?? NaN) - degrees)).toBeLessThan(0.5);
        },
      ),
      { numRuns: 500 },
    );
  });

  it('shifting and enlarging a picture changes nothing', () => {
    const points = figure(37, 12, 100, [40, 80]);
    const moved = points.map(([x, y]): Point => [x * 3.7 - 900, y * 3.7 + 55]);
    expect(value(readPicture('three points', moved))).toBeCloseTo(
      value(readPicture('three points', points)) ?? NaN,
      9,
    );
  });

  it('to the vertical, above level', () => {
    expect(value(angleToVertical([0, 0], [0, -5]))).toBeCloseTo(0, 9);
    expect(value(angleToVertical([0, 0], [5, -5]))).toBeCloseTo(45, 9);
    expect(value(angleToVertical([0, 0], [-5, 0]))).toBeCloseTo(90, 9);
    expect(value(angleAboveHorizontal([0, 0], [5, -5]))).toBeCloseTo(45, 9);
    expect(value(angleAboveHorizontal([0, 0], [5, 5]))).toBeCloseTo(-45, 9);
  });

  it('an offset is scaled by a length that is known', () => {
    const points = [
      [30, 0],
      [20, 50],
      [0, 0],
      [0, 172],
    ] as const;
    expect(value(levelOffset(points, 172, 1))).toBeCloseTo(10, 9);
    expect(value(levelOffset(points, 86, -1))).toBeCloseTo(-5, 9);
    expect(
      levelOffset(
        [
          [0, 0],
          [1, 1],
          [2, 2],
          [2, 2],
        ],
        172,
        1,
      ).ok,
    ).toBe(false);
    expect(levelOffset(points, 0, 1).ok).toBe(false);
  });

  it('points on each other, or too few, are refused with a sentence', () => {
    expect(
      readPicture('three points', [
        [0, 0],
        [0, 0],
        [1, 1],
      ]),
    ).toMatchObject({ ok: false });
    expect(readPicture('three points', [[0, 0]])).toMatchObject({ ok: false });
    expect(
      readPicture('offset', [
        [0, 0],
        [1, 1],
      ]),
    ).toMatchObject({ ok: false });
  });
});

describe('the tilt meter', () => {
  it('lying flat, standing, on its side', () => {
    expect(gravityOf(0, 0).map((part) => Math.round(part) + 0)).toEqual([0, 0, -1]);
    expect(gravityOf(90, 0).map((part) => Math.round(part) + 0)).toEqual([0, -1, 0]);
    expect(gravityOf(0, 90).map((part) => Math.round(part) + 0)).toEqual([1, 0, 0]);
  });

  it('a turn about one axis is read as that many degrees, whichever way the phone lies', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (from, to) => {
          expect(tiltBetween(gravityOf(from, 0), gravityOf(to, 0))).toBeCloseTo(
            Math.abs(to - from),
            5,
          );
          expect(tiltBetween(gravityOf(0, from), gravityOf(0, to))).toBeCloseTo(
            Math.abs(to - from),
            5,
          );
        },
      ),
    );
  });
});

describe('the tests as data', () => {
  it('every test has what it takes to do and to read it', () => {
    expect(TESTS.map(({ id }) => id)).toEqual(Object.keys(MOVEMENT_TESTS));
    for (const { how, quantities, observations } of TESTS) {
      expect(how.length).toBeGreaterThan(0);
      expect(quantities.length + observations.length).toBeGreaterThan(0);
      for (const one of quantities) {
        expect(one.least).toBeLessThan(one.most);
        expect(one.sem).toBeGreaterThan(0);
        if (typeof one.ordinary?.from === 'number')
          expect(judgeTry(one, one.ordinary.from).ok).toBe(true);
        if (typeof one.ordinary?.to === 'number')
          expect(judgeTry(one, one.ordinary.to).ok).toBe(true);
      }
    }
  });

  it('every test but the press test belongs to some site, and sites name only known tests', () => {
    for (const { id } of TESTS)
      if (id !== 'press-test') expect(sitesOfTest(id).length).toBeGreaterThan(0);
    for (const site of SITES)
      for (const id of site.tests) expect(TESTS.some((one) => one.id === id)).toBe(true);
  });

  it('tests for a map: the ones that serve most of its sites first', () => {
    const first = testsFor(['hip-front', 'inside-hip-bone', 'psoas']).slice(0, 2);
    expect(first.map(({ id }) => id)).toContain('edge-of-bed');
    expect(testsFor([])).toEqual([]);
  });
});
