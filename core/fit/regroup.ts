import type { CheckContext, Routine, RoutineItem } from '#core/routine';
import { layOut } from '#core/routine';
import { maskOf, ordersOf } from './orderOf';
import { puzzleOf } from './puzzleOf';
import { MOST_PIECES } from './solve';

/** Any number: an order knows no minutes. */
const NO_MATTER: CheckContext = { minutesPerDay: null, firstVersion: false };

/**
 * The lines in the order in which one moves least, so that one gets down and up once: each after what has to come before it
 * by the usual order, and otherwise as they stand.
 *
 * @returns null when they stand so that nothing is gained, when there are more than 30, or no order keeps to what is usual
 */
export function regrouped(routine: Routine): RoutineItem[] | null {
  const { items } = routine;
  if (items.length === 0 || items.length > MOST_PIECES) return null;
  const { puzzle } = puzzleOf(
    routine,
    items.map((item) => ({ item, choices: [item] })),
    {
      ...{ priorities: new Map(), starred: new Set(), context: NO_MATTER },
      ...{ budgetSeconds: 0, sessionsADay: 1 },
    },
  );
  const { pieces } = ordersOf(puzzle)(maskOf(items.map((_, n) => n)));
  const inOrder = pieces.flatMap((piece) => items[piece] ?? []);
  if (inOrder.length < items.length) return null;
  const seconds = (some: readonly RoutineItem[]) => layOut({ items: [...some] }).totalSeconds.most;
  return seconds(inOrder) < seconds(items) ? inOrder : null;
}
