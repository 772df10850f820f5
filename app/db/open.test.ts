import { spawn } from 'node:child_process';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { FolderInUse, lockFolder } from './lock.server';
import { openServer } from './open.server';

let home: string;
beforeEach(async () => {
  home = await mkdtemp(join(tmpdir(), 'entspann-open-'));
});
afterEach(() => rm(home, { recursive: true, force: true }));

/** A process that listens where the lock listens, and is then killed without a chance to clean up. */
async function killedHolder(path: string): Promise<void> {
  const script = `require('node:net').createServer().listen(${JSON.stringify(path)}, () => process.stdout.write('up'))`;
  const child = spawn(process.execPath, ['-e', script]);
  await new Promise((up) => child.stdout.once('data', up));
  const ended = new Promise((done) => child.once('exit', done));
  child.kill('SIGKILL');
  await ended;
}

describe('the lock of a data folder', () => {
  it('is one process’s at a time and free again afterwards', async () => {
    const folder = join(home, 'data');
    const release = await lockFolder(folder);
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse);
    await expect(lockFolder(folder)).rejects.toThrow(/is in use by another running Entspann/);
    await lockFolder(join(home, 'other')).then((releaseOther) => releaseOther());
    await release();
    await lockFolder(folder).then((again) => again());
  });

  it('does not outlive a process that was killed', async () => {
    const folder = join(home, 'data');
    await killedHolder(`${folder}.lock`);
    const release = await lockFolder(folder);
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse);
    await release();
  });

  it('works for a path that is longer than a socket’s may be', async () => {
    const folder = join(home, 'deep'.repeat(20), 'deeper'.repeat(10));
    const release = await lockFolder(folder);
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse);
    await release();
  });

  it('is the same lock however the folder is written', async () => {
    const release = await lockFolder(join(home, 'data'));
    await expect(lockFolder(`${home}/./x/../data`)).rejects.toThrow(FolderInUse);
    await release();
  });
});

const server = process.env.TEST_DATABASE_URL;

// Only the run that has a server can share one; the other run opens folders.
if (server) {
  test('a PostgreSQL server is migrated once when several processes start together', async () => {
    const admin = await openServer(server);
    const name = `race_${uuid().replaceAll('-', '')}`;
    await admin.db.execute(sql.raw(`create database ${name}`));
    const url = new URL(server);
    url.pathname = `/${name}`;
    const opened = await Promise.all([1, 2, 3].map(() => openServer(url.href)));
    const applied = await opened[0]?.db.execute(
      sql`select count(*)::integer as n from drizzle.__drizzle_migrations`,
    );
    const journal = JSON.parse(await readFile('app/db/migrations/meta/_journal.json', 'utf8')) as {
      entries: unknown[];
    };
    expect(applied).toMatchObject({ rows: [{ n: journal.entries.length }] });
    await Promise.all(opened.map((one) => one.close()));
    await admin.db.execute(sql.raw(`drop database ${name}`));
    await admin.close();
  });
}
