import { Temporal } from 'temporal-polyfill';

/** A calendar day, `YYYY-MM-DD` (ISO 8601), in the client's own zone. */
export type Day = string;

/**
 * The calendar day on which an instant falls in a zone.
 *
 * @param instant milliseconds since 1970 UTC
 * @param timeZone IANA name
 * @throws RangeError when the zone is unknown
 * @example dayOf(Date.UTC(2026, 0, 31, 23, 30), 'Europe/Copenhagen') // => '2026-02-01'
 */
export const dayOf = (instant: number, timeZone: string): Day =>
  Temporal.Instant.fromEpochMilliseconds(instant)
    .toZonedDateTimeISO(timeZone)
    .toPlainDate()
    .toString();

export const addDays = (day: Day, days: number): Day =>
  Temporal.PlainDate.from(day).add({ days }).toString();

/** Whole days from one to the other; negative when `to` is earlier. */
export const daysBetween = (from: Day, to: Day): number =>
  Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days;

/** 1 = Monday … 7 = Sunday (ISO 8601). */
export const weekdayOf = (day: Day): number => Temporal.PlainDate.from(day).dayOfWeek;

/** The Monday of a day's week. */
export const weekOf = (day: Day): Day => addDays(day, 1 - weekdayOf(day));

/** Days somebody could mean: of other centuries none is kept here. */
const YEARS = /^(19|20|21)\d{2}-\d{2}-\d{2}$/;

/**
 * Whether a text is a day of the calendar, from 1900 to 2199.
 *
 * @example isDay('2026-02-30') // => false
 */
export function isDay(text: string): boolean {
  if (!YEARS.test(text)) return false;
  try {
    Temporal.PlainDate.from(text);
    return true;
  } catch {
    return false;
  }
}

export function isTimeZone(name: string): boolean {
  try {
    dayOf(0, name);
    return !/^[+-]/.test(name);
  } catch {
    return false;
  }
}
