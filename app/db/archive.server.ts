import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { createHash } from 'node:crypto';
import { getTableName, is, sql } from 'drizzle-orm';
import { getTableConfig, PgTable } from 'drizzle-orm/pg-core';
import type { Database } from './database.server';
import { migrationsFolder } from './migrationsFolder.server';
import * as schema from './schema.server';

/**
 * An archive is the whole of an installation’s data as lines of JSON: a head, then for each table its
 * name and its rows, then how many rows there were and a digest of all that went before. It says the same
 * whichever engine it was taken from, and either reads it.
 */
const FORMAT = 'entspann archive';
const VERSION = 1;
const AT_ONCE = 500;

interface Head {
  format: typeof FORMAT;
  version: typeof VERSION;
  takenAt: string;
  /** Migrations the data had been through. */
  migrations: string[];
}
interface TableLine {
  table: string;
}
interface EndLine {
  rows: Record<string, number>;
  sha256: string;
}

/** An archive that cannot be read; the message says why. */
export class ArchiveTrouble extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'ArchiveTrouble';
  }
}

const tables: readonly PgTable[] = Object.values(schema).filter((one) => is(one, PgTable));

/** Tables in an order in which each comes after those it refers to. */
export function inOrder(): PgTable[] {
  const left = [...tables];
  const done = new Set<string>();
  const result: PgTable[] = [];
  while (left.length > 0) {
    const at = left.findIndex((table) =>
      getTableConfig(table).foreignKeys.every((key) => {
        const to = getTableName(key.reference().foreignTable);
        return done.has(to) || to === getTableName(table);
      }),
    );
    const [next] = left.splice(Math.max(0, at), 1);
    if (!next) break;
    done.add(getTableName(next));
    result.push(next);
  }
  return result;
}

/** The names of the migrations of this edition, oldest first. */
export function migrationTags(): string[] {
  const journal = readFileSync(join(migrationsFolder(), 'meta/_journal.json'), 'utf8');
  return (JSON.parse(journal) as { entries: { tag: string }[] }).entries.map(({ tag }) => tag);
}

const rowsOf = (result: unknown): Record<string, unknown>[] =>
  (result as { rows: Record<string, unknown>[] }).rows;

/**
 * Tells the whole of the data, line by line, as they are at one moment, while work goes on.
 *
 * @param write settles when it may be given more
 * @returns rows by table
 */
export async function tellArchive(
  db: Database,
  takenAt: Date,
  write: (line: string) => Promise<void>,
): Promise<Record<string, number>> {
  const digest = createHash('sha256');
  const tell = async (line: unknown) => {
    const text = `${typeof line === 'string' ? line : JSON.stringify(line)}\n`;
    digest.update(text);
    await write(text);
  };
  const head: Head = {
    format: FORMAT,
    version: VERSION,
    takenAt: takenAt.toISOString(),
    migrations: migrationTags(),
  };
  const rows: Record<string, number> = {};
  await db.transaction(
    async (tx) => {
      await tell(head);
      for (const table of inOrder()) {
        const name = getTableName(table);
        await tell({ table: name } satisfies TableLine);
        rows[name] = 0;
        await tx.execute(
          sql.raw(
            `declare archived no scroll cursor for select to_jsonb(t)::text as row from "${name}" t`,
          ),
        );
        for (;;) {
          const some = rowsOf(await tx.execute(sql.raw(`fetch ${AT_ONCE} from archived`)));
          for (const { row } of some) await tell(String(row));
          rows[name] += some.length;
          if (some.length < AT_ONCE) break;
        }
        await tx.execute(sql.raw('close archived'));
      }
    },
    { isolationLevel: 'repeatable read', accessMode: 'read only' },
  );
  await write(`${JSON.stringify({ rows, sha256: digest.digest('hex') } satisfies EndLine)}\n`);
  return rows;
}

const parsed = (line: string): unknown => {
  try {
    return JSON.parse(line);
  } catch {
    throw new ArchiveTrouble('The archive is damaged: a line of it cannot be read.');
  }
};

