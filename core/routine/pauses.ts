import { isHold, type Step } from './step';
import { placeKey } from './placeKey';

/** Finding the spot on a new site or side, before the first hold; our estimate, seconds. */
const FIND_SECONDS = 12;
/** Reading what to do, and getting into place, before anything that is not pressed; our estimate, seconds. */
const READ_SECONDS = 10;
/** Shifting to the next point; our estimate, seconds. */
const NEXT_POINT_SECONDS = 5;
/** Counted in before each hold; seconds. */
export const COUNT_IN_SECONDS = 3;

/** Finding the place, or resting and shifting on it, before a hold is counted in; seconds. */
export function pauseBefore(step: Step, previous: Step | undefined): number {
  if (!isHold(step)) return previous?.itemId === step.itemId ? NEXT_POINT_SECONDS : READ_SECONDS;
  const samePlace =
    previous &&
    isHold(previous) &&
    previous.itemId === step.itemId &&
    placeKey(previous) === placeKey(step);
  if (!samePlace) return FIND_SECONDS;
  return step.restSeconds + (step.repetition === 1 ? NEXT_POINT_SECONDS : 0);
}
