import { addDays, askedBetween, weekOf, type AskPeriod, type Day } from '#core/calendar';

/** Sessions of one week, Monday to Sunday. */
export interface WeekCount {
  monday: Day;
  done: number;
  /** Stopped before half of the holds. */
  partial: number;
  asked: number;
}

/**
 * Counts sessions by week, from the week of the first version to the week of `today`; the present
 * week asks for what it asks for up to its end.
 */
export function weeksOf(
  sessions: readonly { day: Day; counts: boolean }[],
  periods: readonly AskPeriod[],
  today: Day,
): WeekCount[] {
  const first = periods[0];
  if (!first) return [];
  const weeks: WeekCount[] = [];
  for (let monday = weekOf(first.from); monday <= today; monday = addDays(monday, 7)) {
    const sunday = addDays(monday, 6);
    const within = sessions.filter(({ day }) => day >= monday && day <= sunday);
    weeks.push({
      monday,
      done: within.filter((session) => session.counts).length,
      partial: within.filter((session) => !session.counts).length,
      asked: askedBetween(periods, monday, sunday),
    });
  }
  return weeks;
}
