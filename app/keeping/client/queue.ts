import { kindOf } from '../kinds';
import { MOST_LETTERS, type Answer, type Base, type Letter } from '../letter';

/** Why the server will not keep a letter as it is. */
export interface Reason {
  status: number;
  says: string;
  details: Record<string, unknown>;
}

/** A letter on the device, with what became of it so far. */
export interface Entry {
  letter: Letter;
  /** Letters of the same thing it took the place of, which were never sent. */
  standsFor?: string[];
  /** Its place in the order of writing; rises on one device whatever its clock does. */
  order: number;
  /** It was sent at least once: it may be kept already, and changes no more. */
  tried: boolean;
  /** So many times the server could not keep it though it was there. */
  laters?: number;
  /** Set when the server will never keep it as it is; it stays until its writer decides. */
  refused: Reason | null;
}

/** What of a queue changes: entries to write, and ids to forget. */
export interface Change {
  put: Entry[];
  drop: string[];
}

const NOTHING: Change = { put: [], drop: [] };
const byOrder = (a: Entry, b: Entry) =>
  a.order - b.order || (a.letter.id < b.letter.id ? -1 : a.letter.id > b.letter.id ? 1 : 0);

export const inOrder = (entries: Iterable<Entry>): Entry[] => [...entries].sort(byOrder);

/** What is there after a change. */
export function changed(entries: readonly Entry[], { put, drop }: Change): Entry[] {
  const byId = new Map(entries.map((entry) => [entry.letter.id, entry]));
  for (const id of drop) byId.delete(id);
  for (const entry of put) byId.set(entry.letter.id, entry);
  return [...byId.values()];
}

/** The next place in the order of writing: later than all there are, also when the clock went back. */
export const nextOrder = (entries: readonly Entry[], now: number): number =>
  entries.reduce((most, { order }) => Math.max(most, order + 1), now);

/** As far back as a tab may lag behind another. */
const MOST_STOOD_FOR = 100;

/**
 * What a letter is begun from as the queue knows it by now. One that had seen an earlier wording, which
 * another tab has written over since, is begun from what that wording was begun from: the two meet.
 */
const baseIn = (entries: readonly Entry[], { base }: Letter): Base =>
  entries.find(({ standsFor }) => typeof base === 'string' && standsFor?.includes(base))?.letter
    .base ?? base;

const isOf = (letter: Letter) => (entry: Entry) =>
  entry.letter.kind === letter.kind && entry.letter.thing === letter.thing;

/**
 * Puts a letter behind the others. Where only the last of a thing is worth sending, it takes the place of
 * the one it was begun from, as long as that was never tried. A letter that was begun from anything else
 * stands by itself: the server says whether the two meet.
 */
export function enqueue(entries: readonly Entry[], written: Letter, now: number): Change {
  const letter = { ...written, base: baseIn(entries, written) };
  const added = (base: Base) => entryOf({ ...letter, base }, entries, now);
  const { gathers, meets } = kindOf(letter.kind);
  if (meets === 'added') return { put: [added(letter.base)], drop: [] };
  const last = inOrder(entries).findLast(isOf(letter));
  if (!last) return { put: [added(letter.base)], drop: [] };
  if (!gathers) {
    // A thing that is made once is on its way already: a second press of the button.
    return last.refused ? { put: [added(letter.base)], drop: [last.letter.id] } : NOTHING;
  }
  if (letter.base === last.letter.id && !last.tried && !last.refused) {
    const standsFor = [...(last.standsFor ?? []), last.letter.id].slice(-MOST_STOOD_FOR);
    return {
      put: [{ ...added(last.letter.base), order: last.order, standsFor }],
      drop: [last.letter.id],
    };
  }
  return { put: [added(letter.base)], drop: [] };
}

const entryOf = (letter: Letter, entries: readonly Entry[], now: number): Entry => ({
  letter,
  order: nextOrder(entries, now),
  tried: false,
  refused: null,
});

/** The letters that wait for another one: what they were begun from was refused, or waits itself. */
function blocked(entries: readonly Entry[]): Set<string> {
  const stuck = new Set(entries.filter(({ refused }) => refused).map(({ letter }) => letter.id));
  const result = new Set<string>();
  for (const { letter } of inOrder(entries)) {
    if (typeof letter.base === 'string' && stuck.has(letter.base)) {
      stuck.add(letter.id);
      result.add(letter.id);
    }
  }
  return result;
}

/** Whether somebody may still be writing at it: it is kept here at once and sent when that has ended. */
function isFresh({ letter, tried }: Entry, entries: readonly Entry[], now: number): boolean {
  const age = now - letter.at;
  return (
    !tried &&
    age >= 0 &&
    age < kindOf(letter.kind).restMs &&
    !entries.some((other) => other.letter.base === letter.id)
  );
}

