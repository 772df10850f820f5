import type { Day } from '#core/calendar';
import { dropRows, type DropRow, type RatedPlace } from './dropRows';

/** What of the ratings is looked at: from a day on, and at some sites only. */
export interface Looked {
  /** The first day; null: from the beginning. */
  from: Day | null;
  /** Null: every site. */
  siteId: string | null;
}

/**
 * The rows of the drop chart for a part of what was rated: trends and changes are those of that part.
 *
 * @example rowsWithin(rated, { from: '2026-03-01', siteId: null })
 */
export const rowsWithin = (rated: readonly RatedPlace[], { from, siteId }: Looked): DropRow[] =>
  dropRows(
    rated.filter(
      (one) => (from === null || one.day >= from) && (siteId === null || one.siteId === siteId),
    ),
  );
