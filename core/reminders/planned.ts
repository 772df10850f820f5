import { addDays, dayOf, instantAt, timeOf, type Day, type TimeOfDay } from '#core/calendar';
import { spreadWeek, type Routine, type SpreadWishes } from '#core/routine';
import type { ReminderWish } from './wish';

/** One reminder that is to come. */
export interface PlannedReminder {
  day: Day;
  slot: TimeOfDay | 'snoozed';
  /** Ms since 1970 UTC. */
  at: number;
}

/** Further ahead nothing is looked for. */
const DAYS_AHEAD = 8;

/** Whether a clock time lies in the quiet hours, which may go over midnight. */
export function isQuiet(time: string, { from, to }: ReminderWish['quiet']): boolean {
  if (from === to) return false;
  return from < to ? time >= from && time < to : time >= from || time < to;
}

/** Out of the quiet hours: at their end on the same day, or not at all where they last past it. */
function outOfQuiet(time: string, quiet: ReminderWish['quiet']): string | null {
  if (!isQuiet(time, quiet)) return time;
  return quiet.to > time ? quiet.to : null;
}

/** The reminders of a day, by the clock of the client’s zone; two that fall together are one. */
export function plannedOn(
  routine: Routine,
  wishes: SpreadWishes,
  wish: ReminderWish,
  day: Day,
  timeZone: string,
): PlannedReminder[] {
  if (!wish.on || (wish.pausedUntil !== null && day <= wish.pausedUntil)) return [];
  const occasions = spreadWeek(routine, wishes, day).find((one) => one.day === day)?.occasions;
  const times = new Map<string, TimeOfDay>();
  for (const { time } of occasions ?? []) {
    const at = outOfQuiet(wish.times[time], wish.quiet);
    if (at !== null && !times.has(at)) times.set(at, time);
  }
  return [...times]
    .map(([time, slot]): PlannedReminder => ({ day, slot, at: instantAt(day, time, timeZone) }))
    .sort((one, other) => one.at - other.at);
}

/** One that was put off: when it was put off to, or after the quiet hours. */
function snoozed(
  { on, snoozedUntil, quiet, pausedUntil }: ReminderWish,
  after: number,
  timeZone: string,
): PlannedReminder | null {
  if (!on || snoozedUntil === null || snoozedUntil <= after) return null;
  const day = dayOf(snoozedUntil, timeZone);
  if (pausedUntil !== null && day <= pausedUntil) return null;
  return isQuiet(timeOf(snoozedUntil, timeZone), quiet)
    ? null
    : { day, slot: 'snoozed', at: snoozedUntil };
}

/**
 * The first reminder after an instant; null when none comes within a week.
 *
 * @param after ms since 1970 UTC
 */
export function nextAfter(
  routine: Routine,
  wishes: SpreadWishes,
  wish: ReminderWish,
  after: number,
  timeZone: string,
): PlannedReminder | null {
  const today = dayOf(after, timeZone);
  const putOff = snoozed(wish, after, timeZone);
  for (let ahead = 0; ahead < DAYS_AHEAD; ahead += 1) {
    const planned = plannedOn(routine, wishes, wish, addDays(today, ahead), timeZone).find(
      ({ at }) => at > after,
    );
    if (planned) return putOff && putOff.at <= planned.at ? putOff : planned;
  }
  return putOff;
}
