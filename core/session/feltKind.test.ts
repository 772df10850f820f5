import { itemFor, routineWith, runner, timed } from '#core/examples';
import { summarise } from './index';

const THREAD = '01890a5d-ac96-774b-bcce-b302099a8057';
const held = (change = {}) => {
  const run = runner(
    routineWith(
      itemFor('side-low-back', { dose: timed(30), sides: 'left', points: 2, ...change }),
      itemFor('breastbone', { dose: timed(20) }),
    ),
  );
  run.happen({ type: 'started' });
  run.ready();
  run.pass(3);
  run.rate(5);
  run.pass(18);
  return run;
};
const place = (run: ReturnType<typeof held>) => summarise(run.state).places[0];

describe('a hold that changed', () => {
  it('ends though a rating remains, is rated on letting go, and counts as held', () => {
    const run = held();
    run.happen({ type: 'hold-ended', step: 0, how: 'changed' });
    expect(run.state.phase.name).toBe('rate-after');
    run.rate(3);
    expect(run.state.holds[0]).toMatchObject({ outcome: 'changed' });
    expect(run.state.stepIndex).toBe(1);
    expect(place(run)).toMatchObject({ before: 5, after: 3, holdsDone: 1, tooMuch: false });
  });

  it('does not count when it was hardly begun', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(30) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(5);
    run.happen({ type: 'hold-ended', step: 0, how: 'changed' });
    run.rate(3);
    expect(summarise(run.state)).toMatchObject({ holdsDone: 0 });
  });
});

describe('a hold that just hurts', () => {
  it('is asked to ease off whatever the number, and goes on once it is a welcome ache', () => {
    const run = held();
    run.happen({ type: 'hurts', step: 0 });
    expect(run.state.phase).toMatchObject({ name: 'hold', hurts: true });
    run.happen({ type: 'eased', step: 0 });
    expect(run.state.phase).not.toHaveProperty('hurts');
    run.pass(12);
    expect(run.state.phase.name).toBe('rate-after');
  });

  it('leaves the point, passes over what is still to come on it, and the therapist is told', () => {
    const run = held({ repetitions: 2, points: 1 });
    run.happen({ type: 'hurts', step: 0 });
    run.happen({ type: 'hold-ended', step: 0, how: 'only-pain' });
    run.rate(4);
    expect(run.state.holds.find(({ step }) => step === 1)).toMatchObject({
      outcome: 'skipped',
      skipReason: 'too-tender',
    });
    expect(run.state.stepIndex).toBe(2);
    expect(place(run)).toMatchObject({ onlyPain: true, tooMuch: false });
  });

  it('said twice, or before anything is held, changes nothing', () => {
    const run = held();
    run.happen({ type: 'hurts', step: 0 });
    const { state } = run;
    run.happen({ type: 'hurts', step: 0 });
    expect(run.state).toEqual(state);
    const early = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    early.happen({ type: 'started' });
    const before = early.state;
    early.happen({ type: 'hurts', step: 0 });
    early.happen({ type: 'eased', step: 0 });
    expect(early.state).toEqual(before);
  });
});

describe('when a rating was asked', () => {
  it('is kept with it, and one given only on letting go is no rating before', () => {
    const run = runner(routineWith(itemFor('breastbone', { dose: timed(20) })));
    run.happen({ type: 'started' });
    run.ready();
    run.pass(23);
    run.rate(4);
    expect(run.state.holds[0]?.ratings).toEqual([{ grade: 4, atSeconds: 20, when: 'letting go' }]);
    expect(place(run)).toMatchObject({ before: null, after: null, holdsDone: 1 });
    expect(place(held())).toMatchObject({ before: 5 });
  });
});

describe('a point of the map', () => {
  it('is known through the session: by name before it is held, by thread in what is summed up', () => {
    const mapped = [{ thread: THREAD, side: 'left' as const, name: 'the worst: 2 cm further out' }];
    const run = held({ mapped });
    expect(run.state.steps[0]).toMatchObject({
      thread: THREAD,
      spot: 'the worst: 2 cm further out',
    });
    // The second point is not one of the map.
    expect(run.state.steps[1]).not.toHaveProperty('thread');
    run.pass(12);
    run.rate(2);
    expect(place(run)?.points).toEqual([
      {
        thread: THREAD,
        name: 'the worst: 2 cm further out',
        before: 5,
        after: 2,
        contactSeconds: 30,
      },
    ]);
  });
});
