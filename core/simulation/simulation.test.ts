import { addDays } from '#core/calendar';
import { expand } from '#core/routine';
import { begin, eventSchema, replay, summarise } from '#core/session';
import { dropRows } from '#core/trend';
import { fade, itemFor, routineWith, timed } from '#core/examples';
import { chanceFrom, COURSES, simulate, type CourseId } from './index';

const routine = {
  ...routineWith(
    itemFor('side-low-back', { dose: fade(20, 90) }),
    itemFor('below-ridge', { dose: timed(30), points: 2 }),
  ),
  timesPerWeek: 6,
};
const FROM = '2026-01-05';
const practise = (course: CourseId, seed: number, days = 56) =>
  simulate({
    seed,
    course,
    versions: [{ id: '01890a5d-ac96-774b-bcce-b302099a8057', from: FROM, routine }],
    until: addDays(FROM, days - 1),
    timeZone: 'Europe/Copenhagen',
  });

const changeOf = (course: CourseId, seed: number) => {
  const rated = practise(course, seed).flatMap(({ id, day, events }) =>
    summarise(replay(begin(expand(routine)), events)).places.map((place) => ({
      ...place,
      sessionId: id,
      day,
    })),
  );
  return dropRows(rated).map(({ change }) => change);
};

describe('chance from a seed', () => {
  it('repeats itself, and differs by seed', () => {
    const draw = (seed: number) => Array.from({ length: 5 }, chanceFrom(seed).next);
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
  });
});

describe('an invented client', () => {
  it('is always the same for the same seed', () => {
    expect(practise('steady', 5)).toEqual(practise('steady', 5));
    expect(practise('steady', 5)).not.toEqual(practise('steady', 6));
  });

  it('writes logs that the machine could have written, with ids of their own', () => {
    const sessions = practise('over-pressing', 3, 21);
    const ids = sessions.flatMap(({ id, events }) => [id, ...events.map((event) => event.id)]);
    expect(new Set(ids).size).toBe(ids.length);
    for (const { events } of sessions) {
      const state = replay(begin(expand(routine)), events);
      expect(['finished', 'stopped']).toContain(state.status);
      for (const event of events) expect(eventSchema.safeParse(event).error).toBeUndefined();
    }
  });

  it('practises about as often as its course says', () => {
    const expected = (56 * 6 * COURSES.steady.adherence) / 7;
    const counts = [1, 2, 3, 4].map((seed) => practise('steady', seed).length);
    const mean = counts.reduce((sum, count) => sum + count, 0) / counts.length;
    expect(Math.abs(mean - expected)).toBeLessThan(6);
  });

  it('improves, stays stuck, presses too hard or goes quiet as its course says', () => {
    expect(changeOf('improving', 2).every(({ verdict }) => verdict === 'less')).toBe(true);
    expect(changeOf('stuck', 2).every(({ verdict }) => verdict === 'no change')).toBe(true);
    const hard = practise('over-pressing', 4).map(({ events }) =>
      summarise(replay(begin(expand(routine)), events)),
    );
    expect(hard.some(({ places }) => places.some(({ tooMuch }) => tooMuch))).toBe(true);
    const lastDay = practise('quiet', 4).at(-1)?.day ?? '';
    expect(lastDay < addDays(FROM, 35)).toBe(true);
  });

  it('eases off when told to, unless it is one that does not', () => {
    const tooMuch = (course: CourseId) =>
      practise(course, 9).filter(({ events }) =>
        summarise(replay(begin(expand(routine)), events)).places.some((place) => place.tooMuch),
      ).length;
    expect(tooMuch('stuck')).toBeLessThan(practise('stuck', 9).length / 5);
    expect(tooMuch('over-pressing')).toBeGreaterThan(practise('over-pressing', 9).length / 2);
  });

  it('does nothing without a routine', () => {
    expect(
      simulate({ seed: 1, course: 'steady', versions: [], until: FROM, timeZone: 'UTC' }),
    ).toEqual([]);
  });
});

describe('what a hold comes to besides its rating', () => {
  const felt = { changed: 0.2, 'only pain': 0.15, eased: 0.15, nothing: 0.1, picked: 0.5 };
  const asNeeded = {
    ...itemFor('calf', { id: 'calf', dose: timed(20) }),
    often: { kind: 'as-needed' as const, days: 3, when: 'after walking' },
  };
  const given = { ...routine, items: [...routine.items, asNeeded] };
  const weeks = (seed: number, shares?: typeof felt) =>
    simulate({
      seed,
      course: 'steady',
      versions: [{ id: '01890a5d-ac96-774b-bcce-b302099a8057', from: FROM, routine: given }],
      until: addDays(FROM, 55),
      timeZone: 'Europe/Copenhagen',
      ...(shares ? { felt: shares } : {}),
    });

  it('is told as a person tells it: it changed, only pain, eased, nothing there, picked for today', () => {
    const seen = new Set<string>();
    for (const { events } of weeks(4, felt)) {
      const state = replay(begin(expand(given)), events);
      expect(['finished', 'stopped']).toContain(state.status);
      for (const event of events) {
        expect(eventSchema.safeParse(event).error).toBeUndefined();
        seen.add(event.type === 'hold-ended' ? event.how : event.type);
        if (event.type === 'skipped') seen.add(event.reason);
      }
      for (const { outcome } of state.holds) if (outcome) seen.add(`outcome: ${outcome}`);
      if (state.picked.includes('calf')) seen.add('picked');
    }
    for (const one of ['changed', 'only-pain', 'hurts', 'eased', 'nothing-tender', 'picked']) {
      expect(seen).toContain(one);
    }
    expect(seen).toContain('outcome: changed');
    expect(seen).toContain('outcome: only-pain');
    expect(seen).toContain('outcome: left out');
  });

  it('changes nothing of a client who is without it, and is the same for the same seed', () => {
    expect(weeks(4, felt)).toEqual(weeks(4, felt));
    const none = { changed: 0, 'only pain': 0, eased: 0, nothing: 0, picked: 0 };
    expect(weeks(4, none)).toEqual(weeks(4));
  });
});
