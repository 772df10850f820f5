import type { Body } from './bodies';
import type { KindId } from './kinds';

/**
 * What a change was begun from: nothing (a new thing, or one that is only added to), a revision that was
 * read, or an earlier letter of the same thing that is itself still on its way.
 */
export type Base = null | number | string;

/** One thing to be kept, as its maker wrote it. It never changes once it was sent. */
export interface Letter<K extends KindId = KindId> {
  /** UUIDv7, made where the letter is written. */
  id: string;
  kind: K;
  /** Whose file it belongs to; null: the sender’s own, or none yet. */
  clientId: string | null;
  /** Id of the point, reading, visit, session … */
  thing: string;
  base: Base;
  body: Body<K>;
  /** When it was written, by the device’s clock; ms since 1970 UTC. */
  at: number;
}

/** What became of a letter. */
export type Answer =
  | { id: string; is: 'kept'; revision: number | null }
  /** It will never be kept as it is; it stays with its writer, with the reason. */
  | { id: string; is: 'refused'; status: number; says: string; details: Record<string, unknown> }
  /** The server is in trouble; it is sent again. */
  | { id: string; is: 'later'; says: string };

/** What is sent to `/keep`. */
export interface Post {
  /** Whose letters these are: refused when somebody else is signed in by now. */
  from: string;
  /** The device’s clock at sending, ms since 1970 UTC. */
  sentAt: number;
  letters: Letter[];
}

export const MOST_LETTERS = 200;
