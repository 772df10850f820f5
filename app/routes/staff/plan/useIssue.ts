import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Routine } from '#core/routine';
import type { Base } from '~/keeping/letter';
import { useOutbox, useView } from '~/ui/keeping/Keeping';
import { asJson } from './useDraft';
import type { Route } from './+types/plan';

/** The version somebody else issued in the meantime. */
export interface Stale {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

export interface Issue {
  /** The version this work was begun from; 0 for none. */
  baseNumber: number;
  /** Sends the work, begun from the draft it stands on. */
  send: (routine: Routine, reason: string, base: Base) => void;
  /** It is on its way. */
  busy: boolean;
  /** The number that was issued last from this screen. */
  issued: number | null;
  refusal: string | null;
  stale: Stale | null;
  /** Goes on with one’s own work on top of the other version, or of the one given. */
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
  const outbox = useOutbox();
  const { entries } = useView();
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
  const last = entries.findLast(
    ({ letter }) => letter.kind === 'issue' && letter.clientId === file.id,
  );
  // The server wrote the details of its refusal.
  const stale = (last?.refused?.details.stale as Stale | undefined) ?? null;
  const settled = stale !== null && baseNumber >= stale.number;

  return {
    baseNumber,
    send: (routine, reason, base) => {
      if (last?.refused) outbox.letGo(last.letter.id);
      // One that was refused is another attempt: it may say something else by now.
      const versionId =
        last?.refused || !attempts.has(baseNumber) ? uuid() : attempts.get(baseNumber);
      if (versionId === undefined) return;
      setAttempts(new Map(attempts).set(baseNumber, versionId));
      outbox.add({
        kind: 'issue',
        clientId: file.id,
        thing: versionId,
        base,
        body: { baseNumber, reason, content: asJson(routine) },
      });
    },
    busy: last !== undefined && !last.refused,
    issued: issued > 0 ? issued : null,
    refusal: last?.refused && !settled ? last.refused.says : null,
    stale: settled ? null : stale,
    rebase: setBase,
  };
}
