import { PassThrough, type Writable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { recordAudit } from '~/db/audit.server';
import { migrationTags } from '~/db/archive.server';
import { namedIn } from './people.server';
import {
  everybodyOf,
  filesToTakeOut,
  peopleOf,
  practiceRows,
  recordRows,
  type RecordRow,
} from '~/db/record.server';
import { pictureOf } from '~/db/visits.server';
import {
  clientEntry,
  pictureEntry,
  writeRecord,
  type RecordWriter,
} from '~/formats/archive/index.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from '../clientFile.server';
import { ownerOnly } from '../practice.server';
import { noteSighting } from '../sightings.server';
import { readmeOf } from './readme';

const linesOf = (rows: readonly unknown[]): string =>
  rows.map((row) => `${JSON.stringify(row)}\n`).join('');

const edition = () => migrationTags().at(-1) ?? '';

/** Adds what rows there were of each table. */
function count(rows: readonly RecordRow[], into: Record<string, number>): void {
  for (const { table } of rows) into[table] = (into[table] ?? 0) + 1;
}

/** Puts the record of one client in: rows, then pictures. */
async function putClient(
  db: Setting['db'],
  clientId: string,
  writer: RecordWriter,
  counts: Record<string, number>,
): Promise<Set<string>> {
  const rows = await recordRows(db, clientId);
  await writer.add(clientEntry(clientId), linesOf(rows));
  count(rows, counts);
  for (const { table, row } of rows) {
    if (table !== 'picture') continue;
    const { id, client_id: of } = row as { id: string; client_id: string };
    const picture = await pictureOf(db, of, id);
    if (picture) await writer.add(pictureEntry(id), picture);
  }
  return namedIn(rows);
}

async function tellClient(
  setting: Setting,
  who: Pick<Principal, 'practiceName'>,
  file: { id: string; name: string },
): Promise<Uint8Array<ArrayBuffer>> {
  const into = new PassThrough();
  const all = buffer(into);
  // Where writing fails, that is what is told.
  all.catch(() => undefined);
  await writeRecord(into, setting.now(), async (writer) => {
    const rows: Record<string, number> = {};
    const named = await putClient(setting.db, file.id, writer, rows);
    const people = await peopleOf(setting.db, [...named]);
    await writer.add(
      'people.jsonl',
      linesOf(
        people.map(({ id, role, name, createdAt, endedAt }) => ({
          id,
          role,
          name,
          created_at: createdAt,
          ended_at: endedAt,
        })),
      ),
    );
    await writer.add('readme.txt', readmeOf('client', who.practiceName));
    return {
      of: 'client',
      practiceName: who.practiceName,
      edition: edition(),
      clients: [file.id],
      rows,
    };
  });
  return new Uint8Array(await all);
}

/** The whole record of a client as one file, for who works here: it stands in the trail. */
export async function takeOutRecord(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const bytes = await tellClient(setting, who, file);
  await noteSighting(setting, who, file.id, 'record');
  return { name: file.name, bytes };
}

/** The same for the client whose record it is. */
export async function takeOutOwnRecord(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  return { name: file.name, bytes: await tellClient(setting, who, file) };
}

/**
 * Writes a whole practice, a client after the other, each as it is at one moment: no more than one of them is held.
 *
 * @param onClient hears how many are done, of how many
 */
export async function tellPractice(
  setting: Pick<Setting, 'db' | 'now'>,
  practice: { id: string; name: string },
  into: Writable,
  onClient: (done: number, of: number) => void = () => undefined,
): Promise<Record<string, number>> {
  const { db } = setting;
  const rows: Record<string, number> = {};
  await writeRecord(into, setting.now(), async (writer) => {
    const own = await practiceRows(db, practice.id);
    await writer.add('practice.jsonl', linesOf(own));
    count(own, rows);
    const files = await filesToTakeOut(db, practice.id);
    for (const [at, { id }] of files.entries()) {
      await putClient(db, id, writer, rows);
      onClient(at + 1, files.length);
    }
    // Last: whoever came in meanwhile is among them.
    const people = await everybodyOf(db, practice.id);
    await writer.add(
      'people.jsonl',
      linesOf(
        people.map(({ id, role, name, email, createdAt, endedAt }) => ({
          id,
          role,
          name,
          email,
          created_at: createdAt,
          ended_at: endedAt,
        })),
      ),
    );
    await writer.add('readme.txt', readmeOf('practice', practice.name));
    return {
      of: 'practice',
      practiceName: practice.name,
      edition: edition(),
      clients: files.map(({ id }) => id),
      rows,
    };
  });
  return rows;
}

/**
 * The whole practice, for its owner: it stands in the trail before the first of it goes out.
 *
 * @returns the archive as it is written, and how many clients are in it
 */
export async function takeOutPractice(
  setting: Setting,
  who: Principal,
): Promise<{ stream: PassThrough; clients: number }> {
  ownerOnly(who);
  const { length: clients } = await filesToTakeOut(setting.db, who.practiceId);
  await recordAudit(setting.db, {
    practiceId: who.practiceId,
    actorId: who.userId,
    at: setting.now(),
    action: 'took out the whole practice',
  });
  const into = new PassThrough();
  let hungUp = false;
  into.once('close', () => {
    // A stream of the web that is let go of says so as an error.
    const isLetGo = into.errored === null || into.errored.name === 'AbortError';
    hungUp = !into.writableFinished && isLetGo;
  });
  tellPractice(setting, { id: who.practiceId, name: who.practiceName }, into).catch(
    (error: unknown) => {
      // Whoever hung up is no fault of ours.
      if (!hungUp) setting.report(error);
    },
  );
  return { stream: into, clients };
}
