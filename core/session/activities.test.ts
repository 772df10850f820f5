import fc from 'fast-check';
import { ACTIVITY_KINDS } from '#core/activities';
import { anyMixedRoutine, anyScreenAnswer, itemFor, runner } from '#core/examples';
import { isHold, layOut, type Routine, type RoutineItem } from '#core/routine';
import { countNow, secondsLeft, summarise } from './index';

const wish = (id: string) => ({ id, affectedSide: null });
const of = (...items: RoutineItem[]): Routine => ({ items, timesPerWeek: 7, message: '' });
const stretch = { ...ACTIVITY_KINDS.stretch.usual(wish('stretch')), sides: 'left' } as const;
const contract = {
  ...ACTIVITY_KINDS['contract-relax'].usual(wish('contract')),
  sides: 'left',
} as const;
const breathing = ACTIVITY_KINDS.breathing.usual(wish('breathing'));
const cold = ACTIVITY_KINDS.cold.usual(wish('cold'));
const hold = { ...itemFor('shoulder-ridge'), sides: 'left' } as const;

describe('a session leads what is not pressed', () => {
  it('by its time, and asks for no rating', () => {
    const run = runner(of(stretch));
    run.happen({ type: 'started' });
    expect(run.state.phase.name).toBe('find');
    run.happen({ type: 'settled', step: 0 });
    run.pass(3.2);
    expect(run.state.phase.name).toBe('hold');
    // A rating has nothing to say here.
    run.happen({ type: 'rated', step: 0, grade: 9 });
    run.pass(31);
    expect(run.state.phase.name).toBe('closing');
    expect(run.state.holds).toMatchObject([
      { contactSeconds: 0, seconds: 30, outcome: 'time', ratings: [] },
    ]);
    expect(summarise(run.state)).toMatchObject({
      places: [],
      contactSeconds: 0,
      counts: true,
      activities: [{ itemId: 'stretch', kind: 'stretch', done: 1, asked: 1, seconds: 30 }],
    });
  });

  it('what is only told is done by saying so, without a clock', () => {
    const run = runner(of(cold));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    expect(run.state.phase.name).toBe('closing');
    expect(run.state.holds).toMatchObject([{ outcome: 'done', contactSeconds: 0 }]);
  });

  it('counts breaths and rounds, each in its turns', () => {
    const run = runner(of(breathing, contract));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    run.pass(3.2);
    run.pass(20);
    // Two breaths of 10 s are through: the third begins.
    expect(countNow(run.state, run.now)).toMatchObject({ number: 3, turn: { index: 0 } });
    run.pass(5);
    expect(countNow(run.state, run.now)).toMatchObject({ number: 3, turn: { index: 1 } });
    run.happen({ type: 'hold-ended', step: 0, how: 'client' });
    // A quarter of it is not half of it.
    expect(summarise(run.state).activities?.[0]).toMatchObject({ done: 0, asked: 1 });
    run.happen({ type: 'settled', step: 1 });
    run.pass(3.2);
    run.pass(11);
    expect(countNow(run.state, run.now)).toMatchObject({
      number: 1,
      turn: { index: 1, says: 'let go, follow' },
    });
  });

  it('counts by touch where somebody goes slower than the pace, and ends with the last of them', () => {
    const drill = { ...ACTIVITY_KINDS.drill.usual(wish('drill')), repetitions: 5, paceSeconds: 4 };
    const run = runner(of(drill, breathing));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    run.pass(3.2);
    for (let touch = 0; touch < 4; touch += 1) {
      run.pass(7);
      run.happen({ type: 'counted', step: 0 });
      expect(countNow(run.state, run.now)).toEqual({ number: touch + 2, turn: null });
    }
    // Longer than the pace would have taken, and still on.
    expect(run.state.phase.name).toBe('hold');
    run.pass(7);
    run.happen({ type: 'counted', step: 0 });
    run.pass(0.3);
    expect(run.state.stepIndex).toBe(1);
    expect(run.state.holds).toMatchObject([{ outcome: 'time' }]);
    expect(run.state.holds[0]?.seconds).toBeGreaterThan(30);
    // A breath keeps its pace: a touch counts nothing.
    run.happen({ type: 'settled', step: 1 });
    run.pass(3.2);
    run.happen({ type: 'counted', step: 1 });
    expect(countNow(run.state, run.now)).toMatchObject({ number: 1, turn: { index: 0 } });
  });

  it('tapped through in no time counts as left early, not as done', () => {
    const drill = { ...ACTIVITY_KINDS.drill.usual(wish('drill')), repetitions: 5, paceSeconds: 4 };
    const run = runner(of(drill));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    run.pass(3.2);
    for (let touch = 0; touch < 5; touch += 1) run.happen({ type: 'counted', step: 0 });
    run.pass(0.5);
    expect(run.state.holds).toMatchObject([{ outcome: 'client' }]);
    expect(summarise(run.state).activities?.[0]).toMatchObject({ done: 0, asked: 1 });
  });

  it('counted by touch, a hold still keeps to its place’s cap, and what is never counted to the end ends by itself', () => {
    const glide = {
      ...itemFor('middle-quad', { dose: { method: 'pin-and-glide', bends: 12, bendSeconds: 3 } }),
      sides: 'left',
      points: 1,
    } as const;
    const run = runner(of(glide));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    run.pass(3.2);
    run.happen({ type: 'counted', step: 0 });
    const [step] = run.state.steps;
    if (!step || !isHold(step)) throw new RangeError('There is nothing to hold.');
    for (let passed = 0; passed < 2_000 && run.state.phase.name === 'hold'; passed += 5)
      run.pass(5);
    const [held] = run.state.holds;
    expect(held?.contactSeconds).toBeGreaterThan(step.limitSeconds);
    expect(held?.contactSeconds).toBeLessThanOrEqual(step.capSeconds);
    expect(held?.contactSeconds).toBeLessThanOrEqual(step.limitSeconds * 3);
  });

  it('holds decide whether a session counts, where there are any', () => {
    const run = runner(of(hold, cold));
    run.happen({ type: 'started' });
    run.happen({ type: 'skipped', step: 0, reason: 'no-time' });
    run.happen({ type: 'settled', step: run.state.stepIndex });
    expect(summarise(run.state).counts).toBe(false);
  });

  it('to the end under anything that happens: nothing is lost, doubled, or pressed that is not', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(
        anyMixedRoutine,
        fc.array(anyScreenAnswer, { maxLength: 1 }),
        fc.array(fc.nat({ max: 9 }), { minLength: 5, maxLength: 60 }),
        (routine, answers, choices) => {
          const run = runner(routine, answers);
          run.happen({ type: 'started' });
          const act = (choice: number) => {
            const step = run.state.stepIndex;
            const { name } = run.state.phase;
            if (run.state.status === 'paused') run.happen({ type: 'resumed' });
            else if (choice === 0) run.happen({ type: 'paused' });
            else if (choice === 1) run.happen({ type: 'skipped', step, reason: 'no-time' });
            else if (choice === 2 && name === 'hold')
              run.happen({ type: 'hold-ended', step, how: 'client' });
            else if (name === 'find' || name === 'rest') run.happen({ type: 'settled', step });
            else if (name === 'hold' || name === 'rate-after')
              run.happen({ type: 'rated', step, grade: choice % 4 });
            run.pass(choice * 7);
          };
          for (const choice of choices) act(choice);
          // Then straight to the end.
          for (let turn = 0; turn < 600 && run.state.phase.name !== 'closing'; turn += 1) act(9);
          expect(run.state.phase.name).toBe('closing');
          expect(secondsLeft(run.state)).toBe(0);
          for (const record of run.state.holds) {
            const step = run.state.steps[record.step];
            if (!step) throw new RangeError('A record of no step.');
            seen.add(step.kind ?? 'press');
            // Every step that was begun ends with a reason.
            expect(record.outcome).not.toBeNull();
            if (isHold(step)) continue;
            expect(record.contactSeconds).toBe(0);
            expect(record.ratings).toEqual([]);
            expect(record.seconds ?? 0).toBeLessThanOrEqual(step.limitSeconds + 0.001);
            if (step.leftOut !== undefined) expect(record.outcome).toBe('left out');
          }
          expect(new Set(run.state.holds.map(({ step }) => step)).size).toBe(
            run.state.steps.length,
          );
          const { activities = [] } = summarise(run.state);
          for (const { done, asked } of activities) expect(done).toBeLessThanOrEqual(asked);
        },
      ),
    );
    expect([...seen].sort()).toEqual(['press', ...Object.keys(ACTIVITY_KINDS)].sort());
  });

  it('takes about the time the plan says', () => {
    const routine = of(breathing, stretch, cold);
    const { least, most } = layOut(routine).totalSeconds;
    expect([least, most]).toEqual([166, 166]);
    expect(secondsLeft(runner(routine).state)).toBe(166);
  });
});

