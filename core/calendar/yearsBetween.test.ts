import fc from 'fast-check';
import { addDays, yearsBetween } from './index';

describe('an age', () => {
  it('turns on the birthday, and on 1 March for who was born on 29 February', () => {
    expect(yearsBetween('2010-03-12', '2026-03-11')).toBe(15);
    expect(yearsBetween('2010-03-12', '2026-03-12')).toBe(16);
    expect(yearsBetween('2008-02-29', '2026-02-28')).toBe(17);
    expect(yearsBetween('2008-02-29', '2026-03-01')).toBe(18);
  });

  it('never falls from one day to the next, and rises by one at most', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 0 }), fc.nat(40_000), (born, after) => {
        const from = addDays('2026-01-01', born);
        const [one, next] = [after, after + 1].map((days) =>
          yearsBetween(from, addDays(from, days)),
        ) as [number, number];
        expect([0, 1]).toContain(next - one);
      }),
    );
  });
});
