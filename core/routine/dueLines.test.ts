import fc from 'fast-check';
import { ACTIVITY_KINDS } from '#core/activities';
import { addDays, weekdayOf } from '#core/calendar';
import type { Often } from '#core/dosage';
import { itemFor, routineWith, runner, timed } from '#core/examples';
import { summarise } from '#core/session';
import {
  checkRoutine,
  dueLines,
  sessionsAWeek,
  totalsOf,
  type Routine,
  type RoutineItem,
} from './index';
import { fallsOn, type DoneThen } from './dueLines';

const MONDAY = '2026-03-02';
const weekly = (days: number, change = {}) => ({
  kind: 'weekly' as const,
  days,
  taperTo: null,
  until: null,
  ...change,
});
const ridge = (often?: Often) =>
  itemFor('shoulder-ridge', { dose: timed(30), ...(often ? { often } : {}) });
/** Lines of every kind, three times a week. */
const mixed = (...items: RoutineItem[]): Routine => ({ ...routineWith(ridge()), items });
const done = (day: string, before?: number): DoneThen => ({
  day,
  keys: ['shoulder-ridge'],
  before: before === undefined ? {} : { 'shoulder-ridge': before },
});
const on = (
  item: RoutineItem,
  today: string,
  earlier: readonly DoneThen[] = [],
  since = '2026-01-01',
) => dueLines({ items: [item] }, earlier, { today, since });

describe('the days of a week', () => {
  it('are as many as are asked for, in every week and however they are shifted', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.nat({ max: 20 }),
        fc.nat({ max: 400 }),
        (days, shift, away) => {
          const start = addDays('2026-01-01', away);
          const monday = addDays(start, 1 - weekdayOf(start));
          const count = Array.from({ length: 7 }, (_, n) => addDays(monday, n)).filter((day) =>
            fallsOn(days, shift, day),
          ).length;
          expect(count).toBe(days);
        },
      ),
    );
  });

  it('are spread: no two neighbours while there is room for a day between', () => {
    for (const days of [1, 2, 3]) {
      const falls = Array.from({ length: 21 }, (_, n) => fallsOn(days, 0, addDays(MONDAY, n)));
      for (let n = 1; n < falls.length; n += 1) expect(falls[n] && falls[n - 1]).toBe(false);
    }
  });
});

describe('what is due', () => {
  it('a line without days of its own is due in every session, as in stored routines', () => {
    expect(on(ridge(), MONDAY, [done(addDays(MONDAY, -1))]).due).toHaveLength(1);
  });

  it('a line with days is due on them, and rests between them until the next', () => {
    const wednesday = addDays(MONDAY, 2);
    const item = ridge(weekly(3));
    const kept = [done(addDays(MONDAY, -1))];
    expect(on(item, wednesday, kept).due).toHaveLength(1);
    expect(on(item, MONDAY, kept).resting).toEqual([
      { item, next: wednesday, why: 'It rests between its days.' },
    ]);
  });

  it('what was missed is made up for, but never on the day after it was done', () => {
    const item = ridge(weekly(1));
    // One day a week is the Sunday: on Monday it is missed, unless it was done since.
    expect(on(item, MONDAY).due).toHaveLength(1);
    expect(on(item, MONDAY, [done(addDays(MONDAY, -1))]).due).toHaveLength(0);
    expect(on(item, addDays(MONDAY, 1), [done(MONDAY)]).due).toHaveLength(0);
  });

  it('nothing was missed before the version was issued', () => {
    expect(on(ridge(weekly(1)), MONDAY, [], MONDAY).due).toHaveLength(0);
  });

  it('what is done today changes nothing about today', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 7 }),
        fc.array(fc.nat({ max: 13 }), { maxLength: 8 }),
        fc.nat({ max: 30 }),
        (days, agos, away) => {
          const today = addDays(MONDAY, away);
          const earlier = agos.map((ago) => done(addDays(today, -1 - ago)));
          expect(on(ridge(weekly(days)), today, [...earlier, done(today)])).toEqual(
            on(ridge(weekly(days)), today, earlier),
          );
        },
      ),
    );
  });

  it('becomes less once three sessions running were rated low, and not before', () => {
    const item = ridge(weekly(7, { taperTo: 1 }));
    const rated = (...grades: number[]) =>
      grades.map((grade, index) => done(addDays(MONDAY, -1 - index), grade));
    expect(on(item, MONDAY, rated(2, 1, 5)).due).toHaveLength(1);
    expect(on(item, MONDAY, rated(2, 1, 2)).resting[0]?.why).toContain('better');
  });

  it('ends on its last day', () => {
    const item = ridge(weekly(7, { until: MONDAY }));
    expect(on(item, MONDAY).due).toHaveLength(1);
    expect(on(item, addDays(MONDAY, 1)).resting).toMatchObject([
      { next: null, why: 'It is over.' },
    ]);
  });

  it('as needed is for the client to pick, within its days', () => {
    const item = ridge({ kind: 'as-needed', days: 2, when: 'when it is tight' });
    expect(on(item, MONDAY)).toMatchObject({ due: [], asNeeded: [item] });
    const twice = [done(addDays(MONDAY, -1)), done(addDays(MONDAY, -3))];
    expect(on(item, MONDAY, twice)).toMatchObject({
      asNeeded: [],
      resting: [{ next: addDays(MONDAY, 4) }],
    });
  });

  it('loses no line: each is due, to be picked or resting, whatever was done', () => {
    const anyOften = fc.oneof(
      fc.constant(undefined),
      fc.integer({ min: 1, max: 7 }).map((days) => weekly(days, { taperTo: 1 })),
      fc
        .integer({ min: 1, max: 7 })
        .map((days) => ({ kind: 'as-needed' as const, days, when: '' })),
    );
    fc.assert(
      fc.property(
        fc.array(anyOften, { minLength: 1, maxLength: 8 }),
        fc.array(fc.nat({ max: 20 }), { maxLength: 12 }),
        fc.nat({ max: 60 }),
        (all, agos, away) => {
          const today = addDays(MONDAY, away);
          const items = all.map((often, index) => ({ ...ridge(often), id: `line-${index}` }));
          const lines = dueLines(
            { items },
            agos.map((ago) => done(addDays(today, -ago), ago % 4)),
            { today, since: '2026-01-01' },
          );
          const ids = [
            ...lines.due,
            ...lines.asNeeded,
            ...lines.resting.map(({ item }) => item),
          ].map(({ id }) => id);
          expect(ids.toSorted()).toEqual(items.map(({ id }) => id).toSorted());
          for (const { next } of lines.resting) if (next) expect(next > today).toBe(true);
        },
      ),
    );
  });
});

