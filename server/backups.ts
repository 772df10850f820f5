import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';

const NAME = /^entspann-\d{4}-\d{2}-\d{2}T[\d-]+Z\.backup$/;
const LOOK_EVERY_MS = 600_000;

/** What a backup that was taken at a moment is called: names sort by time. */
export const backupName = (at: Date): string =>
  `entspann-${at.toISOString().replace(/[:.]/g, '-')}.backup`;

/** The backups in a folder, oldest first; what else lies there is nobody’s here. */
const backupsIn = async (folder: string): Promise<string[]> =>
  (await readdir(folder)).filter((name) => NAME.test(name)).sort();

/** Removes the oldest of a folder’s backups, and nothing else that lies there. */
export async function keepNewest(folder: string, keep: number): Promise<string[]> {
  const names = await backupsIn(folder);
  const old = names.slice(0, Math.max(0, names.length - keep));
  for (const name of old) await rm(join(folder, name), { force: true });
  return old;
}

/** Whether the newest backup of a folder is older than so much, or there is none. */
export async function isDue(folder: string, everyMs: number, now: Date): Promise<boolean> {
  const newest = (await backupsIn(folder)).at(-1);
  return newest === undefined || newest <= backupName(new Date(now.getTime() - everyMs));
}

/**
 * Takes a backup whenever the newest is too old, also when that was while nothing ran; one at a time,
 * however long it takes.
 */
export function scheduleBackups(
  { folder, everyMs, keep }: { folder: string; everyMs: number; keep: number },
  take: (file: string) => Promise<unknown>,
  tell: { taken: (name: string) => void; failed: (error: unknown) => void },
): () => void {
  let busy = false;
  const look = async () => {
    if (busy) return;
    busy = true;
    try {
      await mkdir(folder, { recursive: true });
      const now = new Date();
      if (!(await isDue(folder, everyMs, now))) return;
      const name = backupName(now);
      await take(join(folder, name));
      await keepNewest(folder, keep);
      tell.taken(name);
    } catch (error) {
      tell.failed(error);
    } finally {
      busy = false;
    }
  };
  void look();
  const timer = setInterval(() => void look(), Math.min(everyMs, LOOK_EVERY_MS)).unref();
  return () => clearInterval(timer);
}
