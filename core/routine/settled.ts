import { addDays, type Day } from '#core/calendar';
import { pressesOf, type Routine } from './routine';

/** A quiet week before anything new is taken as borne. Common practice: change nothing before it is known. */
const QUIET_DAYS = 7;

/**
 * Sites of the version that was in force a week ago.
 *
 * @param versions oldest first
 * @example settledSites([{ issuedOn: '2026-03-01', content }], '2026-03-05') // => []
 */
export function settledSites(
  versions: readonly { issuedOn: Day; content: Pick<Routine, 'items'> }[],
  today: Day,
): string[] {
  const since = addDays(today, -QUIET_DAYS);
  const then = versions.findLast(({ issuedOn }) => issuedOn <= since);
  return [...new Set(then ? pressesOf(then.content).map(({ siteId }) => siteId) : [])];
}
