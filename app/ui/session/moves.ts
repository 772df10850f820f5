import { isHold, type LedRoutine, type Step } from '#core/routine';
import { ledBefore, type SessionState } from '#core/session';

/** Whether a step has a place of its own: what is only told is done as one is. */
const hasPlace = (step: Step): boolean => isHold(step) || step.limitSeconds > 0;

/** The posture one is in before a step, by what one was led through before it: standing is none. */
export const postureBefore = (state: SessionState, index: number): string =>
  ledBefore(state, index).findLast(hasPlace)?.positionId ?? '';

/** What to do with the body before a step: up from the last position, into this one. */
export function moveWords(
  state: SessionState,
  postures: LedRoutine['postures'],
): { up: string[]; into: string[] } {
  const step = state.steps[state.stepIndex];
  const none = { up: [], into: [] };
  if (!step || !hasPlace(step)) return none;
  const id = step.positionId ?? '';
  const before = postureBefore(state, state.stepIndex);
  if (id === before) return none;
  const [position, last] = [postures[id], postures[before]];
  const leavesFloor = last?.onFloor === true && !position?.onFloor;
  return { up: leavesFloor ? [last.getOut] : [], into: position ? [position.getIn] : [] };
}
