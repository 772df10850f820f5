import equal from 'fast-deep-equal';
import { useEffect, useRef } from 'react';
import { useFetcher } from 'react-router';
import { type Routine, routineSchema } from '#core/routine';
import type { Route } from './+types/plan';

const WAIT_MS = 900;

/** What is sent is what is stored: no fields that JSON does not know. */
export const asJson = (routine: Routine) => JSON.parse(JSON.stringify(routine)) as Routine;

/** The routine as issuing would store it, its texts trimmed; itself when it could not be issued. */
const asStored = (routine: Routine): Routine => routineSchema.safeParse(routine).data ?? routine;

export interface Draft {
  /** Says whether the work is safe with the server. */
  says: string;
  /** Stops a save that is about to go, because the work is being issued instead. */
  hold: () => void;
}

/**
 * Keeps unissued work with the server, a moment after each change. Work that is back at the issued
 * version is no draft any more.
 */
export function useDraft(
  routine: Routine,
  baseNumber: number,
  { draft, latest }: Route.ComponentProps['loaderData'],
): Draft {
  const { submit, state, data } = useFetcher<
    { ok: true; done: string } | { ok: false; message: string }
  >();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const sent = useRef<Routine | null>(draft);

  useEffect(() => {
    const asIssued = latest ? equal(asStored(routine), latest.content) : routine.items.length === 0;
    if (asIssued ? sent.current === null : equal(routine, sent.current)) return;
    timer.current = setTimeout(() => {
      sent.current = asIssued ? null : routine;
      const how = { method: 'post', encType: 'application/json' } as const;
      if (asIssued) void submit({ intent: 'discard' }, how);
      else void submit({ intent: 'draft', baseNumber, content: asJson(routine) }, how);
    }, WAIT_MS);
    return () => clearTimeout(timer.current);
  }, [routine, baseNumber, latest, submit]);

  const idle = data?.ok === false ? data.message : data?.done === 'draft' ? 'draft kept' : '';
  return {
    says: state === 'idle' ? idle : 'keeping the draft',
    hold: () => clearTimeout(timer.current),
  };
}
