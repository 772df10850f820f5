import { getVtimezoneComponent } from '@touch4it/ical-timezones';
import ical, {
  ICalAlarmType,
  ICalCalendarMethod,
  ICalEventRepeatingFreq,
  ICalEventTransparency,
  ICalWeekday,
} from 'ical-generator';
import type { Day } from '#core/calendar';

/** A time of the day that comes again. */
export interface RepeatedTime {
  /** Stays the same as long as it is this time of the day. */
  id: string;
  /** By the client’s clock, `HH:MM`. */
  time: string;
  days: readonly Day[];
  /** 1 = Monday; null: only on the days that are named. */
  weekdays: readonly number[] | null;
}

/** A client’s plan as a calendar. */
export interface Plan {
  /** Whose; the ids of its events are made with it. */
  id: string;
  title: string;
  /** IANA name. */
  timeZone: string;
  times: readonly RepeatedTime[];
  minutes: number;
  /** Goes up with every change. */
  sequence: number;
  visit: { day: Day; sequence: number } | null;
  /** What the events are called, and what stands in them. */
  words: { practice: string; visit: string; about: string };
  /** The page an event leads to. */
  link: string;
  /** So many minutes before; null: no alarm. */
  alarmMinutes: number | null;
  now: Date;
}

const WEEKDAYS = [
  ICalWeekday.MO,
  ICalWeekday.TU,
  ICalWeekday.WE,
  ICalWeekday.TH,
  ICalWeekday.FR,
  ICalWeekday.SA,
  ICalWeekday.SU,
] as const;

/** What the clock shows, as the library wants it: no instant, it is read by the zone beside it. */
const clockTime = (day: Day, time: string, minutes = 0): string => {
  const at = new Date(`${day}T${time}:00Z`);
  return new Date(at.getTime() + minutes * 60_000).toISOString().slice(0, 19);
};

const DOMAIN = 'entspann';

/**
 * A plan as iCalendar (RFC 5545): times as the clock of a zone shows them, with that zone’s own rules, so that they stay where
 * they are over both changes of the clock. An event keeps its UID from one taking out to the next.
 */
export function calendarOf(plan: Plan): string {
  const { id, timeZone, words, link, minutes, now } = plan;
  const calendar = ical({
    name: plan.title,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Entspann', product: 'Entspann', language: 'EN' },
    timezone: { name: timeZone, generator: (zone) => getVtimezoneComponent(zone) ?? null },
  });
  for (const { id: slot, time, days, weekdays } of plan.times) {
    // A rule begins on a day that keeps it.
    for (const day of weekdays === null ? days : days.slice(0, 1)) {
      const event = calendar.createEvent({
        id: `${id}.${slot}${weekdays === null ? `.${day}` : ''}@${DOMAIN}`,
        sequence: plan.sequence,
        stamp: now,
        start: clockTime(day, time),
        end: clockTime(day, time, minutes),
        timezone: timeZone,
        summary: words.practice,
        description: words.about === '' ? null : words.about,
        url: link,
        repeating:
          weekdays === null
            ? null
            : {
                freq: ICalEventRepeatingFreq.WEEKLY,
                byDay: weekdays.flatMap((at) => WEEKDAYS[at - 1] ?? []),
                // Not until an instant: the library writes that without its zone.
                count: days.length,
              },
      });
      if (plan.alarmMinutes !== null)
        event.createAlarm({
          type: ICalAlarmType.display,
          triggerBefore: plan.alarmMinutes * 60,
          description: words.practice,
        });
    }
  }
  if (plan.visit)
    calendar.createEvent({
      id: `${id}.visit@${DOMAIN}`,
      sequence: plan.visit.sequence,
      stamp: now,
      start: plan.visit.day,
      allDay: true,
      transparency: ICalEventTransparency.TRANSPARENT,
      summary: words.visit,
    });
  return calendar.toString();
}
