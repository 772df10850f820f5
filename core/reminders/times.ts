import { addDays, TIMES_OF_DAY, weekdayOf, weekOf, type Day, type TimeOfDay } from '#core/calendar';
import { spreadWeek, type Routine, type SpreadWishes } from '#core/routine';

/** When practice is planned at one time of the day. */
export interface PlannedTime {
  slot: TimeOfDay;
  /** Days, the earliest first. */
  days: readonly Day[];
  /** The weekdays it falls on, 1 = Monday, where every week is like the others; null where weeks differ. */
  weekdays: readonly number[] | null;
}

/**
 * The times of the day that practice is planned at, with their days.
 *
 * @param from the first day
 * @param weeks so many weeks from it
 * @example plannedTimes(daily, evenings, '2026-03-23', 2) // [{ slot: 'evening', days: fourteen, weekdays: [1, …, 7] }]
 */
export function plannedTimes(
  routine: Routine,
  wishes: SpreadWishes,
  from: Day,
  weeks: number,
): PlannedTime[] {
  const end = addDays(from, weeks * 7);
  const all: { day: Day; slot: TimeOfDay }[] = [];
  for (let monday = weekOf(from); monday < end; monday = addDays(monday, 7))
    for (const { day, occasions } of spreadWeek(routine, wishes, monday))
      if (day >= from && day < end) for (const { time } of occasions) all.push({ day, slot: time });
  return TIMES_OF_DAY.flatMap((slot): PlannedTime[] => {
    const days = [...new Set(all.flatMap((one) => (one.slot === slot ? [one.day] : [])))];
    if (days.length === 0) return [];
    const weekdays = [...new Set(days.map(weekdayOf))].sort((a, b) => a - b);
    const isSteady = days.length === weekdays.length * weeks;
    return [{ slot, days, weekdays: isSteady ? weekdays : null }];
  });
}
