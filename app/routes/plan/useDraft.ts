import { useEffect, useRef, useState } from 'react';
import { useFetcher } from 'react-router';
import { type Routine } from '#core/routine';
import { type Route } from './+types/plan';

const WAIT_MS = 900;

const same = (a: Routine | null | undefined, b: Routine) => JSON.stringify(a) === JSON.stringify(b);

export interface Draft {
  /** The version this work was begun from; 0 for none. */
  baseNumber: number;
  rebase: (number: number) => void;
  /** Says whether the work is safe with the server. */
  says: string;
  /** Stops keeping the draft while it is being issued. */
  hold: () => void;
  issued: (number: number, content: Routine) => void;
}

/** Keeps unissued work with the server, a moment after each change. */
export function useDraft(routine: Routine, data: Route.ComponentProps['loaderData']): Draft {
  const fetcher = useFetcher<{ ok: boolean; message?: string }>();
  const [baseNumber, setBase] = useState(data.draft ? data.draftBase : (data.latest?.number ?? 0));
  const kept = useRef<Routine | null>(data.draft ?? data.latest?.content ?? null);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const { submit } = fetcher;

  useEffect(() => {
    if (same(kept.current, routine) || (!kept.current && routine.items.length === 0)) return;
    timer.current = setTimeout(() => {
      kept.current = routine;
      // Through JSON, so that what is sent is what is stored.
      const content = JSON.parse(JSON.stringify(routine)) as Routine;
      void submit(
        { intent: 'draft', baseNumber, content },
        { method: 'post', encType: 'application/json' },
      );
    }, WAIT_MS);
    return () => clearTimeout(timer.current);
  }, [routine, baseNumber, submit]);

  const trouble = fetcher.data?.ok === false ? fetcher.data.message : null;
  return {
    baseNumber,
    rebase: setBase,
    says: trouble ?? (fetcher.state === 'idle' ? (fetcher.data ? 'draft kept' : '') : 'keeping the draft'),
    hold: () => clearTimeout(timer.current),
    issued: (number, content) => {
      setBase(number);
      kept.current = content;
    },
  };
}
