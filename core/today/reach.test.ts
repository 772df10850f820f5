import type { OwnFigure } from './known';
import { reachesOf, reachSays } from './reach';

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
