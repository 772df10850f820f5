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
