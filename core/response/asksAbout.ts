import { addDays, type Day } from '#core/calendar';

/** Longer ago nobody remembers the morning after; our choice, days. */
export const ASKED_WITHIN_DAYS = 7;

/**
 * The session whose next day is to be asked about before anything else is pressed: the last one that pressed
 * anything, unless it was today or is answered. Null when there is none.
 *
 * @param sessions newest first; `contactSeconds` is what was held in them
 * @example asksAbout([{ day: '2026-03-01', contactSeconds: 60, response: null }], '2026-03-02')?.day
 *   // => '2026-03-01'
 */
export function asksAbout<S extends { day: Day; contactSeconds: number; response: string | null }>(
  sessions: readonly S[],
  today: Day,
): S | null {
  const last = sessions.find(({ contactSeconds }) => contactSeconds > 0);
  if (!last || last.day >= today || last.day < addDays(today, -ASKED_WITHIN_DAYS)) return null;
  return last.response === null ? last : null;
}
