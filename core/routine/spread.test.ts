import fc from 'fast-check';
import { ACTIVITY_KINDS } from '#core/activities';
import { TIMES_OF_DAY, weekdayOf, type TimeOfDay } from '#core/calendar';
import { anyMixedRoutine, itemFor, routineWith } from '#core/examples';
import {
  isPress,
  lineTitle,
  occasionWords,
  sessionDays,
  sessionsAWeek,
  spreadSays,
  spreadWeek,
  type Routine,
  type RoutineItem,
  type SpreadWishes,
} from './index';

const WEDNESDAY = '2026-11-25';
const none: SpreadWishes = { timesOfDay: null, habits: null };
const calf = itemFor('calf');
const anyDays = fc.subarray([1, 2, 3, 4, 5, 6, 7]);
const anyWishes: fc.Arbitrary<SpreadWishes> = fc.record({
  timesOfDay: fc.option(fc.subarray([...TIMES_OF_DAY])),
  habits: fc.constantFrom<SpreadWishes['habits'][]>(
    null,
    {},
    { midday: 'lunch', evening: 'teeth' },
  ),
});
const anyOften = fc.constantFrom<RoutineItem['often'][]>(
  undefined,
  { kind: 'weekly', days: 2, taperTo: null, until: null },
  { kind: 'weekly', days: 4, taperTo: 1, until: null },
  { kind: 'as-needed', days: 3, when: '' },
);
const anySpread = fc
  .tuple(anyMixedRoutine, fc.array(anyOften, { minLength: 7, maxLength: 7 }))
  .map(([routine, often]): Routine => ({
    ...routine,
    items: routine.items.map((item, index) => ({ ...item, often: often[index] })),
  }));
const timesPerDay = (item: RoutineItem) =>
  !isPress(item) && 'timesPerDay' in item ? item.timesPerDay : 1;

