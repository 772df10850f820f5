import { asc, desc, eq } from 'drizzle-orm';
import { type Database } from './open.server';
import { routine, routineVersion, user } from './schema.server';

export async function routineOf(db: Database, clientId: string) {
  const [row] = await db.select().from(routine).where(eq(routine.clientId, clientId)).limit(1);
  return row;
}

const versionColumns = {
  id: routineVersion.id,
  routineId: routineVersion.routineId,
  number: routineVersion.number,
  content: routineVersion.content,
  reason: routineVersion.reason,
  issuedAt: routineVersion.issuedAt,
  issuedOn: routineVersion.issuedOn,
  issuedByName: user.name,
};

/** All versions issued to a client, oldest first. */
export const versionsOf = (db: Database, clientId: string) =>
  db
    .select(versionColumns)
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(eq(routine.clientId, clientId))
    .orderBy(asc(routineVersion.number));

export async function latestVersion(db: Database, clientId: string) {
  const [row] = await db
    .select(versionColumns)
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(eq(routine.clientId, clientId))
    .orderBy(desc(routineVersion.number))
    .limit(1);
  return row;
}

/** A version, with whose it is. */
export async function versionWithClient(db: Database, versionId: string) {
  const [row] = await db
    .select({ ...versionColumns, clientId: routine.clientId })
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(eq(routineVersion.id, versionId))
    .limit(1);
  return row;
}

export type VersionRow = NonNullable<Awaited<ReturnType<typeof latestVersion>>>;
