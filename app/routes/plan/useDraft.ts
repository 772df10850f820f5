import equal from 'fast-deep-equal';
import { useCallback, useEffect, useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { z } from 'zod';
import { type Routine, routineSchema, storedRoutineSchema } from '#core/routine';
import type { Route } from './+types/plan';

const WAIT_MS = 900;
const RETRY_MS = 5_000;

/** What is sent is what is stored: no fields that JSON does not know. */
export const asJson = (routine: Routine) => JSON.parse(JSON.stringify(routine)) as Routine;

/** The routine as issuing would store it, its texts trimmed; itself when it could not be issued. */
const asStored = (routine: Routine): Routine => routineSchema.safeParse(routine).data ?? routine;

/** A draft that somebody kept while this one was being worked on. */
export interface OtherDraft {
  revision: number;
  byName: string;
  baseNumber: number;
  content: Routine;
}

interface Answer {
  ok: boolean;
  revision?: number;
  message?: string;
  details?: { other?: OtherDraft | null };
}

/** What a lost connection left on this device. */
const leftSchema = z.object({ revision: z.number(), content: storedRoutineSchema });

function leftHere(key: string) {
  try {
    const left = leftSchema.safeParse(JSON.parse(window.localStorage.getItem(key) ?? 'null'));
    return left.success ? left.data : null;
  } catch {
    return null;
  }
}

function leave(key: string, left: z.infer<typeof leftSchema> | null) {
  try {
    if (left) window.localStorage.setItem(key, JSON.stringify(left));
    else window.localStorage.removeItem(key);
  } catch {
    // A device that keeps nothing still sends.
  }
}

export interface Draft {
  /** Says whether the work is safe with the server. */
  says: string;
  /** The revision of the last draft of somebody else that was seen and settled; 0 for none. */
  settled: number;
  /** What somebody else kept since; until it is settled nothing is sent. */
  other: OtherDraft | null;
  /** Goes on from here although there is another draft: that one has been seen. */
  settle: (seen: OtherDraft) => void;
  /**
   * Stops a save that is about to go, because the work is being issued instead, and waits for one
   * under way. Settles with the revision the work stands on, or null when another draft is in the way.
   */
  hold: () => Promise<number | null>;
}

/**
 * Keeps unissued work, a moment after each change, with the server or, without a connection, on this
 * device; never over a draft that was not seen. Work that is back at the issued version is no draft
 * any more.
 */
export function useDraft(
  routine: Routine,
  baseNumber: number,
  data: Route.ComponentProps['loaderData'],
  onFound: (routine: Routine) => void,
): Draft {
  const { latest } = data;
  const address = `/clients/${data.file.id}/plan/draft`;
  const here = `draft:${data.file.id}`;
  const { revalidate } = useRevalidator();
  const [says, setSays] = useState(
    data.draftByOther === null ? '' : `${data.draftByOther}’s draft, not issued`,
  );
  const [settled, setSettled] = useState(0);
  const [other, setOther] = useState<OtherDraft | null>(null);
  const [turn, setTurn] = useState(0);
  const known = useRef(data.draftRevision);
  const clashed = useRef(false);
  /** What the server holds as far as is known; undefined when the last save may not have arrived. */
  const held = useRef<Routine | null | undefined>(data.draft);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const queue = useRef(Promise.resolve());

  const send = useCallback(
    async (content: Routine | null, base: number) => {
      const first = (held.current === null) !== (content === null);
      held.current = content;
      let answer: Answer;
      try {
        const response = await fetch(address, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(
            content === null
              ? { intent: 'discard', revision: known.current }
              : { intent: 'keep', revision: known.current, baseNumber: base, content },
          ),
        });
        answer = (await response.json()) as Answer;
      } catch {
        held.current = undefined;
        if (content) leave(here, { revision: known.current, content: asJson(content) });
        setSays('no connection: kept on this device');
        timer.current = setTimeout(() => setTurn((last) => last + 1), RETRY_MS);
        return;
      }
      leave(here, null);
      if (answer.ok && answer.revision !== undefined) {
        known.current = answer.revision;
        setSays(content === null ? '' : 'draft kept');
        // The head of the file says whether there is a draft.
        if (first) void revalidate();
        return;
      }
      held.current = undefined;
      const clash = answer.details?.other;
      setSays(
        clash
          ? `not kept: ${clash.byName} has a draft too`
          : (answer.message ?? 'The draft could not be kept.'),
      );
      if (clash) {
        clashed.current = true;
        setOther(clash);
      }
    },
    [address, here, revalidate],
  );

  // What a lost connection left on this device comes back to the bench.
  const found = useRef(onFound);
  useEffect(() => {
    const left = leftHere(here);
    if (!left) return;
    known.current = left.revision;
    found.current(left.content);
  }, [here]);

  useEffect(() => {
    const retry = () => setTurn((last) => last + 1);
    window.addEventListener('online', retry);
    return () => window.removeEventListener('online', retry);
  }, []);

  useEffect(() => {
    if (other) return;
    const asIssued = latest ? equal(asStored(routine), latest.content) : routine.items.length === 0;
    if (asIssued ? held.current === null : equal(routine, held.current)) return;
    timer.current = setTimeout(() => {
      setSays('keeping the draft');
      queue.current = queue.current.then(() => send(asIssued ? null : routine, baseNumber));
    }, WAIT_MS);
    return () => clearTimeout(timer.current);
  }, [routine, baseNumber, latest, other, turn, send]);

  return {
    says,
    settled,
    other,
    settle: (seen) => {
      clashed.current = false;
      known.current = seen.revision;
      setSettled(seen.revision);
      held.current = seen.content;
      setOther(null);
      setSays('');
    },
    hold: async () => {
      clearTimeout(timer.current);
      await queue.current;
      if (clashed.current) return null;
      // Issuing forgets the draft; should it be refused, the work is kept again.
      held.current = null;
      return known.current;
    },
  };
}
