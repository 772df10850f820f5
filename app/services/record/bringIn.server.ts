import { getTableName, sql } from 'drizzle-orm';
import { putIn } from '~/db/archive.server';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/database.server';
import { erasedOf } from '~/db/erase.server';
import { queued } from '~/db/queued.server';
import { filesHere, peopleOf, PRACTICE_TABLES, RECORD_TABLES, type Row } from '~/db/record.server';
import { lookAnew } from '~/db/reminders.server';
import { client, picture, practice, user } from '~/db/schema.server';
import {
  openRecord,
  pictureEntry,
  RecordTrouble,
  type OpenRecord,
} from '~/formats/archive/index.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { pictureWrittenAnew } from '../measuring.server';
import {
  clientRecord,
  expectKnownEdition,
  peopleIn,
  practiceIn,
  type ClientRecord,
} from './contents.server';
import { elsewhereAddress } from './elsewhere';
import { ALREADY, ERASED_HERE, readBack, refusalOf } from './readBack.server';
import type { Person } from './shapes.server';

const AT_ONCE = 500;
/** Nobody signs in by it: it is no hash of anything. */
const NO_PASS_PHRASE = 'none';

/** Puts all rows of a table in. */
async function putRows(db: Database, table: string, rows: readonly Row[]): Promise<void> {
  for (let at = 0; at < rows.length; at += AT_ONCE)
    await putIn(
      db,
      table,
      rows.slice(at, at + AT_ONCE).map((row) => JSON.stringify(row)),
    );
}

async function putPictures(db: Database, archive: OpenRecord, rows: readonly Row[]): Promise<void> {
  for (const row of rows) {
    const id = String(row.id);
    const written = await pictureWrittenAnew(await archive.bytes(pictureEntry(id))).catch(
      (error: unknown) => {
        if (error instanceof RecordTrouble) throw error;
        throw new RecordTrouble(`The archive cannot be read: ${pictureEntry(id)} is no picture.`);
      },
    );
    await db.insert(picture).values({
      id,
      clientId: String(row.client_id),
      jpeg: new Uint8Array(written.data),
      width: written.info.width,
      height: written.info.height,
      by: String(row.by),
      at: new Date(String(row.at)),
    });
  }
}

/** Puts a record in as it was told, but for what its place in this installation says of it. */
async function putRecord(
  db: Database,
  archive: OpenRecord,
  { rows }: ClientRecord,
  placed: (file: Row) => Row,
): Promise<void> {
  for (const table of RECORD_TABLES) {
    const name = getTableName(table);
    const all = rows.get(name) ?? [];
    if (name === 'client') await putRows(db, name, all.map(placed));
    else if (name === 'picture') await putPictures(db, archive, all);
    else await putRows(db, name, all);
  }
}

/**
 * Accounts of people a record names who are not here: nobody can sign in by one, and it says whose hand it was. Those of
 * another practice of this installation are not taken for them.
 *
 * @returns those who work here now
 */
async function putPeople(
  db: Database,
  practiceId: string,
  people: readonly Person[],
  at: Date,
): Promise<Set<string>> {
  const here = await peopleOf(
    db,
    people.map(({ id }) => id),
  );
  if (here.some((one) => one.practiceId !== practiceId)) throw new Refusal(409, ALREADY);
  const known = new Set(here.map(({ id }) => id));
  const missing = people.filter(({ id }) => !known.has(id));
  if (missing.length > 0)
    await db.insert(user).values(
      missing.map(({ id, role, name, created_at: createdAt }) => ({
        id,
        practiceId,
        role: role === 'owner' ? ('therapist' as const) : role,
        name,
        email: elsewhereAddress(id),
        passwordHash: NO_PASS_PHRASE,
        createdAt: new Date(createdAt),
        endedAt: at,
      })),
    );
  return new Set(
    here.flatMap((one) => (one.endedAt === null && one.role !== 'client' ? [one.id] : [])),
  );
}

/**
 * Brings the record of one client into the practice of who brings it: with its ids, all of it or nothing. The client is theirs
 * from then on unless the therapist works here; the client joins by an invitation as any other.
 *
 * @param source the path of an archive, or its bytes
 * @returns whose file it is; `isNew: false` where it was here already and nothing changed
 * @throws Refusal for what cannot be read, is of a whole practice, or lies in another file
 */
export async function bringInRecord(
  setting: Setting,
  who: Principal,
  source: string | Uint8Array,
): Promise<{ clientId: string; name: string; isNew: boolean }> {
  const at = setting.now();
  let archive: OpenRecord | null = null;
  try {
    archive = await openRecord(source);
    const { manifest } = archive;
    expectKnownEdition(archive);
    const [clientId, ...more] = manifest.clients;
    if (manifest.of !== 'client' || clientId === undefined || more.length > 0)
      throw new RecordTrouble(
        'That is the archive of a whole practice. It goes into an installation without one, by “npm run data -- import”',
      );
    const people = await peopleIn(archive);
    const record = await clientRecord(archive, clientId, people);
    const files = (record.rows.get('client') ?? []).map(({ id }) => String(id));
    if ((await erasedOf(setting.db, files)).length > 0) throw new Refusal(409, ERASED_HERE);
    const here = await filesHere(setting.db, files);
    const own = here.find(({ id, practiceId }) => id === clientId && practiceId === who.practiceId);
    if (own) return { clientId, name: own.name, isNew: false };
    if (here.length > 0) throw new Refusal(409, ALREADY);
    const open = archive;
    await setting.db.transaction(async (tx) => {
      const working = await putPeople(tx, who.practiceId, [...people.values()], at);
      await putRecord(tx, open, record, (file) => ({
        ...file,
        practice_id: who.practiceId,
        therapist_id: working.has(String(file.therapist_id)) ? file.therapist_id : who.userId,
        // Whoever wrote the file may have named any account of ours: nobody gets into a record by it.
        user_id: null,
      }));
      await lookAnew(tx, clientId, at);
      await recordAudit(tx, {
        practiceId: who.practiceId,
        actorId: who.userId,
        at,
        action: 'brought in a record',
        subject: clientId,
      });
      await readBack({ ...setting, db: queued(tx) }, who, record.id);
    });
    return { clientId, name: record.name, isNew: true };
  } catch (error) {
    throw refusalOf(error);
  } finally {
    archive?.close();
  }
}

