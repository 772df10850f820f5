import ical, {
  ICalAlarmType,
  ICalCalendarMethod,
  ICalEventRepeatingFreq,
  ICalEventTransparency,
  ICalWeekday,
} from 'ical-generator';
import { instantAt, type Day } from '#core/calendar';
import { zoneRules } from './zoneRules.server';

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

/** When an event begins and ends: as the clock of its zone shows it; as instants where the rules of the zone are not known. */
function whenOf({ timeZone, minutes }: Plan, day: Day, time: string, named: string | null) {
  if (named !== null)
    return {
      start: clockTime(day, time),
      end: clockTime(day, time, minutes),
      timezone: named,
    };
  const start = instantAt(day, time, timeZone);
  return { start: new Date(start), end: new Date(start + minutes * 60_000) };
}

/**
 * A plan as iCalendar (RFC 5545): times as the clock of a zone shows them, with that zone’s own rules, so that they stay where
 * they are over both changes of the clock. Of a zone whose rules are not known, or not as
 * our own clock has them, each day is told by itself, in UTC. An event keeps its UID from one taking out to the next.
 */
export function calendarOf(plan: Plan): string {
  const { id, timeZone, words, link, now } = plan;
  const known = plan.times.map(({ days, time }) => zoneRules(timeZone, days, time));
  const [rules = null] = known.every((one) => one !== null) ? known : [];
  const named = rules?.name ?? null;
  const calendar = ical({
    name: plan.title,
    method: ICalCalendarMethod.PUBLISH,
    prodId: { company: 'Entspann', product: 'Entspann', language: 'EN' },
    timezone: rules && { name: rules.name, generator: () => rules.text },
  });
  for (const { id: slot, time, days, ...week } of plan.times) {
    const weekdays = named === null ? null : week.weekdays;
    // A rule begins on a day that keeps it.
    for (const day of weekdays === null ? days : days.slice(0, 1)) {
      const event = calendar.createEvent({
        id: `${id}.${slot}${weekdays === null ? `.${day}` : ''}@${DOMAIN}`,
        sequence: plan.sequence,
        stamp: now,
        ...whenOf(plan, day, time, named),
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
