import { createStore, del, entries, get, set } from 'idb-keyval';
import { keyFrom } from './seal';

const KEY = '/keep/key';
const RETRY_MS = 5_000;

/** Opened when first needed: the server that draws pages has no such stores. */
export const once = <T>(make: () => T): (() => T) => {
  let made: T | undefined;
  return () => (made ??= make());
};
const keys = once(() => createStore('entspann-keys', 'keys'));

/** Where things can be sealed they are kept; elsewhere they are gone with the page, and it says so. */
export const canSeal = (): boolean =>
  typeof indexedDB !== 'undefined' && globalThis.crypto?.subtle !== undefined;

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** The key of a person: the one this browser has, or a new one from the server; asked until it is given. */
export async function keyOf(userId: string): Promise<CryptoKey> {
  for (;;) {
    const known = await get<CryptoKey>(userId, keys()).catch(() => undefined);
    if (known) return known;
    try {
      const answer = await fetch(KEY, { redirect: 'manual' });
      if (answer.ok) {
        const given = (await answer.json()) as { userId: string; secret: string };
        if (given.userId === userId) {
          const key = await keyFrom(given.secret);
          await set(userId, key, keys()).catch(() => undefined);
          return key;
        }
      }
    } catch {
      // No connection: again in a moment.
    }
    await pause(RETRY_MS);
  }
}

/** Drops the keys of everybody but one: what they left here cannot be read until they sign in again. */
export async function dropKeys(except?: string): Promise<void> {
  if (!canSeal()) return;
  const all = await entries<string, CryptoKey>(keys()).catch(() => []);
  await Promise.all(all.filter(([id]) => id !== except).map(([id]) => del(id, keys())));
}

/** Drops the key of one person. */
export async function dropKey(userId: string): Promise<void> {
  if (canSeal()) await del(userId, keys()).catch(() => undefined);
}

/** The key of a person, when this browser has it. */
export const knownKey = async (userId: string): Promise<CryptoKey | undefined> =>
  canSeal() ? get<CryptoKey>(userId, keys()).catch(() => undefined) : undefined;

/** Who is signed in on this device as far as it knows by itself: the one whose key it has; null when it is not one. */
export async function ownerHere(): Promise<string | null> {
  if (!canSeal()) return null;
  const [first, ...others] = await entries<string, CryptoKey>(keys()).catch(() => []);
  return first && others.length === 0 ? first[0] : null;
}
