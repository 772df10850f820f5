import fc from 'fast-check';
import { wilcoxonRankSum } from 'simple-statistics';
import { chanceFrom } from '#core/simulation';
import { goesWith, rankSum, timeOfHour, type Felt } from './index';

const felt = (more: Partial<Felt> = {}): Felt => ({
  contactSeconds: 180,
  highest: 4,
  sore: false,
  time: 'evening',
  counts: true,
  ...more,
});
const many = (count: number, of: (n: number) => Felt) =>
  Array.from({ length: count }, (_, n) => of(n));
const of = (sessions: readonly Felt[], what: string) =>
  goesWith(sessions).find((one) => one.of === what) ?? { says: '', isThere: null };

/** Every way to deal the values out anew, counted one by one. */
function byHand(a: readonly number[], b: readonly number[]): number {
  const all = [...a, ...b];
  const rank = (value: number) =>
    all.filter((one) => one < value).length + (all.filter((one) => one === value).length + 1) / 2;
  const sumOf = (chosen: readonly number[]) => chosen.reduce((sum, value) => sum + rank(value), 0);
  const middle = (a.length * (all.length + 1)) / 2;
  const apart = Math.abs(sumOf(a) - middle);
  let [ways, asFar] = [0, 0];
  for (let set = 0; set < 2 ** all.length; set += 1) {
    const chosen = all.filter((_, at) => (set >> at) & 1);
    if (chosen.length !== a.length) continue;
    ways += 1;
    if (Math.abs(sumOf(chosen) - middle) >= apart - 1e-9) asFar += 1;
  }
  return asFar / ways;
}

describe('the rank-sum test', () => {
  it('is what is published of it (from memory): the smallest tables, and the lady tasting tea', () => {
    // Mann & Whitney 1947, U = 0: 2 of the ways there are.
    expect(rankSum([1, 2, 3, 4], [5, 6, 7, 8])).toBeCloseTo(2 / 70, 12);
    expect(rankSum([1, 2, 3, 4, 5], [6, 7, 8, 9, 10])).toBeCloseTo(2 / 252, 12);
    // Fisher 1935, The Design of Experiments, ch. 2: three of four cups told rightly.
    expect(rankSum([1, 1, 1, 0], [1, 0, 0, 0])).toBeCloseTo(34 / 70, 12);
    expect(rankSum([1, 1, 1, 1], [0, 0, 0, 0])).toBeCloseTo(2 / 70, 12);
  });

  it('counts as counting by hand does, with ties', () => {
    const group = fc.array(fc.integer({ min: 0, max: 4 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(group, group, (a, b) => {
        expect(rankSum(a, b)).toBeCloseTo(byHand(a, b), 9);
      }),
    );
  });

  it('does not depend on which group comes first, nor on the order; it is least where the sum is farthest', () => {
    const values = fc.uniqueArray(fc.integer({ min: 0, max: 1000 }), {
      minLength: 8,
      maxLength: 30,
    });
    fc.assert(
      fc.property(values, (all) => {
        const [a, b] = [all.slice(0, all.length >> 1), all.slice(all.length >> 1)];
        const p = rankSum(a, b);
        expect(p).toBeCloseTo(rankSum(b, a), 9);
        expect(p).toBeCloseTo(rankSum([...a].reverse(), b), 9);
        const sorted = [...all].sort((x, y) => x - y);
        const [low, high] = [sorted.slice(0, a.length), sorted.slice(a.length)];
        expect(rankSum(low, high)).toBeLessThanOrEqual(p + 1e-12);
        // The reference library has the sum itself: the lowest it can be is 1 + 2 + … + n.
        expect(wilcoxonRankSum(low, high)).toBe((low.length * (low.length + 1)) / 2);
      }),
    );
  });
});

describe('what goes with what', () => {
  it('says where more contact came before sore days', () => {
    const sessions = many(16, (n) =>
      n % 2 === 0 ? felt({ contactSeconds: 360, sore: true }) : felt({ contactSeconds: 180 }),
    );
    expect(of(sessions, 'dose')).toMatchObject({
      isThere: true,
      says: 'Contact 6:00 before the 8 sore days, 3:00 before the 8 quiet ones, in the middle: more than chance.',
    });
    expect(of(sessions, 'pressure').isThere).toBe(false);
  });

  it('says that it cannot be said where the data do not carry it', () => {
    expect(of([], 'dose').says).toBe('No day after is known yet.');
    expect(
      of(
        many(20, () => felt()),
        'dose',
      ).says,
    ).toBe('0 of 20 days after were sore: too few of one kind to compare.');
    expect(
      of(
        many(9, () => felt({ sore: null })),
        'dose',
      ).says,
    ).toBe('No day after is known yet.');
    expect(
      of(
        many(9, () => felt({ highest: null })),
        'pressure',
      ).says,
    ).toBe('None of the sessions before a known day after was rated.');
    // Between two sessions the middle may be half a second: it is no “1:60”.
    const halves = many(8, (n) =>
      felt({ contactSeconds: 119 + ((n >> 1) % 2), sore: n % 2 === 0 }),
    );
    expect(of(halves, 'dose').says).toMatch(/^Contact 2:00 before the 4 sore days, 2:00 before/);
    expect(
      of(
        many(9, () => felt()),
        'time',
      ).says,
    ).toMatch(/nothing to compare/);
    // All alike: no difference, however many.
    expect(
      of(
        many(40, (n) => felt({ sore: n % 2 === 0 })),
        'dose',
      ).isThere,
    ).toBe(false);
  });

  it('says at which time of the day it is held through', () => {
    const sessions = many(24, (n) =>
      n % 2 === 0 ? felt({ time: 'evening' }) : felt({ time: 'morning', counts: n % 6 === 1 }),
    );
    expect(of(sessions, 'time')).toMatchObject({
      isThere: true,
      says: 'Held through of those begun: morning 4 of 12, evening 12 of 12: more than chance.',
    });
  });

  it('calls chance by its name: of clients in whom nothing goes with anything, at most one in twenty is told something', () => {
    const chance = chanceFrom(11);
    const clients = 400;
    let told = 0;
    for (let client = 0; client < clients; client += 1) {
      const sessions = many(30, () =>
        felt({
          contactSeconds: 60 + Math.floor(chance.next() * 300),
          highest: Math.floor(chance.next() * 8),
          sore: chance.happens(0.3),
          time: chance.happens(0.5) ? 'morning' : 'evening',
          counts: chance.happens(0.7),
        }),
      );
      if (goesWith(sessions).some(({ isThere }) => isThere)) told += 1;
    }
    expect(told / clients).toBeLessThanOrEqual(0.05);
  });

  it('knows the times of a day', () => {
    expect([0, 10, 11, 13, 14, 16, 17, 23].map(timeOfHour)).toEqual([
      'morning',
      'morning',
      'midday',
      'midday',
      'afternoon',
      'afternoon',
      'evening',
      'evening',
    ]);
  });
});
