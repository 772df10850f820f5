import fc from 'fast-check';
import { addDays, dayOf, timeOf, TIMES_OF_DAY, weekdayOf, type TimeOfDay } from '#core/calendar';
import { anyRoutine, itemFor, routineWith, timed } from '#core/examples';
import {
  isQuiet,
  isWanted,
  nextAfter,
  plannedOn,
  plannedTimes,
  readWish,
  REMINDER,
  reminderMail,
  reminderWishSchema,
  STALE_AFTER_MS,
  USUAL_WISH,
  type ReminderWish,
} from './index';

const ZONE = 'Europe/Copenhagen';
const MONDAY = '2026-03-23';
const daily = { ...routineWith(itemFor('calf', { dose: timed(30) })), timesPerWeek: 7 };
const evening = { timesOfDay: ['evening'] as TimeOfDay[], habits: null };
const wish = (more: Partial<ReminderWish> = {}): ReminderWish => ({
  ...USUAL_WISH,
  on: true,
  ...more,
});
const times = (day: string, more: Partial<ReminderWish> = {}) =>
  plannedOn(daily, evening, wish(more), day, ZONE).map(({ at }) => timeOf(at, ZONE));

describe('reminders', () => {
  it('come at the planned time by the client’s own clock, over both clock changes', () => {
    // 29 March and 25 October 2026: the nights the clocks change.
    for (const day of [
      MONDAY,
      '2026-03-28',
      '2026-03-29',
      '2026-03-30',
      '2026-10-24',
      '2026-10-25',
    ]) {
      expect(times(day)).toEqual(['20:00']);
    }
    const before = plannedOn(daily, evening, wish(), '2026-03-28', ZONE)[0]?.at ?? 0;
    const after = plannedOn(daily, evening, wish(), '2026-03-29', ZONE)[0]?.at ?? 0;
    expect((after - before) / 3_600_000).toBe(23);
  });

  it('do not come before they are wanted, in a pause, or in the quiet hours', () => {
    expect(times(MONDAY, { on: false })).toEqual([]);
    expect(times(MONDAY, { pausedUntil: MONDAY })).toEqual([]);
    expect(times(addDays(MONDAY, 1), { pausedUntil: MONDAY })).toEqual(['20:00']);
    const late = { ...USUAL_WISH.times, evening: '22:15' };
    expect(times(MONDAY, { times: late })).toEqual([]);
    const early = { ...USUAL_WISH.times, evening: '06:00' };
    expect(times(MONDAY, { times: early })).toEqual(['07:30']);
    expect(times(MONDAY, { times: late, quiet: { from: '00:00', to: '00:00' } })).toEqual([
      '22:15',
    ]);
  });

  it('follow one after the other, each once, on to the next day', () => {
    const at = plannedOn(daily, evening, wish(), MONDAY, ZONE)[0]?.at ?? 0;
    const first = nextAfter(daily, evening, wish(), at - 1, ZONE);
    expect(first).toMatchObject({ day: MONDAY, slot: 'evening', at });
    expect(nextAfter(daily, evening, wish(), at, ZONE)).toMatchObject({ day: addDays(MONDAY, 1) });
    expect(nextAfter(daily, evening, wish({ on: false }), at, ZONE)).toBeNull();
  });

  it('that are put off come then, unless that is in the quiet hours', () => {
    const at = plannedOn(daily, evening, wish(), MONDAY, ZONE)[0]?.at ?? 0;
    const half = at + 1_800_000;
    expect(nextAfter(daily, evening, wish({ snoozedUntil: half }), at, ZONE)).toMatchObject({
      slot: 'snoozed',
      at: half,
    });
    const night = at + 3 * 3_600_000;
    expect(nextAfter(daily, evening, wish({ snoozedUntil: night }), at, ZONE)?.slot).toBe(
      'evening',
    );
  });

  it('of any wish lie outside its quiet hours, in order, on their day, and none is met twice', () => {
    const clock = fc
      .tuple(fc.integer({ min: 0, max: 23 }), fc.integer({ min: 0, max: 59 }))
      .map((parts) => parts.map((part) => String(part).padStart(2, '0')).join(':'));
    const anyWish = fc.record({
      on: fc.constant(true),
      times: fc.record({ morning: clock, midday: clock, afternoon: clock, evening: clock }),
      quiet: fc.record({ from: clock, to: clock }),
      byMail: fc.boolean(),
      pausedUntil: fc.constant(null),
      snoozedUntil: fc.constant(null),
    });
    const zones = fc.constantFrom(
      'Europe/Copenhagen',
      'America/St_Johns',
      'Pacific/Kiritimati',
      'UTC',
    );
    fc.assert(
      fc.property(
        anyRoutine,
        anyWish,
        zones,
        fc.integer({ min: 0, max: 365 }),
        fc.subarray([...TIMES_OF_DAY]),
        (routine, any, zone, days, timesOfDay) => {
          const day = addDays('2026-01-01', days);
          const planned = plannedOn(routine, { timesOfDay, habits: null }, any, day, zone);
          expect(new Set(planned.map(({ at }) => at)).size).toBe(planned.length);
          for (const { at } of planned) {
            expect(dayOf(at, zone)).toBe(day);
            const shown = timeOf(at, zone);
            // In the hour a clock change leaves out, the clock shows the one after it.
            const isAsWished = [...Object.values(any.times), any.quiet.to].includes(shown);
            expect(isAsWished && isQuiet(shown, any.quiet)).toBe(false);
          }
          const [first] = planned;
          if (!first) return;
          const next = nextAfter(routine, { timesOfDay, habits: null }, any, first.at, zone);
          expect(next === null || next.at > first.at).toBe(true);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('are let go when the session was done, when nothing may be begun, and when the time has passed', () => {
    const due = { day: MONDAY, at: 1_000_000_000 };
    const standing = { sessions: [], before: [], held: false };
    expect(isWanted(due, standing, due.at)).toBe(true);
    expect(isWanted(due, { ...standing, held: true }, due.at)).toBe(false);
    expect(isWanted(due, standing, due.at + STALE_AFTER_MS + 1)).toBe(false);
    const done = { day: MONDAY, counts: true, startedAt: due.at - 60_000 };
    expect(isWanted(due, { ...standing, sessions: [done] }, due.at)).toBe(false);
    // A second session of the day is reminded of after the first was done.
    const second = { ...standing, sessions: [done], before: [due.at - 1_000] };
    expect(isWanted(due, second, due.at)).toBe(true);
    expect(isWanted(due, { ...standing, sessions: [{ ...done, counts: false }] }, due.at)).toBe(
      true,
    );
  });

  it('say nothing of health: a lock screen is read by everybody', () => {
    const said = `${REMINDER.title} ${REMINDER.text} ${REMINDER.mailSubject} ${reminderMail('https://house.example')}`;
    for (const word of [
      'pain',
      'routine',
      'session',
      'therap',
      'tender',
      'exercise',
      'practi',
      'muscle',
      'ball',
    ])
      expect(said.toLowerCase()).not.toContain(word);
    expect(said).toContain('https://house.example/reminders');
  });

  it('a wish that cannot be read is as usual, and a wrong one is refused with a sentence', () => {
    expect(readWish({ on: 'yes' })).toEqual(USUAL_WISH);
    expect(readWish(null).on).toBe(false);
    const wrong = reminderWishSchema.safeParse({
      ...USUAL_WISH,
      quiet: { from: '25:00', to: '07:00' },
    });
    expect(wrong.error?.issues[0]?.message).toContain('must be a time like 07:30');
  });
});

describe('the times of a plan', () => {
  it('are those of its weeks, day by day, and where weeks are alike their weekdays say the same', () => {
    const never = { from: '00:00', to: '00:00' };
    fc.assert(
      fc.property(
        anyRoutine,
        fc.integer({ min: 1, max: 14 }),
        fc.subarray([...TIMES_OF_DAY]),
        fc.integer({ min: 0, max: 13 }),
        fc.integer({ min: 1, max: 6 }),
        (routine, timesPerWeek, timesOfDay, start, weeks) => {
          const asked = { ...routine, timesPerWeek };
          const wishes = { timesOfDay, habits: null };
          const from = addDays(MONDAY, start);
          const times = plannedTimes(asked, wishes, from, weeks);
          const all = Array.from({ length: weeks * 7 }, (_, n) => addDays(from, n));
          // The same hours as reminders have, which ask for one day at a time.
          const told = all.flatMap((day) =>
            plannedOn(asked, wishes, wish({ quiet: never }), day, ZONE).map(
              ({ slot }) => `${slot} ${day}`,
            ),
          );
          const mine = times.flatMap(({ slot, days }) => days.map((day) => `${slot} ${day}`));
          expect(mine.sort()).toEqual(told.sort());
          for (const { days, weekdays } of times) {
            if (weekdays === null) continue;
            expect(all.filter((day) => weekdays.includes(weekdayOf(day)))).toEqual(days);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});
