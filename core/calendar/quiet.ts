import { daysBetween, type Day } from './day';

/**
 * Days without a session, counted from the last one or, when there was none, from the day the routine
 * was issued; 0 when nothing was ever asked for.
 */
export function quietDays(seen: {
  lastPractised: Day | null;
  firstIssued: Day | null;
  today: Day;
}): number {
  const since = seen.lastPractised ?? seen.firstIssued;
  return since === null ? 0 : Math.max(0, daysBetween(since, seen.today));
}
