import fc from 'fast-check';
import { linearRegression, median } from 'simple-statistics';
import { addDays } from '#core/calendar';
import { seeded } from '#core/uncertainty';
import { changeOf, dropRows, foundRows, slopeInterval, theilSen, weeksOf } from './index';
import { wordChange } from './change';

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

describe('the interval of the slope', () => {
  // Gilbert 1987, Statistical Methods for Environmental Pollution Monitoring, example 16.3 (from memory): the
  // method; the figures here are counted out by hand.
  it('leaves out as many slopes at either end as chance moves Kendall’s sum', () => {
    // Ten points, all different: variance 10·9·25/18 = 125, 1.96 √125 = 21.9, of 45 slopes the 12th and the 34th.
    const data = [3, 1, 4, 2, 6, 5, 9, 7, 10, 8].map((y, x): [number, number] => [x, y]);
    const slopes = data
      .flatMap(([x1, y1], i) => data.slice(i + 1).map(([x2, y2]) => (y2 - y1) / (x2 - x1)))
      .sort((a, b) => a - b);
    expect(slopeInterval(data)).toEqual([slopes[10], slopes[34]]);
  });

  it('lies about the slope, turns with the line, and is all slopes of a few points', () => {
    fc.assert(
      fc.property(points, (data) => {
        const interval = slopeInterval(data);
        const line = theilSen(data);
        if (interval === null || line === null) {
          expect([interval, line]).toEqual([null, null]);
          return;
        }
        const [low, high] = interval;
        expect(low).toBeLessThanOrEqual(line.slope);
        expect(high).toBeGreaterThanOrEqual(line.slope);
        const turned = slopeInterval(data.map(([x, y]): [number, number] => [x, -y]));
        expect(turned?.[0]).toBeCloseTo(-high, 9);
        expect(turned?.[1]).toBeCloseTo(-low, 9);
      }),
    );
    expect(
      slopeInterval([
        [0, 4],
        [1, 3],
        [2, 1],
      ]),
    ).toEqual([-2, -1]);
    expect(
      slopeInterval([
        [0, 4],
        [0, 3],
      ]),
    ).toBeNull();
  });
});

