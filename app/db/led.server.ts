import type { Step } from '#core/routine';
import type { ScreenFinding } from '#core/screening';
import { ledIdFrom, ledText } from '#core/today';
import { and, eq, inArray } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Database } from './database.server';
import { filesOf } from './join.server';
import { ledRoutine } from './schema.server';

/** A routine as a device is led through it: the holds of a version under what screening had found. */
export interface Led {
  clientId: string;
  versionId: string;
  steps: readonly Step[];
  findings: readonly ScreenFinding[];
}

/** What tells two of them apart. */
const ledDigest = (led: Led): string => createHash('sha256').update(ledText(led)).digest('hex');

/** The same holds for the same client have the same id, wherever and whenever it is made. */
export const ledIdOf = (led: Led): string => ledIdFrom(led.clientId, ledDigest(led));

/** Remembers what a device is led by; the same again is the same row. */
export async function handOut(
  db: Database,
  led: Led,
  { at, guessed = false }: { at: Date; guessed?: boolean },
): Promise<string> {
  const digest = ledDigest(led);
  const { clientId, versionId } = led;
  // Nearly always it was handed out before.
  const handed = () =>
    db
      .select({ id: ledRoutine.id })
      .from(ledRoutine)
      .where(and(eq(ledRoutine.clientId, clientId), eq(ledRoutine.digest, digest)))
      .limit(1);
  const [before] = await handed();
  if (before) return before.id;
  const [made] = await db
    .insert(ledRoutine)
    .values({
      id: ledIdOf(led),
      clientId,
      versionId,
      digest,
      steps: [...led.steps],
      findings: [...led.findings],
      guessed,
      at,
    })
    .onConflictDoNothing()
    .returning({ id: ledRoutine.id });
  if (made) return made.id;
  const [known] = await handed();
  if (!known) throw new Error('What a device is led by was neither stored nor found.');
  return known.id;
}

/** What a session was led by, if it was handed out to this client for this version. */
export async function ledOf(db: Database, clientId: string, id: string) {
  const [row] = await db
    .select({ id: ledRoutine.id, versionId: ledRoutine.versionId, steps: ledRoutine.steps })
    .from(ledRoutine)
    .where(and(inArray(ledRoutine.clientId, filesOf(clientId)), eq(ledRoutine.id, id)))
    .limit(1);
  return row;
}
