import type { LedRoutine } from '#core/routine';
import type { SessionState } from '#core/session';

/** What to do with the body before a step: out of the last position, into this one. */
export function moveWords(state: SessionState, postures: LedRoutine['postures']): string[] {
  const step = state.steps[state.stepIndex];
  const before = state.steps[state.stepIndex - 1];
  const id = step?.positionId ?? '';
  // What is only told is done as one is.
  if (!step || id === (before?.positionId ?? '') || step.limitSeconds === 0) return [];
  const [position, last] = [postures[id], postures[before?.positionId ?? '']];
  const leavesFloor = last?.onFloor === true && !position?.onFloor;
  return [...(leavesFloor ? [last.getOut] : []), ...(position ? [position.getIn] : [])];
}
