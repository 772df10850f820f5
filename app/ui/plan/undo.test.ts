import { pressesOf } from '#core/routine';
import { findSite } from '#core/anatomy';
import { EMPTY_ROUTINE, plan, startOf, type PlanAction } from './planState';

const site = findSite('calf');
if (!site) throw new Error('The calf is gone.');
const run = (...actions: PlanAction[]) => actions.reduce(plan, startOf(EMPTY_ROUTINE));
const add: PlanAction = { type: 'add', site, id: 'one', affectedSide: null };
const hold = (holdSeconds: number): PlanAction => ({
  type: 'change',
  id: 'one',
  change: { dose: { method: 'timed', holdSeconds } },
});
const dose = (state: ReturnType<typeof run>) => pressesOf(state.routine)[0]?.dose;

describe('undo on the plan', () => {
  it('goes back to before a figure was typed, and never to one half typed', () => {
    const before = run(add);
    // “45”, typed over: 4 is refused by the check and was never meant.
    const typed = run(add, hold(4), hold(45));
    expect(dose(typed)).toEqual({ method: 'timed', holdSeconds: 45 });
    expect(dose(plan(typed, { type: 'undo' }))).toEqual(dose(before));
  });

  it('takes changes of different fields, or with something in between, one by one', () => {
    const grade: PlanAction = { type: 'change', id: 'one', change: { grade: 2 } };
    const state = run(add, hold(20), grade, hold(40));
    expect(dose(plan(state, { type: 'undo' }))).toEqual({ method: 'timed', holdSeconds: 20 });
    const chosen = run(add, hold(20), { type: 'select', id: 'one' }, hold(40));
    expect(dose(plan(chosen, { type: 'undo' }))).toEqual({ method: 'timed', holdSeconds: 20 });
  });

  it('of the message and the times a week is one step each', () => {
    const words = ['E', 'Ev', 'Evenings'].map((message): PlanAction => ({
      type: 'message',
      message,
    }));
    const state = run(
      add,
      ...words,
      { type: 'times', timesPerWeek: 3 },
      { type: 'times', timesPerWeek: 4 },
    );
    const once = plan(state, { type: 'undo' });
    expect(once.routine).toMatchObject({ message: 'Evenings', timesPerWeek: 7 });
    expect(plan(once, { type: 'undo' }).routine.message).toBe('');
  });

  it('goes back as far as one has been, step by step, and forth again', () => {
    const times = Array.from({ length: 400 }, (_, n): PlanAction[] => [
      { type: 'times', timesPerWeek: 1 + (n % 14) },
      { type: 'message', message: String(n) },
    ]).flat();
    const states = times.reduce(
      (all, action) => [...all, plan(all.at(-1) ?? run(), action)],
      [run()],
    );
    let back = states.at(-1) ?? run();
    for (const state of states.toReversed().slice(1)) {
      back = plan(back, { type: 'undo' });
      expect(back.routine).toBe(state.routine);
    }
    for (const state of states.slice(1)) {
      back = plan(back, { type: 'redo' });
      expect(back.routine).toBe(state.routine);
    }
  });
});
