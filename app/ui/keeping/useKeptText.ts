import { useEffect, useRef, useState } from 'react';
import type { Body } from '~/keeping/bodies';
import type { Entry } from '~/keeping/client/queue';
import type { Base, Letter } from '~/keeping/letter';
import { useOutbox, useView } from './Keeping';

/** Kinds of which both texts are shown when two changes meet. */
type TextKind = 'note' | 'draft';

/** Somebody else’s text, or one’s own from another tab, that stands in the way. */
export interface Clash<K extends TextKind> {
  by: string;
  theirs: Body<K>;
  /** The letter of ours that was refused for it; null when it was met before anything was sent. */
  refused: string | null;
  /** What goes on from it is begun from. */
  base: Base;
}

interface Given<K extends TextKind> {
  kind: K;
  clientId: string;
  thing: string;
  /** The revision the page was drawn with. */
  read: number;
  /** Hears what an earlier page left here unsent, once. */
  onFound: (body: Body<K>) => void;
  /** What of a refusal is the other text; null when it was refused for something else. */
  theirsIn: (details: Record<string, unknown>) => { theirs: Body<K>; by: string } | null;
}

const OTHER_TAB = 'You, in another tab,';

/**
 * A text that keeps itself: every change is written on this device at once and sent a moment later. One
 * that meets another is never written over it: both stand until their writer chooses.
 */
export function useKeptText<K extends TextKind>(given: Given<K>) {
  const { kind, clientId, thing, read } = given;
  const outbox = useOutbox();
  const { entries, opened } = useView();
  const latest = useRef(given);
  useEffect(() => {
    latest.current = given;
  });
  /** Letters that this page wrote, or has shown and settled. */
  const [seen, setSeen] = useState<ReadonlySet<string>>(new Set());
  const known = useRef(read);
  const lastWritten = useRef('');
  /** What was found here at first; undefined until it was looked for. */
  const [left, setLeft] = useState<Body<K> | null | undefined>(undefined);

  const own = entries.filter(
    ({ letter }) => letter.kind === kind && letter.thing === thing,
  ) as (Entry & {
    letter: Letter<K>;
  })[];

  // What an earlier page left here comes back, once: it is looked for when the store is first read.
  if (opened && left === undefined) {
    setLeft(own.at(-1)?.letter.body ?? null);
    setSeen(new Set(own.map(({ letter }) => letter.id)));
  }
  useEffect(() => {
    if (left) latest.current.onFound(left);
  }, [left]);

  useEffect(
    () =>
      outbox.onAnswers((answers, kept) => {
        for (const letter of kept) {
          const answer = answers.find(({ id }) => id === letter.id);
          const isOurs =
            letter.kind === kind &&
            letter.thing === thing &&
            (seen.has(letter.id) || letter.id === lastWritten.current);
          if (isOurs && answer?.is === 'kept' && answer.revision !== null) {
            known.current = answer.revision;
          }
        }
      }),
    [outbox, kind, thing, seen],
  );

  const refusedOwn = own.find((entry) => entry.refused !== null);
  const unseen =
    left === undefined ? undefined : own.findLast(({ letter }) => !seen.has(letter.id));
  const clashOf = (): Clash<K> | null => {
    if (refusedOwn?.refused) {
      const { details } = refusedOwn.refused;
      const other = given.theirsIn(details);
      const revision = typeof details.revision === 'number' ? details.revision : null;
      return other && { ...other, refused: refusedOwn.letter.id, base: revision };
    }
    return unseen
      ? { by: OTHER_TAB, theirs: unseen.letter.body, refused: null, base: unseen.letter.id }
      : null;
  };
  const clash = clashOf();

  const see = (...ids: string[]) => setSeen((before) => new Set([...before, ...ids]));
  /** What the next change is begun from. */
  const base = (): Base => {
    const mine = outbox
      .view()
      .entries.findLast(({ letter }) => letter.kind === kind && letter.thing === thing);
    return mine && (seen.has(mine.letter.id) || mine.letter.id === lastWritten.current)
      ? mine.letter.id
      : known.current;
  };
  const write = (body: Body<K>, from: Base = base()) => {
    const id = outbox.add({ kind, clientId, thing, base: from, body });
    lastWritten.current = id;
    see(id);
  };

  return {
    clash,
    /** Refused for something that is not another text; what it says. */
    refusal:
      refusedOwn?.refused && !clash
        ? { says: refusedOwn.refused.says, id: refusedOwn.letter.id }
        : null,
    /** Whether anything of it is still on this device only. */
    waiting: own.length > 0,
    write,
    /** The revision what stands here goes back to; the id of its last letter while that is on its way. */
    base,
    /** Goes on from the other text, or, given a body, puts that in its place. */
    settle: (settled: Clash<K>, body: Body<K> | null) => {
      if (settled.refused === null) {
        if (typeof settled.base === 'string') see(settled.base);
        if (body !== null) write(body, settled.base);
        return;
      }
      if (typeof settled.base === 'number') known.current = settled.base;
      if (body === null) outbox.letGo(settled.refused);
      else {
        const id = outbox.insist(settled.refused, settled.base, { body: body as Letter['body'] });
        lastWritten.current = id;
        see(id);
      }
    },
  };
}