function headOf(line: string | undefined): Head {
  const head = line === undefined ? null : (parsed(line) as Partial<Head> | null);
  if (head?.format !== FORMAT) throw new ArchiveTrouble('That is no archive of Entspann.');
  if (head.version !== VERSION) {
    throw new ArchiveTrouble('The archive is of a later edition; bring this one up to date first.');
  }
  const known = migrationTags();
  const migrations = head.migrations ?? [];
  if (migrations.some((tag, at) => known[at] !== tag)) {
    throw new ArchiveTrouble('The archive is of a later edition; bring this one up to date first.');
  }
  return head as Head;
}

/**
 * Reads the whole of an archive and sees to it that it is what was written; nothing is put anywhere.
 *
 * @returns rows by table, as the archive says
 * @throws ArchiveTrouble
 */
export async function checkArchive(lines: AsyncIterable<string>): Promise<Record<string, number>> {
  const digest = createHash('sha256');
  let isFirst = true;
  for await (const line of lines) {
    if (isFirst) headOf(line);
    isFirst = false;
    if (line.startsWith('{"rows":')) {
      const { rows, sha256 } = parsed(line) as EndLine;
      if (sha256 === digest.digest('hex')) return rows;
      throw new ArchiveTrouble('The archive is damaged: it is not what was written.');
    }
    digest.update(`${line}\n`);
  }
  if (isFirst) headOf(undefined);
  throw new ArchiveTrouble('The archive is not whole: its end is missing.');
}

/** Puts rows in as they were told, all with the same columns; what an older edition had not is as this one makes it. */
export async function putIn(db: Database, table: string, lines: readonly string[]): Promise<void> {
  if (lines.length === 0) return;
  const [first] = lines;
  const columns = Object.keys(parsed(first ?? '{}') as object).map((name) => `"${name}"`);
  const names = sql.raw(columns.join(', '));
  const into = sql.raw(`"${table}"`);
  const type = sql.raw(`null::"${table}"`);
  await db.execute(
    sql`insert into ${into} (${names}) select ${names} from jsonb_populate_recordset(${type}, ${`[${lines.join(',')}]`}::jsonb)`,
  );
}

/**
 * Reads an archive into an empty database that has been through the same migrations, all of it or nothing.
 *
 * @param given the lines, as they were told
 * @param prepare brings the database to where the archive was; called with its number of migrations
 * @throws ArchiveTrouble when it is not whole, of a later edition, or no archive
 */
export async function readArchive(
  given: AsyncIterable<string>,
  prepare: (migrations: number) => Promise<Database>,
): Promise<{ takenAt: Date; rows: Record<string, number> }> {
  const lines = given[Symbol.asyncIterator]();
  const first = await lines.next();
  const head = headOf(first.done ? undefined : first.value);
  const db = await prepare(head.migrations.length);
  const digest = createHash('sha256').update(`${String(first.value)}\n`);
  const rows: Record<string, number> = {};
  const known = new Set(tables.map((table) => getTableName(table)));
  await db.transaction(async (tx) => {
    let table = '';
    let waiting: string[] = [];
    const flush = async () => {
      await putIn(tx, table, waiting);
      waiting = [];
    };
    for (let end: EndLine | null = null; !end;) {
      const next = await lines.next();
      if (next.done) throw new ArchiveTrouble('The archive is not whole: its end is missing.');
      const line = next.value;
      if (line.startsWith('{"table":')) {
        await flush();
        ({ table } = parsed(line) as TableLine);
        if (!known.has(table)) throw new ArchiveTrouble('The archive names a table nobody knows.');
        rows[table] = 0;
      } else if (line.startsWith('{"rows":')) {
        await flush();
        end = parsed(line) as EndLine;
        if (end.sha256 !== digest.digest('hex')) {
          throw new ArchiveTrouble('The archive is damaged: it is not what was written.');
        }
        break;
      } else {
        waiting.push(line);
        rows[table] = (rows[table] ?? 0) + 1;
        if (waiting.length >= AT_ONCE) await flush();
      }
      digest.update(`${line}\n`);
    }
  });
  return { takenAt: new Date(head.takenAt), rows };
}

/** How many rows each table has. */
export async function countRows(db: Database): Promise<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const table of inOrder()) {
    const name = getTableName(table);
    const [row] = rowsOf(await db.execute(sql.raw(`select count(*)::integer as n from "${name}"`)));
    counts[name] = Number(row?.n ?? 0);
  }
  return counts;
}
