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
import { allErased, eraseAgain, type Erasure } from './erase.server';
import { erasedBeside, listErased } from './erasedList.server';
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

type Tell = (write: (line: string) => Promise<void>) => Promise<Rows>;

/** Writes a backup, and puts the records it tells were erased on the list beside it. */
async function writeWithErased(file: string, passPhrase: string | null, tell: Tell): Promise<Rows> {
  const erased: string[] = [];
  let isErased = false;
  const rows = await writeBackup(file, passPhrase, (write) =>
    tell(async (line) => {
      if (line.startsWith('{"table":')) isErased = line.startsWith('{"table":"tombstone"');
      else if (isErased && !line.startsWith('{"rows":')) erased.push(line.trimEnd());
      await write(line);
    }),
  );
  await listErased(file, erased);
  return rows;
}

/** Writes a backup of a place, and counts the rows of it. */
export const backUp = (place: Place, file: string, passPhrase: string | null): Promise<Rows> =>
  writeWithErased(file, passPhrase, (write) => tellFrom(place, write));

/** Writes a backup of what is open here. */
export const backUpOpen = (db: Database, file: string, passPhrase: string | null): Promise<Rows> =>
  writeWithErased(file, passPhrase, (write) => tellArchive(db, new Date(), write));

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

/** Records erased where the data lie that are about to be put aside; null: that cannot be read. */
async function erasedIn(place: Place): Promise<Erasure[] | null> {
  try {
    if ('databaseUrl' in place) {
      const pool = new pg.Pool({ connectionString: place.databaseUrl, max: 1 });
      try {
        const { rows } = await pool.query<{ there: string | null }>(
          "select to_regclass('public.tombstone') as there",
        );
        return rows[0]?.there ? await allErased(drizzlePg(pool, { schema })) : [];
      } finally {
        await pool.end();
      }
    }
    const folder = await usableFolder(place.folder);
    const state = await look(folder);
    if (state.is === 'empty') return [];
    const release = await lockFolder(folder);
    try {
      const lite = await PGlite.create(state.cluster);
      try {
        const { rows } = await lite.query<{ there: string | null }>(
          "select to_regclass('public.tombstone')::text as there",
        );
        return rows[0]?.there ? await allErased(drizzleLite(lite, { schema })) : [];
      } finally {
        await lite.close();
      }
    } finally {
      await release();
    }
  } catch (error) {
    if (error instanceof FolderInUse) throw error;
    return null;
  }
}

async function restoreServer(
  databaseUrl: string,
  file: string,
  passPhrase: string | null,
  replace: boolean,
  at: Date,
): Promise<string | null> {
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
  return aside;
}

/** What a restore came to. */
interface Restored {
  /** Rows the backup told, all of which came. */
  rows: Rows;
  /** Where what was there before lies; null: there was nothing. */
  aside: string | null;
  /** Files that were erased since the backup was taken, and went again. */
  erasedAgain: number;
  /** What was there before could not be read for records erased in it. */
  unread: boolean;
}

/**
 * Restores a backup. What is there already is never written over: it is refused, or, when it is to be
 * replaced, put aside under another name. Records that were erased since it was taken, as the list beside it or what was there
 * says, are erased again.
 */
export async function restore(
  place: Place,
  file: string,
  options: { passPhrase: string | null; replace: boolean; at: Date },
): Promise<Restored> {
  const { passPhrase, replace, at } = options;
  const told = await checkArchive(readBackup(file, passPhrase));
  const before = replace ? await erasedIn(place) : [];
  const erased = [...(await erasedBeside(file)), ...(before ?? [])];
  let aside: string | null = null;
  if ('databaseUrl' in place) {
    aside = await restoreServer(place.databaseUrl, file, passPhrase, replace, at);
  } else {
    const state = await look(await usableFolder(place.folder)).catch(() => null);
    if (replace && state?.is !== 'empty') aside = await putAside(place.folder, at);
    await restoreInto(place.folder, file, passPhrase);
  }
  const open =
    'databaseUrl' in place
      ? await openServer(place.databaseUrl)
      : await openFolder(await usableFolder(place.folder));
  try {
    const rows = await countRows(open.db);
    expectSame(told, rows);
    const erasedAgain = await eraseAgain(open.db, erased);
    return { rows, aside, erasedAgain, unread: before === null };
  } finally {
    await open.close();
  }
}
