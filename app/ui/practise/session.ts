import type { Step } from '#core/routine';
import {
  apply,
  begin,
  due,
  replay,
  type EventBody,
  type SessionEvent,
  type SessionState,
} from '#core/session';

/** What starts a session: which it is, and the version it follows. */
export interface SessionHead {
  id: string;
  versionId: string;
  /** What it is led by, as it was handed out. */
  ledId: string;
  /** The lines that are in it; absent where an earlier edition began it. */
  lineIds?: string[];
  startedAt: number;
}

export interface SessionStore {
  read: () => { state: SessionState; events: readonly SessionEvent[] };
  /** Something the client did. */
  happen: (body: EventBody) => void;
  /** Lets time do what it made due. */
  tick: () => void;
  /** Ms since 1970 UTC as the log counts: never back, and on over a sleep. */
  now: () => number;
  /** What was done since an instant is not known. */
  lost: (why: 'reload' | 'clock', since: number) => void;
  subscribe: (heard: () => void) => () => void;
}

/** Clocks that go apart by more than this have been set, or the device slept; ms. */
const APART_MS = 2_000;
/** So often it is noted that somebody is still on a point: a page that is closed loses no more, ms. */
const SEEN_EVERY_MS = 2_000;

/**
 * A running session in the browser: the core's machine, fed by the client and the clock, with every
 * event handed on as it happens.
 *
 * @param outside.now ms since 1970 UTC by a clock that never jumps
 * @param outside.wall ms since 1970 UTC by the device’s wall clock, which may
 * @param outside.onSeen hears now and then that somebody is on a point and the clock runs
 * @param outside.newId a UUIDv7
 * @param outside.onEvent hears each event once, in order
 * @param earlier the events of a session that is taken up again
 */
export function createSession(
  steps: readonly Step[],
  outside: {
    now: () => number;
    wall: () => number;
    newId: () => string;
    onEvent: (event: SessionEvent) => void;
    onSeen?: (at: number) => void;
  },
  earlier: readonly SessionEvent[] = [],
): SessionStore {
  let current = { state: replay(begin(steps), earlier), events: earlier };
  const listeners = new Set<() => void>();

  const take = (body: EventBody, at: number) => {
    const event = { ...body, id: outside.newId(), seq: current.events.length, at };
    const state = apply(current.state, event);
    // What the machine ignores did not happen: a second tap on the same button, say.
    if (state === current.state) return false;
    current = { state, events: [...current.events, event] };
    outside.onEvent(event);
    return true;
  };
  /** How far the wall clock ran on while the steady one stood: a sleep, or a clock set forward; ms. */
  let slept = 0;
  const now = () => outside.now() + slept;
  let seen = now();
  let told = seen;
  let apart = outside.wall() - seen;
  const lose = (why: 'reload' | 'clock', since: number) =>
    take({ type: 'gap', why, wall: Math.round(outside.wall()) }, since);
  /** A clock that was set, or a device that slept: from when it was last looked at nothing is known. */
  const look = (): boolean => {
    const before = seen;
    const ahead = outside.wall() - now() - apart;
    if (Math.abs(ahead) > APART_MS) {
      // Whoever stayed on the point over a sleep has held that long too: rather too short than too long.
      if (ahead > 0) slept += ahead;
      apart = outside.wall() - now();
      seen = now();
      return lose('clock', before);
    }
    apart += ahead;
    seen = now();
    if (seen - told >= SEEN_EVERY_MS && current.state.phase.name === 'hold') {
      told = seen;
      outside.onSeen?.(seen);
    }
    return false;
  };
  const settleTime = (): boolean => {
    let changed = false;
    for (let owed = due(current.state, now()); owed; owed = due(current.state, now())) {
      if (!take(owed.body, owed.at)) break;
      changed = true;
    }
    return changed;
  };
  const tell = (changed: boolean) => {
    if (changed) for (const heard of listeners) heard();
  };

  return {
    read: () => current,
    happen: (body) => {
      const gap = look();
      const before = settleTime();
      const took = take(body, now());
      const after = settleTime();
      tell(gap || before || took || after);
    },
    tick: () => {
      const gap = look();
      const settled = settleTime();
      tell(gap || settled);
    },
    now,
    lost: (why, since) => tell(lose(why, since)),
    subscribe: (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
  };
}
