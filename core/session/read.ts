import { allowance, countedIn } from '#core/dosage';
import { COUNT_IN_SECONDS, isHold, placesPressed, type HoldStep, type Step } from '#core/routine';
import type { HoldRecord, SessionState } from './state';

/** During a fade hold the client is asked this often; common practice says “every so often”. */
export const RATE_EVERY_SECONDS = 15;
/** After a rating above the ceiling the client has eased off by then and is asked again; our estimate. */
export const EASE_SECONDS = 8;

const seconds = (ms: number) => Math.max(0, ms / 1000);

/** The instant that counts as now: a pause stops the clock. */
const clock = (state: SessionState, now: number) => state.pausedAt ?? now;

/** The step the session stands at, or undefined at the end. */
export const stepOf = (state: SessionState): Step | undefined => state.steps[state.stepIndex];

/** Steps that nobody was led through: left out, or no time left for them. */
const PASSED_OVER: readonly HoldRecord['outcome'][] = ['left out', 'site cap'];

/**
 * The steps before one that a client was led through: where they come from, and what they have been told already. What rests,
 * or was left no time, is none of them.
 *
 * @param index the present one when absent
 */
export function ledBefore(
  { steps, holds, stepIndex }: SessionState,
  index = stepIndex,
): readonly Step[] {
  const passed = new Set(
    holds.flatMap(({ step, outcome }) => (PASSED_OVER.includes(outcome) ? [step] : [])),
  );
  return steps.slice(0, index).filter((step) => !passed.has(step.index));
}

/** Contact already made on a step's site and side, in seconds. */
export function spentSeconds(state: SessionState, step: HoldStep): number {
  const on = (key: string) =>
    state.holds.reduce((sum, hold) => {
      const done = state.steps[hold.step];
      return done && isHold(done) && placesPressed(done).includes(key)
        ? sum + hold.contactSeconds
        : sum;
    }, 0);
  // Where both sides are pressed at one time, the one that has had more says what is left.
  return Math.max(...placesPressed(step).map(on));
}

/** What a step's site and side may still take: the cap of a session, or what earlier ones leave of the day's. */
export function capOf(state: SessionState, step: HoldStep): number {
  const before = Math.max(...placesPressed(step).map((key) => state.spentBefore[key] ?? 0));
  return Math.max(0, Math.min(step.capSeconds, (step.dayCapSeconds ?? step.capSeconds) - before));
}

/** A step's own limit in seconds: a hold that builds up keeps to its shorter time while the client is still sore. */
export const ownLimit = ({ stillSore }: SessionState, step: HoldStep): number =>
  stillSore && step.dose.method === 'build-up'
    ? Math.min(step.leastSeconds, step.limitSeconds)
    : step.limitSeconds;

/** Who counts by touch may take so many times as long as the pace asks; our choice. */
const SLOWER = 3;

/** Whether the present hold is counted by touch. */
const isTouched = ({ phase }: SessionState): boolean =>
  phase.name === 'hold' && phase.counted !== undefined;

/** What a step would take by itself, in seconds: its own limit, longer when touches count it, less at a second try. */
export function wantedSeconds(state: SessionState, step: Step): number {
  if (!isHold(step)) return step.limitSeconds * (isTouched(state) ? SLOWER : 1);
  const isAgain = step.index === state.stepIndex && currentHold(state)?.again;
  if (isAgain) return secondTry(state, step, spentSeconds(state, step));
  return ownLimit(state, step) * (isTouched(state) ? SLOWER : 1);
}

/** What of the present step is counted, and how many there are; null where nothing is. */
export function countedOf(state: SessionState) {
  const step = stepOf(state);
  return (step && (isHold(step) ? countedIn(step.dose) : step.count)) ?? null;
}

/** Whether touches may count it: what has turns of its own, as a breath, keeps its pace. */
export function countsByTouch(state: SessionState): boolean {
  const counted = countedOf(state);
  return counted !== null && !('turns' in counted && counted.turns.length > 0);
}

/** After a hold that did not fade the point is left for so long before it is tried once more; our choice, seconds. */
export const BACK_OFF_SECONDS = 10;
/** Of the longest time the second try takes so much; our choice. */
const SECOND_SHARE = 0.5;
/** With less left for it there is no second try; our choice, seconds. */
const SECOND_LEAST = 10;

/** Seconds of the present hold in a first try, which a second one adds to; else none. */
export function heldBefore(state: SessionState): number {
  const present = currentHold(state);
  return present?.again && state.phase.name !== 'rate-after' ? present.contactSeconds : 0;
}

