import type { Body } from '../bodies';
import type { KindId } from '../kinds';
import type { Answer, Base, Letter, Post } from '../letter';
import {
  enqueue,
  insist,
  letGo,
  nextRested,
  retry,
  sendable,
  settle,
  standing,
  type Entry,
  type Standing,
} from './queue';
import { createShelf, type Work } from './shelf';
import type { Store } from './store';

/** What became of a post. */
export type Delivery =
  | { is: 'answered'; answers: Answer[] }
  /** Not heard, or nobody there who could have been the application. */
  | { is: 'unheard'; why: Trouble }
  /** The whole of it was refused, whatever was in it. */
  | { is: 'turned down'; says: string }
  /** The server was there, and failed at it. */
  | { is: 'failed at'; says: string };

/** Why what is kept here has not been sent. */
export type Trouble = 'connection' | 'server' | 'signed out' | 'other person';

/** What tabs tell each other. */
export type Word =
  /** Something was written or forgotten in the store. */
  | { says: 'changed' }
  /** The server answered; `kept` are the letters it kept. */
  | { says: 'answered'; answers: Answer[]; kept: Letter[] };

/** What an outbox needs of its surroundings; given, so that it can be tried without a browser. */
export interface Outside {
  /** Settles once the person’s things on this device can be read. */
  store: Promise<Store>;
  locks: {
    /** One at a time over all tabs of this person. */
    alone: <T>(work: () => Promise<T>) => Promise<T>;
    /** Runs as the one sender of all tabs, once it is this one’s turn. */
    lead: (work: () => Promise<void>, closed: AbortSignal) => Promise<void>;
  };
  channel: { tell: (word: Word) => void; hear: (listener: (word: Word) => void) => () => void };
  post: (post: Post) => Promise<Delivery>;
  /** Settles after a while, or at once when it is aborted. */
  wait: (ms: number, hurry: AbortSignal) => Promise<void>;
  now: () => number;
  newId: () => string;
}

/** A thing to be kept, as a page writes it; the outbox makes a letter of it. */
export interface Wish<K extends KindId = KindId> {
  kind: K;
  clientId: string | null;
  thing: string;
  /** The revision that the page had read; null for a new thing, or one that is only added to. */
  base: Base;
  body: Body<K>;
  /** Given where something else has to know it. */
  id?: string;
}

export interface View extends Standing {
  /** Everything that is not kept yet, oldest first. */
  entries: readonly Entry[];
  /** What is written but not yet safe on this device: it would be lost with the page. */
  unwritten: number;
  trouble: Trouble | null;
  /** The store could be read: what an earlier page left is here. */
  opened: boolean;
}

export interface Outbox {
  view: () => View;
  subscribe: (listener: () => void) => () => void;
  /** Hears every answer of the server to letters of this person, of all tabs. */
  onAnswers: (
    listener: (answers: readonly Answer[], kept: readonly Letter[]) => void,
  ) => () => void;
  /** Writes a letter; it is sent as soon as may be. */
  add: <K extends KindId>(wish: Wish<K>) => string;
  /** What a change of a thing is begun from: its last letter on the way, or the latest revision known. */
  baseFor: (kind: KindId, thing: string, read: number | null) => Base;
  /** Settles when the server has kept or refused a letter. */
  settled: (id: string) => Promise<Answer>;
  retry: (id: string) => void;
  /** @returns the id of the letter that is written instead */
  insist: (id: string, base: Base, instead?: { body?: Letter['body']; thing?: string }) => string;
  letGo: (id: string) => void;
  /** Keeps what is being typed, so that a reload finds it; null forgets it. */
  jot: (name: string, value: unknown) => void;
  jotted: (name: string) => unknown;
  /** The same as it lies in the store now: another tab may have written since. */
  readJotted: (name: string) => Promise<unknown>;
  /** Settles when everything that was written so far is safe on this device, or was sent. */
  written: () => Promise<void>;
  /** Tries now instead of at the next turn. */
  hurry: () => void;
  close: () => void;
}

const FIRST_WAIT_MS = 1_000;
const LONGEST_WAIT_MS = 30_000;
const MOST_BYTES = 800_000;

