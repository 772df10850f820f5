import { addDays, daysBetween, type Day } from './day';

/** From a day on, a routine asks for so many sessions a week. Periods in rising order. */
export interface AskPeriod {
  from: Day;
  timesPerWeek: number;
}

/**
 * Sessions asked for in a span of days, both ends included: each day asks for a seventh of what the
 * version in force that day asks for in a week; the sum is rounded.
 *
 * @example askedBetween([{ from: '2026-01-05', timesPerWeek: 7 }], '2026-01-05', '2026-01-11') // => 7
 */
export function askedBetween(periods: readonly AskPeriod[], from: Day, to: Day): number {
  let sum = 0;
  periods.forEach((period, index) => {
    const next = periods[index + 1];
    const start = period.from > from ? period.from : from;
    const lastDay = next ? addDays(next.from, -1) : to;
    const end = lastDay < to ? lastDay : to;
    if (start <= end) sum += ((daysBetween(start, end) + 1) * period.timesPerWeek) / 7;
  });
  return Math.round(sum);
}
