import { allowance } from '#core/dosage';
import { COUNT_IN_SECONDS, isHold, pauseBefore, placesPressed } from '#core/routine';
import { capOf, ownLimit, spentSeconds } from './read';
import type { SessionState } from './state';

/**
 * Seconds from the present hold to the end of the last one, every fade hold at its longest and within what
 * the site's cap leaves. Getting from one posture into the next is not in it.
 */
export function secondsLeft(state: SessionState): number {
  const spent = new Map<string, number>();
  return state.steps.slice(state.stepIndex).reduce((sum, step) => {
    if (step.leftOut !== undefined) return sum;
    const pause = pauseBefore(step, state.steps[step.index - 1]);
    if (!isHold(step)) {
      return sum + pause + (step.limitSeconds > 0 ? COUNT_IN_SECONDS + step.limitSeconds : 0);
    }
    const keys = placesPressed(step);
    const before = Math.max(...keys.map((key) => spent.get(key) ?? spentSeconds(state, step)));
    const seconds = allowance({
      ...step,
      limitSeconds: ownLimit(state, step),
      capSeconds: capOf(state, step),
      spentSeconds: before,
    });
    for (const key of keys) spent.set(key, before + seconds);
    return sum + pause + COUNT_IN_SECONDS + seconds;
  }, 0);
}
