import equal from 'fast-deep-equal';
import { useEffect, useRef } from 'react';
import { type Routine, routineSchema } from '#core/routine';
import type { Base } from '~/keeping/letter';
import { useKeptText, type Clash } from '~/ui/keeping/useKeptText';
import type { Route } from './+types/plan';

/** What is sent is what is stored: no fields that JSON does not know. */
export const asJson = (routine: Routine) => JSON.parse(JSON.stringify(routine)) as Routine;

/** The routine as issuing would store it, its texts trimmed; itself when it could not be issued. */
const asStored = (routine: Routine): Routine => routineSchema.safeParse(routine).data ?? routine;

/** A draft that somebody kept while this one was being worked on. */
export interface OtherDraft {
  byName: string;
  baseNumber: number;
  content: Routine;
  clash: Clash<'draft'>;
}

export interface Draft {
  /** Says whose work is shown, where it is not one’s own. */
  says: string;
  /** What somebody else kept since, or oneself in another tab; until it is settled nothing is sent. */
  other: OtherDraft | null;
  /** Refused for something else. */
  refusal: string | null;
  /** Goes on with one’s own work in its place. */
  keepMine: (other: OtherDraft) => void;
  /** Goes on from the other. */
  takeTheirs: (other: OtherDraft) => void;
  /** What an issue of this work stands on. */
  base: () => Base;
}

interface StoredDraft {
  byName: string;
  baseNumber: number;
  content: Routine;
}

/** The draft in the details of a refusal; the server wrote it, as it stores drafts. */
const otherIn = (details: Record<string, unknown>): StoredDraft | null =>
  (details.other as StoredDraft | undefined) ?? null;

/**
 * Keeps unissued work: on this device at each change, and with the practice a moment later; never over a
 * draft that was not seen. Work that is back at the issued version is no draft any more.
 */
export function useDraft(
  routine: Routine,
  baseNumber: number,
  data: Route.ComponentProps['loaderData'],
  onFound: (routine: Routine) => void,
): Draft {
  const { latest } = data;
  const clientId = data.file.id;
  /** What was written last, here or by whoever the page was drawn from. */
  const held = useRef<Routine | null>(data.draft);
  const text = useKeptText<'draft'>({
    kind: 'draft',
    clientId,
    thing: clientId,
    read: data.draftRevision,
    onFound: ({ content }) => {
      const left = content === null ? (latest?.content ?? null) : (content as Routine);
      held.current = content === null ? null : left;
      if (left) onFound(left);
    },
    theirsIn: (details) => {
      const other = otherIn(details);
      return other && { by: other.byName, theirs: other };
    },
  });
  const { clash, write } = text;
  const writeLatest = useRef(write);
  useEffect(() => {
    writeLatest.current = write;
  });

  useEffect(() => {
    if (clash) return;
    const asIssued = latest ? equal(asStored(routine), latest.content) : routine.items.length === 0;
    if (asIssued ? held.current === null : equal(routine, held.current)) return;
    held.current = asIssued ? null : routine;
    writeLatest.current({ baseNumber, content: held.current && asJson(held.current) });
  }, [routine, baseNumber, latest, clash]);

  const other: OtherDraft | null = clash && {
    byName: clash.by,
    baseNumber: clash.theirs.baseNumber,
    content: (clash.theirs.content ?? { items: [], timesPerWeek: 7, message: '' }) as Routine,
    clash,
  };
  return {
    says: data.draftByOther === null ? '' : `${data.draftByOther}’s draft, not issued`,
    other,
    refusal: text.refusal?.says ?? null,
    keepMine: (settled) => {
      held.current = routine;
      text.settle(settled.clash, { baseNumber, content: asJson(routine) });
    },
    takeTheirs: (settled) => {
      held.current = settled.content;
      text.settle(settled.clash, null);
    },
    base: text.base,
  };
}
