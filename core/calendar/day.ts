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

/**
 * The instant at which a day’s clock shows a time in a zone; in the hour a clock change leaves out, the one after it.
 *
 * @param time `HH:MM`
 * @returns milliseconds since 1970 UTC
 * @throws RangeError when the day, the time or the zone is none
 * @example instantAt('2026-03-29', '02:30', 'Europe/Copenhagen') // 03:30 summer time
 */
export const instantAt = (day: Day, time: string, timeZone: string): number =>
  Temporal.PlainDate.from(day).toZonedDateTime({
    timeZone,
    plainTime: Temporal.PlainTime.from(time),
  }).epochMilliseconds;

/** What the clock shows at an instant in a zone, `HH:MM`. */
export const timeOf = (instant: number, timeZone: string): string =>
  Temporal.Instant.fromEpochMilliseconds(instant)
    .toZonedDateTimeISO(timeZone)
    .toPlainTime()
    .toString({ smallestUnit: 'minute' });

const DAY_MS = 86_400_000;
/** Days that were read before: a record names the same few hundred tens of thousands of times. */
const numbers = new Map<Day, number>();
const MOST_NUMBERS = 20_000;

/** Days since 1970-01-01. Throws a RangeError for what is no day. */
function numberOf(day: Day): number {
  const known = numbers.get(day);
  if (known !== undefined) return known;
  const { year, month, day: ofMonth } = Temporal.PlainDate.from(day);
  const number = Date.UTC(year, month - 1, ofMonth) / DAY_MS;
  if (numbers.size >= MOST_NUMBERS) numbers.clear();
  numbers.set(day, number);
  return number;
}

/** The same the other way round. */
const days = new Map<number, Day>();

export function addDays(day: Day, count: number): Day {
  const number = numberOf(day) + count;
  const known = days.get(number);
  if (known !== undefined) return known;
  const told = new Date(number * DAY_MS).toISOString().slice(0, 10);
  if (days.size >= MOST_NUMBERS) days.clear();
  days.set(number, told);
  return told;
}

/** Whole days from one to the other; negative when `to` is earlier. */
export const daysBetween = (from: Day, to: Day): number => numberOf(to) - numberOf(from);

/** 1 = Monday … 7 = Sunday (ISO 8601). 1970-01-01 was a Thursday. */
export const weekdayOf = (day: Day): number => ((((numberOf(day) + 3) % 7) + 7) % 7) + 1;

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
