import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Routine } from '#core/routine';
import type { Route } from './+types/plan';
import type { Heard } from '~/ui/parts/sendUntilHeard';
import { useSend } from '~/ui/parts/useSend';
import { asJson, type OtherDraft } from './useDraft';

/** The version somebody else issued in the meantime. */
export interface Stale {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

interface Answer extends Heard {
  details?: { stale?: Stale; other?: OtherDraft };
}

export interface Issue {
  /** The version this work was begun from; 0 for none. */
  baseNumber: number;
  /** Sends the work, with the revision of the draft it stands on. */
  send: (routine: Routine, reason: string, draftRevision: number) => void;
  busy: boolean;
  /** The number that was issued last from this screen. */
  issued: number | null;
  refusal: string | null;
  stale: Stale | null;
  /** A draft that somebody else kept meanwhile: issuing would have forgotten it. */
  other: OtherDraft | null;
  /** Goes on with one's own work on top of the other version, or of the one given. */
  rebase: (number: number) => void;
}

/** Issues versions from this screen and knows which version the work stands on. */
export function useIssue({
  file,
  draft,
  draftBase,
  latest,
  versions,
}: Route.ComponentProps['loaderData']): Issue {
  const { send, answer, busy, message } = useSend<Answer>(`/clients/${file.id}/plan/issue`);
  const [chosenBase, setBase] = useState(draft ? draftBase : (latest?.number ?? 0));
  // What was sent from here, by the version it was to follow: a form sent twice issues once.
  const [attempts, setAttempts] = useState<ReadonlyMap<number, string>>(new Map());
  const ours = new Set(attempts.values());
  const issued = Math.max(
    0,
    ...versions.filter(({ id }) => ours.has(id)).map(({ number }) => number),
  );
  // Versions only rise, so what was issued from here is what the work now stands on.
  const baseNumber = Math.max(chosenBase, issued);
  const stale = answer?.details?.stale ?? null;
  const settled = stale !== null && baseNumber >= stale.number;

  return {
    baseNumber,
    send: (routine, reason, draftRevision) => {
      const versionId = attempts.get(baseNumber) ?? uuid();
      setAttempts(new Map(attempts).set(baseNumber, versionId));
      void send({ baseNumber, draftRevision, versionId, reason, content: asJson(routine) });
    },
    busy,
    issued: answer?.ok ? issued : null,
    refusal: message !== '' && !settled ? message : null,
    stale: settled ? null : stale,
    other: answer?.details?.other ?? null,
    rebase: setBase,
  };
}
