import { and, eq, sql } from 'drizzle-orm';
import { visit } from '~/db/schema.server';
import { noteOf } from '~/db/visits.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';

/** The notes of an open visit, over none but those that were read. */
export const keepNote: Keeper<'note'> = async ({
  setting: { db },
  who,
  file: given,
  thing: visitId,
  base,
  body: { notes },
}) => {
  const file = found(given, 'client');
  const present = found(await noteOf(db, file.id, visitId), 'visit');
  if (present.finishedAt) {
    throw new Refusal(409, 'This visit was finished. Open it again to write in its notes.', {
      finished: true,
      visitId,
    });
  }
  if (present.revision !== (base ?? 0)) {
    throw new Refusal(
      409,
      `${present.byName ?? 'Somebody'} wrote in these notes while you did. Nothing of yours is lost: choose below.`,
      { theirs: present.notes, revision: present.revision, by: present.byName ?? 'Somebody' },
    );
  }
  const [kept] = await db
    .update(visit)
    .set({ notes, notesBy: who.userId, notesRevision: sql`${visit.notesRevision} + 1` })
    .where(and(eq(visit.id, visitId), eq(visit.clientId, file.id)))
    .returning({ revision: visit.notesRevision });
  return { revision: found(kept, 'visit').revision, audit: { action: 'wrote notes' } };
};
