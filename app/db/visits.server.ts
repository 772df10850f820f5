import { storedPointSchema } from '#core/map';
import type { DoneThen } from '#core/visit';
import { and, asc, between, desc, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Database } from './database.server';
import { once } from './reading.server';
import {
  mapPoint,
  measurement,
  picture,
  routine,
  routineVersion,
  screening,
  user,
  visit,
} from './schema.server';

const visitColumns = {
  id: visit.id,
  clientId: visit.clientId,
  day: visit.day,
  startedAt: visit.startedAt,
  finishedAt: visit.finishedAt,
  summary: visit.summary,
  startedByName: user.name,
};

/** The visits of a client, oldest first, without their notes. */
export const visitsOf = once((db, clientId: string) =>
  db
    .select(visitColumns)
    .from(visit)
    .innerJoin(user, eq(user.id, visit.startedBy))
    .where(eq(visit.clientId, clientId))
    .orderBy(asc(visit.startedAt)),
);
export type VisitRow = Awaited<ReturnType<typeof visitsOf>>[number];

const writer = alias(user, 'writer');

/** The notes of a client’s visits, newest first. */
export const notesOf = (db: Database, clientId: string, most: number) =>
  db
    .select({
      ...visitColumns,
      notes: visit.notes,
      notesRevision: visit.notesRevision,
      notesByName: writer.name,
    })
    .from(visit)
    .innerJoin(user, eq(user.id, visit.startedBy))
    .leftJoin(writer, eq(writer.id, visit.notesBy))
    .where(eq(visit.clientId, clientId))
    .orderBy(desc(visit.startedAt))
    .limit(most);

/** Every point of a client that was not taken back, oldest first. */
export async function pointsOf(db: Database, clientId: string) {
  const rows = await db
    .select({
      id: mapPoint.id,
      visitId: mapPoint.visitId,
      thread: mapPoint.thread,
      siteId: mapPoint.siteId,
      side: mapPoint.side,
      across: mapPoint.across,
      down: mapPoint.down,
      rating: mapPoint.rating,
      tautBand: mapPoint.tautBand,
      refersTo: mapPoint.refersTo,
      stopsOnRelease: mapPoint.stopsOnRelease,
      worseOnBreath: mapPoint.worseOnBreath,
      worst: mapPoint.worst,
      bruised: mapPoint.bruised,
      note: mapPoint.note,
      revision: mapPoint.revision,
      day: mapPoint.day,
      byName: user.name,
    })
    .from(mapPoint)
    .leftJoin(user, eq(user.id, mapPoint.by))
    .where(and(eq(mapPoint.clientId, clientId), isNull(mapPoint.removedAt)))
    .orderBy(asc(mapPoint.at), asc(mapPoint.id));
  return rows.map((row) => ({ ...row, ...storedPointSchema.parse(row) }));
}
/** Where a therapist looked for a bruise, and whether there was one, oldest first. */
export const bruisesOf = (db: Database, clientId: string) =>
  db
    .select({
      thread: mapPoint.thread,
      siteId: mapPoint.siteId,
      side: mapPoint.side,
      bruised: mapPoint.bruised,
      at: mapPoint.at,
    })
    .from(mapPoint)
    .where(
      and(eq(mapPoint.clientId, clientId), isNotNull(mapPoint.visitId), isNull(mapPoint.removedAt)),
    )
    .orderBy(asc(mapPoint.at), asc(mapPoint.id));
export type PointRow = Awaited<ReturnType<typeof pointsOf>>[number];

/** A point by its id, also one that was taken back. */
export async function anyPointOf(db: Database, id: string) {
  const [row] = await db
    .select({
      clientId: mapPoint.clientId,
      visitId: mapPoint.visitId,
      by: mapPoint.by,
      revision: mapPoint.revision,
    })
    .from(mapPoint)
    .where(eq(mapPoint.id, id))
    .limit(1);
  return row;
}

/** A reading by its id, also one that was taken back. */
export async function anyMeasurementOf(db: Database, id: string) {
  const [row] = await db
    .select({
      clientId: measurement.clientId,
      visitId: measurement.visitId,
      revision: measurement.revision,
    })
    .from(measurement)
    .where(eq(measurement.id, id))
    .limit(1);
  return row;
}

