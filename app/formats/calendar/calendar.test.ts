import ICAL from 'ical.js';
import { rrulestr } from 'rrule';
import { addDays, instantAt, type TimeOfDay } from '#core/calendar';
import { itemFor, routineWith, timed } from '#core/examples';
import { plannedTimes } from '#core/reminders';
import { calendarOf, type Plan } from './calendar.server';

const WEEKS = 3;
const plan = (timeZone: string, from: string, timesPerWeek: number, more: Partial<Plan> = {}) => {
  const routine = { ...routineWith(itemFor('calf', { dose: timed(30) })), timesPerWeek };
  const wishes = { timesOfDay: ['evening'] as TimeOfDay[], habits: null };
  const times = plannedTimes(routine, wishes, from, WEEKS).map(({ slot, ...rest }) => ({
    ...rest,
    id: slot,
    time: '20:00',
  }));
  return {
    id: 'c1',
    title: 'Practice',
    timeZone,
    times,
    minutes: 12,
    sequence: 3001,
    visit: { day: addDays(from, 9), sequence: 4 },
    words: { practice: 'Time to practise', visit: 'Visit', about: '' },
    link: 'https://practice.example/today',
    alarmMinutes: 10,
    now: new Date('2026-03-20T10:00:00Z'),
    ...more,
  } satisfies Plan;
};

/** As an independent reader has it: every event with the instants at which it happens. */
function readBack(text: string) {
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  for (const zone of root.getAllSubcomponents('vtimezone'))
    ICAL.TimezoneService.register(new ICAL.Timezone(zone));
  const events = root.getAllSubcomponents('vevent').map((one) => {
    const event = new ICAL.Event(one);
    const instants: number[] = [];
    const next = event.iterator();
    for (let at = next.next(); at && instants.length < 100; at = next.next())
      instants.push(at.toUnixTime() * 1000);
    return { event, component: one, instants };
  });
  return { root, events };
}

