import type { Day } from '#core/calendar';

/** A reminder that could not be sent for so long is no use any more: the time has passed; our choice, ms. */
export const STALE_AFTER_MS = 2 * 3_600_000;

/** What decides whether a reminder still says something true when its time has come. */
export interface Standing {
  /** Sessions of the day, newest first. */
  sessions: readonly { day: Day; counts: boolean; startedAt: number }[];
  /** Reminders of this day that were there before, by when they were due, ms since 1970. */
  before: readonly number[];
  /** Nothing is to be begun: screening, a stop, or an interview that waits. */
  held: boolean;
}

/**
 * Whether a reminder is still wanted: not when a session was done since the last one of the day, nor when nothing may be
 * begun, nor long after its time.
 *
 * @param due and now in ms since 1970 UTC
 */
export function isWanted(
  { day, at }: { day: Day; at: number },
  { sessions, before, held }: Standing,
  now: number,
): boolean {
  if (held || now - at > STALE_AFTER_MS) return false;
  const since = Math.max(-Infinity, ...before);
  return !sessions.some((one) => one.day === day && one.counts && one.startedAt > since);
}