/** As many letters from the front as one post bears. */
function postable(entries: readonly Entry[]): Entry[] {
  let bytes = 0;
  return entries.filter(({ letter }, index) => {
    bytes += JSON.stringify(letter).length;
    return index === 0 || bytes <= MOST_BYTES;
  });
}

/**
 * Everything a person has written on this device and the server has not kept yet. There is one for each
 * person and device: all tabs see the same letters, and one of them sends. Letters go out in the order in
 * which they were written, until each is kept or refused; what is refused stays until its writer decides.
 */
export function createOutbox(owner: string, outside: Outside): Outbox {
  const { locks, channel, now, newId } = outside;
  const closed = new AbortController();
  const shelf = createShelf(outside.store, locks.alone);
  const revisions = new Map<string, number>();
  const listeners = new Set<() => void>();
  const answerListeners = new Set<(answers: readonly Answer[], kept: readonly Letter[]) => void>();
  let trouble: Trouble | null = null;
  let opened = false;
  let resting = new AbortController();
  let patient = false;
  let woken = false;
  let view: View = { entries: [], unwritten: 0, trouble, opened, waiting: 0, needsYou: 0 };

  const tell = () => {
    const entries = shelf.entries();
    view = { entries, unwritten: shelf.unwritten(), trouble, opened, ...standing(entries) };
    for (const heard of listeners) heard();
  };
  const write = (work: Work) => {
    const written = shelf.write(work);
    tell();
    void written.then(() => {
      tell();
      channel.tell({ says: 'changed' });
      wake();
    });
  };

  /** There is something to look at. While the last try is being waited out it is not hurried. */
  const wake = () => {
    woken = true;
    if (!patient) resting.abort();
  };
  const hurry = () => {
    woken = true;
    resting.abort();
  };
  const rest = async (ms: number, isPatient: boolean) => {
    if (woken && !isPatient) return;
    patient = isPatient;
    resting = new AbortController();
    const stop = () => resting.abort();
    closed.signal.addEventListener('abort', stop, { once: true });
    await outside.wait(ms, resting.signal);
    closed.signal.removeEventListener('abort', stop);
  };

  const heardAnswers = (answers: readonly Answer[], kept: readonly Letter[]) => {
    const letters = new Map(kept.map((letter) => [letter.id, letter]));
    for (const answer of answers) {
      const letter = letters.get(answer.id);
      if (answer.is === 'kept' && answer.revision !== null && letter) {
        revisions.set(`${letter.kind}/${letter.thing}`, answer.revision);
      }
    }
    shelf.hear(answers);
    for (const heard of answerListeners) heard(answers, kept);
  };

  /**
   * What can be sent now, marked as tried before it leaves: from then on it changes no more. With it, how
   * long until the next has rested, judged at the same moment: between two looks at the clock the last one
   * could get ready and be seen by neither.
   */
  const take = async (most: number | undefined) => {
    let batch: Entry[] = [];
    let restsMs: number | null = null;
    await shelf.write((entries) => {
      const at = now();
      batch = postable(sendable(entries, at, most));
      restsMs = nextRested(entries, at);
      return {
        put: batch.filter(({ tried }) => !tried).map((entry) => ({ ...entry, tried: true })),
        drop: [],
      };
    }, false);
    tell();
    return { batch, restsMs: restsMs as number | null };
  };

  const record = async (answers: readonly Answer[], sent: readonly Entry[]) => {
    const keptIds = new Set(answers.filter(({ is }) => is === 'kept').map(({ id }) => id));
    const kept = sent.map(({ letter }) => letter).filter(({ id }) => keptIds.has(id));
    // Every tab knows the new revision before the letter that made it is gone from its view: what is
    // written in between is begun from one of the two.
    heardAnswers(answers, kept);
    channel.tell({ says: 'answered', answers: [...answers], kept });
    const written = shelf.write((entries) => settle(entries, answers));
    tell();
    await written;
    channel.tell({ says: 'changed' });
  };

  const send = async () => {
    let pause = FIRST_WAIT_MS;
    /** So many are still sent one by one: they were turned down together, and one of them is at fault. */
    let alone = 0;
    while (!closed.signal.aborted) {
      woken = false;
      const { batch, restsMs } = await take(alone > 0 ? 1 : undefined);
      if (closed.signal.aborted) return;
      if (batch.length === 0) {
        if (trouble !== null) {
          trouble = null;
          tell();
        }
        await rest(restsMs ?? LONGEST_WAIT_MS, false);
        continue;
      }
      const delivery = await outside
        .post({ from: owner, sentAt: now(), letters: batch.map(({ letter }) => letter) })
        .catch((): Delivery => ({ is: 'unheard', why: 'connection' }));
      const isAtFault = delivery.is === 'turned down' || delivery.is === 'failed at';
      if (isAtFault && batch.length > 1) {
        alone = batch.length;
        continue;
      }
      if (delivery.is !== 'unheard') alone = Math.max(0, alone - batch.length);
      if (delivery.is === 'turned down') {
        await record(
          batch.map(({ letter: { id } }) => ({
            id,
            is: 'refused',
            status: 422,
            says: delivery.says,
            details: {},
          })),
          batch,
        );
        continue;
      }
      const answers: readonly Answer[] =
        delivery.is === 'answered'
          ? delivery.answers
          : delivery.is === 'failed at'
            ? batch.map(({ letter: { id } }) => ({ id, is: 'later', says: delivery.says }))
            : [];
      if (answers.length > 0) await record(answers, batch);
      trouble =
        delivery.is === 'unheard'
          ? delivery.why
          : answers.some(({ is }) => is === 'later')
            ? 'server'
            : null;
      tell();
      if (trouble === null) pause = FIRST_WAIT_MS;
      else {
        await rest(pause, true);
        pause = Math.min(LONGEST_WAIT_MS, pause * 2);
      }
    }
  };

  const baseFor = ({ kind, thing, base }: Pick<Wish, 'kind' | 'thing' | 'base'>): Base => {
    if (typeof base === 'string') return base;
    const last = view.entries.findLast(
      ({ letter }) => letter.kind === kind && letter.thing === thing,
    );
    if (last) return last.letter.id;
    const known = revisions.get(`${kind}/${thing}`);
    return known === undefined ? base : Math.max(known, base ?? 0);
  };

  const stopHearing = channel.hear((word) => {
    if (word.says === 'answered') heardAnswers(word.answers, word.kept);
    void shelf
      .reread()
      .catch(() => undefined)
      .then(() => {
        tell();
        wake();
      });
  });

  void outside.store
    .then(() => locks.alone(shelf.reread))
    .catch(() => undefined)
    .then(() => {
      opened = true;
      tell();
      return locks.lead(send, closed.signal);
    })
    .catch(() => undefined);

  return {
    view: () => view,
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    onAnswers: (listener) => {
      answerListeners.add(listener);
      return () => answerListeners.delete(listener);
    },
    add: ({ id = newId(), ...wish }) => {
      const letter = { ...wish, id, at: now() } as Letter;
      write((entries) => enqueue(entries, letter, letter.at));
      return id;
    },
    baseFor: (kind, thing, base) => baseFor({ kind, thing, base }),
    settled: (id) =>
      new Promise((done) => {
        const listener = (answers: readonly Answer[]) => {
          const answer = answers.find((one) => one.id === id && one.is !== 'later');
          if (!answer) return;
          answerListeners.delete(listener);
          done(answer);
        };
        answerListeners.add(listener);
      }),
    retry: (id) => write((entries) => retry(entries, id)),
    insist: (id, base, instead = {}) => {
      const again = newId();
      write((entries) => insist(entries, id, { base, newId: again, ...instead }));
      return again;
    },
    letGo: (id) => write((entries) => letGo(entries, id)),
    jot: shelf.jot,
    jotted: shelf.jotted,
    readJotted: shelf.readJotted,
    written: () =>
      new Promise((done) => {
        const look = () => {
          if (view.unwritten > 0) return;
          listeners.delete(look);
          done();
        };
        listeners.add(look);
        look();
      }),
    hurry,
    close: () => {
      closed.abort();
      stopHearing();
    },
  };
}
