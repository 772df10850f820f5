import { dayOf } from '#core/calendar';
import { judgePlace, type TenderPoint } from '#core/map';
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Database } from '~/db/database.server';
import { mapPoint } from '~/db/schema.server';
import { anyPointOf, pointsOf } from '~/db/visits.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { isOpenVisit, summariseLate, visitFor } from '../visitOpen.server';

function judge(point: TenderPoint, statureMetres: number | null): void {
  const placed = judgePlace(point, statureMetres);
  if (!placed.ok) throw new Refusal(422, placed.mistake.says);
}

/** One point of a visit bears the star. */
const onlyWorst = (db: Database, visitId: string, id: string) =>
  db
    .update(mapPoint)
    .set({ worst: false })
    .where(and(eq(mapPoint.visitId, visitId), eq(mapPoint.worst, true), ne(mapPoint.id, id)));

const FINISHED = 'The visit of this point was finished. Open it again to change it.';

/** Refuses a second pressing of the same point at one visit. */
async function refuseTwice(db: Database, visitId: string, thread: string, id: string) {
  const [twin] = await db
    .select({ id: mapPoint.id, revision: mapPoint.revision })
    .from(mapPoint)
    .where(
      and(
        eq(mapPoint.visitId, visitId),
        eq(mapPoint.thread, thread),
        isNull(mapPoint.removedAt),
        ne(mapPoint.id, id),
      ),
    )
    .limit(1);
  if (twin) {
    throw new Refusal(
      409,
      'This point was pressed already at this visit, elsewhere. It is shown.',
      { revision: twin.revision, thing: twin.id },
    );
  }
}

/**
 * A tender point: new, changed or taken back. A therapist’s belongs to the visit under way, which it
 * begins when there is none; a client’s to none. What was taken back stays on record and comes back when
 * that is undone.
 */
export const keepPoint: Keeper<'point'> = async ({
  setting,
  who,
  file: given,
  thing: id,
  base,
  body: { point, visitId },
  at,
}) => {
  const { db } = setting;
  const file = found(given, 'client');
  const byClient = who.role === 'client';
  if (point) judge(point, file.statureMetres);
  const row = await anyPointOf(db, id);
  if (!row) {
    // Added and taken back before it was ever sent.
    if (!point) return { revision: 0, audit: null };
    const visit = byClient ? null : await visitFor(setting, who, file, visitId, at);
    if (visit) await refuseTwice(db, visit.id, point.thread, id);
    await db.insert(mapPoint).values({
      ...point,
      id,
      clientId: file.id,
      visitId: visit?.id ?? null,
      worst: byClient ? false : point.worst,
      // A client says of a bruise how the day after was.
      bruised: byClient ? null : point.bruised,
      by: who.userId,
      at,
      day: dayOf(at.getTime(), file.timeZone),
    });
    if (visit && point.worst) await onlyWorst(db, visit.id, id);
    if (visit) await summariseLate(setting, file, visit);
    return { revision: 1, audit: { action: 'kept a tender point' } };
  }
  if (row.clientId !== file.id || (byClient && (row.visitId !== null || row.by !== who.userId))) {
    throw new Refusal(404, 'There is no such point.');
  }
  if (row.visitId && !(await isOpenVisit(db, row.visitId))) {
    throw new Refusal(409, FINISHED, { finished: true, visitId: row.visitId });
  }
  if (row.revision !== base) {
    const theirs = (await pointsOf(db, file.id)).find((one) => one.id === id);
    throw new Refusal(
      409,
      theirs
        ? `${theirs.byName ?? 'Somebody'} changed this point elsewhere. Nothing was changed; theirs is shown.`
        : 'This point was taken back elsewhere. Nothing was changed.',
      { revision: row.revision, theirs: theirs ?? null },
    );
  }
  if (point && row.visitId) await refuseTwice(db, row.visitId, point.thread, id);
  const [kept] = await db
    .update(mapPoint)
    .set({
      ...(point ?? {}),
      removedAt: point ? null : setting.now(),
      by: who.userId,
      revision: sql`${mapPoint.revision} + 1`,
    })
    .where(eq(mapPoint.id, id))
    .returning({ revision: mapPoint.revision });
  if (row.visitId && point?.worst) await onlyWorst(db, row.visitId, id);
  return {
    revision: found(kept, 'point').revision,
    audit: { action: point ? 'changed a tender point' : 'took back a tender point' },
  };
};
