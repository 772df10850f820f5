import { max, median, min } from 'd3-array';
import { tiltBetween, type Gravity } from './tilt';

/** What the sensor said, and when; ms of a steady clock. */
export interface TiltSample {
  at: number;
  gravity: Gravity;
}

/** Where a reading by tilt stands. */
export type SteadyTilt =
  /** Waiting for the phone to be held still at the start. */
  | { phase: 'start' }
  /** On its way: how far it is from the start now, degrees. */
  | { phase: 'moving'; degrees: number }
  /** Held still at the end: how far that is, whole degrees. */
  | { phase: 'done'; degrees: number }
  /** Nobody moved, or nobody kept still, for too long. */
  | { phase: 'given up' };

/** Held so long without moving is still; our choice, ms. */
const STILL_MS = 1_200;
/** A hand that keeps still trembles by about as much; our estimate, degrees. */
const TREMBLE = 3;
/** Less is not a movement but the start; degrees. */
const LEAST_MOVED = 8;
/** So far below the furthest the end may be held: more is on the way back; degrees. */
const BELOW_FURTHEST = 6;
/** After so long it is begun anew; ms. */
export const TILT_PATIENCE_MS = 40_000;

/** The samples of the last while before one of them, when they cover it. */
function windowBefore(samples: readonly TiltSample[], end: number): readonly TiltSample[] | null {
  const last = samples[end];
  const first = samples[0];
  if (!last || !first || last.at - first.at < STILL_MS) return null;
  // Only back to where it begins: this is asked for at every sample.
  let from = end;
  while (last.at - (samples[from - 1]?.at ?? -Infinity) <= STILL_MS) from -= 1;
  return samples.slice(from, end + 1);
}

const spread = (values: readonly number[]): number => (max(values) ?? 0) - (min(values) ?? 0);

/**
 * Reads a movement test without a hand free for the screen: still at the start, moved, and held still where it ends.
 * What counts is where it was held, not the furthest swing, and not a rest on the way back.
 *
 * @param samples what the sensor said since the reading was begun, in order of time
 * @example
 * // a second and a half still, then tilted to 50° and held
 * steadyTilt(samples) // => { phase: 'done', degrees: 50 }
 */
export function steadyTilt(samples: readonly TiltSample[]): SteadyTilt {
  const first = samples[0];
  if (!first) return { phase: 'start' };
  const zeroAt = samples.findIndex((sample, index) => {
    const still = windowBefore(samples, index);
    return (
      still !== null &&
      still.every(({ gravity }) => tiltBetween(gravity, sample.gravity) <= TREMBLE)
    );
  });
  const last = samples[samples.length - 1] ?? first;
  const isLate = last.at - first.at > TILT_PATIENCE_MS;
  const zero = samples[zeroAt];
  if (!zero) return isLate ? { phase: 'given up' } : { phase: 'start' };
  const moved = samples
    .slice(zeroAt)
    .map(({ at, gravity }) => ({ at, gravity, degrees: tiltBetween(zero.gravity, gravity) }));
  let furthest = 0;
  for (const [index, { degrees }] of moved.entries()) {
    furthest = Math.max(furthest, degrees);
    const held = windowBefore(moved, index)?.map((one) => tiltBetween(zero.gravity, one.gravity));
    if (!held || spread(held) > TREMBLE) continue;
    const here = median(held) ?? 0;
    if (here >= LEAST_MOVED && here >= furthest - BELOW_FURTHEST) {
      return { phase: 'done', degrees: Math.round(here) };
    }
  }
  if (isLate) return { phase: 'given up' };
  return { phase: 'moving', degrees: Math.round(moved.at(-1)?.degrees ?? 0) };
}
