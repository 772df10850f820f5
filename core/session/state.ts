import type { RestingPlace } from '#core/response';
import type { Step } from '#core/routine';
import type { LeavingReason, SkipReason, StopReason } from './reasons';

/** Where a running session stands. Instants in ms since 1970 UTC. */
export type Phase =
  /** The client looks for the spot and presses when on it. */
  | { name: 'find' }
  /** Resting before the next repetition of the same point, or before a second try; goes on by itself. */
  | { name: 'rest'; since: number; again?: true }
  | { name: 'count-in'; since: number }
  /** `heldMs` was held before `since`; a pause adds to it. */
  | {
      name: 'hold';
      since: number;
      heldMs: number;
      overCeiling: number;
      hurts?: true;
      /** Counted by touch so far; absent: the pace counts. */
      counted?: number;
    }
  | { name: 'rate-after' }
  /** All holds are through: a word for the day. */
  | { name: 'closing' };

export type HoldOutcome =
  /** Not pressed: it was told, and done. */
  | 'done'
  /** Done without the device, and told afterwards. */
  | 'told'
  | 'time'
  | 'faded'
  | 'cap'
  | 'too-much'
  | 'client'
  | 'changed'
  | 'only-pain'
  | 'cut short'
  | 'site cap'
  | 'left out';

/** A rating, and when it was asked: while pressing, or on letting go. */
export interface Rating {
  grade: number;
  /** Seconds into the hold. */
  atSeconds: number;
  when: 'pressing' | 'letting go';
}

/** What became of one hold. */
export interface HoldRecord {
  step: number;
  ratings: Rating[];
  /** None where nothing is pressed. */
  contactSeconds: number;
  /** How long something that is not pressed was done. */
  seconds?: number;
  outcome: HoldOutcome | 'skipped' | null;
  /** It did not fade at its longest, and was tried once more after backing off. */
  again?: true;
  /** Why it was left early, as the client said. */
  leftFor?: LeavingReason;
  skipReason: SkipReason | null;
}

/** What was said of a session after it had ended. `at` in ms since 1970 UTC, by the device. */
export type Correction = { at: number } & (
  | { of: 'rating'; step: number; from: number; to: number }
  | { of: 'word'; from: string; to: string }
  | { of: 'session' }
);

export interface SessionState {
  steps: readonly Step[];
  status: 'ready' | 'running' | 'paused' | 'stopped' | 'finished';
  stepIndex: number;
  phase: Phase;
  /** When the present pause began. */
  pausedAt: number | null;
  /** What was done since then is not known, and is asked. */
  gap: boolean;
  holds: readonly HoldRecord[];
  startedAt: number | null;
  endedAt: number | null;
  stopReason: StopReason | null;
  /** What was pressed, or about to be, when it was stopped; none where it was told before anything was begun on. */
  stoppedAt: readonly RestingPlace[];
  word: string;
  /** Contact seconds of earlier sessions of the day, by site and side. */
  spentBefore: Readonly<Record<string, number>>;
  fullStomach: boolean;
  /** Holds that build up stay at their shorter time. */
  stillSore: boolean;
  /** Lines picked for today among those done as needed. */
  picked: readonly string[];
  /** Done without the device, and told afterwards. */
  byHand: boolean;
  /** It was not done, as was said afterwards. */
  takenBack: boolean;
  /** Oldest first. */
  corrections: readonly Correction[];
}

/** A session that has not been started yet. */
export const begin = (steps: readonly Step[]): SessionState => ({
  steps,
  status: 'ready',
  stepIndex: 0,
  phase: { name: 'find' },
  pausedAt: null,
  gap: false,
  holds: [],
  startedAt: null,
  endedAt: null,
  stopReason: null,
  stoppedAt: [],
  word: '',
  spentBefore: {},
  fullStomach: false,
  stillSore: false,
  picked: [],
  byHand: false,
  takenBack: false,
  corrections: [],
});
