import fc from 'fast-check';
import { anyRoutine, itemFor, routineWith, runner, timed } from '#core/examples';
import { isHold, placeKey, placesPressed } from '#core/routine';
import { STOP_REASONS, stopReason, summarise } from './index';

const two = routineWith(
  itemFor('calf', { id: 'calf', sides: 'left', dose: timed(20), points: 1, repetitions: 1 }),
  itemFor('chest', { id: 'chest', sides: 'right', dose: timed(20), points: 1, repetitions: 1 }),
);
const placesOf = (run: ReturnType<typeof runner>) =>
  summarise(run.state).stoppedAt?.map(placeKey) ?? null;

describe('where a session is stopped', () => {
  it('is what is pressed', () => {
    const run = runner(two);
    run.happen({ type: 'started' });
    run.ready();
    run.pass(13);
    run.happen({ type: 'stopped', reason: 'numb' });
    expect(placesOf(run)).toEqual(['calf:left']);
  });

  it('is what is looked for and what was pressed before it, since nobody knows which of them it came from', () => {
    const run = runner(two);
    run.happen({ type: 'started' });
    run.ready();
    run.pass(24);
    run.rate(2);
    expect(run.state.stepIndex).toBe(1);
    run.happen({ type: 'stopped', reason: 'travelling' });
    expect(placesOf(run)).toEqual(['chest:right', 'calf:left']);
  });

  it('is both sides where both are pressed at one time', () => {
    const run = runner(
      routineWith(
        itemFor('skull-base', { sides: 'both', together: true, dose: timed(30), points: 1 }),
      ),
    );
    run.happen({ type: 'started' });
    run.ready();
    run.pass(8);
    run.happen({ type: 'stopped', reason: 'numb' });
    expect(placesOf(run)).toEqual(['skull-base:left', 'skull-base:right']);
  });

  it('is nowhere at the check-in, and is not kept of an ordinary stop', () => {
    const before = runner(two);
    before.happen({ type: 'started' });
    before.happen({ type: 'stopped', reason: 'numb', before: true });
    expect(placesOf(before)).toEqual([]);
    const enough = runner(two);
    enough.happen({ type: 'started' });
    enough.happen({ type: 'stopped', reason: 'enough' });
    expect(placesOf(enough)).toBeNull();
  });

  it('is always among the places of the routine, and known of every stop that is told', () => {
    fc.assert(
      fc.property(
        anyRoutine,
        fc.constantFrom(...STOP_REASONS.map(({ id }) => id)),
        fc.integer({ min: 0, max: 400 }),
        (routine, reason, seconds) => {
          const run = runner(routine);
          run.happen({ type: 'started' });
          run.ready();
          run.pass(seconds);
          run.happen({ type: 'stopped', reason });
          if (run.state.status !== 'stopped') return;
          const stopped = placesOf(run);
          if (stopReason(reason).weight === 'ordinary') {
            expect(stopped).toBeNull();
            return;
          }
          const keys = new Set(run.state.steps.filter(isHold).flatMap(placesPressed));
          for (const key of stopped ?? ['none']) expect(keys).toContain(key);
          const pressed = run.state.holds.some(({ contactSeconds }) => contactSeconds > 0);
          if (pressed) expect(stopped).not.toEqual([]);
        },
      ),
      { numRuns: 150 },
    );
  });
});
