import { isHold, type Step } from '#core/routine';
import type { SessionEvent } from './event';
import {
  ceilingOf,
  countsByTouch,
  currentHold,
  heldBefore,
  heldSeconds,
  limitOf,
  maySecondTry,
  stepOf,
} from './read';
import { advance, passOver, write } from './advance';
import { corrected } from './correct';
import { stoppedAt } from './stoppedAt';
import { told } from './told';
import type { HoldOutcome, HoldRecord, Phase, SessionState } from './state';

type At<T extends SessionEvent['type']> = Extract<SessionEvent, { type: T }>;

const CLOSED: readonly SessionState['status'][] = ['stopped', 'finished'];

function endHold(
  state: SessionState,
  at: number,
  outcome: HoldOutcome | null,
  besides: Partial<HoldRecord> = {},
): SessionState {
  const step = stepOf(state);
  const seconds = Math.round(Math.min(heldSeconds(state, at), limitOf(state)) * 10) / 10;
  const contactSeconds = Math.round((heldBefore(state) + seconds) * 10) / 10;
  const told = step && !isHold(step) ? { seconds } : { contactSeconds };
  return { ...state, holds: write(state, { ...told, ...besides, outcome }) };
}

/** At its longest without fading: off the point for some seconds, then once more. */
function backedOff(state: SessionState, at: number): SessionState {
  if (!maySecondTry(state)) return state;
  const ended = endHold(state, at, null, { again: true });
  return { ...ended, phase: { name: 'rest', since: at, again: true } };
}

/** Whether a hold ended so that its point is left for the day. */
const isLeft = (outcome: HoldRecord['outcome'] | undefined): boolean =>
  outcome === 'too-much' || outcome === 'only-pain';

/** A point that was too much, or stayed only pain, is left: the holds still to come on it are passed over. */
function leavePoint(state: SessionState): SessionState {
  const here = stepOf(state);
  const isSame = (step: Step | undefined) =>
    step !== undefined &&
    here !== undefined &&
    isHold(step) &&
    isHold(here) &&
    step.itemId === here.itemId &&
    step.side === here.side &&
    step.point === here.point;
  let next = state;
  while (isSame(next.steps[next.stepIndex + 1])) {
    next = { ...next, stepIndex: next.stepIndex + 1 };
    next = { ...next, holds: write(next, { outcome: 'skipped', skipReason: 'too-tender' }) };
  }
  return next;
}

function rated(state: SessionState, event: At<'rated'>): SessionState {
  const { phase } = state;
  const step = stepOf(state);
  if (!step || !isHold(step)) return state;
  if (phase.name !== 'hold' && phase.name !== 'rate-after') return state;
  const present = currentHold(state);
  const atSeconds =
    phase.name === 'hold'
      ? Math.round(heldBefore(state) + heldSeconds(state, event.at))
      : Math.round(present?.contactSeconds ?? 0);
  const when = phase.name === 'hold' ? ('pressing' as const) : ('letting go' as const);
  const ratings = [...(present?.ratings ?? []), { grade: event.grade, atSeconds, when }];
  const next = { ...state, holds: write(state, { ratings }) };
  if (phase.name === 'rate-after') {
    return advance(isLeft(present?.outcome) ? leavePoint(next) : next, event.at);
  }
  const above = event.grade > ceilingOf(state);
  return { ...next, phase: { ...phase, overCeiling: above ? phase.overCeiling + 1 : 0 } };
}

/** How many of the last ratings, one after the other, were above the ceiling. */
function overCeiling(state: SessionState, ratings: HoldRecord['ratings']): number {
  const within = ratings.findLastIndex(({ grade }) => grade <= ceilingOf(state));
  return ratings.length - 1 - within;
}

/** A rating is taken back while the hold goes on. */
function unrated(state: SessionState): SessionState {
  const { phase } = state;
  const ratings = currentHold(state)?.ratings ?? [];
  if (phase.name !== 'hold' || ratings.length === 0) return state;
  const left = ratings.slice(0, -1);
  return {
    ...state,
    holds: write(state, { ratings: left }),
    phase: { ...phase, overCeiling: overCeiling(state, left) },
  };
}

function paused(state: SessionState, at: number): SessionState {
  return state.status === 'running' ? { ...state, status: 'paused', pausedAt: at } : state;
}

function resumed(state: SessionState, at: number): SessionState {
  if (state.status !== 'paused' || state.pausedAt === null) return state;
  const away = at - state.pausedAt;
  const { phase } = state;
  const moved: Phase = 'since' in phase ? { ...phase, since: phase.since + away } : phase;
  return { ...state, status: 'running', pausedAt: null, gap: false, phase: moved };
}

/** The clock stands still from the last instant that is known; whoever was on a point is asked about the rest. */
function lost(state: SessionState, at: number): SessionState {
  if (state.status !== 'running' || !('since' in state.phase)) return state;
  return { ...paused(state, at), gap: state.phase.name === 'hold' };
}

