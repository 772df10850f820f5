import { isHold } from '#core/routine';
import { currentHold, limitOf, stepOf } from './read';
import type { HoldRecord, Phase, SessionState } from './state';

const record = (step: number): HoldRecord => ({
  step,
  ratings: [],
  contactSeconds: 0,
  outcome: null,
  skipReason: null,
});

/** The records with that of the present hold changed. */
export function write(state: SessionState, change: Partial<HoldRecord>): readonly HoldRecord[] {
  const present = currentHold(state) ?? record(state.stepIndex);
  const others = state.holds.filter((hold) => hold.step !== state.stepIndex);
  return [...others, { ...present, ...change }];
}

function phaseFor(state: SessionState, at: number): Phase {
  const step = stepOf(state);
  if (!step) return { name: 'closing' };
  const previous = state.steps[state.stepIndex - 1];
  const before = state.holds.find((hold) => hold.step === previous?.index);
  const samePoint =
    isHold(step) &&
    previous !== undefined &&
    isHold(previous) &&
    previous.itemId === step.itemId &&
    previous.side === step.side &&
    previous.point === step.point;
  return samePoint && before?.outcome !== 'skipped'
    ? { name: 'rest', since: at }
    : { name: 'find' };
}

/**
 * Passes over holds that screening rules out and those for which the site's cap leaves no time; each
 * says so in its record.
 */
export function passOver(state: SessionState, at: number): SessionState {
  let next = state;
  for (let step = stepOf(next); step; step = stepOf(next)) {
    const isFull = next.fullStomach && isHold(step) && step.emptyStomach === true;
    const isNotPicked = step.asNeeded === true && !next.picked.includes(step.itemId);
    const isOut = step.leftOut !== undefined || isFull || isNotPicked;
    const isSpent = isHold(step) && limitOf(next) < 1;
    const outcome = isOut ? 'left out' : isSpent ? 'site cap' : null;
    if (outcome === null) break;
    next = { ...next, holds: write(next, { outcome }), stepIndex: next.stepIndex + 1 };
  }
  return { ...next, phase: phaseFor(next, at) };
}

/** On to the next hold that is held. */
export const advance = (state: SessionState, at: number): SessionState =>
  passOver({ ...state, stepIndex: state.stepIndex + 1 }, at);
