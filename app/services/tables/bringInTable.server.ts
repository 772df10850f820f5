import { dayOf, instantAt, type Day } from '#core/calendar';
import { eq, sql } from 'drizzle-orm';
import { v5 as uuidOf, v7 as uuid } from 'uuid';
import { recordAudit } from '~/db/audit.server';
import { lockClientInPractice } from '~/db/clients.server';
import type { Database } from '~/db/database.server';
import { erasedOf } from '~/db/erase.server';
import { rowsOf } from '~/db/rowsOf.server';
import { client, mapPoint, measurement, practice, routine } from '~/db/schema.server';
import { guessColumns, readTable, TableTrouble, type ReadTable } from '~/formats/csv/readTable';
import { found, joinedInto, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { allStorable, NOT_STORABLE } from '~/keeping/storable';
import { fileOf } from '../clientFile.server';
import { staffOnly } from '../practice.server';
import { clientsIn } from './clients';
import { Wrong, type Cells, type TableKind } from './kind';
import { MEASURES_IN, type MeasureRow } from './measures';
import { POINTS_IN, type PointRow } from './points';

/** A mistake in a table: its row as a spreadsheet counts them, the field, and why. */
export interface Fault {
  row: number;
  field: string;
  says: string;
}

/** A table that was looked at, nothing of it kept. */
export interface LookedAt {
  text: string;
  heading: readonly string[];
  fields: readonly {
    id: string;
    label: string;
    says: string;
    needed: boolean;
    column: number | null;
  }[];
  faults: readonly Fault[];
  /** More mistakes than are told. */
  moreFaults: number;
  /** Rows that would be brought in, as they were understood: the first of them, and how many there are. */
  first: readonly { row: number; says: string }[];
  fresh: number;
  /** Rows that are here already. */
  known: number;
}

/** Within it, ids of rows that bring none are made: the same row, the same id. */
const WITHIN = '0f1a1f0e-3f5c-5c1e-8f32-6a0d5a7b9c11';
const MOST_TOLD = 30;
const FIRST = 8;

/** A table as it was given: its text, and the column of each field by its id; none: they are guessed. */
export interface TableGiven {
  text: string;
  columns: Readonly<Record<string, number>>;
}

function tableOf(text: string): ReadTable {
  if (!allStorable(text)) throw new Refusal(422, `${NOT_STORABLE} Nothing was brought in.`);
  try {
    return readTable(text);
  } catch (error) {
    if (error instanceof TableTrouble)
      throw new Refusal(422, `${error.message.replace(/\.?$/, '.')} Nothing was brought in.`);
    throw error;
  }
}

interface ReadRow<Row> {
  row: number;
  id: string;
  value: Row;
}

/** Reads every row; what cannot be meant is told with its row and field. */
function readRows<Row>(
  kind: TableKind<Row>,
  { text, columns }: TableGiven,
  { of, today }: { of: string; today: Day },
) {
  const table = tableOf(text);
  const isGiven = Object.keys(columns).length > 0;
  const guessed = guessColumns(table.heading, kind.fields);
  const fields = kind.fields.map((field) => {
    const chosen = isGiven ? columns[field.id] : guessed[field.id];
    const column = chosen === undefined || chosen === null || chosen < 0 ? null : chosen;
    return { ...field, column: column !== null && column < table.heading.length ? column : null };
  });
  const faults: Fault[] = fields
    .filter(({ needed, column }) => needed && column === null)
    .map(({ label }) => ({ row: 1, field: label, says: 'say which column it stands in' }));
  const rows = new Map<string, ReadRow<Row>>();
  if (faults.length === 0)
    for (const { row, cells } of table.rows) {
      const given: Cells = Object.fromEntries(
        fields.map(({ id, column }) => [id, column === null ? '' : (cells[column] ?? '')]),
      );
      try {
        const value = kind.read(given, today);
        const id = kind.idOf(given) ?? uuidOf(`${of} ${kind.keyOf(value)}`, WITHIN);
        // Told twice, it is there once.
        if (!rows.has(id)) rows.set(id, { row, id, value });
      } catch (error) {
        if (!(error instanceof Wrong)) throw error;
        const label = kind.fields.find((field) => field.id === error.field)?.label ?? error.field;
        faults.push({ row, field: label, says: error.message });
      }
    }
  return { table, fields, faults, rows: [...rows.values()] };
}

/** Where rows of a kind lie, and how those that are new are put there. */
interface Into<Row> {
  kind: TableKind<Row>;
  /** Whose they are: rows that are alike are the same within it. */
  of: string;
  /** Whoever brings in to the same place at the same moment waits. */
  lock: (tx: Database) => Promise<void>;
  /** Those of some rows that are here already, by their ids. */
  known: (db: Database, rows: readonly ReadRow<Row>[]) => Promise<ReadonlySet<string>>;
  put: (tx: Database, rows: readonly ReadRow<Row>[], at: Date) => Promise<void>;
  action: string;
  /** The client the trail names; null: the practice as a whole. */
  subject: string | null;
}

const readFor = <Row>(
  setting: Setting,
  who: Principal,
  { kind, of }: Into<Row>,
  given: TableGiven,
) => readRows(kind, given, { of, today: dayOf(setting.now().getTime(), who.timeZone) });

/** Of rows those that are not here yet. */
async function freshOf<Row>(db: Database, into: Into<Row>, rows: readonly ReadRow<Row>[]) {
  const known = await into.known(db, rows);
  return rows.filter(({ id }) => !known.has(id));
}

/** Looks at a table; nothing is kept. */
async function look<Row>(
  setting: Setting,
  who: Principal,
  into: Into<Row>,
  given: TableGiven,
): Promise<LookedAt> {
  const { table, fields, faults, rows } = readFor(setting, who, into, given);
  const fresh = await freshOf(setting.db, into, rows);
  return {
    text: given.text,
    heading: table.heading,
    fields: fields.map(({ id, label, says, needed, column }) => ({
      id,
      label,
      says,
      needed,
      column,
    })),
    faults: faults.slice(0, MOST_TOLD),
    moreFaults: Math.max(0, faults.length - MOST_TOLD),
    first: fresh.slice(0, FIRST).map(({ row, value }) => ({ row, says: into.kind.words(value) })),
    fresh: fresh.length,
    known: rows.length - fresh.length,
  };
}

/** Brings a table in, all of it or nothing: a mistake in one row keeps out all. */
async function bringIn<Row>(
  setting: Setting,
  who: Principal,
  into: Into<Row>,
  given: TableGiven,
): Promise<{ fresh: number; known: number }> {
  const { faults, rows } = readFor(setting, who, into, given);
  const [first] = faults;
  if (first)
    throw new Refusal(
      422,
      `Row ${first.row}, ${first.field}: ${first.says}.${faults.length > 1 ? ` And ${faults.length - 1} more.` : ''} Nothing was brought in.`,
    );
  const at = setting.now();
  const fresh = await setting.db.transaction(async (tx) => {
    await into.lock(tx);
    const left = await freshOf(tx, into, rows);
    if (left.length === 0) return 0;
    await into.put(tx, left, at);
    await recordAudit(tx, {
      ...{ practiceId: who.practiceId, actorId: who.userId, at, action: into.action },
      ...(into.subject === null ? {} : { subject: into.subject }),
      detail: { rows: left.length },
    });
    return left.length;
  });
  return { fresh, known: rows.length - fresh };
}

const AT_ONCE = 500;
async function putAll<T>(all: readonly T[], put: (some: T[]) => PromiseLike<unknown>) {
  for (let at = 0; at < all.length; at += AT_ONCE) await put(all.slice(at, at + AT_ONCE));
}

const ids = (rows: readonly { id: string }[]) =>
  sql`(select jsonb_array_elements_text(${JSON.stringify(rows.map(({ id }) => id))}::jsonb)::uuid)`;

/** Ids that are there, in whichever file; one of another file is refused. */
async function knownIn(
  db: Database,
  table: typeof measurement | typeof mapPoint,
  clientId: string,
  rows: readonly { id: string }[],
): Promise<ReadonlySet<string>> {
  const found = await rowsOf<{ id: string; clientId: string }>(
    db,
    sql`select id, client_id as "clientId" from ${table} where id in ${ids(rows)}`,
  );
  if (found.some((one) => one.clientId !== clientId))
    throw new Refusal(
      409,
      'The table is of another client of this installation. Nothing was brought in.',
    );
  return new Set(found.map(({ id }) => id));
}

/** A file that is there and stands for itself, until the end of the transaction. */
const lockFile =
  ({ id, practiceId }: { id: string; practiceId: string }) =>
  async (tx: Database): Promise<void> => {
    const file = found(await lockClientInPractice(tx, practiceId, id), 'client');
    if (file.joinedInto !== null) throw joinedInto(file.joinedInto);
  };

const noonIn = (timeZone: string) => (day: Day) => new Date(instantAt(day, '12:00', timeZone));

type File = Awaited<ReturnType<typeof fileOf>>;

const measuresInto = (file: File, by: string): Into<MeasureRow> => ({
  kind: MEASURES_IN,
  of: file.id,
  lock: lockFile(file),
  known: (db, rows) => knownIn(db, measurement, file.id, rows),
  put: async (tx, rows) => {
    const noon = noonIn(file.timeZone);
    await putAll(rows, (some) =>
      tx.insert(measurement).values(
        some.map(({ id, value: { value, ...one } }) => ({
          ...{
            ...one,
            id,
            clientId: file.id,
            by,
            value,
            way: 'number' as const,
            at: noon(one.day),
          },
          tries: value === null ? [] : [value],
        })),
      ),
    );
  },
  action: 'brought in figures from a table',
  subject: file.id,
});

const pointsInto = (file: File, by: string): Into<PointRow> => ({
  kind: POINTS_IN,
  of: file.id,
  lock: lockFile(file),
  known: (db, rows) => knownIn(db, mapPoint, file.id, rows),
  put: async (tx, rows) => {
    const noon = noonIn(file.timeZone);
    await putAll(rows, (some) =>
      tx.insert(mapPoint).values(
        some.map(({ id, value: { thread, ...one } }) => ({
          ...{ ...one, id, clientId: file.id, by, at: noon(one.day) },
          // The same place of the same side is the same point.
          thread:
            thread ??
            uuidOf(`${file.id} ${one.siteId} ${one.side} ${one.across} ${one.down}`, WITHIN),
        })),
      ),
    );
  },
  action: 'brought in ratings from a table',
  subject: file.id,
});

const clientsInto = ({
  practiceId,
  userId,
  timeZone,
}: Principal): Into<ReturnType<ReturnType<typeof clientsIn>['read']>> => ({
  kind: clientsIn(timeZone),
  of: practiceId,
  lock: async (tx) => {
    await tx
      .select({ id: practice.id })
      .from(practice)
      .where(eq(practice.id, practiceId))
      .for('no key update');
  },
  // By id, and whoever is here by that name and birthday.
  known: async (db, rows) => {
    const names = rows.map(({ id, value }) => ({
      id,
      name: value.name.toLowerCase(),
      born: value.bornOn ?? null,
    }));
    const found = await rowsOf<{ id: string }>(
      db,
      sql`select g.id from jsonb_to_recordset(${JSON.stringify(names)}::jsonb) as g(id text, name text, born date)
        where exists (select 1 from ${client} c where c.practice_id = ${practiceId}
          and (c.id = g.id::uuid or (lower(c.name) = g.name and c.born_on is not distinct from g.born)))`,
    );
    return new Set(found.map(({ id }) => id));
  },
  put: async (tx, given, at) => {
    // Somebody who comes back after their record was erased begins anew: the erased one stays erased.
    const erased = new Set(
      (
        await erasedOf(
          tx,
          given.map(({ id }) => id),
        )
      ).map(({ id }) => id),
    );
    const rows = given.map((one) => (erased.has(one.id) ? { ...one, id: uuid() } : one));
    await putAll(rows, (some) =>
      tx.insert(client).values(
        some.map(({ id, value }) => ({
          ...value,
          id,
          practiceId,
          therapistId: userId,
          createdAt: at,
        })),
      ),
    );
    await putAll(rows, (some) =>
      tx
        .insert(routine)
        .values(some.map(({ id: clientId }) => ({ id: uuid(), clientId, createdAt: at }))),
    );
  },
  action: 'brought in a list of clients',
  subject: null,
});

/** What of a client’s record comes in as a table. */
export const TABLES_IN = ['measures', 'points'] as const;
export type TableIn = (typeof TABLES_IN)[number];

/** Does something with a client’s table, whatever its rows are. */
async function inFile<T>(
  setting: Setting,
  who: Principal,
  clientId: string,
  table: TableIn,
  work: <Row>(into: Into<Row>) => Promise<T>,
): Promise<T> {
  const file = await fileOf(setting, who, clientId);
  return table === 'measures'
    ? work(measuresInto(file, who.userId))
    : work(pointsInto(file, who.userId));
}

/** Looks at a table of a client’s figures or ratings; nothing is kept. */
export const lookAtTable = (
  setting: Setting,
  who: Principal,
  clientId: string,
  table: TableIn,
  given: TableGiven,
) => inFile(setting, who, clientId, table, (into) => look(setting, who, into, given));

/** Brings it in: all of it or nothing, and what is here already is left as it is. */
export const bringInTable = (
  setting: Setting,
  who: Principal,
  clientId: string,
  table: TableIn,
  given: TableGiven,
) => inFile(setting, who, clientId, table, (into) => bringIn(setting, who, into, given));

/** Looks at a list of clients; nothing is kept. */
export function lookAtClients(setting: Setting, who: Principal, given: TableGiven) {
  staffOnly(who);
  return look(setting, who, clientsInto(who), given);
}

/** Opens a file for each client of a list that has none here. */
export function bringInClients(setting: Setting, who: Principal, given: TableGiven) {
  staffOnly(who);
  return bringIn(setting, who, clientsInto(who), given);
}
