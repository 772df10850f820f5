import ICAL from 'ical.js';
import { tzlib_get_ical_block } from 'timezones-ical-library';
import { instantAt, type Day } from '#core/calendar';

/** The rules of a zone as iCalendar has them, and the name they go by there: a zone may have several. */
export interface ZoneRules {
  name: string;
  /** A `VTIMEZONE`. */
  text: string;
}

/** What the clock of some rules says of an instant’s day and time, ms since 1970 UTC. */
function instantBy(zone: ICAL.Timezone, day: Day, time: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const [hour = 0, minute = 0] = time.split(':').map(Number);
  const at = new ICAL.Time(
    { year, month, day: date, hour, minute, second: 0, isDate: false },
    zone,
  );
  return at.toUnixTime() * 1000;
}

/**
 * The rules of a zone, if they say of these days what our own clock says: a table of rules may be older or newer than the one
 * the time of everything else here is taken from, and a calendar must not be an hour beside it.
 *
 * @returns null where there are none, or they disagree
 */
export function zoneRules(timeZone: string, days: readonly Day[], time: string): ZoneRules | null {
  const [text] = tzlib_get_ical_block(timeZone);
  const name = /^TZID:(.+?)\r?$/m.exec(text ?? '')?.[1];
  if (!text || !name) return null;
  const parsed = new ICAL.Component(
    ICAL.parse(`BEGIN:VCALENDAR\r\n${text}\r\nEND:VCALENDAR`) as unknown[],
  ).getFirstSubcomponent('vtimezone');
  if (!parsed) return null;
  const zone = new ICAL.Timezone(parsed);
  const agrees = days.every((day) => instantBy(zone, day, time) === instantAt(day, time, timeZone));
  return agrees ? { name, text } : null;
}
