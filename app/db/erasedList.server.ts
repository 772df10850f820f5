import { existsSync } from 'node:fs';
import { readFile, rename, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { z } from 'zod';
import type { Erasure } from './erase.server';

/** Beside the backups: which records were erased, so that none of the backups brings one back. Ids and days, no names. */
const NAME = 'erased.jsonl';

/** A tombstone as the database tells it. */
const row = z.object({
  client_id: z.uuid(),
  practice_id: z.uuid(),
  erased_at: z.coerce.date(),
  erased_by: z.uuid().nullable(),
  asked_on: z.iso.date().nullable(),
});

const beside = (file: string) => join(dirname(file), NAME);

/** A line of JSON as a tombstone; null when it is none. */
function tombstoneIn(line: string): Erasure | null {
  try {
    const { data } = row.safeParse(JSON.parse(line));
    return data
      ? {
          clientId: data.client_id,
          practiceId: data.practice_id,
          by: data.erased_by,
          at: data.erased_at,
          askedOn: data.asked_on,
        }
      : null;
  } catch {
    return null;
  }
}

/** The records that the list beside a backup says were erased. */
export async function erasedBeside(file: string): Promise<Erasure[]> {
  const path = beside(file);
  if (!existsSync(path)) return [];
  const lines = (await readFile(path, 'utf8')).split('\n');
  return lines.flatMap((line) => tombstoneIn(line) ?? []);
}

/**
 * Puts tombstones on the list beside a backup, each once.
 *
 * @param lines tombstones as the database tells them, each a line of JSON
 */
export async function listErased(file: string, lines: readonly string[]): Promise<void> {
  const path = beside(file);
  const present = existsSync(path) ? (await readFile(path, 'utf8')).split('\n') : [];
  const known = new Set(present.map((line) => tombstoneIn(line)?.clientId));
  const more = lines.filter((line) => {
    const one = tombstoneIn(line);
    return one !== null && !known.has(one.clientId);
  });
  if (more.length === 0) return;
  const making = `${path}.making`;
  await writeFile(making, [...present.filter(Boolean), ...more, ''].join('\n'), { mode: 0o600 });
  await rename(making, path);
}
