import {
  apply,
  begin,
  ceilingOf,
  due,
  ratingDue,
  type EventBody,
  type SessionEvent,
  type SessionState,
} from '#core/session';
import { isHold, type HoldStep, type Step } from '#core/routine';
import { v7 as uuid } from 'uuid';
import type { Chance } from './chance';

/** How the invented body answers on a day. Grades 0–10, seconds. */
export interface Body {
  /** Rating on first pressing a step. */
  tenderness: (step: HoldStep) => number;
  fadeSeconds: number;
  /** Takes weight off when told to; an over-presser does not. */
  easesOff: boolean;
  /** The hold at which the client breaks off, or null. */
  stopsAtStep: number | null;
  word: string;
  /** What a hold comes to besides its rating; as in most sessions when absent. */
  feels?: (step: HoldStep) => Felt;
  /** Lines done as needed that are picked for the day. */
  picked?: readonly string[];
}

/**
 * `changed`: it is softer before the hold is over. `only pain`: no welcome ache, and easing off does not make it one.
 * `eased`: it does. `nothing`: nothing tender is found there.
 */
export type Felt = 'as rated' | 'changed' | 'only pain' | 'eased' | 'nothing';

const isPainful = ({ phase }: SessionState): boolean =>
  phase.name === 'hold' && phase.hurts === true;

const asGrade = (value: number) => Math.max(0, Math.min(10, Math.round(value)));

/** Seconds between things a person does; invented. */
const LOOKING = 9;
const ANSWERING = 2;
const LISTENING = 1;
/** After so long on a point it is felt that it changed; invented. */
const CHANGES_AFTER = 12;
/** What is left of a rating once some weight is off; invented. */
const EASED = 0.65;

/**
 * Plays one guided session through the session machine itself, so that its log is one the machine
 * could have written.
 *
 * @param startedAt ms since 1970 UTC
 * @returns the log and the state it ends in
 */
export function practiseOnce(
  steps: readonly Step[],
  startedAt: number,
  body: Body,
  chance: Chance,
): { events: SessionEvent[]; state: SessionState } {
  const events: SessionEvent[] = [];
  let state = begin(steps);
  let now = startedAt;

  const happen = (event: EventBody, at = now) => {
    const logged = {
      ...event,
      id: uuid({ msecs: at, random: chance.bytes() }),
      seq: events.length,
      at,
    };
    events.push(logged);
    state = apply(state, logged);
  };
  const wait = (seconds: number) => {
    now += Math.round(seconds * 1000);
  };
  const feel = (heldSeconds: number): number => {
    const step = state.steps[state.stepIndex];
    if (!step || !isHold(step)) return 0;
    const ratings = state.holds.find((hold) => hold.step === step.index)?.ratings ?? [];
    const toldToEase = ratings.some(({ grade }) => grade > ceilingOf(state));
    const first = body.tenderness(step) * (toldToEase && body.easesOff ? EASED : 1);
    return asGrade(first * Math.exp(-heldSeconds / body.fadeSeconds) + chance.normal() * 0.25);
  };
  const heldNow = () =>
    state.phase.name === 'hold' ? (now - state.phase.since + state.phase.heldMs) / 1000 : 0;

  /** Holds of which it was said already. */
  const told = new Set<number>();
  const felt = (): Felt => {
    const step = state.steps[state.stepIndex];
    return step && isHold(step) ? (body.feels?.(step) ?? 'as rated') : 'as rated';
  };
  const says = (...kinds: Felt[]): boolean =>
    state.phase.name === 'hold' && kinds.includes(felt()) && !told.has(state.stepIndex);

  const turn = () => {
    const owed = due(state, now);
    if (owed) {
      happen(owed.body, owed.at);
      return;
    }
    const step = state.stepIndex;
    if (state.phase.name === 'find' && step === body.stopsAtStep) {
      happen({ type: 'stopped', reason: chance.happens(0.5) ? 'too-sore' : 'interrupted' });
    } else if (state.phase.name === 'find' && felt() === 'nothing') {
      wait(LOOKING);
      happen({ type: 'skipped', step, reason: 'nothing-tender' });
    } else if (state.phase.name === 'find') {
      wait(LOOKING + chance.next() * 4);
      happen({ type: 'settled', step });
    } else if (isPainful(state) && felt() !== 'as rated') {
      wait(ANSWERING);
      if (due(state, now)) return;
      happen(
        felt() === 'eased'
          ? { type: 'eased', step }
          : { type: 'hold-ended', step, how: 'only-pain' },
      );
      told.add(step);
    } else if (says('only pain', 'eased') && heldNow() > ANSWERING) {
      happen({ type: 'hurts', step });
    } else if (says('changed') && heldNow() >= CHANGES_AFTER) {
      happen({ type: 'hold-ended', step, how: 'changed' });
    } else if (ratingDue(state, now)) {
      wait(ANSWERING);
      if (!due(state, now)) happen({ type: 'rated', step, grade: feel(heldNow()) });
    } else if (state.phase.name === 'rate-after') {
      wait(ANSWERING);
      const contact = state.holds.find((hold) => hold.step === step)?.contactSeconds ?? 0;
      happen({ type: 'rated', step, grade: feel(contact) });
    } else if (state.phase.name === 'closing') {
      wait(ANSWERING * 2);
      happen({ type: 'finished', word: body.word });
    } else {
      wait(LISTENING);
    }
  };

  const { picked = [] } = body;
  happen({ type: 'started', ...(picked.length > 0 ? { picked: [...picked] } : {}) });
  while (state.status === 'running') turn();
  return { events, state };
}
