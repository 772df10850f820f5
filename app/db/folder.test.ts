import { execFileSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  symlinkSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { FolderTrouble, holdsData } from './folder.server';
import { FolderInUse, lockFolder } from './lock.server';
import { openFolder } from './open.server';
import { practice } from './schema.server';

const home = mkdtempSync(join(tmpdir(), 'entspann-folder-'));
/** A folder with a practice in it, to be copied and harmed. */
const whole = join(home, 'deep', 'whole');
afterAll(() => rmSync(home, { recursive: true, force: true }));
beforeAll(async () => {
  if (process.env.TEST_DATABASE_URL) return;
  // On a disk of its own, looked at by a desktop; the power went while it was being made.
  mkdirSync(join(whole, 'making', 'base'), { recursive: true });
  writeFileSync(join(whole, 'making', 'PG_VERSION'), '1');
  mkdirSync(join(whole, 'lost+found'));
  writeFileSync(join(whole, '.hidden'), 'x');
  const open = await openFolder(whole);
  await open.db
    .insert(practice)
    .values({ id: uuid(), name: 'Kept', timeZone: 'UTC', createdAt: new Date() });
  await open.close();
});

let copies = 0;
const copy = (): string => {
  copies += 1;
  const folder = join(home, `copy-${copies}`);
  cpSync(whole, folder, { recursive: true });
  return folder;
};
const names = async (folder: string): Promise<string[]> => {
  const open = await openFolder(folder);
  const rows = await open.db.select({ name: practice.name }).from(practice);
  await open.close();
  return rows.map(({ name }) => name);
};
const lying = (folder: string) =>
  existsSync(folder) && statSync(folder).isDirectory()
    ? readdirSync(folder, { recursive: true }).sort()
    : [];
/** What a folder says that is not opened; nothing in it may have changed. */
async function refusal(folder: string): Promise<string> {
  const before = lying(folder);
  const error: unknown = await openFolder(folder).then(
    () => new Error('It was opened.'),
    (thrown: unknown) => thrown,
  );
  expect(error).toBeInstanceOf(FolderTrouble);
  expect(lying(folder)).toEqual(before);
  return (error as Error).message;
}

// Folders have nothing to do with a server: they are tried in the run without one.
(process.env.TEST_DATABASE_URL ? describe.skip : describe)('a data folder', () => {
  it('is made where nothing was, whatever was begun there, and found again', async () => {
    expect(holdsData(home)).toBe(false);
    expect(holdsData(whole)).toBe(true);
    expect(readdirSync(whole).sort()).toEqual([
      '.hidden',
      'cluster',
      'entspann.json',
      'lost+found',
    ]);
    expect(await names(copy())).toEqual(['Kept']);
  });

  it('is given back when opening it fails', async () => {
    const folder = copy();
    const logger = {
      logQuery: () => {
        throw new Error('no logging today');
      },
    };
    await expect(openFolder(folder, { logger })).rejects.toThrow();
    expect(await names(folder)).toEqual(['Kept']);
  });

  it('of an edition that kept the database in the folder itself opens as it is', async () => {
    const old = join(home, 'old');
    cpSync(join(whole, 'cluster'), old, { recursive: true });
    expect(await names(old)).toEqual(['Kept']);
    expect(existsSync(join(old, 'cluster'))).toBe(false);
    // From then on it is known to have held data.
    rmSync(join(old, 'PG_VERSION'));
    expect(await refusal(old)).toMatch(/is not whole: PG_VERSION is missing/);
  });

  it.each([
    'cluster/PG_VERSION',
    'cluster/global/pg_control',
    'cluster/global',
    'cluster/pg_wal',
    'cluster/pg_xact',
    'cluster/base',
    'cluster',
  ])('that lacks %s is refused, and nothing new is made over the rest', async (part) => {
    const folder = copy();
    rmSync(join(folder, part), { recursive: true });
    const says = await refusal(folder);
    expect(says).toContain(folder);
    expect(says).toMatch(/is not whole: \S+ is missing\. Nothing was changed\. Restore a backup/);
  });

  it('whose files are damaged is refused when it is opened', async () => {
    for (const harm of [
      (folder: string) => truncateSync(join(folder, 'cluster/global/pg_control'), 100),
      (folder: string) => {
        // The files of one table after another: some table is lost.
        const base = join(folder, 'cluster/base/5');
        for (const file of readdirSync(base)) {
          if (/^1[6-9]\d{3}$/.test(file)) rmSync(join(base, file));
        }
      },
    ]) {
      const folder = copy();
      harm(folder);
      await expect(openFolder(folder)).rejects.toThrow(
        /cannot be opened: they are damaged, or of a later edition\. Nothing was changed\./,
      );
      // It is given back all the same.
      await lockFolder(folder).then((release) => release());
    }
  });

  it('that is something else is left alone', async () => {
    const folder = join(home, 'letters');
    mkdirSync(folder);
    writeFileSync(join(folder, 'holiday.txt'), 'sun');
    expect(await refusal(folder)).toMatch(/holds something that is not of Entspann/);
    expect(readFileSync(join(folder, 'holiday.txt'), 'utf8')).toBe('sun');
  });

  it('is one folder by whichever link, and a link to nowhere is said to be one', async () => {
    const folder = copy();
    const link = join(home, 'link');
    symlinkSync(folder, link);
    const open = await openFolder(link);
    await expect(openFolder(folder)).rejects.toThrow(FolderInUse);
    await open.close();
    const nowhere = join(home, 'nowhere');
    symlinkSync(join(home, 'gone'), nowhere);
    expect(await refusal(nowhere)).toMatch(/is a link that leads nowhere/);
    symlinkSync(join(home, 'round'), join(home, 'round'));
    expect(await refusal(join(home, 'round'))).toMatch(/a link that leads nowhere|cannot be made/);
  });

  it('with a file in its place, or on the way, says so', async () => {
    writeFileSync(join(home, 'file'), 'x');
    expect(await refusal(join(home, 'file'))).toMatch(/there is a file in its place/);
    expect(await refusal(join(home, 'file', 'data'))).toMatch(/there is a file in its place/);
    expect(await refusal(join(home, 'x'.repeat(300)))).toMatch(/too long/);
  });

  // Whoever is root may everything; and only root can mount.
  const isRoot = process.getuid?.() === 0;
  (isRoot ? it.skip : it)('without the rights to it says so', async () => {
    const folder = copy();
    execFileSync('chmod', ['000', folder]);
    await expect(openFolder(folder)).rejects.toThrow(/may not be read and written by this user/);
    execFileSync('chmod', ['755', folder]);
  });
});
