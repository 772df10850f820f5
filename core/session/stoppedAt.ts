import { isHold, placeKey, sidesPressed } from '#core/routine';
import { currentHold, stepOf } from './read';
import type { RestingPlace } from '#core/response';
import type { SessionState } from './state';

const placesOf = (step: SessionState['steps'][number] | undefined): RestingPlace[] =>
  step && isHold(step) ? sidesPressed(step).map((side) => ({ siteId: step.siteId, side })) : [];

/**
 * Where a running session is stopped: what is pressed, or looked for, and what was pressed last where the present place
 * has not been pressed yet: which of the two it came from nobody knows. None before anything was begun on.
 */
export function stoppedAt(state: SessionState): RestingPlace[] {
  const here = placesOf(stepOf(state));
  const isPressed = state.phase.name === 'hold' || (currentHold(state)?.contactSeconds ?? 0) > 0;
  const before = isPressed
    ? undefined
    : state.holds.findLast(
        ({ step, contactSeconds }) => step < state.stepIndex && contactSeconds > 0,
      );
  const all = [...here, ...placesOf(before && state.steps[before.step])];
  return [...new Map(all.map((place) => [placeKey(place), place])).values()];
}
