import { COMPLAINT_LIMITS } from '#core/complaint';
import { dayOf } from '#core/calendar';
import { eq, sql } from 'drizzle-orm';
import { anyComplaintOf, complaintsOf } from '~/db/complaints.server';
import { complaint, complaintStanding } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';

/** What brings a client: new, changed or taken back. What was taken back stays on record. */
export const keepComplaint: Keeper<'complaint'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: id,
  base,
  body: { complaint: content },
  at,
}) => {
  const file = found(given, 'client');
  const today = dayOf(now().getTime(), file.timeZone);
  if (content && content.since > today) {
    throw new Refusal(422, 'It cannot have begun after today.', {
      fields: { since: 'It cannot have begun after today.' },
    });
  }
  const row = await anyComplaintOf(db, id);
  if (!row) {
    if (!content) return { revision: 0, audit: null };
    const others = await complaintsOf(db, file.id);
    if (others.length >= COMPLAINT_LIMITS.complaints) {
      throw new Refusal(
        422,
        `At most ${COMPLAINT_LIMITS.complaints} complaints are kept; take back one that was a mistake.`,
      );
    }
    await db.insert(complaint).values({ id, clientId: file.id, content, by: who.userId, at });
    return { revision: 1, audit: { action: 'noted a complaint' } };
  }
  if (row.clientId !== file.id) throw new Refusal(404, 'There is no such complaint.');
  if (row.revision !== base) {
    const theirs = (await complaintsOf(db, file.id)).find((one) => one.id === id);
    throw new Refusal(
      409,
      theirs
        ? `${theirs.byName} changed this complaint elsewhere. Nothing was changed; theirs is shown.`
        : 'This complaint was taken back elsewhere. Nothing was changed.',
      { revision: row.revision, theirs: theirs ?? null },
    );
  }
  const [kept] = await db
    .update(complaint)
    .set({
      ...(content ? { content } : {}),
      removedAt: content ? null : now(),
      by: who.userId,
      revision: sql`${complaint.revision} + 1`,
    })
    .where(eq(complaint.id, id))
    .returning({ revision: complaint.revision });
  return {
    revision: found(kept, 'complaint').revision,
    audit: { action: content ? 'changed a complaint' : 'took back a complaint' },
  };
};

/** How a complaint stands: told by the client at home, or asked by a therapist. The last of a day holds. */
export const keepStanding: Keeper<'standing'> = async ({
  setting: { db },
  who,
  file: given,
  thing: id,
  body: { complaintId, standing },
  at,
}) => {
  const file = found(given, 'client');
  const row = await anyComplaintOf(db, complaintId);
  if (row?.clientId !== file.id) throw new Refusal(404, 'There is no such complaint.');
  if (row.removedAt) throw new Refusal(409, 'This complaint was taken back; nothing was kept.');
  await db.insert(complaintStanding).values({
    ...standing,
    id,
    complaintId,
    source: who.role === 'client' ? 'home' : 'visit',
    by: who.userId,
    at,
    day: dayOf(at.getTime(), file.timeZone),
  });
  return { revision: null, audit: { action: 'told how a complaint stands' } };
};
