import type { OwnFigure } from './known';
import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { reachesOf, reachSays, reachTrend } from './reach';

const figure = (day: string, value: number | null, more: Partial<OwnFigure> = {}): OwnFigure => ({
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  day,
  value,
  way: 'tilt',
  ...more,
});
const wordsOf = (rows: readonly OwnFigure[]) =>
  reachesOf(rows).flatMap(({ quantity, sides }) => sides.map((side) => reachSays(quantity, side)));

describe('how far somebody reaches at home', () => {
  it('says in plain words whether it is more than measuring varies', () => {
    // SEM 3° in one tester’s hands, 4.5° at home: the smallest detectable change is 12.5° (Jacobson & Truax 1991).
    expect(wordsOf([figure('2026-03-01', 60), figure('2026-03-20', 76)])).toEqual([
      'Left: 60° at first, 76° last time. It goes better, more than measuring varies.',
    ]);
    expect(wordsOf([figure('2026-03-01', 60), figure('2026-03-20', 70)])).toEqual([
      'Left: 60° at first, 70° last time. No more than measuring varies.',
    ]);
    expect(wordsOf([figure('2026-03-01', 76), figure('2026-03-20', 60)])[0]).toContain('less well');
  });

  it('tells one figure as one, each side by itself, and the last of a day', () => {
    const rows = [
      figure('2026-03-01', 60),
      figure('2026-03-01', 62),
      figure('2026-03-01', 50, { side: 'right' }),
    ];
    expect(wordsOf(rows)).toEqual(['Left: 62°, measured once.', 'Right: 50°, measured once.']);
  });

  it('leaves out what a session moved, what was judged by a mark, and tests it does not know', () => {
    expect(reachesOf([figure('2026-03-01', 60, { moment: 'after' })])).toEqual([]);
    expect(reachesOf([figure('2026-03-01', null, { quantityId: 'furthest' })])).toEqual([]);
    expect(reachesOf([figure('2026-03-01', 60, { testId: 'no-such-test' })])).toEqual([]);
  });
});

describe('where a reach is going', () => {
  const trendOf = (
    values: readonly number[],
    more: (n: number) => Partial<OwnFigure> = () => ({}),
  ) => {
    const rows = values.map((value, n) => figure(addDays('2026-03-01', 7 * n), value, more(n)));
    const [reach] = reachesOf(rows);
    const [side] = reach?.sides ?? [];
    return reach && side ? reachTrend(reach.quantity, side) : '';
  };

  it('is said over all figures, with what it lies between', () => {
    expect(trendOf([60, 62, 64, 66, 68, 70])).toBe(
      'Over 6 figures in 5 weeks: about 10° more, between 10° and 10°.',
    );
    expect(trendOf([70, 68, 66, 64, 62, 60])).toMatch(/about 10° less/);
    expect(trendOf([60, 70, 61, 69, 62, 68])).toBe(
      'Over 6 figures in 5 weeks: no steady change beyond wavering.',
    );
  });

  it('says nothing of too few, and compares only what was taken alike', () => {
    expect(trendOf([60, 62, 64, 66])).toBe('');
    expect(trendOf([60, 62, 64, 66, 68, 70], (n) => ({ way: n < 3 ? 'number' : 'tilt' }))).toBe('');
    expect(trendOf([60, 62, 64, 66, 68, 70], (n) => ({ atHome: n < 2 }))).toBe('');
  });

  it('turns round where the figures do, and one wild day does not make a trend', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 90 }), { minLength: 5, maxLength: 9 }),
        (all) => {
          const [up, down] = [trendOf(all), trendOf(all.map((value) => 90 - value))];
          const turned = up.replace(/ more,| less,/, (word) =>
            word === ' more,' ? ' less,' : ' more,',
          );
          expect(down).toBe(turned);
        },
      ),
    );
    expect(trendOf([60, 60, 61, 90, 60, 61, 60])).toMatch(/no steady change/);
  });
});
