import { daysBetween, type Day } from '#core/calendar';
import {
  change,
  findTest,
  type Change,
  type MovementTest,
  type Quantity,
  type Way,
} from '#core/measurement';
import { steady } from '#core/trend';
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

/** With fewer figures taken alike nothing is said of a trend; our own choice. */
const FEWEST = 5;

/**
 * Where the figures of one side are going, over all of them rather than the first and the last: the median of the slopes of
 * all pairs with 95 % (Theil 1950; Sen 1968, JASA 63:1379). Only figures that were taken as the last one was: another way
 * errs otherwise.
 *
 * @returns empty where there are too few to say
 * @example reachTrend(quantity, side) // 'Over 6 figures in 5 weeks: about 9° more, between 4° and 14°.'
 */
export function reachTrend(quantity: Quantity, { figures }: ReachSide): string {
  const last = figures.at(-1);
  const alike = figures.filter(({ way, atHome }) => way === last?.way && atHome === last.atHome);
  const [first] = alike;
  if (!first || !last || alike.length < FEWEST) return '';
  const points = alike.map(({ day, value }) => [daysBetween(first.day, day), value] as const);
  const weeks = Math.max(1, Math.round(daysBetween(first.day, last.day) / 7));
  const from = `Over ${alike.length} figures in ${weeks === 1 ? '1 week' : `${weeks} weeks`}: `;
  const found = steady(points);
  if (!found) return `${from}no steady change beyond wavering.`;
  const [by, near, far] = [found.by, ...found.between].map((one) =>
    figure(Math.abs(one), quantity),
  );
  return `${from}about ${by} ${found.by > 0 ? 'more' : 'less'}, between ${near} and ${far}.`;
}
