import { createWriteStream } from 'node:fs';
import { rename, rm } from 'node:fs/promises';
import { once } from 'node:events';
import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '~/db/database.server';
import { filesHere } from '~/db/record.server';
import { practice, user } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { invite } from '../invitations.server';
import { bringInPractice, bringInRecord } from './bringIn.server';
import { takeOutRecord, tellPractice } from './takeOut.server';

/** The owner of a practice, for whom an operator of the installation acts. */
async function ownerOf(db: Database, practiceId: string | null): Promise<Principal> {
  const rows = await db
    .select({ practice, owner: user })
    .from(practice)
    .innerJoin(user, and(eq(user.practiceId, practice.id), eq(user.role, 'owner')))
    .where(
      and(isNull(user.endedAt), practiceId === null ? undefined : eq(practice.id, practiceId)),
    );
  const practices = new Set(rows.map((row) => row.practice.id));
  if (practices.size > 1)
    throw new Refusal(
      409,
      `There are ${practices.size} practices here. Say which by --practice: ${rows.map((row) => `${row.practice.id} is ${row.practice.name}`).join(', ')}.`,
    );
  const [row] = rows;
  if (!row) throw new Refusal(404, 'There is no such practice.');
  const { id, name, ...rules } = row.practice;
  return {
    userId: row.owner.id,
    name: row.owner.name,
    email: row.owner.email,
    role: 'owner',
    practiceId: id,
    practiceName: name,
    timeZone: rules.timeZone,
    quietAfterDays: rules.quietAfterDays,
    rescreenAfterDays: rules.rescreenAfterDays,
    phone: rules.phone,
    emergencyNumber: rules.emergencyNumber,
    clientId: null,
  };
}

/** An operator’s place: the data, and nothing that goes out. */
const settingOf = (db: Database): Setting => ({
  db,
  now: () => new Date(),
  demo: false,
  setUpCode: '',
  hasRoom: () => true,
  outward: { mail: null, address: '', allowsPush: () => false },
  report: (error) => {
    throw error;
  },
});

/** Hears how many clients are done, of how many. */
type OnClient = (done: number, of: number) => void;

/** Writes a file; it is there once it is whole. */
async function writeWhole(
  file: string,
  fill: (into: ReturnType<typeof createWriteStream>) => Promise<void>,
): Promise<void> {
  const making = `${file}.making`;
  const into = createWriteStream(making, { mode: 0o600 });
  try {
    await once(into, 'open');
    await fill(into);
    await rename(making, file);
  } catch (error) {
    into.destroy();
    await rm(making, { force: true });
    throw error;
  }
}

/** Takes out one client, or a practice with all of them, into a file. */
export async function exportByOperator(
  db: Database,
  file: string,
  wanted: { clientId: string | null; practiceId: string | null },
  onClient: OnClient,
): Promise<string> {
  const setting = settingOf(db);
  if (wanted.clientId !== null) {
    const [here] = await filesHere(db, [wanted.clientId]);
    if (!here) throw new Refusal(404, 'There is no such client.');
    const who = await ownerOf(db, here.practiceId);
    const { name, bytes } = await takeOutRecord(setting, who, here.id);
    await writeWhole(file, async (into) => {
      into.end(bytes);
      await once(into, 'close');
    });
    return `the record of ${name}`;
  }
  const who = await ownerOf(db, wanted.practiceId);
  let rows: Record<string, number> = {};
  await writeWhole(file, async (into) => {
    const own = { id: who.practiceId, name: who.practiceName };
    rows = await tellPractice(setting, own, into, onClient);
  });
  const sum = Object.values(rows).reduce((all, n) => all + n, 0);
  return `${who.practiceName}: ${rows.client ?? 0} clients, ${sum} rows`;
}

/**
 * Brings an archive in: that of a practice into an installation without one, that of a client into a practice.
 *
 * @returns what was done, and the token by which the owner of a new practice sets a pass phrase
 */
export async function importByOperator(
  db: Database,
  file: string,
  wanted: { practiceId: string | null },
  onClient: OnClient,
): Promise<{ says: string; token: string | null }> {
  const setting = settingOf(db);
  const [any] = await db.select({ id: practice.id }).from(practice).limit(1);
  if (any) {
    const who = await ownerOf(db, wanted.practiceId);
    const { name, isNew } = await bringInRecord(setting, who, file);
    const says = isNew
      ? `The record of ${name} is in the care of ${who.name}.`
      : `The record of ${name} is here already. Nothing was changed.`;
    return { says, token: null };
  }
  const { practiceName, clients, owner } = await bringInPractice(setting, file, onClient);
  const { token } = await invite(setting, owner, {
    role: 'therapist',
    clientId: null,
    renewsUserId: owner.userId,
  });
  return { says: `${practiceName} is here, with ${clients} clients.`, token };
}
