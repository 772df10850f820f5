import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { anyRoutine, fade, itemFor, routineWith, runner, START, timed } from '#core/examples';
import { expand, isHold, placeKey, sidesPressed, type Step } from '#core/routine';
import {
  apply,
  begin,
  byHand,
  correctionWords,
  eventSchema,
  mayTakeBack,
  replay,
  summarise,
  type SessionEvent,
  type ToldByHand,
} from './index';

const SITE = 'breastbone';
const KEY = placeKey({ siteId: SITE, side: 'mid' });
const told = (more: Partial<ToldByHand> = {}): ToldByHand => ({
  done: new Set([KEY]),
  ratings: {},
  word: '',
  ...more,
});
const write = (steps: ReturnType<typeof expand>, more: Partial<ToldByHand> = {}) =>
  byHand(steps, told(more), START, () => uuid());

const steps = expand(routineWith(itemFor(SITE, { dose: timed(20) })));

describe('a session that is written down afterwards', () => {
  it('counts as long as it was asked for, and says that it was written down', () => {
    const { state } = write(steps, { ratings: { [KEY]: { before: 5, after: 2 } }, word: 'in bed' });
    expect(state).toMatchObject({ status: 'finished', byHand: true, word: 'in bed' });
    const summary = summarise(state);
    expect(summary).toMatchObject({ byHand: true, holdsDone: 1, holdsAsked: 1, counts: true });
    expect(summary.places[0]).toMatchObject({ before: 5, after: 2, contactSeconds: 20 });
  });

  it('holds what was not ticked for not done', () => {
    const summary = summarise(write(steps, { done: new Set() }).state);
    expect(summary).toMatchObject({ holdsDone: 0, contactSeconds: 0, counts: false });
  });

  it('is told only of a session that is told: no guided one takes such an event', () => {
    const run = runner(routineWith(itemFor(SITE, { dose: timed(20) })));
    run.happen({ type: 'started' });
    const before = run.state;
    run.happen({ type: 'told', step: 0, done: true });
    expect(run.state).toEqual(before);
  });

  it('is the same when it is read from its log, and never over a cap, for any routine and any telling', () => {
    fc.assert(
      fc.property(anyRoutine, fc.infiniteStream(fc.boolean()), (routine, ticks) => {
        const all: Step[] = expand(routine);
        const keys = all.flatMap((step) =>
          isHold(step)
            ? sidesPressed(step).map((side) => placeKey({ siteId: step.siteId, side }))
            : [step.itemId],
        );
        const done = new Set(keys.filter(() => ticks.next().value));
        const { events, state } = write(all, { done });
        expect(state.status).toBe('finished');
        for (const event of events) expect(eventSchema.safeParse(event).success).toBe(true);
        expect(replay(begin(all), events)).toEqual(state);
        for (const { siteId, side, contactSeconds } of summarise(state).places) {
          const here = all.find((step) => isHold(step) && step.siteId === siteId);
          if (!here || !isHold(here)) continue;
          expect(contactSeconds).toBeLessThanOrEqual(here.capSeconds + 1);
          if (!done.has(placeKey({ siteId, side }))) continue;
          expect(contactSeconds).toBeGreaterThan(0);
        }
        // Every hold ends with a reason.
        expect(state.holds.every(({ outcome }) => outcome !== null)).toBe(true);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a correction after the fact', () => {
  const ended = () => {
    const run = runner(routineWith(itemFor(SITE, { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(3);
    run.rate(6);
    run.pass(20);
    run.rate(2);
    run.happen({ type: 'finished', word: 'fine' });
    return run;
  };
  const after = (state: ReturnType<typeof ended>['state'], body: Partial<SessionEvent>) =>
    apply(state, { id: uuid(), seq: 99, at: START + 900_000, ...body } as SessionEvent);

  it('puts a rating right and says so; the rest stays as it was', () => {
    const { state } = ended();
    const next = after(state, { type: 'corrected', step: 0, rating: 0, grade: 4 });
    expect(summarise(next).places[0]).toMatchObject({ before: 4, after: 2, contactSeconds: 20 });
    expect(summarise(next).corrections?.map((one) => [one.at, correctionWords(one)])).toEqual([
      [START + 900_000, 'Breastbone: a rating of 6 was 4.'],
    ]);
    expect(summarise(state).corrections).toBeUndefined();
  });

  it('says the word otherwise, and keeps what it was', () => {
    const next = after(ended().state, { type: 'reworded', word: 'not so fine' });
    expect(next.word).toBe('not so fine');
    expect(summarise(next).corrections?.map(correctionWords)[0]).toBe(
      'The word for the day was “fine”.',
    );
  });

  it('takes a session back: nothing of it counts, and it is still there', () => {
    const next = after(ended().state, { type: 'taken-back' });
    expect(summarise(next)).toMatchObject({
      takenBack: true,
      places: [],
      contactSeconds: 0,
      counts: false,
    });
    // The day’s cap is not begun anew by it; what was only written down had used nothing up.
    expect(summarise(next).usedUp).toEqual({ [KEY]: 20 });
    const written = write(steps).state;
    expect(summarise(after(written, { type: 'taken-back' })).usedUp).toBeUndefined();
    // Nothing is corrected of what was not done.
    expect(after(next, { type: 'corrected', step: 0, rating: 0, grade: 1 })).toBe(next);
  });

  it('does not take back what was stopped for something the therapist is told of', () => {
    const run = runner(routineWith(itemFor(SITE, { dose: fade(20, 60) })));
    run.happen({ type: 'started' });
    run.happen({ type: 'stopped', reason: 'numb' });
    expect(mayTakeBack(run.state)).toBe(false);
    expect(after(run.state, { type: 'taken-back' })).toBe(run.state);
    const calm = runner(routineWith(itemFor(SITE, { dose: fade(20, 60) })));
    calm.happen({ type: 'started' });
    calm.happen({ type: 'stopped', reason: 'interrupted' });
    expect(mayTakeBack(calm.state)).toBe(true);
  });

  it('changes nothing where there is no such rating, or none another', () => {
    const { state } = ended();
    expect(after(state, { type: 'corrected', step: 0, rating: 9, grade: 4 })).toBe(state);
    expect(after(state, { type: 'corrected', step: 7, rating: 0, grade: 4 })).toBe(state);
    expect(after(state, { type: 'corrected', step: 0, rating: 0, grade: 6 })).toBe(state);
    expect(after(state, { type: 'reworded', word: 'fine' })).toBe(state);
  });
});