describe('a routine over the week', () => {
  it('has as many session days as are asked for, and never more gap than their number needs', () => {
    fc.assert(
      fc.property(anySpread, (routine) => {
        expect(sessionDays(routine)).toHaveLength(Math.min(7, sessionsAWeek(routine)));
      }),
    );
    for (const timesPerWeek of [1, 2, 3, 4, 5, 6, 7]) {
      const days = sessionDays({ ...routineWith(calf), timesPerWeek });
      const gaps = days.map(
        (day, at) => ((days[(at + 1) % days.length] ?? day) - day + 7) % 7 || 7,
      );
      expect(Math.max(...gaps)).toBe(Math.ceil(7 / timesPerWeek));
    }
    expect(sessionDays({ ...routineWith(calf), timesPerWeek: 5 })).toEqual([0, 1, 2, 4, 5]);
  });

  it('asks for every line on its days, each day as often as it says, and for nothing that is only as needed', () => {
    fc.assert(
      fc.property(anySpread, anyWishes, (routine, wishes) => {
        const week = spreadWeek(routine, wishes, WEDNESDAY);
        expect(week.map(({ day }) => weekdayOf(day))).toEqual([1, 2, 3, 4, 5, 6, 7]);
        for (const item of routine.items) {
          const on = week.filter(({ occasions }) =>
            occasions.some(({ items }) => items.some(({ id }) => id === item.id)),
          );
          const { often } = item;
          if (often?.kind === 'as-needed') expect(on).toEqual([]);
          else if (often?.kind === 'weekly') {
            expect(on.length).toBeLessThanOrEqual(often.days);
            // What is asked for on few days never is on two running.
            const days = on.map(({ day }) => weekdayOf(day));
            if (often.days === 2) {
              expect(days.some((day, at) => day - (days[at - 1] ?? -9) === 1)).toBe(false);
            }
          } else expect(on).toHaveLength(sessionDays(routine).length);
          for (const { occasions } of on) {
            const times = occasions.filter(({ items }) => items.some(({ id }) => id === item.id));
            const sessions = times.filter(({ what }) => what === 'session').length;
            expect(sessions).toBeGreaterThan(0);
            expect(times).toHaveLength(Math.max(sessions, timesPerDay(item)));
            // Not twice at one time while another time of the day is free.
            const used = TIMES_OF_DAY.map(
              (time) => times.filter((one) => one.time === time).length,
            );
            expect(Math.max(...used) - Math.min(...used)).toBeLessThanOrEqual(1);
          }
        }
      }),
    );
  });

  it('has its session at a wished time, in the morning only when that alone was wished or nothing but neck and jaw is worked', () => {
    fc.assert(
      fc.property(anySpread, anyWishes, (routine, wishes) => {
        for (const { occasions } of spreadWeek(routine, wishes, WEDNESDAY)) {
          const sessions = occasions.filter(({ what }) => what === 'session');
          if (sessions.length !== 1) continue;
          const [session] = sessions;
          const wished = wishes.timesOfDay ?? [];
          if (wished.length > 0) expect(wished).toContain(session?.time);
          if (session?.time !== 'morning') continue;
          expect(wished).toEqual(['morning']);
        }
      }),
    );
  });

  // Common practice, no published source: stretches three times a day, drills four or five, jaw inside at most twice.
  it('puts a stretch three times and a drill four times into a day, tied to what is done anyway', () => {
    const wish = { id: 'line', affectedSide: null };
    const stretch = { ...ACTIVITY_KINDS.stretch.usual(wish), id: 'stretch' };
    const drill = { ...ACTIVITY_KINDS.drill.usual(wish), id: 'drill' };
    const routine = { ...routineWith(calf), items: [calf, stretch, drill] };
    const wishes: SpreadWishes = {
      timesOfDay: ['evening'],
      habits: { midday: 'the lunch break', morning: 'brushing teeth' },
    };
    const [monday] = spreadWeek(routine, wishes, WEDNESDAY);
    const told = monday?.occasions.map((one) => [
      occasionWords(one),
      one.what,
      one.items.map(({ id }) => id).join(' '),
    ]);
    expect(told).toEqual([
      ['morning, brushing teeth', 'again', 'stretch drill'],
      ['midday, the lunch break', 'again', 'stretch drill'],
      ['afternoon', 'again', 'drill'],
      ['evening', 'session', 'calf stretch drill'],
    ]);
  });

  it('puts two sessions of a day as far apart as the wishes let it', () => {
    const jaw = itemFor('jaw-inside');
    const routine = { ...routineWith(jaw), timesPerWeek: 14 };
    const times = (timesOfDay: TimeOfDay[]) =>
      spreadWeek(routine, { timesOfDay, habits: null }, WEDNESDAY).map(({ occasions }) =>
        occasions.map(({ time }) => time),
      );
    expect(times([])).toEqual(Array(7).fill(['morning', 'evening']));
    expect(times(['midday', 'evening'])).toEqual(Array(7).fill(['midday', 'evening']));
    const nine = spreadWeek({ ...routine, timesPerWeek: 9 }, none, WEDNESDAY);
    expect(nine.map(({ occasions }) => occasions.length).sort()).toEqual([1, 1, 1, 1, 1, 2, 2]);
  });

  it('lets what is asked for on few days rest between them, and end when it ends', () => {
    const seldom: RoutineItem = {
      ...itemFor('skull-base'),
      often: { kind: 'weekly', days: 3, taperTo: null, until: '2026-11-26' },
    };
    const week = spreadWeek({ ...routineWith(calf), items: [seldom, calf] }, none, WEDNESDAY);
    const on = week.flatMap(({ day, occasions }) =>
      occasions.some(({ items }) => items.some(({ id }) => id === seldom.id)) ? [day] : [],
    );
    expect(on).toEqual(['2026-11-25']);
  });

  it('keeps to the days that are free, uses all of them before it leaves a session out, and says what is left out', () => {
    fc.assert(
      fc.property(anySpread, anyWishes, anyDays, (routine, wishes, weekdays) => {
        const week = spreadWeek(routine, { ...wishes, weekdays }, WEDNESDAY);
        const led = week.filter(({ occasions }) => occasions.length > 0);
        const days = sessionDays(routine, { weekdays });
        const free = weekdays.length || 7;
        const asked = Math.min(7, sessionsAWeek(routine));
        expect(days).toHaveLength(Math.min(asked, free));
        if (weekdays.length > 0)
          for (const { day } of led) expect(weekdays).toContain(weekdayOf(day));
        // All seven, or none told, are the same.
        if (free === 7)
          expect(week).toEqual(spreadWeek(routine, { ...wishes, weekdays: null }, WEDNESDAY));
        const { why, short } = spreadSays(routine, { ...wishes, weekdays }, WEDNESDAY);
        expect(why.length > 0).toBe(led.length > 0);
        expect(short.some((one) => one.includes('fewer'))).toBe(free < asked);
        // No line is dropped in silence.
        for (const item of routine.items) {
          if (item.often?.kind !== 'weekly' || item.often.until !== null) continue;
          const done = led.filter(({ occasions }) =>
            occasions.some(({ what, items }) => what === 'session' && items.includes(item)),
          ).length;
          if (done < Math.min(item.often.days, asked))
            expect(short.join(' ')).toContain(lineTitle(item));
        }
      }),
      { numRuns: 300 },
    );
  });

  it('explains a week: the days, the times, what does not fit and what lies too close', () => {
    const says = (timesPerWeek: number, weekdays: number[] | null) =>
      spreadSays(
        { ...routineWith(calf), timesPerWeek },
        { weekdays, timesOfDay: ['evening'], habits: null },
        WEDNESDAY,
      );
    expect(says(5, [6, 7])).toEqual({
      why: ['On days that are free.', 'At a time that was chosen.'],
      short: [
        '5 sessions a week are asked for, and 2 days are free: 3 fewer.',
        'Two of the days lie side by side: a day between lets it settle.',
      ],
    });
    expect(says(3, [1, 2, 4, 6]).short).toEqual([]);
    expect(
      sessionDays({ ...routineWith(calf), timesPerWeek: 3 }, { weekdays: [2, 3, 5, 7] }),
    ).toEqual([1, 4, 6]);
    expect(says(7, null)).toEqual({ why: ['At a time that was chosen.'], short: [] });
    expect(says(3, null).why[0]).toBe('With gaps as even as a week allows.');
    expect(says(1, [7])).toMatchObject({ short: [] });
  });
});
