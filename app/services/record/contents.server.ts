import { begin, replay, summarise, type SessionEvent } from '#core/session';
import type { Step } from '#core/routine';
import { ascending, group, sort } from 'd3-array';
import { getTableName } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { z } from 'zod';
import {
  PRACTICE_TABLES,
  RECORD_TABLES,
  referencesOf,
  type RecordRow,
  type Row,
} from '~/db/record.server';
import { migrationTags } from '~/db/archive.server';
import { clientEntry, RecordTrouble, type OpenRecord } from '~/formats/archive/index.server';
import { personShape, rowShape, type Person } from './shapes.server';

interface Known {
  table: PgTable;
  shape: z.ZodType;
}
const known = (tables: readonly PgTable[]) =>
  new Map<string, Known>(
    tables.map((table) => [getTableName(table), { table, shape: rowShape(table) }]),
  );
const OF_CLIENT = known(RECORD_TABLES);
const OF_PRACTICE = known(PRACTICE_TABLES);

const place = (name: string, line: number) => `${name}, line ${line}`;

/** What is wrong with something that was read, said with the first place of it. */
function wrong(where: string, error: z.ZodError): RecordTrouble {
  const [issue] = error.issues;
  const at = issue?.path.join('.');
  return new RecordTrouble(
    `The archive cannot be read at ${where}${at ? `, “${at}”` : ''}: ${issue?.message ?? 'it is not what it should be'}`,
  );
}

type Rows = Map<string, Row[]>;

/** Rows by table, each held against what a row of its table has to be. */
function rowsOf(
  name: string,
  lines: readonly { line: number; value: unknown }[],
  tables: ReadonlyMap<string, Known>,
): Rows {
  const rows: Rows = new Map([...tables.keys()].map((table) => [table, []]));
  for (const { line, value } of lines) {
    const where = place(name, line);
    const { table, row } = (value ?? {}) as Partial<RecordRow>;
    const of = typeof table === 'string' ? tables.get(table) : undefined;
    if (!of) throw new RecordTrouble(`The archive names a table nobody knows, at ${where}.`);
    const read = of.shape.safeParse(row);
    if (!read.success) throw wrong(where, read.error);
    const all = rows.get(table ?? '') ?? [];
    const [first] = all;
    if (
      first &&
      Object.keys(first).sort().join() !==
        Object.keys(row as Row)
          .sort()
          .join()
    )
      throw new RecordTrouble(
        `The archive is damaged at ${where}: it has other columns than the rows before.`,
      );
    all.push(read.data as Row);
  }
  return rows;
}

/** Sees to it that every row names only what is in the same record, and people the archive tells of. */
function checkReferences(name: string, rows: Rows, people: ReadonlyMap<string, Person>): void {
  const here = new Map(
    [...rows].map(([table, all]) => [table, new Set(all.map(({ id }) => String(id)))]),
  );
  for (const [table, all] of rows) {
    const of = OF_CLIENT.get(table);
    if (!of) continue;
    for (const { column, table: to } of referencesOf(of.table)) {
      if (to === 'practice') continue;
      const there = to === 'user_account' ? people : here.get(to);
      for (const row of all) {
        const id = row[column];
        if (id === null || id === undefined || there?.has(String(id))) continue;
        throw new RecordTrouble(
          `The archive is not whole: in ${name}, a row of ${table} names by “${column}” what is not in it.`,
        );
      }
    }
  }
}

/** A client’s record as an archive holds it. */
export interface ClientRecord {
  id: string;
  name: string;
  rows: Rows;
}

type Logged = SessionEvent & { session: string };

const inLogOrder = (a: Logged, b: Logged) =>
  ascending(a.seq, b.seq) || ascending(a.at, b.at) || ascending(a.id, b.id);

/** What each session came to, told anew from its log: nobody’s word is taken for it. */
function summed(name: string, rows: Rows): void {
  const led = new Map(
    (rows.get('led_routine') ?? []).map(({ id, steps }) => [String(id), steps as Step[]]),
  );
  const logs = group(
    (rows.get('session_event') ?? []).map(
      ({ id, session_id: session, seq, at_ms: at, body }) =>
        ({ id, session, seq, at, ...(body as object) }) as Logged,
    ),
    ({ session }) => session,
  );
  for (const session of rows.get('practised_session') ?? []) {
    const steps = led.get(String(session.led_id));
    if (!steps)
      throw new RecordTrouble(
        `The archive is not whole: in ${name}, a session does not say what it was led by.`,
      );
    const log = sort(logs.get(String(session.id)) ?? [], inLogOrder);
    try {
      const state = replay(
        begin(steps),
        log.map(({ session: _, ...event }) => event),
      );
      const summary = summarise(state);
      Object.assign(session, {
        summary,
        status: state.status,
        counts: summary.counts,
        stop_reason: state.stopReason,
        word: state.word,
      });
    } catch {
      throw new RecordTrouble(
        `The archive cannot be read: in ${name}, the log of a session does not fit what it was led by.`,
      );
    }
  }
}

/** Reads one client’s record and looks at all of it; nothing is put anywhere. */
export async function clientRecord(
  archive: OpenRecord,
  id: string,
  people: ReadonlyMap<string, Person>,
): Promise<ClientRecord> {
  const name = clientEntry(id);
  const rows = rowsOf(name, await archive.lines(name), OF_CLIENT);
  const files = rows.get('client') ?? [];
  const [own, ...more] = files.filter((file) => (file.joined_into ?? null) === null);
  if (own?.id !== id || more.length > 0 || files.some((f) => f !== own && f.joined_into !== id))
    throw new RecordTrouble(`The archive is not whole: ${name} is not the record of one client.`);
  checkReferences(name, rows, people);
  summed(name, rows);
  return { id, name: String(own.name), rows };
}

/** Who is named in an archive, by id. */
export async function peopleIn(archive: OpenRecord): Promise<Map<string, Person>> {
  const people = new Map<string, Person>();
  for (const { line, value } of await archive.lines('people.jsonl')) {
    const read = personShape.safeParse(value);
    if (!read.success) throw wrong(place('people.jsonl', line), read.error);
    people.set(read.data.id, read.data);
  }
  return people;
}

/** What an archive of a practice says of the practice itself. */
export const practiceIn = async (archive: OpenRecord): Promise<Rows> =>
  rowsOf('practice.jsonl', await archive.lines('practice.jsonl'), OF_PRACTICE);

/** Refuses what a later edition wrote. */
export function expectKnownEdition({ manifest }: OpenRecord): void {
  if (!migrationTags().includes(manifest.edition))
    throw new RecordTrouble(
      `The archive is of a later edition (${manifest.edition}): bring this installation up to date first.`,
    );
}
