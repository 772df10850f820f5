import { once } from 'node:events';
import { cp, mkdir, mkdtemp, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline';
import { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzleLite } from 'drizzle-orm/pglite';
import { migrate as migrateLite } from 'drizzle-orm/pglite/migrator';
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres';
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';
import {
  ArchiveTrouble,
  checkArchive,
  countRows,
  readArchive,
  tellArchive,
} from './archive.server';
import { ASKS } from './answerArchive.server';
import { readBackup, writeBackup } from './backupFile.server';
import type { Database } from './database.server';
import { FolderTrouble, holdsData, look, usableFolder } from './folder.server';
import { FolderInUse, lockFolder, socketIn } from './lock.server';
import { migrationsFolder } from './migrationsFolder.server';
import { openFolder, openServer } from './open.server';
import * as schema from './schema.server';

/** Where the data are: a folder, or a PostgreSQL server. */
export type Place = { folder: string } | { databaseUrl: string };
export type Rows = Record<string, number>;

/** Asks the process that has a folder open to tell its archive; it goes on with its work. */
async function tellFromRunning(folder: string, write: (line: string) => Promise<void>) {
  const { path, close } = await socketIn(folder);
  const socket = connect(path);
  await once(socket, 'connect');
  socket.write(ASKS);
  let last = '';
  try {
    for await (const line of createInterface({ input: socket, crlfDelay: Infinity })) {
      last = line;
      await write(`${line}\n`);
    }
  } finally {
    socket.destroy();
    await close();
  }
  if (!last.startsWith('{"rows":')) {
    throw new ArchiveTrouble('The running application broke off; look at its log and try again.');
  }
  return (JSON.parse(last) as { rows: Rows }).rows;
}

/** Tells the archive of a place, whether or not an application runs on it. */
async function tellFrom(place: Place, write: (line: string) => Promise<void>): Promise<Rows> {
  if ('databaseUrl' in place) {
    const open = await openServer(place.databaseUrl);
    try {
      return await tellArchive(open.db, new Date(), write);
    } finally {
      await open.close();
    }
  }
  if (!holdsData(resolve(place.folder))) {
    throw new FolderTrouble(
      `There are no data in ${resolve(place.folder)}. Look at DATA_DIR, or at --data.`,
    );
  }
  const folder = await usableFolder(place.folder);
  try {
    const open = await openFolder(folder);
    try {
      return await tellArchive(open.db, new Date(), write);
    } finally {
      await open.close();
    }
  } catch (error) {
    if (error instanceof FolderInUse) return tellFromRunning(folder, write);
    throw error;
  }
}

/** Writes a backup of a place, and counts the rows of it. */
export const backUp = (place: Place, file: string, passPhrase: string | null): Promise<Rows> =>
  writeBackup(file, passPhrase, (write) => tellFrom(place, write));

/** Writes a backup of what is open here. */
export const backUpOpen = (db: Database, file: string, passPhrase: string | null): Promise<Rows> =>
  writeBackup(file, passPhrase, (write) => tellArchive(db, new Date(), write));

/** A folder with the first so many migrations only. */
async function someMigrations(count: number): Promise<string> {
  const folder = await mkdtemp(join(tmpdir(), 'entspann-migrations-'));
  await cp(migrationsFolder(), folder, { recursive: true });
  const journal = join(folder, 'meta/_journal.json');
  const all = JSON.parse(await readFile(journal, 'utf8')) as { entries: unknown[] };
  await writeFile(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, count) }));
  return folder;
}

/** Fills a new PGlite folder from a backup; it is there only when all of it is. */
async function fill(cluster: string, file: string, passPhrase: string | null): Promise<Rows> {
  const lite = await PGlite.create(cluster);
  const migrations: string[] = [];
  try {
    const { rows } = await readArchive(readBackup(file, passPhrase), async (count) => {
      const db = drizzleLite(lite, { schema });
      const some = await someMigrations(count);
      migrations.push(some);
      await migrateLite(db, { migrationsFolder: some });
      return db;
    });
    return rows;
  } finally {
    await lite.close();
    for (const folder of migrations) await rm(folder, { recursive: true, force: true });
  }
}