/** The next letters to send, oldest first. */
export function sendable(entries: readonly Entry[], now: number, most = MOST_LETTERS): Entry[] {
  const waits = blocked(entries);
  return inOrder(entries)
    .filter((entry) => {
      const { letter, refused } = entry;
      return !refused && !waits.has(letter.id) && !isFresh(entry, entries, now);
    })
    .slice(0, most);
}

/** How long until the next letter has rested, in ms; null when none is resting. */
export function nextRested(entries: readonly Entry[], now: number): number | null {
  const left = entries
    .filter((entry) => !entry.refused && isFresh(entry, entries, now))
    .map(({ letter }) => kindOf(letter.kind).restMs - (now - letter.at));
  return left.length === 0 ? null : Math.min(...left);
}

/** As often the server may fail at one letter before it is put aside, so that it holds up no other. */
const MOST_LATERS = 8;

const FAILS_AT_IT =
  'The server failed at this several times. It stays on this device; try again later, or tell your practice.';

/** A letter the server could not keep this time. */
function failedAt(entry: Entry): Entry {
  const laters = (entry.laters ?? 0) + 1;
  return laters < MOST_LATERS
    ? { ...entry, laters }
    : {
        ...entry,
        laters: 0,
        tried: true,
        refused: { status: 500, says: FAILS_AT_IT, details: {} },
      };
}

/** What an answer of the server changes. */
export function settle(entries: readonly Entry[], answers: readonly Answer[]): Change {
  const by = new Map(answers.map((answer) => [answer.id, answer]));
  const put: Entry[] = [];
  const drop: string[] = [];
  for (const entry of entries) {
    const answer = by.get(entry.letter.id);
    if (answer?.is === 'kept') drop.push(entry.letter.id);
    if (answer?.is === 'refused') {
      const { status, says, details } = answer;
      put.push({ ...entry, tried: true, refused: { status, says, details } });
    }
    if (answer?.is === 'later' && !entry.refused) put.push(failedAt(entry));
  }
  return { put, drop };
}

/** All letters that were begun, over however many steps, from this one. */
function followers(entries: readonly Entry[], id: string): Entry[] {
  const chain = new Set([id]);
  return inOrder(entries).filter(({ letter }) => {
    const follows = typeof letter.base === 'string' && chain.has(letter.base);
    if (follows) chain.add(letter.id);
    return follows;
  });
}

/** Sends a refused letter again as it is. */
export function retry(entries: readonly Entry[], id: string): Change {
  const entry = entries.find(({ letter }) => letter.id === id);
  return entry?.refused ? { put: [{ ...entry, refused: null }], drop: [] } : NOTHING;
}

/**
 * Puts one’s own in place of what was in the way: the last that was written of the thing, begun from the
 * revision that was shown. It is a new letter, for the refused one will never be kept.
 */
export function insist(
  entries: readonly Entry[],
  id: string,
  {
    base,
    newId,
    body,
    thing,
  }: {
    base: Base;
    newId: string;
    body?: Letter['body'] | undefined;
    /** The thing that stands there, when it is another. */
    thing?: string | undefined;
  },
): Change {
  const refused = entries.find(({ letter }) => letter.id === id);
  if (!refused) return NOTHING;
  const after = followers(entries, id);
  const same = after.filter(isOf(refused.letter));
  const last = same.at(-1) ?? refused;
  const letter = {
    ...last.letter,
    id: newId,
    base,
    thing: thing ?? last.letter.thing,
    body: body ?? last.letter.body,
  } as Letter;
  const gone = [refused, ...same].map((one) => one.letter.id);
  return {
    put: [
      { letter, order: refused.order, tried: false, refused: null },
      ...rebased(after, gone, newId),
    ],
    drop: gone,
  };
}

/** Letters of other things that stood on one that is gone stand on another now. */
const rebased = (entries: readonly Entry[], gone: readonly string[], base: Base): Entry[] =>
  entries.flatMap((entry) =>
    typeof entry.letter.base === 'string' &&
    gone.includes(entry.letter.base) &&
    !gone.includes(entry.letter.id)
      ? [{ ...entry, letter: { ...entry.letter, base } }]
      : [],
  );

/** Lets a refused letter go, with those of its thing that were begun from it. */
export function letGo(entries: readonly Entry[], id: string): Change {
  const gone = entries.find(({ letter }) => letter.id === id);
  if (!gone) return NOTHING;
  const after = followers(entries, id);
  const drop = [id, ...after.filter(isOf(gone.letter)).map(({ letter }) => letter.id)];
  return { put: rebased(after, drop, gone.letter.base), drop };
}

/** What the one quiet line says. */
export interface Standing {
  /** On this device and not sent yet. */
  waiting: number;
  /** Refused: the writer decides. */
  needsYou: number;
}

export const standing = (entries: readonly Entry[]): Standing => ({
  waiting: entries.filter(({ refused }) => !refused).length,
  needsYou: entries.filter(({ refused }) => refused).length,
});