/** The notes of one visit of a client. */
export async function noteOf(db: Database, clientId: string, visitId: string) {
  const [row] = await db
    .select({
      finishedAt: visit.finishedAt,
      notes: visit.notes,
      revision: visit.notesRevision,
      byName: writer.name,
    })
    .from(visit)
    .leftJoin(writer, eq(writer.id, visit.notesBy))
    .where(and(eq(visit.id, visitId), eq(visit.clientId, clientId)))
    .limit(1);
  return row;
}

/** Every figure and observation of a client that was not taken back, oldest first. */
export const measurementsOf = (db: Database, clientId: string) =>
  db
    .select({
      id: measurement.id,
      visitId: measurement.visitId,
      testId: measurement.testId,
      quantityId: measurement.quantityId,
      side: measurement.side,
      moment: measurement.moment,
      tries: measurement.tries,
      value: measurement.value,
      seen: measurement.seen,
      mark: measurement.mark,
      way: measurement.way,
      by: measurement.by,
      pictureId: measurement.pictureId,
      day: measurement.day,
      revision: measurement.revision,
    })
    .from(measurement)
    .where(and(eq(measurement.clientId, clientId), isNull(measurement.removedAt)))
    .orderBy(asc(measurement.at), asc(measurement.id));
export type MeasurementRow = Awaited<ReturnType<typeof measurementsOf>>[number];

export async function pictureOf(db: Database, clientId: string, pictureId: string) {
  const [row] = await db
    .select({ jpeg: picture.jpeg })
    .from(picture)
    .where(and(eq(picture.clientId, clientId), eq(picture.id, pictureId)))
    .limit(1);
  return row?.jpeg ?? null;
}

/** How many points and figures stand in a visit, and how many tender ones of the last are unpressed. */
export async function visitCounts(db: Database, visitId: string | null, lastId: string | null) {
  const none = '00000000-0000-0000-0000-000000000000';
  const [row] = await db
    .select({
      points: sql<number>`(select count(*)::integer from ${mapPoint} p
        where p.visit_id = ${visitId ?? none} and p.removed_at is null)`,
      unpressed: sql<number>`(select count(*)::integer from ${mapPoint} p
        where p.visit_id = ${lastId ?? none} and p.removed_at is null and p.rating > 0
        and not exists (select 1 from ${mapPoint} q where q.visit_id = ${visitId ?? none}
          and q.thread = p.thread and q.removed_at is null))`,
      figuresBefore: sql<number>`(select count(*)::integer from ${measurement} m
        where m.visit_id = ${visitId ?? none} and m.removed_at is null and m.moment = 'before')`,
      figuresAfter: sql<number>`(select count(*)::integer from ${measurement} m
        where m.visit_id = ${visitId ?? none} and m.removed_at is null and m.moment = 'after')`,
    })
    .from(sql`(select 1) as one`);
  return row ?? { points: 0, unpressed: 0, figuresBefore: 0, figuresAfter: 0 };
}

/** When things were kept in a visit, by the stage they belong to; what was taken back was done too. */
export async function doneIn(
  db: Database,
  { id, clientId, from, until }: { id: string; clientId: string; from: Date; until: Date },
): Promise<DoneThen[]> {
  // One after the other: in a transaction there is one connection.
  const screened = await db
    .select({ at: screening.at })
    .from(screening)
    .where(
      and(
        eq(screening.clientId, clientId),
        eq(screening.confirmed, true),
        between(screening.at, from, until),
      ),
    );
  const points = await db
    .select({ at: mapPoint.at })
    .from(mapPoint)
    .where(and(eq(mapPoint.clientId, clientId), eq(mapPoint.visitId, id)));
  const figures = await db
    .select({ at: measurement.at })
    .from(measurement)
    .where(and(eq(measurement.clientId, clientId), eq(measurement.visitId, id)));
  const issued = await db
    .select({ at: routineVersion.issuedAt })
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .where(and(eq(routine.clientId, clientId), between(routineVersion.issuedAt, from, until)));
  const of = (stage: DoneThen['stage'], rows: readonly { at: Date }[]) =>
    rows.map(({ at }) => ({ stage, at: at.getTime() }));
  return [
    ...of('Screen', screened),
    ...of('Map', points),
    ...of('Measure', figures),
    ...of('Plan', issued),
  ];
}