/** Says whether two counts are the same; tables of later editions have no rows in an earlier archive. */
function expectSame(told: Rows, there: Rows): void {
  const other = Object.keys({ ...told, ...there }).filter(
    (table) => (told[table] ?? 0) !== (there[table] ?? 0),
  );
  if (other.length > 0) {
    throw new ArchiveTrouble(
      `The backup does not give back what it was told: ${other.join(', ')}. Take another.`,
    );
  }
}

/**
 * Restores a backup into a scratch folder and counts what came out.
 *
 * @throws ArchiveTrouble when it is not what was told
 */
export async function verifyBackup(file: string, passPhrase: string | null): Promise<Rows> {
  const scratch = await mkdtemp(join(tmpdir(), 'entspann-verify-'));
  try {
    const { rows } = await restoreInto(join(scratch, 'data'), file, passPhrase);
    return rows;
  } finally {
    await rm(scratch, { recursive: true, force: true });
  }
}

async function restoreInto(given: string, file: string, passPhrase: string | null) {
  const folder = await usableFolder(given);
  const release = await lockFolder(folder);
  try {
    const state = await look(folder);
    if (state.is !== 'empty') {
      throw new FolderTrouble(
        `The data folder ${folder} holds data already. Nothing was changed. Choose an empty one, or add --replace: what is there is then put aside, not lost.`,
      );
    }
    try {
      await fill(state.making, file, passPhrase);
      await rename(state.making, state.cluster);
    } catch (error) {
      await rm(state.making, { recursive: true, force: true });
      throw error;
    }
  } finally {
    await release();
  }
  // Opened as an application opens it: brought to this edition, every table read.
  const open = await openFolder(folder);
  try {
    const rows = await countRows(open.db);
    return { rows };
  } finally {
    await open.close();
  }
}

/** Puts what is in a folder aside, under a name that says when. */
async function putAside(given: string, at: Date): Promise<string> {
  const folder = await usableFolder(given);
  const release = await lockFolder(folder);
  await release();
  const aside = `${folder}.before-${at.toISOString().replace(/[:.]/g, '-')}`;
  await rename(folder, aside);
  await mkdir(folder);
  return aside;
}

async function restoreServer(
  databaseUrl: string,
  file: string,
  passPhrase: string | null,
  replace: boolean,
  at: Date,
): Promise<{ rows: Rows; aside: string | null }> {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 2 });
  let aside: string | null = null;
  try {
    const { rows: present } = await pool.query(
      "select 1 from information_schema.tables where table_schema = 'public' limit 1",
    );
    if (present.length > 0) {
      if (!replace) {
        throw new FolderTrouble(
          'The database holds data already. Nothing was changed. Choose an empty one, or add --replace: what is there is then put aside, not lost.',
        );
      }
      aside = `before_${at.toISOString().replace(/\D/g, '')}`;
      await pool.query(
        `begin; alter schema public rename to "${aside}"; alter schema drizzle rename to "${aside}_drizzle"; create schema public; commit`,
      );
    }
    const db = drizzlePg(pool, { schema });
    await readArchive(readBackup(file, passPhrase), async (count) => {
      const some = await someMigrations(count);
      await migratePg(db, { migrationsFolder: some });
      await rm(some, { recursive: true, force: true });
      return db;
    });
  } finally {
    await pool.end();
  }
  const open = await openServer(databaseUrl);
  try {
    return { rows: await countRows(open.db), aside };
  } finally {
    await open.close();
  }
}

/**
 * Restores a backup. What is there already is never written over: it is refused, or, when it is to be
 * replaced, put aside under another name.
 *
 * @returns the rows that are there now, and where what was there before lies
 */
export async function restore(
  place: Place,
  file: string,
  options: { passPhrase: string | null; replace: boolean; at: Date },
): Promise<{ rows: Rows; aside: string | null }> {
  const { passPhrase, replace, at } = options;
  const told = await checkArchive(readBackup(file, passPhrase));
  if ('databaseUrl' in place) {
    const restored = await restoreServer(place.databaseUrl, file, passPhrase, replace, at);
    expectSame(told, restored.rows);
    return restored;
  }
  const isEmpty = (await look(await usableFolder(place.folder)).catch(() => null))?.is === 'empty';
  const aside = replace && !isEmpty ? await putAside(place.folder, at) : null;
  const { rows } = await restoreInto(place.folder, file, passPhrase);
  expectSame(told, rows);
  return { rows, aside };
}
