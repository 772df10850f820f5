import fc from 'fast-check';
import { linearRegression, median } from 'simple-statistics';
import { dropRows, theilSen, weeksOf, wordChange } from './index';

const coordinate = fc.integer({ min: -1000, max: 1000 });
const points = fc.array(fc.tuple(coordinate, coordinate), { minLength: 2, maxLength: 25 });

describe('the robust line', () => {
  it('is the median of all pairwise slopes (Theil 1950; Sen 1968), median by simple-statistics', () => {
    fc.assert(
      fc.property(points, (data) => {
        const slopes = data.flatMap(([x1, y1], i) =>
          data.slice(i + 1).flatMap(([x2, y2]) => (x1 === x2 ? [] : [(y2 - y1) / (x2 - x1)])),
        );
        const line = theilSen(data);
        if (slopes.length === 0) expect(line).toBeNull();
        else {
          expect(line?.slope).toBeCloseTo(median(slopes), 9);
          const rests = data.map(([x, y]) => y - median(slopes) * x);
          expect(line?.intercept).toBeCloseTo(median(rests), 6);
        }
      }),
    );
  });

  it('agrees with least squares on a straight line (simple-statistics) and shrugs off one wild day', () => {
    const straight = Array.from({ length: 12 }, (_, x): [number, number] => [x, 7 - 0.25 * x]);
    const { m, b } = linearRegression(straight);
    expect(theilSen(straight)?.slope).toBeCloseTo(m, 12);
    expect(theilSen(straight)?.intercept).toBeCloseTo(b, 12);
    const wild = straight.map(([x, y], index): [number, number] => [x, index === 11 ? 10 : y]);
    expect(theilSen(wild)?.slope).toBeCloseTo(-0.25, 12);
    expect(linearRegression(wild).m).toBeGreaterThan(-0.2);
  });
});

describe('a change in words', () => {
  // Farrar et al. 2001, Pain 94:149: 2 points on 0–10 (value from memory).
  it('counts from 2 grades on, and not before', () => {
    expect(wordChange(-2, 20, 56)).toMatchObject({
      verdict: 'less',
      says: 'Down 2 in 8 weeks: more than a rating wavers by itself.',
    });
    expect(wordChange(-1.9, 20, 56).verdict).toBe('no change');
    expect(wordChange(2.4, 20, 28).verdict).toBe('more');
    expect(wordChange(-3, 4, 28).verdict).toBe('too few');
    expect(wordChange(null, 9, 0).verdict).toBe('too few');
    expect(wordChange(0.01, 9, 7).says).toBe('Level in 1 week: too little to count as change.');
  });
});

describe('the rows of the drop chart', () => {
  const place = (
    day: string,
    before: number | null,
    after: number | null,
    side: 'left' | 'right' = 'left',
  ) => ({
    siteId: 'skull-base',
    side,
    sessionId: `${day}-${side}`,
    day,
    before,
    after,
    contactSeconds: 30,
    tooMuch: false,
  });

  it('gather one site and side, in order of days, without what was not rated', () => {
    const rows = dropRows([
      place('2026-01-09', 5, 3),
      place('2026-01-05', 6, 3),
      place('2026-01-07', null, null),
      place('2026-01-05', 4, null, 'right'),
    ]);
    expect(rows.map(({ side, strokes }) => [side, strokes.map(({ before }) => before)])).toEqual([
      ['left', [6, 5]],
      ['right', [4]],
    ]);
    expect(rows[0]?.usualDrop).toBe(2.5);
    expect(rows[1]?.usualDrop).toBeNull();
    expect(rows[1]?.trend).toBeNull();
  });
});

describe('sessions by week', () => {
  it('run from the week of the first version to this one', () => {
    const weeks = weeksOf(
      [
        { day: '2026-01-06', counts: true },
        { day: '2026-01-06', counts: false },
        { day: '2026-01-13', counts: true },
      ],
      [{ from: '2026-01-07', timesPerWeek: 7 }],
      '2026-01-14',
    );
    expect(weeks).toEqual([
      { monday: '2026-01-05', done: 1, partial: 1, asked: 5 },
      { monday: '2026-01-12', done: 1, partial: 0, asked: 7 },
    ]);
    expect(weeksOf([], [], '2026-01-14')).toEqual([]);
  });
});