describe('an open search', () => {
  const search = {
    ...itemFor('below-ridge'),
    sides: 'left',
    dose: { method: 'search', holdSeconds: 20 },
    points: 4,
    restSeconds: 0,
  } as const;

  it('goes on until there is nothing more, and counts what was found', () => {
    const run = runner(of(search));
    run.happen({ type: 'started' });
    for (const step of [0, 1]) {
      run.happen({ type: 'settled', step });
      run.pass(3.2);
      run.happen({ type: 'rated', step, grade: 5 });
      run.pass(21);
      run.happen({ type: 'rated', step, grade: 2 });
    }
    for (const step of [2, 3]) run.happen({ type: 'skipped', step, reason: 'nothing-tender' });
    expect(run.state.phase.name).toBe('closing');
    const { places, holdsAsked, counts } = summarise(run.state);
    // What was not there was not asked for.
    expect(places).toMatchObject([{ found: 2, holdsDone: 2, holdsAsked: 2, before: 5, after: 2 }]);
    expect([holdsAsked, counts]).toEqual([2, true]);
  });

  it('that found nothing says so, and is no session broken off', () => {
    const run = runner(of(search));
    run.happen({ type: 'started' });
    for (const step of [0, 1, 2, 3]) {
      run.happen({ type: 'skipped', step, reason: 'nothing-tender' });
    }
    run.happen({ type: 'finished', word: '' });
    expect(summarise(run.state)).toMatchObject({ places: [], counts: true });
  });
});

describe('what is counted while pressing', () => {
  it('is told stroke by stroke', () => {
    const glide = {
      ...itemFor('front-side-neck'),
      sides: 'left',
      dose: { method: 'glide', strokes: 3, strokeSeconds: 5 },
    } as const;
    const run = runner(of(glide));
    run.happen({ type: 'started' });
    run.happen({ type: 'settled', step: 0 });
    run.pass(3);
    expect(countNow(run.state, run.now)).toEqual({ number: 1, turn: null });
    run.pass(11);
    expect(countNow(run.state, run.now)).toEqual({ number: 3, turn: null });
    run.pass(20);
    expect(countNow(run.state, run.now)).toBeNull();
    expect(run.state.phase.name).toBe('rate-after');
  });
});
