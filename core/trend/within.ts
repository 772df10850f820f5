import type { Side } from '#core/anatomy';
import type { Day } from '#core/calendar';
import { dropRows, type DropRow, type RatedPlace } from './dropRows';

/** A stretch of days, both ends within it; null: open at that end. */
export interface Stretch {
  from: Day | null;
  to: Day | null;
}

/** What of the record is looked at: some days, and a site, one side of it or one point of the map. */
export interface Looked extends Stretch {
  /** Null: every site. */
  siteId: string | null;
  side: Side | null;
  /** Of a point of the map. */
  thread: string | null;
}

/** All there is. */
export const EVERYTHING: Looked = {
  from: null,
  to: null,
  siteId: null,
  side: null,
  thread: null,
};

/** @example isWithin('2026-03-02', { from: '2026-03-02', to: null }) // true */
export const isWithin = (day: Day, { from, to }: Stretch): boolean =>
  (from === null || day >= from) && (to === null || day <= to);

/** Whether a place is looked at; which of its points, is for the caller to say. */
export const isLookedAt = (
  { siteId, side }: { siteId: string; side: Side },
  looked: Pick<Looked, 'siteId' | 'side'>,
): boolean =>
  (looked.siteId === null || siteId === looked.siteId) &&
  (looked.side === null || side === looked.side);

/**
 * The rows of the drop chart for a part of what was rated: trends and changes are those of that part.
 *
 * @example rowsWithin(rated, { ...EVERYTHING, from: '2026-03-01' })
 */
export const rowsWithin = (rated: readonly RatedPlace[], looked: Looked): DropRow[] =>
  dropRows(rated.filter((one) => isWithin(one.day, looked) && isLookedAt(one, looked))).filter(
    ({ point }) => looked.thread === null || point?.thread === looked.thread,
  );