describe('what it adds up to', () => {
  it('contact a week counts each line on its own days', () => {
    const every = { ...routineWith(ridge()), timesPerWeek: 6 };
    const some = { ...routineWith(ridge(weekly(2))), timesPerWeek: 6 };
    const needed = {
      ...routineWith(ridge({ kind: 'as-needed', days: 3, when: '' })),
      timesPerWeek: 6,
    };
    const week = (routine: typeof every) => totalsOf(routine).contactPerWeek.left;
    expect(week(some).most * 3).toBe(week(every).most);
    expect(week(needed)).toEqual({ least: 0, most: week(every).most / 2 });
  });

  it('sessions a week are the days on which anything falls', () => {
    expect(sessionsAWeek({ ...routineWith(ridge(weekly(2))), timesPerWeek: 7 })).toBe(2);
    expect(sessionsAWeek({ ...routineWith(ridge(weekly(2)), ridge()), timesPerWeek: 5 })).toBe(5);
    expect(
      sessionsAWeek({
        ...routineWith(ridge({ kind: 'as-needed', days: 3, when: '' })),
        timesPerWeek: 5,
      }),
    ).toBe(0);
  });

  it('tapering to more than it begins with is refused; more days than sessions is said', () => {
    const rules = (item: RoutineItem) =>
      checkRoutine(
        { ...mixed(item), timesPerWeek: 3 },
        { minutesPerDay: null, firstVersion: false },
      ).map(({ rule, verdict }) => `${rule}: ${verdict}`);
    expect(rules(ridge(weekly(3, { taperTo: 3 })))).toContain('tapers to less: refuse');
    expect(rules(ridge(weekly(5)))).toContain('more often than the sessions: caution');
    expect(rules(ridge(weekly(3)))).not.toContain('more often than the sessions: caution');
  });
});

describe('as needed in a session', () => {
  const needed = { kind: 'as-needed' as const, days: 3, when: 'before a long shift' };
  const drill = ACTIVITY_KINDS.drill.usual({ id: 'drill', affectedSide: null });

  it('is passed over unless it was picked, and is not asked for then', () => {
    const routine = mixed(itemFor('breastbone', { dose: timed(20) }), ridge(needed), {
      ...drill,
      often: needed,
    });
    const run = runner(routine);
    run.happen({ type: 'started' });
    run.ready();
    run.pass(23);
    run.rate(2);
    expect(run.state.phase.name).toBe('closing');
    expect(summarise(run.state)).toMatchObject({ holdsAsked: 1, holdsDone: 1 });
    expect(summarise(run.state).activities).toBeUndefined();
  });

  it('is led when it was picked', () => {
    const routine = routineWith(itemFor('breastbone', { dose: timed(20) }), {
      ...ridge(needed),
      id: 'ridge',
    });
    const run = runner(routine);
    run.happen({ type: 'started', picked: ['ridge'] });
    run.ready();
    run.pass(23);
    run.rate(2);
    expect(run.state.steps[run.state.stepIndex]).toMatchObject({ siteId: 'shoulder-ridge' });
  });
});
