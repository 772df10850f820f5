import { addDays, isDay, type Day } from './day';

/**
 * The same day so many years later; 29 February is 1 March where there is none.
 *
 * @param years whole, not negative
 * @example dayOfYears('2024-02-29', 10) // => '2034-03-01'
 */
export function dayOfYears(day: Day, years: number): Day {
  const same = `${String(Number(day.slice(0, 4)) + years).padStart(4, '0')}${day.slice(4)}`;
  return isDay(same) ? same : addDays(`${same.slice(0, 4)}-02-28`, 1);
}
