import { useRef, useState } from 'react';
import { useFetcher } from 'react-router';
import { v7 as uuid } from 'uuid';
import { type Routine } from '#core/routine';
import { type Route } from './+types/plan';
import { asJson } from './useDraft';

/** The version somebody else issued in the meantime. */
export interface Stale {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

type Answer =
  | { ok: true; done: string; number: number }
  | { ok: false; message: string; details: { stale?: Stale } };

export interface Issue {
  /** The version this work was begun from; 0 for none. */
  baseNumber: number;
  send: (routine: Routine, reason: string) => void;
  busy: boolean;
  /** The number that was issued last from this screen. */
  issued: number | null;
  refusal: string | null;
  stale: Stale | null;
  /** Goes on with one's own work on top of the other version, or of the one given. */
  rebase: (number: number) => void;
}

/** Issues versions from this screen and knows which version the work stands on. */
export function useIssue({ draft, draftBase, latest }: Route.ComponentProps['loaderData']): Issue {
  const fetcher = useFetcher<Answer>();
  const [chosenBase, setBase] = useState(draft ? draftBase : (latest?.number ?? 0));
  // One id until the server has answered: a form sent twice issues once.
  const attempt = useRef<{ base: number; id: string }>(undefined);
  const answer = fetcher.data;
  const issued = answer?.ok ? answer.number : null;
  // Versions only rise, so what was issued here is what the work now stands on.
  const baseNumber = Math.max(chosenBase, issued ?? 0);
  const stale = answer?.ok === false ? (answer.details.stale ?? null) : null;
  const settled = stale !== null && baseNumber >= stale.number;

  return {
    baseNumber,
    send: (routine, reason) => {
      if (attempt.current?.base !== baseNumber) attempt.current = { base: baseNumber, id: uuid() };
      void fetcher.submit(
        {
          intent: 'issue',
          baseNumber,
          versionId: attempt.current.id,
          reason,
          content: asJson(routine),
        },
        { method: 'post', encType: 'application/json' },
      );
    },
    busy: fetcher.state !== 'idle',
    issued,
    refusal: answer?.ok === false && !settled ? answer.message : null,
    stale: settled ? null : stale,
    rebase: setBase,
  };
}
