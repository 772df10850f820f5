import type { HoldStep } from '#core/routine';
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
  startedAt: number;
}

export interface SessionStore {
  read: () => { state: SessionState; events: readonly SessionEvent[] };
  /** Something the client did. */
  happen: (body: EventBody) => void;
  /** Lets time do what it made due. */
  tick: () => void;
  subscribe: (heard: () => void) => () => void;
}

/**
 * A running session in the browser: the core's machine, fed by the client and the clock, with every
 * event handed on as it happens.
 *
 * @param outside.now milliseconds since 1970 UTC
 * @param outside.newId a UUIDv7
 * @param outside.onEvent hears each event once, in order
 * @param earlier the events of a session that is taken up again
 */
export function createSession(
  steps: readonly HoldStep[],
  outside: { now: () => number; newId: () => string; onEvent: (event: SessionEvent) => void },
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
  const settleTime = (): boolean => {
    let changed = false;
    for (
      let owed = due(current.state, outside.now());
      owed;
      owed = due(current.state, outside.now())
    ) {
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
      const before = settleTime();
      const now = take(body, outside.now());
      const after = settleTime();
      tell(before || now || after);
    },
    tick: () => tell(settleTime()),
    subscribe: (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
  };
}
