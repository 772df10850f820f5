import { get, set } from 'idb-keyval';
import { v7 as uuid } from 'uuid';
import type { HoldStep } from '#core/routine';
import type { SessionEvent } from '#core/session';
import { createOutbox, type Delivery, type Letter, type Outbox } from './outbox';
import { createSession, type SessionHead, type SessionStore } from './session';

/** A session under way, kept so that a closed or reloaded page can go on with it. */
interface KeptSession {
  head: SessionHead;
  events: readonly SessionEvent[];
}

const TAKE_UP_WITHIN_MS = 3 * 3_600_000;

const sleep = (ms: number, stop: AbortSignal): Promise<void> =>
  new Promise((done) => {
    const timer = setTimeout(done, ms);
    stop.addEventListener('abort', () => {
      clearTimeout(timer);
      done();
    });
  });

async function post(session: SessionHead, events: readonly SessionEvent[]): Promise<Delivery> {
  const answer = await fetch('/practise/events', {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ session, events }),
    // Someone who is no longer signed in would be led to another page: that is not an answer.
    redirect: 'manual',
  });
  if (answer.ok) return { kind: 'stored' };
  if (answer.type === 'opaqueredirect' || answer.status === 401 || answer.status === 403) {
    return {
      kind: 'later',
      says: 'You are signed out. Sign in again; your log is kept on this device.',
    };
  }
  if (answer.status >= 500 || answer.status === 408 || answer.status === 429) {
    return {
      kind: 'later',
      says: 'The practice’s server does not answer. Your log is kept on this device.',
    };
  }
  const body = (await answer.json().catch(() => null)) as { message?: string } | null;
  return { kind: 'refused', says: body?.message ?? 'Part of the log could not be stored.' };
}

/** Device storage may be full or forbidden: the session goes on, the server still gets its events. */
const quietly = (work: Promise<unknown>) => void work.catch(() => undefined);

export interface Device {
  outbox: Outbox;
  session: SessionStore;
  /** Whether the session was begun before this page was opened. */
  takenUp: boolean;
}

/**
 * Opens what this device keeps for a person, and the session they are in or about to begin.
 *
 * @param now milliseconds since 1970 UTC
 */
export async function openDevice(
  userId: string,
  version: { id: string; steps: readonly HoldStep[] },
  now: () => number,
): Promise<Device> {
  const outboxKey = `outbox:${userId}`;
  const sessionKey = `session:${userId}`;
  const [left, kept] = await Promise.all([
    get<Letter[]>(outboxKey).catch(() => undefined),
    get<KeptSession>(sessionKey).catch(() => undefined),
  ]);
  const outbox = createOutbox({
    left: left ?? [],
    keep: (letters) => quietly(set(outboxKey, letters)),
    send: post,
    wait: sleep,
  });
  const goesOn =
    kept?.head.versionId === version.id &&
    now() - kept.head.startedAt < TAKE_UP_WITHIN_MS &&
    !kept.events.some(({ type }) => type === 'finished' || type === 'stopped');
  const earlier = goesOn ? kept.events : [];
  let head: SessionHead | null = goesOn ? kept.head : null;
  const session = createSession(
    version.steps,
    {
      now,
      newId: () => uuid(),
      onEvent: (event) => {
        head ??= { id: uuid(), versionId: version.id, startedAt: event.at };
        outbox.add({ session: head, event });
        quietly(set(sessionKey, { head, events: session.read().events }));
      },
    },
    earlier,
  );
  return { outbox, session, takenUp: goesOn };
}
