import type { Day } from '#core/calendar';
import {
  change,
  findTest,
  type Change,
  type MovementTest,
  type Quantity,
  type Way,
} from '#core/measurement';
import { group } from 'd3-array';
import type { OwnFigure } from './known';

type Side = 'left' | 'right' | 'mid';

/** How far a client reached at home on one side, oldest first, and whether that changed. */
export interface ReachSide {
  side: Side;
  figures: readonly { day: Day; value: number; way: Way; atHome: boolean }[];
  change: Change;
}

/** One test at home, on its sides. */
export interface OwnReach {
  testId: string;
  name: string;
  quantity: Quantity;
  sides: readonly ReachSide[];
}

const SIDES: readonly Side[] = ['left', 'right', 'mid'];

/** The last figure of each day before a session: what a session moved is not yet what stays. */
function dayByDay(rows: readonly OwnFigure[]): ReachSide['figures'] {
  const days = new Map<Day, ReachSide['figures'][number]>();
  for (const { day, value, way, moment, atHome = true } of rows) {
    if (value !== null && moment === 'before') days.set(day, { day, value, way, atHome });
  }
  return [...days.values()];
}

function reachOf(test: MovementTest, rows: readonly OwnFigure[]): OwnReach | null {
  const [quantity] = test.quantities;
  if (!quantity) return null;
  const sides = SIDES.flatMap((side): ReachSide[] => {
    const figures = dayByDay(
      rows.filter((one) => one.side === side && one.quantityId === quantity.id),
    );
    const [first] = figures;
    const last = figures.at(-1);
    if (!first || !last) return [];
    const read = ({ value, way, atHome }: ReachSide['figures'][number]) => ({
      value,
      way,
      atHome,
    });
    const compared = figures.length > 1 ? change(quantity, read(first), read(last)) : null;
    return [{ side, figures, change: compared ?? change(quantity, null, read(last)) }];
  });
  return sides.length === 0 ? null : { testId: test.id, name: test.name, quantity, sides };
}

/** How far a client reached at home, test by test: what is drawn beside how tender it was. */
export const reachesOf = (own: readonly OwnFigure[]): OwnReach[] =>
  [...group(own, ({ testId }) => testId)].flatMap(([testId, rows]) => {
    const test = findTest(testId);
    const reach = test ? reachOf(test, rows) : null;
    return reach ? [reach] : [];
  });

const figure = (value: number, { unit }: Quantity) =>
  `${Math.round(value * 10) / 10}${unit === 'deg' ? '°' : ` ${unit}`}`;

/**
 * One side in plain words.
 *
 * @example reachSays(quantity, side) // 'Left: 62° at first, 76° last time. It goes further, more than measuring varies.'
 */
export function reachSays(
  quantity: Quantity,
  { side, figures, change: judged }: ReachSide,
): string {
  const [first] = figures;
  const last = figures.at(-1);
  if (!first || !last) return '';
  const name = side === 'mid' ? '' : `${side === 'left' ? 'Left' : 'Right'}: `;
  if (figures.length === 1) return `${name}${figure(last.value, quantity)}, measured once.`;
  const from = `${name}${figure(first.value, quantity)} at first, ${figure(last.value, quantity)} last time.`;
  if (judged.verdict !== 'changed') return `${from} No more than measuring varies.`;
  switch (judged.direction) {
    case 'better':
      return `${from} It goes better, more than measuring varies.`;
    case 'worse':
      return `${from} It goes less well, more than measuring varies; your therapist sees it.`;
    case null:
      return `${from} It changed, more than measuring varies.`;
  }
}
