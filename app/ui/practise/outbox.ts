import type { SessionEvent } from '#core/session';
import type { SessionHead } from './session';

/** An event on its way to the practice. */
export interface Letter {
  session: SessionHead;
  event: SessionEvent;
}

/** What became of a batch: `later` keeps it and tries again, `refused` can never be stored. */
export type Delivery =
  { kind: 'stored' } | { kind: 'later'; says: string } | { kind: 'refused'; says: string };

export interface OutboxStatus {
  waiting: number;
  /** Why the last try did not get through; null when it did. */
  trouble: string | null;
  /** Letters the server will never take, kept on the device. */
  refused: number;
}

export interface Outbox {
  add: (letter: Letter) => void;
  /** Tries now instead of at the next turn. */
  hurry: () => void;
  status: () => OutboxStatus;
  subscribe: (heard: () => void) => () => void;
}

export interface OutboxOutside {
  /** What an earlier visit left unsent. */
  left: readonly Letter[];
  /** Keeps what is unsent where a closed page does not lose it. */
  keep: (letters: readonly Letter[]) => void;
  send: (session: SessionHead, events: readonly SessionEvent[]) => Promise<Delivery>;
  wait: (ms: number, stop: AbortSignal) => Promise<void>;
}

const BATCH = 200;
const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 30_000;

/** The letters at the front that belong to one session, at most one batch. */
function front(letters: readonly Letter[]): readonly Letter[] {
  const id = letters[0]?.session.id;
  const end = letters.findIndex((letter) => letter.session.id !== id);
  return letters.slice(0, Math.min(BATCH, end === -1 ? letters.length : end));
}

/**
 * Sends events in order, one batch at a time, and tries again until each is stored: nothing leaves the
 * queue before the server has said that it has it. The server stores a repeated event once.
 */
export function createOutbox(outside: OutboxOutside): Outbox {
  let queue: readonly Letter[] = outside.left;
  let trouble: string | null = null;
  let refused = 0;
  let running = false;
  let waiting = new AbortController();
  let snapshot: OutboxStatus = { waiting: queue.length, trouble, refused };
  const listeners = new Set<() => void>();

  const tell = () => {
    snapshot = { waiting: queue.length, trouble, refused };
    for (const heard of listeners) heard();
  };
  const drop = (sent: readonly Letter[]) => {
    const ids = new Set(sent.map(({ event }) => event.id));
    queue = queue.filter(({ event }) => !ids.has(event.id));
    outside.keep(queue);
  };

  const deliver = async (batch: readonly Letter[]): Promise<Delivery> => {
    const session = batch[0]?.session;
    if (!session) return { kind: 'stored' };
    return outside
      .send(
        session,
        batch.map(({ event }) => event),
      )
      .catch((): Delivery => ({
        kind: 'later',
        says: 'No connection. Your log is kept on this device.',
      }));
  };

  const run = async () => {
    if (running) return;
    running = true;
    let pause = FIRST_WAIT_MS;
    while (queue.length > 0) {
      const batch = front(queue);
      const delivery = await deliver(batch);
      if (delivery.kind === 'later') {
        trouble = delivery.says;
        tell();
        waiting = new AbortController();
        await outside.wait(pause, waiting.signal);
        pause = Math.min(LONGEST_WAIT_MS, pause * 2);
        continue;
      }
      if (delivery.kind === 'refused') refused += batch.length;
      trouble = delivery.kind === 'refused' ? delivery.says : null;
      pause = FIRST_WAIT_MS;
      drop(batch);
      tell();
    }
    running = false;
  };

  void run();
  return {
    add: (letter) => {
      queue = [...queue, letter];
      outside.keep(queue);
      tell();
      void run();
    },
    hurry: () => {
      waiting.abort();
      void run();
    },
    status: () => snapshot,
    subscribe: (heard) => {
      listeners.add(heard);
      return () => listeners.delete(heard);
    },
  };
}
