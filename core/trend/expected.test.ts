import fc from 'fast-check';
import { quantileSorted } from 'simple-statistics';
import { expectedOf, expectedWords, type WeekRated } from './index';

const rated = (clientId: string, week: number, grade: number, siteId = 'calf'): WeekRated => ({
  clientId,
  siteId,
  week,
  grade,
});
const course = (clientId: string, change: number, week = 4): WeekRated[] => [
  rated(clientId, 0, 6),
  rated(clientId, week, 6 + change),
];

describe('what is usual in this practice', () => {
  const others = [-1, -2, -2, -3, -4].flatMap((change, n) => course(`other ${n}`, change));

  it('is how the others had changed after as many weeks as this client has reached', () => {
    const [one] = expectedOf([...others, ...course('me', -1)], 'me');
    expect(one).toEqual({ siteId: 'calf', week: 4, others: 5, usual: [-3, -2, -2], here: -1 });
    expect(one && expectedWords(one)).toBe(
      'Of 5 others in this practice, after 4 weeks: 2 lower in the middle, half of them from 3 lower to 2 lower. Here 1 lower.',
    );
  });

  it('says that there are too few, and nothing before two weeks', () => {
    const [one] = expectedOf([...others.slice(0, 6), ...course('me', 0)], 'me');
    expect(one && expectedWords(one)).toBe(
      'Only 3 others in this practice to compare with after 4 weeks. Here as at first.',
    );
    const [alone] = expectedOf(course('me', 2), 'me');
    expect(alone && expectedWords(alone)).toBe(
      'Nobody else in this practice to compare with after 4 weeks. Here 2 higher.',
    );
    expect(expectedOf([...others, rated('me', 0, 6), rated('me', 1, 5)], 'me')).toEqual([]);
    expect(expectedOf(others, 'me')).toEqual([]);
  });

  it('compares each site with the same site only, and does not count this client among the others', () => {
    const elsewhere = others.map((row) => ({ ...row, siteId: 'chest' }));
    expect(expectedOf([...elsewhere, ...course('me', -1)], 'me')).toMatchObject([
      { siteId: 'calf', others: 0, usual: null },
    ]);
  });

  it('has the quarters that the reference library has', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -6, max: 4 }), { minLength: 5, maxLength: 40 }),
        (changes) => {
          const rows = changes.flatMap((change, n) => course(`other ${n}`, change));
          const [one] = expectedOf([...rows, ...course('me', 0)], 'me');
          const sorted = [...changes].sort((a, b) => a - b);
          const [low, middle, high] = one?.usual ?? [];
          expect(middle).toBeCloseTo(quantileSorted(sorted, 0.5), 9);
          // The two libraries lay quarters between neighbours a little otherwise: never further than to the next one.
          for (const [ours, share] of [
            [low, 0.25],
            [high, 0.75],
          ] as const) {
            const theirs = quantileSorted(sorted, share);
            const at = sorted.findIndex((value) => value >= theirs);
            const [before, after] = [
              sorted[Math.max(0, at - 1)] ?? 0,
              sorted[at + 1] ?? sorted[at] ?? 0,
            ];
            expect(ours).toBeGreaterThanOrEqual(before);
            expect(ours).toBeLessThanOrEqual(after);
          }
        },
      ),
    );
  });
});
