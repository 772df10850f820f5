import { changed, inOrder, settle, type Change, type Entry } from './queue';
import type { Answer } from '../letter';
import type { Store } from './store';

const LETTER = 'letter/';
const JOTTED = 'jotted/';

/** What a change makes of the letters that are there; the same letters give the same change. */
export type Work = (entries: readonly Entry[]) => Change;

/** The letters of one person on this device, as one tab knows them. */
export interface Shelf {
  /** What is there, with what is on its way into the store laid over it; oldest first. */
  entries: () => Entry[];
  /** So many changes would be lost with the page. */
  unwritten: () => number;
  /**
   * Changes what is there, whatever another tab has made of it meanwhile. What the store will not take, as
   * when it is full, stays in this tab.
   *
   * @param isShown false: it is not seen before it is in the store
   */
  write: (work: Work, isShown?: boolean) => Promise<void>;
  /** Takes over what lies in the store now. */
  reread: () => Promise<void>;
  /** What the practice answered, for what lives in this tab only. */
  hear: (answers: readonly Answer[]) => void;
  jot: (name: string, value: unknown) => void;
  jotted: (name: string) => unknown;
  readJotted: (name: string) => Promise<unknown>;
}

const lettersOf = (all: ReadonlyMap<string, unknown>): Entry[] =>
  // Only this code writes there, sealed: what opens is what it wrote.
  [...all].filter(([name]) => name.startsWith(LETTER)).map(([, value]) => value as Entry);

/**
 * A shelf over the store that all tabs of a person share. A tab sees its own changes at once: they are made
 * of what it knows, and made again of what lies in the store when their turn has come.
 *
 * @param alone runs one at a time over all tabs of this person
 */
export function createShelf(
  opening: Promise<Store>,
  alone: <T>(work: () => Promise<T>) => Promise<T>,
): Shelf {
  /** What lay in the store when it was last read or written. */
  let stored: readonly Entry[] = [];
  /** Of these the store would take nothing: they live in this tab only. */
  let homeless: readonly Entry[] = [];
  /** Of these the store would not let go: they are not there for this tab any more, whatever lies in it. */
  const gone = new Set<string>();
  /** Changes on their way into the store, in their order. */
  const underWay = new Set<Work>();
  const jotted = new Map<string, unknown>();
  let jotting: Promise<void> = Promise.resolve();
  let readings = 0;

  /** What lies in the store, or in its place in this tab. */
  const laid = (lying: readonly Entry[]) => changed(lying, { put: [...homeless], drop: [...gone] });
  const withoutHome = ({ put, drop }: Change) => {
    const ids = new Set([...drop, ...put.map(({ letter }) => letter.id)]);
    return homeless.filter(({ letter }) => !ids.has(letter.id));
  };

  return {
    entries: () => {
      let entries = laid(stored);
      for (const work of underWay) entries = changed(entries, work(entries));
      return inOrder(entries);
    },
    unwritten: () => underWay.size + homeless.length,
    write: async (work, isShown = true) => {
      if (isShown) underWay.add(work);
      try {
        const into = await opening;
        await alone(async () => {
          const lying = lettersOf(await into.all());
          const change = work(laid(lying));
          if (change.put.length + change.drop.length > 0) {
            await into.change(
              change.put.map((entry) => [LETTER + entry.letter.id, entry]),
              change.drop.map((id) => LETTER + id),
            );
          }
          // What is being read since before is older than this.
          readings += 1;
          homeless = withoutHome(change);
          stored = changed(lying, change);
          underWay.delete(work);
        });
      } catch {
        underWay.delete(work);
        const change = work(laid(stored));
        for (const id of change.drop) gone.add(id);
        homeless = [...withoutHome(change), ...change.put];
      }
    },
    reread: async () => {
      readings += 1;
      const mine = readings;
      const all = await (await opening).all();
      // Begun later is read later: an older state never comes back over a newer one.
      if (mine !== readings) return;
      stored = lettersOf(all);
      for (const [name, value] of all) {
        const jot = name.slice(JOTTED.length);
        if (name.startsWith(JOTTED) && !jotted.has(jot)) jotted.set(jot, value);
      }
    },
    hear: (answers) => {
      homeless = changed(homeless, settle(homeless, answers));
    },
    jot: (name, value) => {
      if (value === null) jotted.delete(name);
      else jotted.set(name, value);
      // One after the other: what was jotted last is what stays.
      jotting = jotting
        .then(() => opening)
        .then((into) =>
          value === null
            ? into.change([], [JOTTED + name])
            : into.change([[JOTTED + name, value]], []),
        )
        .catch(() => undefined);
    },
    jotted: (name) => jotted.get(name) ?? null,
    readJotted: async (name) => (await (await opening).all()).get(JOTTED + name) ?? null,
  };
}