describe('a change in words', () => {
  const fit = (grades: number, low: number, high: number) => ({
    grades,
    interval: [low, high] as const,
  });

  // Farrar et al. 2001, Pain 94:149: 2 points on 0–10 (value from memory).
  it('tells what is there from what matters', () => {
    expect(wordChange(fit(-2, -3, -1), 20, 56)).toMatchObject({
      verdict: 'less',
      says: 'Down 2 in 8 weeks (1 to 3): more than wavering, enough to matter.',
    });
    expect(wordChange(fit(-1.9, -2.6, -0.4), 20, 56)).toMatchObject({
      verdict: 'slight',
      says: 'Down 1.9 in 8 weeks (0.4 to 2.6): more than wavering, too little to matter yet.',
    });
    expect(wordChange(fit(-4, -8, 0), 20, 56)).toMatchObject({
      verdict: 'no change',
      says: 'Down 4 in 8 weeks, which may be no more than wavering.',
    });
    expect(wordChange(fit(2.4, 0.1, 4), 20, 28).verdict).toBe('more');
    expect(wordChange(fit(-3, -4, -2), 4, 28).verdict).toBe('too few');
    expect(wordChange(null, 9, 0).verdict).toBe('too few');
    expect(wordChange(fit(0.01, -1, 1), 9, 7).says).toBe('Level in 1 week.');
  });

  /** A normal deviate (Box and Muller 1958). */
  const deviate = (chance: () => number) =>
    Math.sqrt(-2 * Math.log(1 - chance())) * Math.cos(2 * Math.PI * chance());

  /** Ratings of sessions some days apart, as people give them: whole, from 0 to 10. */
  const ratings = (
    seed: number,
    sessions: number,
    { waver, lingers, falls }: { waver: number; lingers: number; falls: number },
  ) => {
    const chance = seeded(seed);
    const level = 3 + 4 * chance();
    let off = 0;
    let day = 0;
    const days = Array.from({ length: sessions }, () => {
      const own = day;
      day += 1 + Math.floor(3 * chance());
      return own;
    });
    const span = days.at(-1) ?? 1;
    return days.map((at): [number, number] => {
      off = lingers * off + Math.sqrt(1 - lingers ** 2) * waver * deviate(chance);
      const rating = Math.round(level + off - (falls * at) / span);
      return [at, Math.min(10, Math.max(0, rating))];
    });
  };
  const verdicts = (sessions: number, body: Parameters<typeof ratings>[2], many = 2_000) =>
    Array.from({ length: many }, (_, seed) => changeOf(ratings(seed, sessions, body)).verdict);
  const share = (all: readonly string[], ...of: string[]) =>
    all.filter((verdict) => of.includes(verdict)).length / all.length;

  it.each([
    { waver: 1, lingers: 0, falls: 0 },
    { waver: 2, lingers: 0, falls: 0 },
    { waver: 3, lingers: 0, falls: 0 },
    // Bad weeks, not only bad days.
    { waver: 1.5, lingers: 0.3, falls: 0 },
    { waver: 1.5, lingers: 0.5, falls: 0 },
  ])(
    'is claimed of at most one in twenty of 2,000 who do not change in twelve sessions: %j',
    (body) => {
      expect(share(verdicts(12, body), 'less', 'more', 'slight')).toBeLessThanOrEqual(0.05);
    },
  );

  it('is seen in most who do change by four grades in twenty sessions, and never in the wrong direction', () => {
    const seen = verdicts(20, { waver: 1, lingers: 0, falls: 4 }, 500);
    expect(share(seen, 'less')).toBeGreaterThan(0.7);
    expect(share(seen, 'more')).toBe(0);
  });

  it('is not spoken of before five sessions', () => {
    for (const sessions of [1, 2, 3, 4]) {
      const said = verdicts(sessions, { waver: 2, lingers: 0, falls: 5 }, 50);
      expect(share(said, 'too few')).toBe(1);
    }
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

describe('rows of mapped points', () => {
  const THREADS = [
    '01890a5d-ac96-774b-bcce-b302099a8057',
    '01890a5d-ac96-774b-bcce-b302099a8058',
  ] as const;
  const place = (day: string, points?: { thread: string; before: number | null }[]) => ({
    siteId: 'calf',
    side: 'left' as const,
    sessionId: day,
    day,
    before: 6,
    after: 4,
    contactSeconds: 60,
    tooMuch: false,
    ...(points
      ? {
          points: points.map((point) => ({
            name: 'the worst',
            after: null,
            contactSeconds: 30,
            ...point,
          })),
        }
      : {}),
  });

  it('are one for each point that was followed, one for the site where none was', () => {
    const rows = dropRows([
      place('2026-03-01'),
      place('2026-03-02', [
        { thread: THREADS[0], before: 6 },
        { thread: THREADS[1], before: 3 },
      ]),
      place('2026-03-03', [
        { thread: THREADS[0], before: 5 },
        { thread: THREADS[1], before: null },
      ]),
    ]);
    expect(
      rows.map(({ point, strokes }) => [
        point?.thread ?? null,
        strokes.map(({ before }) => before),
      ]),
    ).toEqual([
      [THREADS[0], [6, 5]],
      [null, [6]],
      [THREADS[1], [3]],
    ]);
  });

  it('a place whose points nobody rated falls back to the place as a whole', () => {
    const [row] = dropRows([place('2026-03-02', [{ thread: THREADS[0], before: null }])]);
    expect(row?.point).toBeUndefined();
    expect(row?.strokes).toHaveLength(1);
  });
});

describe('tender spots found', () => {
  const searches = (counts: number[]) =>
    counts.map((found, index) => ({
      siteId: 'shoulder-ridge',
      side: 'left' as const,
      day: addDays('2026-03-01', index * 2),
      found,
    }));

  it('says nothing of a few searches, fewer only where they are, and warns where they grow', () => {
    expect(foundRows(searches([5, 4, 3]))[0]?.says).toContain('Too few');
    expect(foundRows(searches([6, 5, 5, 4, 3, 3, 2, 1]))[0]?.says).toContain('Fewer');
    expect(foundRows(searches([1, 2, 3, 3, 4, 5, 5, 6]))[0]?.says).toContain('Look again');
    expect(foundRows(searches([3, 4, 3, 4, 3, 4, 3, 4]))[0]?.says).toBe(
      'No change beyond wavering.',
    );
  });

  it('keeps every search, in the order of the days, by site and side', () => {
    const mixed = [
      ...searches([5, 4]).reverse(),
      { siteId: 'calf', side: 'right' as const, day: '2026-03-09', found: 2 },
    ];
    expect(
      foundRows(mixed).map(({ siteId, counts }) => [siteId, counts.map(({ found }) => found)]),
    ).toEqual([
      ['shoulder-ridge', [5, 4]],
      ['calf', [2]],
    ]);
  });
});
