import { expand, limitSteps, type Routine } from '#core/routine';
import { screen, type ScreenAnswer } from '#core/screening';
import {
  apply,
  begin,
  due,
  type EventBody,
  type SessionEvent,
  type SessionState,
} from '#core/session';

export const START = Date.UTC(2026, 0, 5, 18);

/** A session with a hand on its clock, as screening limits it. */
export function runner(routine: Routine, answers: readonly ScreenAnswer[] = []) {
  let state = begin(limitSteps(expand(routine), screen(answers)));
  let now = START;
  const log: SessionEvent[] = [];
  const take = (body: EventBody, at = now) => {
    const id = `00000000-0000-7000-8000-${String(log.length).padStart(12, '0')}`;
    const event = { ...body, id, seq: log.length, at };
    log.push(event);
    state = apply(state, event);
  };
  const settle = () => {
    for (let owed = due(state, now); owed; owed = due(state, now)) take(owed.body, owed.at);
  };
  return {
    happen: (body: EventBody) => {
      settle();
      take(body);
      settle();
    },
    /** Seconds go by. */
    pass: (seconds: number) => {
      now += Math.round(seconds * 1000);
      settle();
    },
    rate: (grade: number) => {
      settle();
      take({ type: 'rated', step: state.stepIndex, grade });
      settle();
    },
    ready: () => {
      take({ type: 'settled', step: state.stepIndex });
    },
    get state(): SessionState {
      return state;
    },
    get now() {
      return now;
    },
    log,
  };
}
