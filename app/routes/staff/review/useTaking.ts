import { v7 as uuid } from 'uuid';
import { withTaken, type HowSeen, type Proposal } from '#core/proposals';
import type { Routine } from '#core/routine';
import type { Letter } from '~/keeping/letter';
import { useOutbox, useView } from '~/ui/keeping/Keeping';
import type { Review } from '~/services/reviewing.server';

/** Issues a version with what was taken of the proposals. */
export function useTaking(
  clientId: string,
  { latest, draftRevision, lastSession }: Pick<Review, 'latest' | 'draftRevision' | 'lastSession'>,
) {
  const outbox = useOutbox();
  const { entries } = useView();
  const last = entries.findLast(
    ({ letter }) => letter.kind === 'issue' && letter.clientId === clientId,
  );
  return {
    busy: last !== undefined && !last.refused,
    refusal: last?.refused?.says ?? null,
    /** What was answered from here and has not come back with the page yet. */
    answered: entries.flatMap(({ letter, refused }) =>
      letter.kind === 'seen to' && letter.clientId === clientId && !refused
        ? [(letter as Letter<'seen to'>).body.about]
        : [],
    ),
    see: (about: string, how: HowSeen, note = '') =>
      outbox.add({
        kind: 'seen to',
        clientId,
        thing: uuid(),
        base: null,
        body: { about, sessionId: lastSession, how, note },
      }),
    issue: (taken: readonly Proposal[], reason: string) => {
      if (!latest) return;
      if (last?.refused) outbox.letGo(last.letter.id);
      const content = withTaken(latest.content, taken);
      outbox.add({
        kind: 'issue',
        clientId,
        thing: uuid(),
        base: draftRevision,
        // What is sent is what is stored: no fields that JSON does not know.
        body: {
          baseNumber: latest.number,
          reason,
          content: JSON.parse(JSON.stringify(content)) as Routine,
        },
      });
    },
  };
}
