import { rename, rm } from 'node:fs/promises';
import { PGlite } from '@electric-sql/pglite';
import { is } from 'drizzle-orm';
import { PgTable } from 'drizzle-orm/pg-core';
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres';
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator';
import { drizzle as drizzleLite } from 'drizzle-orm/pglite';
import { migrate as migrateLite } from 'drizzle-orm/pglite/migrator';
import { codeOf } from './codeOf.server';
import type { Database } from './database.server';
import {
  damaged,
  FolderTrouble,
  look,
  mark,
  usableFolder,
  type FolderState,
} from './folder.server';
import { answerArchive } from './answerArchive.server';
import { giveOldSessionsTheirHolds } from './giveOldSessionsTheirHolds.server';
import { lockFolder } from './lock.server';
import { migrationsFolder } from './migrationsFolder.server';
import { openLiteThread, type LiteThread } from './liteStream.server';
import { isDamage, isFull } from './outage.server';
import { poolOf } from './pool.server';
import * as schema from './schema.server';

export interface OpenDatabase {
  db: Database;
  engine: 'pglite' | 'postgresql';
  /** Waits for what is under way, then lets go of the data. */
  close: () => Promise<void>;
}

/** Hears every statement that is sent; for measuring. */
export interface StatementLogger {
  logQuery: (statement: string, parameters: unknown[]) => void;
}

const MOST_CONNECTIONS = 10;
/** Longer nobody waits for a database that does not answer. */
const CONNECT_MS = 5_000;

interface OpenOptions {
  logger?: StatementLogger;
}

interface FolderOptions extends OpenOptions {
  /** Each commit waits until the disk has it. */
  waitsForDisk?: boolean;
  /** Hears that the embedded database has ended by itself: the process is of no use any more. */
  onDeath?: () => void;
}

/** Opens a database that is whole; what does not open is damaged. */
async function openCluster(
  folder: string,
  cluster: string,
  { waitsForDisk = false, onDeath = () => undefined }: FolderOptions,
): Promise<LiteThread> {
  try {
    return await openLiteThread(cluster, { waitsForDisk, onDeath });
  } catch (error) {
    // Nothing is wrong with the data then.
    if (codeOf(error) === 'NO_WAIT') throw new FolderTrouble(NO_WAIT);
    throw isFull(error) ? new FolderTrouble(NO_ROOM) : damaged(folder);
  }
}

const NO_WAIT =
  'This edition of the embedded database cannot be made to wait for the disk. Nothing was changed. Leave WAIT_FOR_DISK out, or use a PostgreSQL server.';
const NO_ROOM = 'There is no room left on the disk of the data folder. Make room and start again.';

/** A new database is made aside, and is there only once it is whole. */
async function makeCluster({ making, cluster }: FolderState & { is: 'empty' }): Promise<void> {
  try {
    const lite = await PGlite.create(making);
    await lite.close();
  } catch (error) {
    await rm(making, { recursive: true, force: true });
    throw isFull(error) ? new FolderTrouble(NO_ROOM) : error;
  }
  await rename(making, cluster);
}

/** Reads a row of every table: a file of theirs that is gone is noticed now and not in the middle of work. */
async function touchTables(db: Database): Promise<void> {
  for (const table of Object.values(schema)) {
    if (is(table, PgTable)) await db.select().from(table).limit(1);
  }
}

/**
 * Opens a folder with a PGlite database, makes one when nothing was ever kept there, and brings it to the
 * present schema.
 *
 * @throws FolderInUse when another process has it open
 * @throws FolderTrouble when it is not whole, or cannot be used
 */
export async function openFolder(
  given: string,
  options: FolderOptions = {},
): Promise<OpenDatabase> {
  const folder = await usableFolder(given);
  const unlock = await lockFolder(folder);
  try {
    const state = await look(folder);
    if (state.is === 'empty') await makeCluster(state);
    const lite = await openCluster(folder, state.cluster, options);
    // One connection for good: whoever asks waits until it is free.
    const pool = poolOf({ stream: lite.connect, max: 1, idleTimeoutMillis: 0 });
    const { logger } = options;
    const db = drizzlePg(pool, { schema, ...(logger ? { logger } : {}) });
    const close = async () => {
      await pool.end();
      await lite.close();
    };
    try {
      await migratePg(db, { migrationsFolder: migrationsFolder() });
      await giveOldSessionsTheirHolds(db);
      await touchTables(db);
      await mark(folder, new Date());
      unlock.answerBy(answerArchive(db));
    } catch (error) {
      await close().catch(() => undefined);
      throw isDamage(error) ? damaged(folder) : error;
    }
    return {
      db,
      engine: 'pglite',
      close: async () => {
        await close();
        await unlock();
      },
    };
  } catch (error) {
    await unlock();
    throw error;
  }
}

/** A PGlite that lives in memory only: for tests. */
export async function openMemory(snapshot?: Blob): Promise<OpenDatabase & { lite: PGlite }> {
  const lite = await PGlite.create(snapshot ? { loadDataDir: snapshot } : {});
  const db = drizzleLite(lite, { schema });
  await migrateLite(db, { migrationsFolder: migrationsFolder() });
  return { db, engine: 'pglite', close: () => lite.close(), lite };
}

/** Opens a PostgreSQL server with a pool and brings its schema up to date. */
export async function openServer(url: string, options: OpenOptions = {}): Promise<OpenDatabase> {
  const pool = poolOf({
    connectionString: url,
    max: MOST_CONNECTIONS,
    connectionTimeoutMillis: CONNECT_MS,
  });
  const db = drizzlePg(pool, { schema, ...options });
  const guard = await pool.connect();
  try {
    // Several app processes may start at once; one migrates, the others wait.
    await guard.query('select pg_advisory_lock(7305113)');
    await migratePg(db, { migrationsFolder: migrationsFolder() });
    await giveOldSessionsTheirHolds(db);
  } finally {
    await guard.query('select pg_advisory_unlock(7305113)').catch(() => undefined);
    guard.release();
  }
  return { db, engine: 'postgresql', close: () => pool.end() };
}
