import { isHold, type ActivityStep } from '#core/routine';
import type { SessionState } from '#core/session';

/** The step the session stands at, when it is one that is not pressed. */
export function activityOf(state: SessionState): ActivityStep | null {
  const step = state.steps[state.stepIndex];
  return step && !isHold(step) ? step : null;
}
