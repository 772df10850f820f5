import { existsSync } from 'node:fs';
import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { PGlite } from '@electric-sql/pglite';
import { drizzle as drizzlePg } from 'drizzle-orm/node-postgres';
import { migrate as migratePg } from 'drizzle-orm/node-postgres/migrator';
import { drizzle as drizzleLite } from 'drizzle-orm/pglite';
import { migrate as migrateLite } from 'drizzle-orm/pglite/migrator';
import pg from 'pg';
import type { Database } from './database.server';
import { giveOldSessionsTheirHolds } from './giveOldSessionsTheirHolds.server';
import { lockFolder } from './lock.server';
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

interface OpenOptions {
  logger?: StatementLogger;
}

/** Where the migrations are, beside the sources and beside the build alike. */
export function migrationsFolder(): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'app/db/migrations/meta/_journal.json'))) {
    const parent = dirname(folder);
    if (parent === folder) throw new Error('The migrations are missing from this installation.');
    folder = parent;
  }
  return join(folder, 'app/db/migrations');
}

/**
 * Opens a PGlite folder, creating it when it is new, and brings it to the present schema.
 *
 * @throws FolderInUse when another process has it open
 */
export async function openFolder(folder: string, options: OpenOptions = {}): Promise<OpenDatabase> {
  await mkdir(folder, { recursive: true });
  const unlock = await lockFolder(folder);
  try {
    const lite = await PGlite.create(folder);
    const db = drizzleLite(lite, { schema, ...options });
    await migrateLite(db, { migrationsFolder: migrationsFolder() });
    await giveOldSessionsTheirHolds(db);
    return {
      db,
      engine: 'pglite',
      close: async () => {
        await lite.close();
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
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // An idle connection that breaks must not end the process; the next query gets a new one.
  pool.on('error', () => undefined);
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
