import { getTableName, sql, type SQL } from 'drizzle-orm';
import { getTableColumns } from 'drizzle-orm';
import { getTableConfig, type PgTable } from 'drizzle-orm/pg-core';
import { inOrder } from './archive.server';
import type { Database } from './database.server';
import { filesOf } from './join.server';
import { rowsOf } from './rowsOf.server';
import * as schema from './schema.server';

const {
  client,
  complaint,
  complaintStanding,
  practisedSession,
  routine,
  routineVersion,
  sessionEvent,
  sessionResponse,
} = schema;

/** A row as the database tells it: columns by their names. */
export type Row = Record<string, unknown>;
/** A row of a table of a record. */
export interface RecordRow {
  table: string;
  row: Row;
}

const ofClient = (id: string) => sql`t.client_id in ${filesOf(id)}`;
const through = (column: string, table: PgTable, id: string) =>
  sql`t.${sql.identifier(column)} in (select x.id from ${table} x where x.client_id in ${filesOf(id)})`;

/** What a client’s record is made of, and which rows of each table are theirs. */
const PARTS = new Map<PgTable, (clientId: string) => SQL>([
  [client, (id) => sql`t.id in ${filesOf(id)}`],
  [schema.visit, ofClient],
  [schema.screening, ofClient],
  [schema.clearance, ofClient],
  [schema.mapPoint, ofClient],
  [schema.picture, ofClient],
  [schema.measurement, ofClient],
  [complaint, ofClient],
  [complaintStanding, (id) => through('complaint_id', complaint, id)],
  [schema.courseStep, ofClient],
  [schema.consentStep, ofClient],
  [schema.keptAside, ofClient],
  [routine, ofClient],
  [routineVersion, (id) => through('routine_id', routine, id)],
  [schema.ledRoutine, ofClient],
  [practisedSession, ofClient],
  [sessionEvent, (id) => through('session_id', practisedSession, id)],
  [sessionResponse, (id) => through('session_id', practisedSession, id)],
  [schema.message, ofClient],
  [schema.seenTo, ofClient],
  [schema.reminding, ofClient],
]);

/** Tables of a record, each after those it refers to. */
export const RECORD_TABLES: readonly PgTable[] = inOrder().filter((table) => PARTS.has(table));

/** Columns of a table that say one row from another, in order. */
function keyOf(table: PgTable): string[] {
  const { primaryKeys, columns } = getTableConfig(table);
  const [several] = primaryKeys;
  return several
    ? several.columns.map(({ name }) => name)
    : columns.filter(({ primary }) => primary).map(({ name }) => name);
}

const inKeyOrder = (table: PgTable): SQL =>
  sql.join(
    keyOf(table).map((name) => sql`t.${sql.identifier(name)}`),
    sql`, `,
  );

/** Bytes stand in files of their own. */
const withoutBytes = (table: PgTable): SQL =>
  table === schema.picture ? sql`to_jsonb(t) - 'jpeg'` : sql`to_jsonb(t)`;

/**
 * The whole record of a client as rows, of one moment, in the same order every time.
 *
 * @param clientId the file others may have gone into: theirs are in it
 */
export const recordRows = (db: Database, clientId: string): Promise<RecordRow[]> =>
  db.transaction(
    async (tx) => {
      // Instants are told the same everywhere.
      await tx.execute(sql`set local time zone 'UTC'`);
      const all: RecordRow[] = [];
      for (const table of RECORD_TABLES) {
        const where = PARTS.get(table)?.(clientId);
        if (!where) continue;
        const rows = await rowsOf<{ row: Row }>(
          tx,
          sql`select ${withoutBytes(table)} as row from ${table} t where ${where} order by ${inKeyOrder(table)}`,
        );
        const name = getTableName(table);
        for (const { row } of rows) all.push({ table: name, row });
      }
      return all;
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );

/** What belongs to a practice besides its clients’ records. */
const PRACTICE_PARTS = new Map<PgTable, SQL>([
  [schema.practice, sql`t.id`],
  [schema.template, sql`t.practice_id`],
  [schema.audit, sql`t.practice_id`],
  [schema.tombstone, sql`t.practice_id`],
]);
export const PRACTICE_TABLES: readonly PgTable[] = inOrder().filter((table) =>
  PRACTICE_PARTS.has(table),
);

/** The practice itself, its templates, its trail, and which records it erased. */
export const practiceRows = (db: Database, practiceId: string): Promise<RecordRow[]> =>
  db.transaction(
    async (tx) => {
      await tx.execute(sql`set local time zone 'UTC'`);
      const all: RecordRow[] = [];
      for (const table of PRACTICE_TABLES) {
        const rows = await rowsOf<{ row: Row }>(
          tx,
          sql`select to_jsonb(t) as row from ${table} t where ${PRACTICE_PARTS.get(table)} = ${practiceId} order by ${inKeyOrder(table)}`,
        );
        const name = getTableName(table);
        for (const { row } of rows) all.push({ table: name, row });
      }
      return all;
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );

/** Files of a practice that stand for themselves, oldest first. */
export const filesToTakeOut = (db: Database, practiceId: string) =>
  rowsOf<{ id: string }>(
    db,
    sql`select id from ${client} where practice_id = ${practiceId} and joined_into is null order by created_at, id`,
  );

/** A column that names a row of another table. */
export interface Reference {
  column: string;
  table: string;
}

/** What the rows of a table name in others. */
export const referencesOf = (table: PgTable): Reference[] =>
  getTableConfig(table).foreignKeys.flatMap((key) => {
    const { columns, foreignTable } = key.reference();
    return columns.map(({ name }) => ({ column: name, table: getTableName(foreignTable) }));
  });

/** Columns of a table, as they are told, by name. */
export const columnsOf = (table: PgTable) =>
  Object.values(getTableColumns(table)).filter(({ name }) => name !== 'jpeg');

/** Who is named by rows of a record. */
export const peopleOf = (db: Database, ids: readonly string[]) =>
  ids.length === 0
    ? Promise.resolve([])
    : rowsOf<{
        id: string;
        practiceId: string;
        role: 'owner' | 'therapist' | 'client';
        name: string;
        email: string;
        createdAt: string;
        endedAt: string | null;
      }>(
        db,
        sql`select id, practice_id as "practiceId", role, name, email, to_jsonb(created_at) #>> '{}' as "createdAt",
          to_jsonb(ended_at) #>> '{}' as "endedAt"
          from user_account where id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid) order by id`,
      );

/** Everybody who has, or had, an account in a practice. */
export const everybodyOf = async (db: Database, practiceId: string) =>
  peopleOf(
    db,
    (
      await rowsOf<{ id: string }>(
        db,
        sql`select id from user_account where practice_id = ${practiceId}`,
      )
    ).map(({ id }) => id),
  );

/** The practice each of some files lies in, of those that are here. */
export const filesHere = (db: Database, ids: readonly string[]) =>
  rowsOf<{ id: string; practiceId: string; name: string }>(
    db,
    sql`select id, practice_id as "practiceId", name from ${client}
      where id in (select jsonb_array_elements_text(${JSON.stringify(ids)}::jsonb)::uuid)`,
  );