/** Whether what did not fade may be tried once more: once, and only with enough of the site’s time left for it. */
export function maySecondTry(state: SessionState): boolean {
  const step = stepOf(state);
  if (state.phase.name !== 'hold' || !step || !isHold(step) || step.dose.method !== 'fade') {
    return false;
  }
  if (currentHold(state)?.again) return false;
  return secondTry(state, step, spentSeconds(state, step) + limitOf(state)) >= SECOND_LEAST;
}

/** What a second try may take: half the longest time, of what the later holds on the place do not want; seconds. */
function secondTry(state: SessionState, step: HoldStep, spent: number): number {
  const places = placesPressed(step);
  const wanted = state.steps.slice(step.index + 1).reduce((sum, later) => {
    const isThere = isHold(later) && placesPressed(later).some((key) => places.includes(key));
    return isThere && later.leftOut === undefined ? sum + ownLimit(state, later) : sum;
  }, 0);
  const left = capOf(state, step) - spent - wanted;
  return Math.max(0, Math.min(ownLimit(state, step) * SECOND_SHARE, left));
}

/** How long the present hold may last at most, in seconds: its own limit or what the site's cap leaves. */
export function limitOf(state: SessionState): number {
  const step = stepOf(state);
  if (!step) return 0;
  if (!isHold(step)) return wantedSeconds(state, step);
  return allowance({
    ...step,
    limitSeconds: wantedSeconds(state, step),
    capSeconds: capOf(state, step),
    spentSeconds: spentSeconds(state, step),
  });
}

/** Seconds held so far in the present hold; pauses do not count. */
export function heldSeconds(state: SessionState, now: number): number {
  if (state.phase.name !== 'hold') return 0;
  const { heldMs, since } = state.phase;
  return seconds(heldMs + (clock(state, now) - since));
}

export const countInLeft = (state: SessionState, now: number): number =>
  state.phase.name === 'count-in'
    ? Math.max(0, COUNT_IN_SECONDS - seconds(clock(state, now) - state.phase.since))
    : 0;

export function restLeft(state: SessionState, now: number): number {
  const step = stepOf(state);
  if (state.phase.name !== 'rest' || !step || !isHold(step)) return 0;
  const rest = state.phase.again ? BACK_OFF_SECONDS : step.restSeconds;
  return Math.max(0, rest - seconds(clock(state, now) - state.phase.since));
}

/** The record of the present hold, when it has begun. */
export const currentHold = (state: SessionState) =>
  state.holds.find((hold) => hold.step === state.stepIndex);

/** The ceiling of the present hold; 10 when there is none. */
export function ceilingOf(state: SessionState): number {
  const step = stepOf(state);
  return step && isHold(step) ? step.ceilingGrade : 10;
}

/**
 * Whether the client should be asked for a rating now: at once; again soon after a rating above the
 * ceiling; in a fade hold every 15 s.
 */
export function ratingDue(state: SessionState, now: number): boolean {
  const step = stepOf(state);
  if (state.phase.name !== 'hold' || !step || !isHold(step)) return false;
  const last = currentHold(state)?.ratings.at(-1);
  if (!last) return true;
  const since = heldBefore(state) + heldSeconds(state, now) - last.atSeconds;
  if (last.grade > ceilingOf(state)) return since >= EASE_SECONDS;
  return step.dose.method === 'fade' && since >= RATE_EVERY_SECONDS;
}

/** Where one is in what is counted: which breath or round, 1-based, and which turn of it, with how far, 0–1. */
export interface Count {
  number: number;
  turn: { index: number; says: string; done: number } | null;
}

/**
 * What is counted at this moment; null where nothing is.
 *
 * @example ten breaths of 10 s, 4 in and 6 out, after 17 s: breath 2, turn 1 (“out”), half done
 */
export function countNow(state: SessionState, now: number): Count | null {
  const counted = countedOf(state);
  if (!counted || state.phase.name !== 'hold') return null;
  const { of, eachSeconds } = counted;
  const { counted: touched } = state.phase;
  if (touched !== undefined) return { number: Math.min(of, touched + 1), turn: null };
  const turns = 'turns' in counted ? counted.turns : [];
  const held = Math.min(heldSeconds(state, now), limitOf(state));
  const number = Math.min(of, Math.floor(held / eachSeconds) + 1);
  let within = held - (number - 1) * eachSeconds;
  for (const [index, { says, seconds }] of turns.entries()) {
    if (within < seconds || index === turns.length - 1) {
      return { number, turn: { index, says, done: Math.min(1, within / seconds) } };
    }
    within -= seconds;
  }
  return { number, turn: null };
}
