import fc from 'fast-check';
import { anyRoutine, anyScreenAnswer, runner } from '#core/examples';
import { METHOD_IDS } from '#core/dosage';
import { expand, isHold, layOut, placeKey } from '#core/routine';
import { begin, secondsLeft, summarise } from './index';

const anyGrades = fc.array(fc.nat({ max: 10 }), { minLength: 1, maxLength: 12 });
const anyAnswers = fc.array(anyScreenAnswer, { maxLength: 4 });

/** Plays a session to its end, rating whenever it is asked; says what it was and whether time ran down. */
function play(run: ReturnType<typeof runner>, grades: readonly number[]) {
  let asked = 0;
  let rises = 0;
  let left = secondsLeft(run.state);
  run.happen({ type: 'started' });
  for (let turn = 0; turn < 2_000 && run.state.phase.name !== 'closing'; turn += 1) {
    const { phase } = run.state;
    if (phase.name === 'find') run.ready();
    else if (phase.name === 'rate-after') run.rate(grades[(asked += 1) % grades.length] ?? 0);
    else if (phase.name === 'hold' && turn % 3 === 0) {
      run.rate(grades[(asked += 1) % grades.length] ?? 0);
    } else run.pass(5);
    const now = secondsLeft(run.state);
    if (now > left) rises += 1;
    left = now;
  }
  return { rises };
}

describe('a routine that screening limits, played to its end', () => {
  it('ends, keeps every cap and every limit, and counts as held only what was', () => {
    const seen = new Set<string>();
    let limited = 0;
    fc.assert(
      fc.property(anyRoutine, anyAnswers, anyGrades, (routine, answers, grades) => {
        const run = runner(routine, answers);
        const { rises } = play(run, grades);
        expect(run.state.phase.name).toBe('closing');
        // Time left only ever runs down.
        expect(rises).toBe(0);
        expect(secondsLeft(run.state)).toBe(0);

        const contact = new Map<string, number>();
        for (const hold of run.state.holds) {
          const step = run.state.steps[hold.step];
          if (!step || !isHold(step)) throw new RangeError('A hold of no step.');
          seen.add(step.dose.method);
          if (step.limitedBy) limited += 1;
          expect(step.leftOut === undefined || hold.contactSeconds === 0).toBe(true);
          expect(hold.contactSeconds).toBeLessThanOrEqual(step.limitSeconds + 0.001);
          const key = placeKey(step);
          contact.set(key, (contact.get(key) ?? 0) + hold.contactSeconds);
          expect(contact.get(key)).toBeLessThanOrEqual(step.capSeconds + 0.001);
        }
        const { holdsDone, holdsAsked, places } = summarise(run.state);
        expect(holdsDone).toBeLessThanOrEqual(holdsAsked);
        expect(holdsAsked).toBeLessThanOrEqual(
          run.state.steps.filter(({ leftOut }) => !leftOut).length,
        );
        for (const place of places) {
          expect(place.holdsDone === 0 || place.contactSeconds > 0).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
    // Every method was led, and screening did limit.
    expect([...seen].sort()).toEqual([...METHOD_IDS].sort());
    expect(limited).toBeGreaterThan(0);
  });

  it('has as much before it as the plan’s strip has, but for getting from posture to posture', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const { blocks, totalSeconds } = layOut(routine);
        const left = secondsLeft(begin(expand(routine)));
        const held = blocks.reduce((sum, { seconds }) => sum + seconds, 0);
        expect(left).toBeGreaterThanOrEqual(held);
        expect(left).toBeLessThanOrEqual(totalSeconds.most + 1e-6);
      }),
    );
  });
});
