import { createStore, delMany, entries, get, promisifyRequest } from 'idb-keyval';
import { v7 as uuid } from 'uuid';
import type { Body } from '../bodies';
import type { Post } from '../letter';
import type { Delivery, Outbox, Outside, Word } from './outbox';
import { forgetAside } from './aside';
import { canSeal, dropKey, dropKeys, keyOf, once } from './keys';
import { sealBy, type Sealed } from './seal';
import { memoryCupboard, plainSeal, storeOf, type Cupboard, type Store } from './store';

const KEEP = '/keep';

const things = once(() => createStore('entspann-kept', 'sealed'));

const cupboard: Cupboard = {
  read: () => entries<string, Sealed>(things()),
  // In one transaction of the browser’s store.
  write: (put, drop) =>
    things()('readwrite', (store) => {
      for (const name of drop) store.delete(name);
      for (const [name, sealed] of put) store.put(sealed, name);
      return promisifyRequest(store.transaction);
    }),
};

async function openStore(userId: string): Promise<Store> {
  if (!canSeal()) return storeOf(userId, memoryCupboard(), plainSeal);
  await dropKeys(userId);
  return storeOf(userId, cupboard, sealBy(await keyOf(userId)));
}

/** What earlier editions left without an owner is nobody’s to be shown. */
export function dropOwnerless(): void {
  try {
    for (const name of Object.keys(window.localStorage)) {
      if (/^(draft|notes|interview|own-interview):/.test(name))
        window.localStorage.removeItem(name);
    }
  } catch {
    // Storage is forbidden here: then nothing is in it.
  }
}

/** An event as the first edition left it unsent, by its person, in the clear. */
interface EarlierLetter {
  session: { id: string; versionId: string; startedAt: number };
  event: { id: string } & Body<'session event'>['event'];
}

/** Takes over what an earlier edition could not send for this person, and forgets it where it lay. */
export async function adoptEarlier(userId: string, outbox: Outbox): Promise<void> {
  if (!canSeal()) return;
  const [mail, session] = [`outbox:${userId}`, `session:${userId}`];
  // Only that edition wrote under the name.
  const left = await get<EarlierLetter[]>(mail).catch(() => undefined);
  for (const { session: of, event } of left ?? []) {
    const { id, ...rest } = event;
    const { versionId, startedAt } = of;
    outbox.add({
      id,
      kind: 'session event',
      clientId: null,
      thing: of.id,
      base: null,
      body: { session: { versionId, ledId: null, startedAt }, event: rest },
    });
  }
  // Only what is safe in the new place leaves the old one.
  await outbox.written();
  await delMany([mail, session]).catch(() => undefined);
}

/** Reminders of whoever was here come to this device no more; the push service tells the practice so. */
async function endReminders(): Promise<void> {
  if (typeof navigator === 'undefined' || !('serviceWorker' in navigator)) return;
  const worker = await navigator.serviceWorker.getRegistration();
  const subscription = await worker?.pushManager?.getSubscription();
  await subscription?.unsubscribe();
}

/** Leaves nothing of anybody readable in this browser. */
export async function leaveNothing(): Promise<void> {
  await dropKeys();
  await forgetAside();
  dropOwnerless();
  await endReminders().catch(() => undefined);
  if (!('caches' in globalThis)) return;
  // The application’s own files are nobody’s.
  const names = await caches.keys().catch(() => []);
  for (const name of names) if (!name.startsWith('workbox-precache')) await caches.delete(name);
}

/** Once a sign-in has ended elsewhere, what is here is sealed from then on. */
const signedOut = (owner: string): Delivery => {
  void dropKey(owner);
  return { is: 'unheard', why: 'signed out' };
};

async function post(letters: Post): Promise<Delivery> {
  const body = JSON.stringify(letters);
  const answer = await fetch(KEEP, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body,
    // Who is no longer signed in would be led to another page: that is no answer.
    redirect: 'manual',
    // A page that is left still sends what it had begun to send; browsers bear 64 kB of that.
    keepalive: body.length < 60_000,
  });
  if (answer.type === 'opaqueredirect' || answer.status === 401) return signedOut(letters.from);
  if (answer.status === 403) return { is: 'unheard', why: 'other person' };
  if (answer.status === 500) return { is: 'failed at', says: 'The server failed at it.' };
  if (answer.status >= 500 || answer.status === 408 || answer.status === 429) {
    return { is: 'unheard', why: 'server' };
  }
  const said = (await answer.json()) as { ok: boolean; message?: string } & Partial<
    Extract<Delivery, { is: 'answered' }>
  >;
  if (said.ok && said.answers) return { is: 'answered', answers: said.answers };
  return { is: 'turned down', says: said.message ?? 'The server does not take this.' };
}

/** Without shared locks each tab sends its own; the server stores everything once. */
const lone = {
  alone: (() => {
    let last: Promise<unknown> = Promise.resolve();
    return <T>(work: () => Promise<T>): Promise<T> => {
      const next = last.then(work, work);
      last = next.catch(() => undefined);
      return next;
    };
  })(),
  lead: (work: () => Promise<void>) => work(),
};

function locksOf(owner: string): Outside['locks'] {
  if (!('locks' in navigator)) return lone;
  return {
    alone: async (work) => navigator.locks.request(`entspann/store/${owner}`, work),
    lead: async (work, signal) =>
      navigator.locks.request(`entspann/send/${owner}`, { signal }, work),
  };
}

function channelOf(owner: string): Outside['channel'] {
  const channel = new BroadcastChannel(`entspann/${owner}`);
  let isOpen = true;
  return {
    // What was being written when the outbox was closed ends after it.
    tell: (word) => {
      if (isOpen) channel.postMessage(word);
    },
    hear: (listener) => {
      const heard = ({ data }: MessageEvent<Word>) => listener(data);
      channel.addEventListener('message', heard);
      return () => {
        isOpen = false;
        channel.removeEventListener('message', heard);
        channel.close();
      };
    },
  };
}

/** Settles after a while, when it is hurried, or as soon as the machine says that it has a network again. */
const wait: Outside['wait'] = (ms, hurry) =>
  new Promise((done) => {
    const go = () => {
      clearTimeout(timer);
      window.removeEventListener('online', go);
      hurry.removeEventListener('abort', go);
      done();
    };
    const timer = setTimeout(go, ms);
    window.addEventListener('online', go);
    hurry.addEventListener('abort', go);
  });

/** What an outbox needs, from the browser. */
export const browserFor = (owner: string): Outside => ({
  store: openStore(owner),
  locks: locksOf(owner),
  channel: channelOf(owner),
  post,
  wait,
  now: () => Date.now(),
  newId: () => uuid(),
});
