import { mkdir, readdir, rm } from 'node:fs/promises';
import { join } from 'node:path';

const NAME = /^entspann-\d{4}-\d{2}-\d{2}T[\d-]+Z\.backup$/;

/** What a backup that was taken at a moment is called: names sort by time. */
export const backupName = (at: Date): string =>
  `entspann-${at.toISOString().replace(/[:.]/g, '-')}.backup`;

/** Removes the oldest of a folder’s backups, and nothing else that lies there. */
export async function keepNewest(folder: string, keep: number): Promise<string[]> {
  const names = (await readdir(folder)).filter((name) => NAME.test(name)).sort();
  const old = names.slice(0, Math.max(0, names.length - keep));
  for (const name of old) await rm(join(folder, name), { force: true });
  return old;
}

/** Takes a backup now and then; one at a time, however long it takes. */
export function scheduleBackups(
  { folder, everyMs, keep }: { folder: string; everyMs: number; keep: number },
  take: (file: string) => Promise<unknown>,
  tell: { taken: (name: string) => void; failed: (error: unknown) => void },
): () => void {
  let busy = false;
  const turn = async () => {
    if (busy) return;
    busy = true;
    try {
      await mkdir(folder, { recursive: true });
      const name = backupName(new Date());
      await take(join(folder, name));
      await keepNewest(folder, keep);
      tell.taken(name);
    } catch (error) {
      tell.failed(error);
    } finally {
      busy = false;
    }
  };
  const timer = setInterval(() => void turn(), everyMs).unref();
  return () => clearInterval(timer);
}
