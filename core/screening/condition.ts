import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import type { Level, Scope } from './finding';

/** What an answer must add: which side, which limb or region, which places. */
export type Detail = 'side' | 'regions' | 'sites';
/** What an answer narrows: what it adds, or the whole limbs of the regions it names. */
export type Narrowing = Detail | 'limbs';

/** One consequence of a condition. */
export interface Effect {
  level: Level;
  scope: Scope;
  /** Narrowed by what the answer adds. */
  narrowedBy?: readonly Narrowing[];
  ceilingGrade?: number;
  timeShare?: number;
  mostSites?: number;
  /** A doctor’s word can lift it. */
  clearable?: boolean;
  client: string;
  therapist: string;
}

/** A question of the screening and what follows when it is answered with yes. */
export interface Condition {
  name: string;
  kind: 'red flag' | 'symptom' | 'condition' | 'ability';
  /** As the client is asked. */
  asks: string;
  details: readonly Detail[];
  effects: readonly Effect[];
  source: Source;
}

export const EVERYTHING: Scope = {};

const NOW = 'Stop. Call emergency services now.';
const SOON = 'Do not practise. Have this looked at in person first.';
const DOCTOR = 'Ask your doctor first; your therapist needs their word.';

export function condition(
  kind: Condition['kind'],
  name: string,
  asks: string,
  details: readonly Detail[],
  ...effects: Effect[]
): Condition {
  return { kind, name, asks, details, effects, source: COMMON_PRACTICE };
}

export const emergency = (name: string, asks: string): Condition =>
  condition('red flag', name, asks, [], {
    level: 'emergency',
    scope: EVERYTHING,
    client: NOW,
    therapist: `${name}: an emergency. Send for help; no routine.`,
  });

export const redFlag = (name: string, asks: string): Condition =>
  condition('red flag', name, asks, [], {
    level: 'refer',
    scope: EVERYTHING,
    clearable: true,
    client: SOON,
    therapist: `${name}: refer; no routine until it has been looked at.`,
  });

/** Medical clearance before anything. */
export const askFirst = (why: string, scope: Scope = EVERYTHING): Effect => ({
  level: 'ask',
  scope,
  clearable: true,
  client: DOCTOR,
  therapist: `${why}: medical clearance first.`,
});
