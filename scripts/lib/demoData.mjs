// The demo's data folder: seeded once a day and kept as a snapshot, so that a start need not wait.
import { cpSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { fingerprint, ROOT } from './ready.mjs';

const SNAPSHOTS = join(ROOT, '.cache/demo');
/** What decides what the seeded data look like. */
const SEEDED_FROM = ['core', 'app/db', 'app/services/demo'];

/** The day of the demo’s practice: past its midnight what was seeded before is of yesterday. */
const today = () =>
  new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/Copenhagen' }).format(new Date());

/** The snapshot of today's demo data; seeds it first when there is none. */
export async function demoSnapshot() {
  const name = `${today()}-${fingerprint(SEEDED_FROM)}`;
  const folder = join(SNAPSHOTS, name);
  if (existsSync(folder)) return folder;
  mkdirSync(SNAPSHOTS, { recursive: true });
  for (const old of readdirSync(SNAPSHOTS)) rmSync(join(SNAPSHOTS, old), { recursive: true });
  console.log('Seeding the demo data of today.');
  const { openFolder, seedDemo } = await import('../../build/server/index.js');
  const making = join(SNAPSHOTS, `${name}.making`);
  const data = await openFolder(making);
  await seedDemo(data.db, new Date());
  await data.close();
  renameSync(making, folder);
  return folder;
}

/** Puts demo data into a folder unless it holds data already. Returns whether it was filled now. */
export async function fillDemoFolder(folder, { fresh = false } = {}) {
  const { holdsData, LOCK_NAME } = await import('../../build/server/index.js');
  mkdirSync(folder, { recursive: true });
  if (fresh) {
    // All but the lock, which is this process's.
    const names = readdirSync(folder).filter((name) => name !== LOCK_NAME);
    for (const name of names) rmSync(join(folder, name), { recursive: true, force: true });
  }
  if (holdsData(folder)) return false;
  const snapshot = await demoSnapshot();
  cpSync(snapshot, folder, { recursive: true });
  return true;
}
