import { existsSync } from 'node:fs';
import { access, constants, mkdir, readdir, realpath, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { codeOf } from './codeOf.server';
import { LOCK_NAME } from './lock.server';

/** A data folder that cannot be used as it is; the message says why and what to do. Nothing was changed. */
export class FolderTrouble extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'FolderTrouble';
  }
}

/** What tells a folder of ours from any other, and that it has held data. */
const MARK = 'entspann.json';
/** Where the database’s own files lie. */
const CLUSTER = 'cluster';
/** Where a new one is made, until it is whole. */
const MAKING = 'making';

/** Without one of these a database is not whole, and PostgreSQL would begin an empty one. */
const PARTS = [
  'PG_VERSION',
  'base',
  'global',
  'global/pg_control',
  'global/pg_filenode.map',
  'pg_multixact',
  'pg_wal',
  'pg_xact',
  'postgresql.conf',
];

const RESTORE =
  'Nothing was changed. Restore a backup (npm run restore), or choose another folder with DATA_DIR.';

/** What is wrong with a path, in a sentence. */
function troubleWith(folder: string, error: unknown): FolderTrouble {
  switch (codeOf(error)) {
    case 'EACCES':
    case 'EPERM':
    case 'EROFS':
      return new FolderTrouble(
        `The data folder ${folder} may not be read and written by this user. Give it the rights, or choose another folder with DATA_DIR.`,
      );
    case 'ENOTDIR':
    case 'EEXIST':
      return new FolderTrouble(
        `The data folder ${folder} cannot be made: there is a file in its place, or on the way to it. Choose another with DATA_DIR.`,
      );
    case 'ELOOP':
    case 'ENOENT':
      return new FolderTrouble(
        `The data folder ${folder} is a link that leads nowhere. Mend the link, or choose another folder with DATA_DIR.`,
      );
    case 'ENOSPC':
    case 'EDQUOT':
      return new FolderTrouble(
        `There is no room left on the disk of the data folder ${folder}. Make room and start again.`,
      );
    case 'ENAMETOOLONG':
      return new FolderTrouble(`The name of the data folder is too long. Choose a shorter one.`);
    default:
      return new FolderTrouble(
        `The data folder ${folder} cannot be used (${codeOf(error) ?? 'no reason was given'}). Choose another with DATA_DIR.`,
      );
  }
}

/**
 * The folder itself, made when it is not there, whichever links lead to it.
 *
 * @throws FolderTrouble when it is none, or may not be written
 */
export async function usableFolder(given: string): Promise<string> {
  const folder = resolve(given);
  try {
    await mkdir(folder, { recursive: true });
    const real = await realpath(folder);
    if (!(await stat(real)).isDirectory()) throw Object.assign(new Error(), { code: 'ENOTDIR' });
    await access(real, constants.R_OK | constants.W_OK | constants.X_OK);
    return real;
  } catch (error) {
    throw troubleWith(folder, error);
  }
}

/** Where the data of a folder are to be opened, or made. */
export type FolderState =
  | { is: 'whole'; cluster: string }
  /** Nothing was ever kept here: a new one is made in `making`, and is whole once it is called `cluster`. */
  | { is: 'empty'; making: string; cluster: string };

/**
 * Looks at a locked folder: a whole database, or nothing at all. Of anything between nothing is made, and
 * least of all an empty database over the rest of one.
 *
 * @throws FolderTrouble
 */
export async function look(folder: string): Promise<FolderState> {
  let names: string[];
  try {
    names = await readdir(folder);
  } catch (error) {
    throw troubleWith(folder, error);
  }
  const making = join(folder, MAKING);
  const held = names.includes(MARK);
  // Editions before this one kept the database in the folder itself.
  const cluster = names.includes('PG_VERSION') ? folder : join(folder, CLUSTER);
  // What a disk or a desktop puts into any folder says nothing.
  const rest = names.filter(
    (name) => ![LOCK_NAME, MARK, MAKING, 'lost+found'].includes(name) && !name.startsWith('.'),
  );
  if (rest.length === 0 && !held) {
    // One that was being made when the power went: it never held anything.
    await rm(making, { recursive: true, force: true });
    return { is: 'empty', making, cluster: join(folder, CLUSTER) };
  }
  if (rest.length > 0 && !held && !rest.some((name) => [CLUSTER, ...PARTS].includes(name))) {
    throw new FolderTrouble(
      `The data folder ${folder} holds something that is not of Entspann. ${RESTORE}`,
    );
  }
  const missing = PARTS.find((part) => !existsSync(join(cluster, part)));
  if (missing !== undefined) {
    throw new FolderTrouble(
      `The data folder ${folder} is not whole: ${missing} is missing. ${RESTORE}`,
    );
  }
  return { is: 'whole', cluster };
}

/** Writes down that the folder holds data from now on. */
export async function mark(folder: string, at: Date): Promise<void> {
  if (existsSync(join(folder, MARK))) return;
  const says = { holds: 'the data of one Entspann installation', since: at.toISOString() };
  await writeFile(join(folder, MARK), `${JSON.stringify(says, null, 2)}\n`);
}

/** What is said when a database that looks whole does not open. */
export const damaged = (folder: string): FolderTrouble =>
  new FolderTrouble(
    `The data in ${folder} cannot be opened: they are damaged, or of a later edition. ${RESTORE}`,
  );

/** Whether a folder holds data of ours. */
export const holdsData = (folder: string): boolean =>
  existsSync(join(folder, MARK)) || existsSync(join(folder, 'PG_VERSION'));
