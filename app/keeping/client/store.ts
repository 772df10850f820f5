import type { Seal, Sealed } from './seal';

/** Where sealed things lie: names and what was sealed under them. All tabs see the same. */
export interface Cupboard {
  read: () => Promise<[name: string, sealed: Sealed][]>;
  /** All of it or nothing. */
  write: (put: [name: string, sealed: Sealed][], drop: string[]) => Promise<void>;
}

/** One person’s things on this device, readable: the letters, and what they are in the middle of. */
export interface Store {
  /** Everything that can be opened, by name. */
  all: () => Promise<Map<string, unknown>>;
  change: (put: [name: string, value: unknown][], drop: string[]) => Promise<void>;
}

/**
 * A person’s part of the cupboard. Names are bound to their person, and what was sealed for one cannot be
 * opened for another; what cannot be opened is left alone.
 */
export function storeOf(userId: string, cupboard: Cupboard, seal: Seal): Store {
  const full = (name: string) => `${userId}/${name}`;
  return {
    all: async () => {
      const own = (await cupboard.read()).filter(([name]) => name.startsWith(`${userId}/`));
      const opened = await Promise.all(
        own.map(async ([name, sealed]): Promise<[string, unknown][]> => {
          try {
            return [[name.slice(userId.length + 1), await seal.open(name, sealed)]];
          } catch {
            return [];
          }
        }),
      );
      return new Map(opened.flat());
    },
    change: async (put, drop) => {
      const sealed = await Promise.all(
        put.map(async ([name, value]): Promise<[string, Sealed]> => [
          full(name),
          await seal.close(full(name), value),
        ]),
      );
      await cupboard.write(sealed, drop.map(full));
    },
  };
}

/** A cupboard that is gone with the page: where the browser has none, or none that can be sealed. */
export function memoryCupboard(): Cupboard {
  const things = new Map<string, Sealed>();
  return {
    read: () => Promise.resolve([...things]),
    write: (put, drop) => {
      for (const name of drop) things.delete(name);
      for (const [name, sealed] of put) things.set(name, sealed);
      return Promise.resolve();
    },
  };
}

/** Leaves things as they are: for a cupboard that is gone with the page. */
export const plainSeal: Seal = {
  close: (_name, value) =>
    Promise.resolve({
      nonce: new Uint8Array(),
      data: new TextEncoder().encode(JSON.stringify(value)).buffer,
    }),
  open: (_name, { data }) => Promise.resolve(JSON.parse(new TextDecoder().decode(data)) as unknown),
};
