import { clear, createStore, get, set } from 'idb-keyval';
import { knownKey, once } from './keys';
import { sealBy, type Sealed } from './seal';

const laid = once(() => createStore('entspann-aside', 'sealed'));
const full = (userId: string, name: string) => `${userId}/${name}`;

/**
 * Lays something aside for when there is no line, sealed for its person. It is a copy of what the practice has:
 * where it cannot be kept, nothing is lost.
 */
export async function layAside(userId: string, name: string, value: unknown): Promise<void> {
  const key = await knownKey(userId);
  if (!key) return;
  const sealed = await sealBy(key).close(full(userId, name), value);
  await set(full(userId, name), sealed, laid()).catch(() => undefined);
}

/** What was laid aside for a person; null when there is nothing, or it cannot be opened. */
export async function readAside(userId: string, name: string): Promise<unknown> {
  const key = await knownKey(userId);
  if (!key) return null;
  try {
    const sealed = await get<Sealed>(full(userId, name), laid());
    return sealed ? await sealBy(key).open(full(userId, name), sealed) : null;
  } catch {
    return null;
  }
}

/** Forgets it for everybody. */
export async function forgetAside(): Promise<void> {
  if (typeof indexedDB !== 'undefined') await clear(laid()).catch(() => undefined);
}