describe('a plan as iCalendar', () => {
  // Both changes of the clock in 2026: Europe 29 March and 25 October, New York 8 March and 1 November, Lord Howe half an hour.
  const AROUND = [
    ['Europe/Copenhagen', '2026-03-16'],
    ['Europe/Copenhagen', '2026-10-12'],
    ['America/New_York', '2026-02-23'],
    ['America/New_York', '2026-10-19'],
    ['Australia/Lord_Howe', '2026-03-23'],
    ['Pacific/Auckland', '2026-09-14'],
    ['Asia/Kolkata', '2026-03-16'],
    // Newer names, older ones that browsers still say, and zones whose rules have changed or go by the moon.
    ['Europe/Kyiv', '2026-03-16'],
    ['Asia/Saigon', '2026-03-16'],
    ['America/Sao_Paulo', '2026-10-12'],
    ['America/Mexico_City', '2026-03-30'],
    ['Africa/Casablanca', '2026-02-09'],
    ['America/Vancouver', '2026-10-19'],
  ] as const;

  it.each(AROUND)('stays at its time over a change of the clock: %s from %s', (zone, from) => {
    for (const many of [2, 5, 7]) {
      const given = plan(zone, from, many);
      const { events } = readBack(calendarOf(given));
      const practice = events.filter(({ event }) => event.summary === 'Time to practise');
      const expected = given.times.flatMap(({ days }) =>
        days.map((day) => instantAt(day, '20:00', zone)),
      );
      expect(practice.flatMap(({ instants }) => instants)).toEqual(expected);
      expect(expected).toHaveLength(many * WEEKS);
      expect(practice[0]?.event.duration.toSeconds()).toBe(12 * 60);
    }
  });

  it('says the time our own clock says in every zone there is, and names none whose rules it does not bring', () => {
    for (const zone of Intl.supportedValuesOf('timeZone')) {
      const given = plan(zone, '2026-10-12', 3);
      const text = calendarOf(given);
      const { events } = readBack(text);
      const told = events
        .filter(({ event }) => event.summary === 'Time to practise')
        .flatMap(({ instants }) => instants);
      const expected = given.times.flatMap(({ days }) =>
        days.map((day) => instantAt(day, '20:00', zone)),
      );
      expect([zone, told]).toEqual([zone, expected]);
      const brought = new Set([...text.matchAll(/\r\nTZID:(.+)\r\n/g)].map(([, name]) => name));
      for (const [, name] of text.matchAll(/DTSTART;TZID=([^:]+):/g))
        expect([zone, brought.has(name)]).toEqual([zone, true]);
    }
  });

  it('has rules that another library expands to the days of the plan', () => {
    const given = plan('Europe/Copenhagen', '2026-03-18', 4);
    const text = calendarOf(given).replaceAll(/\r\n[ \t]/g, '');
    const rule = /RRULE:(FREQ=WEEKLY.*)\r\n/.exec(text)?.[1] ?? '';
    expect(rule).toContain(`COUNT=${4 * WEEKS}`);
    const [first] = given.times;
    // Days alone: the zone is the other reader’s part.
    const days = rrulestr(
      `DTSTART:${(first?.days[0] ?? '').replaceAll('-', '')}T200000Z\nRRULE:${rule}`,
    )
      .all()
      .map((at) => at.toISOString().slice(0, 10));
    expect(days).toEqual(first?.days);
  });

  it('is a whole calendar: method, zone, alarm, ids that stay, nothing of anybody’s health unasked', () => {
    const given = plan('Europe/Copenhagen', '2026-03-16', 5);
    const text = calendarOf(given);
    const { root, events } = readBack(text);
    expect(root.getFirstPropertyValue('method')).toBe('PUBLISH');
    expect(root.getFirstPropertyValue('version')).toBe('2.0');
    expect(root.getAllSubcomponents('vtimezone')).toHaveLength(1);
    // Lines of at most 75 octets that end with CR LF.
    for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75);
    const [practice, visit] = events;
    expect(practice?.event.uid).toBe('c1.evening@entspann');
    expect(practice?.event.sequence).toBe(3001);
    const [alarm] = practice?.component.getAllSubcomponents('valarm') ?? [];
    expect(String(alarm?.getFirstPropertyValue('trigger'))).toBe('-PT10M');
    expect(visit?.event.startDate.isDate).toBe(true);
    expect(visit?.event.startDate.toString()).toBe('2026-03-25');
    expect(visit?.event.uid).toBe('c1.visit@entspann');
    expect(text).not.toMatch(/calf|routine|tender/i);
    // Changed, it is the same event with a higher number.
    const later = readBack(calendarOf({ ...given, sequence: 4001, minutes: 20 })).events[0];
    expect(later?.event.uid).toBe(practice?.event.uid);
    expect(later?.event.sequence).toBeGreaterThan(practice?.event.sequence ?? 0);
  });

  it('keeps words with commas, semicolons, lines and any letters as they are', () => {
    const words = { practice: 'Zeit, jetzt; Ő', visit: 'Visit', about: 'one, two;\nthree \\ 🎭' };
    const { events } = readBack(calendarOf(plan('UTC', '2026-03-16', 5, { words })));
    expect(events[0]?.event.summary).toBe(words.practice);
    expect(events[0]?.event.description).toBe(words.about);
  });

  it('names each day by itself where weeks differ', () => {
    const given = plan('Europe/Copenhagen', '2026-03-16', 2);
    const days = ['2026-03-17', '2026-03-28', '2026-04-01'];
    const times = [{ id: 'evening', time: '20:00', days, weekdays: null }];
    const { events } = readBack(calendarOf({ ...given, times, visit: null }));
    expect(events.map(({ instants }) => instants[0])).toEqual(
      days.map((day) => instantAt(day, '20:00', 'Europe/Copenhagen')),
    );
    expect(new Set(events.map(({ event }) => event.uid)).size).toBe(3);
  });
});
