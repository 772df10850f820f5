import { TIMES_OF_DAY } from '#core/calendar';
import type { SpreadWishes } from '#core/routine';

/** The days of a week, 1 = Monday. */
export const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7] as const;

/** The fields of `WeekFields` as they are kept: ticks become lists, an empty habit is none. */
export function readWeek(form: Record<string, string>) {
  return {
    weekdays: WEEKDAYS.filter((day) => `day:${day}` in form),
    timesOfDay: TIMES_OF_DAY.filter((time) => `time:${time}` in form),
    habits: Object.fromEntries(
      TIMES_OF_DAY.flatMap((time) => {
        const habit = form[`habit:${time}`]?.trim() ?? '';
        return habit === '' ? [] : [[time, habit]];
      }),
    ),
  } satisfies SpreadWishes;
}
