import { readRoutine, type RetiredLine, type Routine } from '#core/routine';
import { and, asc, desc, eq, getTableColumns, inArray, isNull, ne, sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { filesOf } from './join.server';
import { once } from './reading.server';
import { client, routine, routineVersion, user } from './schema.server';

/**
 * A version as this edition knows it: what an earlier one did not store gets its usual value, and lines
 * that name what is no longer used are set apart.
 */
function readVersion<Row extends { content: Routine }>(row: Row): Row & { retired: RetiredLine[] } {
  const { routine: content, retired } = readRoutine(row.content);
  return { ...row, content, retired };
}

export const routineOf = once(async (db, clientId: string) => {
  const [row] = await db
    .select({ ...getTableColumns(routine), draftByName: user.name })
    .from(routine)
    .leftJoin(user, eq(user.id, routine.draftBy))
    .where(eq(routine.clientId, clientId))
    .limit(1);
  return row && { ...row, draft: row.draft && readRoutine(row.draft).routine };
});

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

/** All versions issued to a client, oldest first; those of a file that was joined into this one among them. */
export const versionsOf = once(async (db, clientId: string) => {
  const rows = await db
    .select(versionColumns)
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(inArray(routine.clientId, filesOf(clientId)))
    .orderBy(asc(routineVersion.issuedAt), asc(routineVersion.number));
  return rows.map(readVersion);
});

export async function latestVersion(db: Database, clientId: string) {
  const [row] = await db
    .select(versionColumns)
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(inArray(routine.clientId, filesOf(clientId)))
    .orderBy(desc(routineVersion.issuedAt), desc(routineVersion.number))
    .limit(1);
  return row && readVersion(row);
}

/** A version, with whose it is. */
export async function versionWithClient(db: Database, versionId: string) {
  const [row] = await db
    .select({
      ...versionColumns,
      clientId: sql<string>`coalesce(${client.joinedInto}, ${client.id})`,
    })
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(client, eq(client.id, routine.clientId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(eq(routineVersion.id, versionId))
    .limit(1);
  return row && readVersion(row);
}

export type VersionRow = NonNullable<Awaited<ReturnType<typeof latestVersion>>>;

/** The latest routine of each other client of a practice, by name; at most so many. */
export async function latestOfOthers(
  db: Database,
  practiceId: string,
  exceptId: string,
  most: number,
) {
  const rows = await db
    .selectDistinctOn([client.name, client.id], {
      clientId: client.id,
      name: client.name,
      ...versionColumns,
    })
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(client, eq(client.id, routine.clientId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(
      and(eq(client.practiceId, practiceId), ne(client.id, exceptId), isNull(client.joinedInto)),
    )
    .orderBy(asc(client.name), asc(client.id), desc(routineVersion.number))
    .limit(most);
  return rows.map(({ clientId, name, ...row }) => ({ clientId, name, ...readVersion(row) }));
}

/** Issued versions of a practice that hold a therapist’s own way, the newest first. */
export async function versionsWithOwnWays(db: Database, practiceId: string, most: number) {
  const rows = await db
    .select(versionColumns)
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(client, eq(client.id, routine.clientId))
    .innerJoin(user, eq(user.id, routineVersion.issuedBy))
    .where(
      and(
        eq(client.practiceId, practiceId),
        sql`jsonb_path_exists(${routineVersion.content}, '$.items[*].ownWay')`,
      ),
    )
    .orderBy(desc(routineVersion.issuedAt))
    .limit(most);
  return rows.map(readVersion);
}
