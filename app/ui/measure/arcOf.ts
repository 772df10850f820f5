import { semBy } from '#core/measurement';
import type { OwnReach } from '#core/today';
import { nearDay } from '~/ui/parts/words';
import type { Reach } from './ReachArc';

/** A side as the arc draws it: the last figure, its error, and those before. */
export function arcOf(
  { quantity }: OwnReach,
  { side, figures }: OwnReach['sides'][number],
  today: string,
): Reach {
  const last = figures.at(-1);
  return {
    side,
    now: last?.value ?? null,
    sem: semBy(quantity, last?.way ?? 'number', last?.atHome ?? true).sem,
    after: null,
    earlier: figures
      .slice(0, -1)
      .reverse()
      .map(({ day, value }) => ({ value, label: nearDay(day, today) })),
  };
}
