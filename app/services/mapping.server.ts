import { dayOf } from '#core/calendar';
import { judgePlace, pointSchema, type TenderPoint } from '#core/map';
import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import { z } from 'zod';
import { mapPoint, visit } from '~/db/schema.server';
import { pointsOf, type PointRow } from '~/db/visits.server';
import { fileOf, ownFile } from './clientFile.server';
import { isUniqueBreach } from './isUniqueBreach.server';
import { found, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';
import { visitUnderWay } from './visits.server';

const idSchema = z.uuid({ error: 'A point needs a UUID.' });

export const addPointSchema = z.object({ id: idSchema, point: pointSchema });
export const changePointSchema = z.object({
  id: idSchema,
  /** The revision the change was begun from. */
  revision: z.number().int().min(1),
  point: pointSchema,
});
export const removePointSchema = z.object({ id: idSchema, revision: z.number().int().min(1) });

function judge(point: TenderPoint, statureMetres: number | null): void {
  const placed = judgePlace(point, statureMetres);
  if (!placed.ok) throw new Refusal(422, placed.mistake.says);
}

/** Adds a point to the visit under way, which it begins when there is none. */
export async function addPoint(
  setting: Setting,
  who: Principal,
  clientId: string,
  { id, point }: z.infer<typeof addPointSchema>,
): Promise<{ revision: number }> {
  const file = await fileOf(setting, who, clientId);
  judge(point, file.statureMetres);
  const at = setting.now();
  try {
    return await setting.db.transaction(async (tx) => {
      const open = await visitUnderWay(setting, who, file, tx);
      const [kept] = await tx
        .insert(mapPoint)
        .values({
          id,
          clientId,
          visitId: open.id,
          ...point,
          by: who.userId,
          at,
          day: dayOf(at.getTime(), file.timeZone),
        })
        // The same point sent twice is one; one that was taken back comes back.
        .onConflictDoUpdate({
          target: mapPoint.id,
          set: { removedAt: null, revision: sql`${mapPoint.revision} + 1` },
          setWhere: and(eq(mapPoint.clientId, clientId), eq(mapPoint.visitId, open.id)),
        })
        .returning({ revision: mapPoint.revision });
      if (!kept) throw new Refusal(409, 'This point belongs to another visit; reload the page.');
      if (point.worst) await onlyWorst(tx, open.id, id);
      return kept;
    });
  } catch (error) {
    if (!isUniqueBreach(error)) throw error;
    throw new Refusal(
      409,
      'This point was pressed already at this visit, elsewhere. Reload to see it.',
    );
  }
}

/** One point of a visit bears the star. */
const onlyWorst = (tx: Setting['db'], visitId: string, id: string) =>
  tx
    .update(mapPoint)
    .set({ worst: false })
    .where(
      and(eq(mapPoint.visitId, visitId), eq(mapPoint.worst, true), sql`${mapPoint.id} <> ${id}`),
    );

/** Whether a point may still change: it belongs to an open visit, or to none. */
const stillOpen = sql`(${mapPoint.visitId} is null or exists (
  select 1 from ${visit} where ${visit.id} = ${mapPoint.visitId} and ${visit.finishedAt} is null))`;

/** Why a change found nothing to change, from the point as it is now. */
function whyNot(row: PointRow | undefined): Refusal {
  if (!row) return new Refusal(404, 'There is no such point; it may have been taken back.');
  return new Refusal(
    409,
    `${row.byName ?? 'Somebody'} changed this point elsewhere, or its visit was finished. Nothing was changed; theirs is shown.`,
    { theirs: row },
  );
}

const pointNow = async (setting: Setting, clientId: string, id: string) =>
  (await pointsOf(setting.db, clientId)).find((one) => one.id === id);

export async function changePoint(
  setting: Setting,
  who: Principal,
  clientId: string,
  { id, revision, point }: z.infer<typeof changePointSchema>,
): Promise<{ revision: number }> {
  const file = await fileOf(setting, who, clientId);
  judge(point, file.statureMetres);
  const kept = await setting.db.transaction(async (tx) => {
    const [row] = await tx
      .update(mapPoint)
      .set({ ...point, by: who.userId, revision: sql`${mapPoint.revision} + 1` })
      .where(
        and(
          eq(mapPoint.id, id),
          eq(mapPoint.clientId, clientId),
          eq(mapPoint.revision, revision),
          isNull(mapPoint.removedAt),
          stillOpen,
        ),
      )
      .returning({ revision: mapPoint.revision, visitId: mapPoint.visitId });
    if (row?.visitId && point.worst) await onlyWorst(tx, row.visitId, id);
    return row;
  });
  if (kept) return { revision: kept.revision };
  const row = await pointNow(setting, clientId, id);
  // Sent again because its answer was lost on the way: it is made already.
  if (row?.revision === revision + 1 && equal(pointSchema.parse(row), pointSchema.parse(point))) {
    return { revision: row.revision };
  }
  throw whyNot(row);
}

/** Takes a point back. It is kept in the record and shown no more. */
export async function removePoint(
  setting: Setting,
  who: Principal,
  clientId: string,
  { id, revision }: z.infer<typeof removePointSchema>,
): Promise<void> {
  await fileOf(setting, who, clientId);
  const [row] = await setting.db
    .update(mapPoint)
    .set({ removedAt: setting.now(), revision: sql`${mapPoint.revision} + 1` })
    .where(
      and(
        eq(mapPoint.id, id),
        eq(mapPoint.clientId, clientId),
        eq(mapPoint.revision, revision),
        isNull(mapPoint.removedAt),
        stillOpen,
      ),
    )
    .returning({ id: mapPoint.id });
  if (row) return;
  const [gone] = await setting.db
    .select({ id: mapPoint.id })
    .from(mapPoint)
    .where(
      and(
        eq(mapPoint.id, id),
        eq(mapPoint.clientId, clientId),
        eq(mapPoint.revision, revision + 1),
        isNotNull(mapPoint.removedAt),
      ),
    );
  // Sent again because its answer was lost on the way: it is taken back already.
  if (!gone) throw whyNot(await pointNow(setting, clientId, id));
}

/** What a client may say of a point between visits: where, how tender, a word. */
export const ownPointSchema = z.object({ id: idSchema, point: pointSchema });

/** A point the client adds between visits. */
export async function addOwnPoint(
  setting: Setting,
  who: Principal,
  { id, point }: z.infer<typeof ownPointSchema>,
): Promise<void> {
  const file = await ownFile(setting, who);
  judge(point, file.statureMetres);
  const at = setting.now();
  await setting.db
    .insert(mapPoint)
    .values({
      ...point,
      id,
      clientId: file.id,
      visitId: null,
      worst: false,
      by: who.userId,
      at,
      day: dayOf(at.getTime(), file.timeZone),
    })
    .onConflictDoNothing();
}

/** Takes back a point the client added. */
export async function removeOwnPoint(setting: Setting, who: Principal, id: string): Promise<void> {
  const file = await ownFile(setting, who);
  const [row] = await setting.db
    .update(mapPoint)
    .set({ removedAt: setting.now() })
    .where(
      and(
        eq(mapPoint.id, id),
        eq(mapPoint.clientId, file.id),
        isNull(mapPoint.visitId),
        eq(mapPoint.by, who.userId),
      ),
    )
    .returning({ id: mapPoint.id });
  found(row, 'point');
}

/** What the client’s own map shows: the latest visit’s points, and those added since. */
export async function ownMap(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const points = await pointsOf(setting.db, file.id);
  const visitId = points.findLast((point) => point.visitId !== null)?.visitId ?? null;
  return {
    therapistName: file.therapistName,
    statureMetres: file.statureMetres,
    screening: file.screening,
    today: dayOf(setting.now().getTime(), file.timeZone),
    found: points.filter((point) => point.visitId !== null && point.visitId === visitId),
    added: points.filter((point) => point.visitId === null),
  };
}