/** Whether no practice is here yet. */
const isEmpty = async (db: Database): Promise<boolean> =>
  (await db.select({ id: practice.id }).from(practice).limit(1)).length === 0;

/**
 * Brings a whole practice into an installation that has none: with its ids, its people and its trail, all of it or nothing.
 * Pass phrases do not travel: the owner sets a new one by the link that is made, and offers the others theirs.
 *
 * @param onClient hears how many are done, of how many
 */
export async function bringInPractice(
  setting: Setting,
  source: string | Uint8Array,
  onClient: (done: number, of: number) => void = () => undefined,
): Promise<{ practiceName: string; clients: number; owner: Principal }> {
  const at = setting.now();
  let archive: OpenRecord | null = null;
  try {
    archive = await openRecord(source);
    const { manifest } = archive;
    expectKnownEdition(archive);
    if (manifest.of !== 'practice')
      throw new RecordTrouble('That is the record of one client, and no practice is here yet');
    const people = await peopleIn(archive);
    const rows = await practiceIn(archive);
    const [own, ...others] = rows.get('practice') ?? [];
    if (!own || others.length > 0)
      throw new RecordTrouble('The archive is not whole: it does not hold one practice');
    const owner = [...people.values()].find((one) => one.role === 'owner' && !one.ended_at);
    if (!owner) throw new RecordTrouble('The archive is not whole: nobody in it owns the practice');
    const practiceId = String(own.id);
    const who: Principal = {
      userId: owner.id,
      name: owner.name,
      email: owner.email ?? '',
      role: 'owner',
      practiceId,
      practiceName: String(own.name),
      timeZone: String(own.time_zone),
      quietAfterDays: Number(own.quiet_after_days),
      rescreenAfterDays: Number(own.rescreen_after_days),
      phone: String(own.phone),
      emergencyNumber: String(own.emergency_number),
      clientId: null,
    };
    const open = archive;
    await setting.db.transaction(async (tx) => {
      if (!(await isEmpty(tx)))
        throw new Refusal(409, 'A practice is here already. Nothing was brought in.');
      await putRows(tx, 'practice', [own]);
      for (const one of people.values()) {
        await tx.insert(user).values({
          id: one.id,
          practiceId,
          role: one.role,
          name: one.name,
          email: one.email ?? elsewhereAddress(one.id),
          passwordHash: NO_PASS_PHRASE,
          createdAt: new Date(one.created_at),
          endedAt: one.ended_at === null ? null : new Date(one.ended_at),
        });
      }
      for (const table of PRACTICE_TABLES) {
        const name = getTableName(table);
        if (name !== 'practice') await putRows(tx, name, rows.get(name) ?? []);
      }
      for (const [n, id] of manifest.clients.entries()) {
        const record = await clientRecord(open, id, people);
        await putRecord(tx, open, record, (file) => ({ ...file, practice_id: practiceId }));
        await lookAnew(tx, id, at);
        await readBack({ ...setting, db: queued(tx) }, who, record.id);
        onClient(n + 1, manifest.clients.length);
      }
      const [count] = await tx.select({ n: sql<number>`count(*)::integer` }).from(client);
      if ((count?.n ?? 0) !== (manifest.rows.client ?? 0))
        throw new RecordTrouble('The archive is not whole: clients it tells of are not in it');
      await recordAudit(tx, {
        practiceId,
        actorId: owner.id,
        at,
        action: 'brought in a practice',
      });
    });
    return { practiceName: who.practiceName, clients: manifest.clients.length, owner: who };
  } catch (error) {
    throw refusalOf(error);
  } finally {
    archive?.close();
  }
}

/** What an archive holds, all of it looked at and nothing put anywhere. */
export async function checkRecord(
  source: string | Uint8Array,
): Promise<{ of: 'client' | 'practice'; takenAt: string; clients: string[]; rows: number }> {
  let archive: OpenRecord | null = null;
  try {
    archive = await openRecord(source);
    const { manifest } = archive;
    expectKnownEdition(archive);
    const people = await peopleIn(archive);
    if (manifest.of === 'practice') await practiceIn(archive);
    const names: string[] = [];
    for (const id of manifest.clients) {
      const { name, rows } = await clientRecord(archive, id, people);
      for (const row of rows.get('picture') ?? [])
        await archive.bytes(pictureEntry(String(row.id)));
      names.push(name);
    }
    const rows = Object.values(manifest.rows).reduce((sum, n) => sum + n, 0);
    return { of: manifest.of, takenAt: manifest.takenAt, clients: names, rows };
  } catch (error) {
    throw refusalOf(error);
  } finally {
    archive?.close();
  }
}