/** After a gap: what the client says was done in it. Who stayed goes on as if nothing had been. */
function known(state: SessionState, stayed: boolean): SessionState {
  if (!state.gap) return state;
  return stayed
    ? { ...state, gap: false, status: 'running', pausedAt: null }
    : { ...state, gap: false };
}

function close(
  state: SessionState,
  at: number,
  end: Pick<SessionState, 'status'> & Partial<SessionState>,
): SessionState {
  const held = state.phase.name === 'hold' ? endHold(state, at, 'cut short') : state;
  return { ...held, ...end, endedAt: at, pausedAt: null, gap: false, phase: { name: 'closing' } };
}

/**
 * What a session is after an event. Total: an event that does not fit where the session stands
 * changes nothing, so a log can be read in any state of repair.
 */
export function apply(state: SessionState, event: SessionEvent): SessionState {
  switch (event.type) {
    case 'corrected':
    case 'reworded':
    case 'taken-back':
      return corrected(state, event);
  }
  if (CLOSED.includes(state.status)) return state;
  if (event.type === 'started') {
    if (state.status !== 'ready') return state;
    const { at: startedAt, spent: spentBefore = {} } = event;
    const { fullStomach = false, stillSore = false, picked = [], byHand = false } = event;
    const said = { startedAt, spentBefore, fullStomach, stillSore, picked, byHand };
    return passOver({ ...state, ...said, status: 'running' }, event.at);
  }
  if (state.status === 'ready') return state;

  switch (event.type) {
    case 'told':
      return told(state, event);
    case 'stopped':
      return close(state, event.at, {
        status: 'stopped',
        stopReason: event.reason,
        stoppedAt: event.before ? [] : stoppedAt(state),
      });
    case 'finished':
      if (state.phase.name !== 'closing') return state;
      return close(state, event.at, { status: 'finished', word: event.word });
    case 'paused':
      return paused(state, event.at);
    case 'resumed':
      return resumed(state, event.at);
    case 'gap':
      return lost(state, event.at);
    case 'stayed':
    case 'left':
      return known(state, event.type === 'stayed');
  }

  if (state.status !== 'running' || event.step !== state.stepIndex) return state;
  // After the last one there is nothing to hold, rate or skip.
  if (!stepOf(state)) return state;
  switch (event.type) {
    case 'settled': {
      if (state.phase.name !== 'find' && state.phase.name !== 'rest') return state;
      const step = stepOf(state);
      // What is only told is done when the client says so.
      return step && !isHold(step) && step.limitSeconds === 0
        ? advance({ ...state, holds: write(state, { outcome: 'done' }) }, event.at)
        : { ...state, phase: { name: 'count-in', since: event.at } };
    }
    case 'hold-started':
      if (state.phase.name !== 'count-in') return state;
      return {
        ...state,
        holds: write(state, {}),
        phase: { name: 'hold', since: event.at, heldMs: 0, overCeiling: 0 },
      };
    case 'rated':
      return rated(state, event);
    case 'unrated':
      return unrated(state);
    case 'hurts':
    case 'eased': {
      const { phase } = state;
      const step = stepOf(state);
      if (phase.name !== 'hold' || !step || !isHold(step)) return state;
      const { hurts: hurt, ...calm } = phase;
      if ((event.type === 'hurts') === (hurt ?? false)) return state;
      return { ...state, phase: event.type === 'hurts' ? { ...calm, hurts: true } : calm };
    }
    case 'counted': {
      const { phase } = state;
      if (phase.name !== 'hold' || !countsByTouch(state)) return state;
      return { ...state, phase: { ...phase, counted: (phase.counted ?? 0) + 1 } };
    }
    case 'hold-ended': {
      if (state.phase.name !== 'hold') return state;
      if (event.how === 'back-off') return backedOff(state, event.at);
      const told = event.leftFor === undefined ? {} : { leftFor: event.leftFor };
      const ended = endHold(state, event.at, event.how === 'let-go' ? 'too-much' : event.how, told);
      const step = stepOf(state);
      if (step && !isHold(step)) return advance(ended, event.at);
      // After a fade the last rating is the rating after; otherwise it is asked for on letting go.
      return event.how === 'faded' || event.how === 'too-much'
        ? advance(ended, event.at)
        : { ...ended, phase: { name: 'rate-after' } };
    }
    case 'skipped': {
      const kept = state.phase.name === 'hold' ? endHold(state, event.at, 'cut short') : state;
      const outcome = state.phase.name === 'rate-after' ? currentHold(state)?.outcome : 'skipped';
      const skipped = {
        ...kept,
        holds: write(kept, { outcome: outcome ?? 'skipped', skipReason: event.reason }),
      };
      return advance(skipped, event.at);
    }
  }
}

/** What a session is after its whole log. */
export const replay = (start: SessionState, events: readonly SessionEvent[]): SessionState =>
  events.reduce(apply, start);
