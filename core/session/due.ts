import { FADED_GRADE } from '#core/dosage';
import { COUNT_IN_SECONDS, isHold } from '#core/routine';
import type { EventBody } from './event';
import {
  BACK_OFF_SECONDS,
  countedOf,
  currentHold,
  heldBefore,
  heldSeconds,
  limitOf,
  maySecondTry,
  restLeft,
  stepOf,
  wantedSeconds,
} from './read';
import type { SessionState } from './state';

/** Two ratings above the ceiling in a row end a hold: it will not let go under that much. One of these does at once. */
const FAR_TOO_MUCH = 9;
const TOO_MUCH_AFTER = 2;

function holdEnd(
  state: SessionState,
  now: number,
): { how: 'time' | 'faded' | 'cap' | 'back-off' | 'let-go' | 'client'; atHeld: number } | null {
  const step = stepOf(state);
  if (state.phase.name !== 'hold' || !step) return null;
  const held = heldSeconds(state, now);
  // All of them were counted; tapped through in no time they are no more than leaving early.
  if ((state.phase.counted ?? 0) >= (countedOf(state)?.of ?? Infinity)) {
    const least = isHold(step) ? step.leastSeconds : step.limitSeconds;
    return { how: held * 2 >= least ? 'time' : 'client', atHeld: Math.min(held, limitOf(state)) };
  }
  if (!isHold(step)) return held < limitOf(state) ? null : { how: 'time', atHeld: limitOf(state) };
  const last = currentHold(state)?.ratings.at(-1);
  if (state.phase.overCeiling >= TOO_MUCH_AFTER || (last?.grade ?? 0) >= FAR_TOO_MUCH) {
    return { how: 'let-go', atHeld: held };
  }
  const limit = limitOf(state);
  if (step.dose.method === 'fade') {
    const faded = last !== undefined && last.grade <= FADED_GRADE;
    const before = heldBefore(state);
    const least = before > 0 ? 0 : step.dose.minSeconds;
    const fadedAt = Math.min(limit, Math.max(least, (last?.atSeconds ?? 0) - before));
    if (faded && held >= fadedAt) return { how: 'faded', atHeld: fadedAt };
  }
  if (held < limit) return null;
  if (maySecondTry(state)) return { how: 'back-off', atHeld: limit };
  return {
    how: step.dose.method === 'fade' || limit < wantedSeconds(state, step) ? 'cap' : 'time',
    atHeld: limit,
  };
}

/**
 * The event that time has made due by `now`, with the exact instant it fell due, or null. Call it again
 * after applying what it returns: a phone that slept may owe several.
 */
export function due(state: SessionState, now: number): { at: number; body: EventBody } | null {
  if (state.status !== 'running') return null;
  const step = state.stepIndex;
  switch (state.phase.name) {
    case 'rest': {
      if (restLeft(state, now) > 0) return null;
      const resting = stepOf(state);
      const own = resting && isHold(resting) ? resting.restSeconds : 0;
      const seconds = state.phase.again ? BACK_OFF_SECONDS : own;
      const at = state.phase.since + seconds * 1000;
      return { at, body: { type: 'settled', step } };
    }
    case 'count-in': {
      const at = state.phase.since + COUNT_IN_SECONDS * 1000;
      return now >= at ? { at, body: { type: 'hold-started', step } } : null;
    }
    case 'hold': {
      const end = holdEnd(state, now);
      if (!end) return null;
      // Rounded up, so that a replay of the log finds the hold at its full length.
      const at = Math.ceil(state.phase.since + end.atHeld * 1000 - state.phase.heldMs);
      return { at, body: { type: 'hold-ended', step, how: end.how } };
    }
    default:
      return null;
  }
}
