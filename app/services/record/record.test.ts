import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PassThrough } from 'node:stream';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { eq, sql } from 'drizzle-orm';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { ZipFile } from 'yazl';
import type { OpenDatabase } from '~/db/open.server';
import { countRows } from '~/db/archive.server';
import { filesToTakeOut, recordRows } from '~/db/record.server';
import { audit, user } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { openRecord } from '~/formats/archive/index.server';
import type { Principal } from '~/keeping/server/setting.server';
import { fileOf } from '../clientFile.server';
import { handOutOf } from '../handOut.server';
import { keepPicture } from '../measuring.server';
import { reviewOf } from '../reviewing.server';
import {
  demoPractice,
  joinedClient,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from '../testing/practiceForTests.server';
import { bringInPractice, bringInRecord, checkRecord } from './bringIn.server';
import { exportByOperator, importByOperator } from './byOperator.server';
import { readInvitation } from '../invitations.server';
import { takeOutRecord, takeOutPractice, tellPractice } from './takeOut.server';

type Setting = ReturnType<typeof settingFor>;

let from: OpenDatabase;
let into: OpenDatabase;
let there: Setting;
let here: Setting;
let owner: Principal;
let newOwner: Principal;
const taken = new Map<string, { name: string; bytes: Uint8Array<ArrayBuffer> }>();

beforeAll(async () => {
  from = await openTestDatabase();
  into = await openTestDatabase();
  there = settingFor(from.db);
  here = settingFor(into.db);
  owner = await demoPractice(there);
  newOwner = await setUp(here);
  const files = await filesToTakeOut(from.db, owner.practiceId);
  const [first] = files;
  const jpeg = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#987' } })
    .jpeg()
    .toBuffer();
  await keepPicture(there, owner, first?.id ?? '', new Uint8Array(jpeg));
  for (const { id } of files) taken.set(id, await takeOutRecord(there, owner, id));
}, 180_000);
afterAll(async () => {
  await from.close();
  await into.close();
});

/** What its place in an installation says of a file is not the record’s own. */
const PLACED = new Set([
  'practice_id',
  'therapist_id',
  'user_id',
  'next_at',
  'next_day',
  'next_slot',
]);
const own = async (db: OpenDatabase['db'], id: string) =>
  (await recordRows(db, id)).map(({ table, row }) => ({
    table,
    row: Object.fromEntries(Object.entries(row).filter(([name]) => !PLACED.has(name))),
  }));

/** An archive with some of its files written anew; digests are right again unless they are to be wrong. */
async function altered(
  bytes: Uint8Array,
  change: (files: Map<string, string>) => void,
  { rightDigests = true } = {},
): Promise<Uint8Array> {
  const { createHash } = await import('node:crypto');
  const archive = await openRecord(bytes);
  const files = new Map<string, string>();
  for (const name of Object.keys(archive.manifest.sha256))
    files.set(name, (await archive.bytes(name)).toString('latin1'));
  files.set('manifest.json', JSON.stringify(archive.manifest));
  archive.close();
  change(files);
  const manifest = JSON.parse(files.get('manifest.json') ?? '{}') as Record<string, unknown>;
  if (rightDigests)
    manifest.sha256 = Object.fromEntries(
      [...files].flatMap(([name, content]) =>
        name === 'manifest.json'
          ? []
          : [[name, createHash('sha256').update(Buffer.from(content, 'latin1')).digest('hex')]],
      ),
    );
  files.set('manifest.json', JSON.stringify(manifest));
  const zip = new ZipFile();
  for (const [name, content] of files) zip.addBuffer(Buffer.from(content, 'latin1'), name);
  zip.end();
  return buffer(zip.outputStream);
}

/** Archives as earlier editions wrote them; one is kept whenever the database changes. */
const EARLIER = join(import.meta.dirname, 'earlier');
const keyOf = (row: Record<string, unknown>) =>
  String(row.id ?? `${String(row.session_id)} ${String(row.position)}`);

const anyOf = () => {
  const [first] = [...taken].sort(([, a], [, b]) => b.bytes.length - a.bytes.length);
  if (!first) throw new Error('The demo has clients.');
  return { id: first[0], ...first[1] };
};

describe('a record taken out', () => {
  it('is brought into a fresh installation and is the same, of every client there is', async () => {
    expect(taken.size).toBeGreaterThan(5);
    for (const [id, { name, bytes }] of taken) {
      expect(await bringInRecord(here, newOwner, bytes)).toEqual({
        clientId: id,
        name,
        isNew: true,
      });
      expect(await own(into.db, id)).toEqual(await own(from.db, id));
      const told = async (setting: Setting, who: Principal) => ({
        review: await reviewOf(setting, who, id),
        paper: await handOutOf(setting, who, id),
      });
      const [before, after] = [await told(there, owner), await told(here, newOwner)];
      expect(after.review.sessions).toEqual(before.review.sessions);
      expect(after.paper?.content).toEqual(before.paper?.content);
    }
  }, 120_000);

  it.each(readdirSync(EARLIER))(
    'by an earlier edition (%s) is read by this one, row for row, and lives on',
    async (name) => {
      const bytes = readFileSync(join(EARLIER, name));
      const fresh = await openTestDatabase();
      const setting = settingFor(fresh.db);
      // They were taken out after the day on which these tests play.
      setting.moveTo(new Date('2026-12-02T18:00:00Z'));
      const who = await setUp(setting);
      const archive = await openRecord(bytes);
      const [id = ''] = archive.manifest.clients;
      const lines = (await archive.bytes(`clients/${id}.jsonl`))
        .toString('utf8')
        .trim()
        .split('\n');
      archive.close();
      expect((await bringInRecord(setting, who, bytes)).clientId).toBe(id);
      const now = new Map(
        (await own(fresh.db, id)).map(({ table, row }) => [`${table} ${keyOf(row)}`, row]),
      );
      expect(now.size).toBe(lines.length);
      for (const line of lines) {
        const { table, row } = JSON.parse(line) as { table: string; row: Record<string, unknown> };
        const told = Object.fromEntries(Object.entries(row).filter(([one]) => !PLACED.has(one)));
        // Columns that came since are besides.
        expect(now.get(`${table} ${keyOf(row)}`)).toMatchObject(told);
      }
      const review = await reviewOf(setting, who, id);
      expect(review.sessions.length).toBeGreaterThan(10);
      expect((await handOutOf(setting, who, id))?.content.items.length).toBeGreaterThan(0);
      await fresh.close();
    },
    60_000,
  );

  it('carries no account: whoever wrote it is named, and cannot sign in', async () => {
    const { id } = anyOf();
    const file = await fileOf(here, newOwner, id);
    expect(file.userId).toBeNull();
    expect(file.therapistName).toBe(newOwner.name);
    const others = await into.db
      .select()
      .from(user)
      .where(sql`email like '%@elsewhere.invalid'`);
    expect(others.length).toBeGreaterThan(0);
    expect(others.every(({ endedAt, role }) => endedAt !== null && role !== 'owner')).toBe(true);
  });

  it('gives nobody here a way into it, whomever the file names as its own or its therapist', async () => {
    const fresh = await openTestDatabase();
    const setting = settingFor(fresh.db);
    const who = await setUp(setting);
    const { id, bytes } = anyOf();
    const stranger = await joinedClient(setting, who, 'Somebody Else');
    const person = { id: stranger.who.userId, role: 'client', name: 'Somebody Else' };
    const forged = await altered(bytes, (files) => {
      const told = { ...person, created_at: NOW.toISOString(), ended_at: null };
      files.set('people.jsonl', `${files.get('people.jsonl') ?? ''}${JSON.stringify(told)}\n`);
      const name = `clients/${id}.jsonl`;
      files.set(
        name,
        (files.get(name) ?? '').replace(
          /"(user_id|therapist_id)":\s?("[^"]*"|null)/g,
          `"$1":"${person.id}"`,
        ),
      );
    });
    await bringInRecord(setting, who, forged);
    expect(await fileOf(setting, who, id)).toMatchObject({ userId: null, therapistId: who.userId });
    await fresh.close();
  });

  it('brought in twice changes nothing', async () => {
    const { id, name, bytes } = anyOf();
    const before = await countRows(into.db);
    expect(await bringInRecord(here, newOwner, bytes)).toEqual({
      clientId: id,
      name,
      isNew: false,
    });
    expect(await countRows(into.db)).toEqual(before);
  });

  it('is looked at whole without being brought in', async () => {
    const { name, bytes } = anyOf();
    const told = await checkRecord(bytes);
    expect(told).toMatchObject({ of: 'client', clients: [name] });
    expect(told.rows).toBeGreaterThan(100);
  });

  it('goes into no other practice of an installation that has it', async () => {
    const other = await secondPractice(here);
    const before = await countRows(into.db);
    await expect(bringInRecord(here, other, anyOf().bytes)).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('in this installation already'),
    });
    expect(await countRows(into.db)).toEqual(before);
  });
});

describe('what is no good archive', () => {
  let fresh: OpenDatabase;
  let setting: Setting;
  let who: Principal;
  beforeAll(async () => {
    fresh = await openTestDatabase();
    setting = settingFor(fresh.db);
    who = await setUp(setting);
  });
  afterAll(() => fresh.close());

  const bad: [string, () => Promise<Uint8Array>, RegExp][] = [
    ['is text', () => Promise.resolve(Buffer.from('hello')), /cannot be opened as an archive/],
    ['is empty', () => Promise.resolve(Buffer.alloc(0)), /cannot be opened as an archive/],
    [
      'stopped half-way',
      () => Promise.resolve(anyOf().bytes.subarray(0, anyOf().bytes.length / 2)),
      /cannot be opened as an archive/,
    ],
    [
      'has a word changed in it',
      () =>
        altered(
          anyOf().bytes,
          (files) => {
            const name = `clients/${anyOf().id}.jsonl`;
            files.set(name, (files.get(name) ?? '').replace('a', 'b'));
          },
          { rightDigests: false },
        ),
      /was altered: clients\/.* is not what was written/,
    ],
    [
      'is of a later shape',
      () =>
        altered(anyOf().bytes, (files) =>
          files.set(
            'manifest.json',
            (files.get('manifest.json') ?? '').replace('"version":1', '"version":2'),
          ),
        ),
      /of a later edition \(shape 2/,
    ],
    [
      'is of a later edition',
      () =>
        altered(anyOf().bytes, (files) =>
          files.set(
            'manifest.json',
            (files.get('manifest.json') ?? '').replace(/"edition":"[^"]*"/, '"edition":"9999_x"'),
          ),
        ),
      /later edition \(9999_x\)/,
    ],
    [
      'holds a page of its own',
      () => altered(anyOf().bytes, (files) => files.set('clients/run.sh', 'x')),
      /it holds “clients\/run\.sh”, which none does/,
    ],
    [
      'misses its people',
      () => altered(anyOf().bytes, (files) => files.delete('people.jsonl')),
      /people\.jsonl is missing/,
    ],
    [
      'names a table of ours that is none of a record',
      () =>
        altered(anyOf().bytes, (files) => {
          const name = `clients/${anyOf().id}.jsonl`;
          files.set(name, `${files.get(name) ?? ''}{"table":"user_account","row":{"id":"1"}}\n`);
        }),
      /names a table nobody knows, at clients\/.*, line \d+/,
    ],
    [
      'has a figure out of all reason',
      () => changedRow(/"rating":\s?\d+/, '"rating":77'),
      /holds what no record can hold/,
    ],
    ['has a wrong type', () => changedRow(/"rating":\s?\d+/, '"rating":"7"'), /line \d+, “rating”/],
    [
      'has an event nobody knows',
      () => changedRow(/"type":\s?"hold-started"/, '"type":"launched"'),
      /line \d+, “body/,
    ],
    [
      'names somebody it does not tell of',
      () => changedRow(/"issued_by":\s?"[^"]*"/, `"issued_by":"${uuid()}"`),
      /routine_version names by “issued_by” what is not in it/,
    ],
  ];
  const changedRow = (what: RegExp, as: string) =>
    altered(anyOf().bytes, (files) => {
      const name = `clients/${anyOf().id}.jsonl`;
      const before = files.get(name) ?? '';
      const after = before.replace(what, as);
      if (after === before) throw new Error('There is nothing like that in it.');
      files.set(name, after);
    });

  it.each(bad)(
    'because it %s is refused with the place, and nothing is written',
    async (_, make, says) => {
      const before = await countRows(fresh.db);
      await expect(bringInRecord(setting, who, await make())).rejects.toMatchObject({
        name: 'Refusal',
        message: expect.stringMatching(says),
      });
      expect(await countRows(fresh.db)).toEqual(before);
    },
  );

  it('because it would fill a disk is refused before it is unpacked', async () => {
    const zip = new ZipFile();
    zip.addBuffer(Buffer.alloc(60_000_000), 'people.jsonl');
    zip.addBuffer(Buffer.from('{}'), 'manifest.json');
    zip.end();
    await expect(
      bringInRecord(here, newOwner, await buffer(zip.outputStream)),
    ).rejects.toMatchObject({
      message: expect.stringMatching(/would become 60 MB, more than any record is/),
    });
  });
});

describe('a practice taken out', () => {
  it('is brought into an empty installation with its people and its trail, and only there', async () => {
    const sink = new PassThrough();
    const all = buffer(sink);
    const seen: string[] = [];
    await tellPractice(
      there,
      { id: owner.practiceId, name: owner.practiceName },
      sink,
      (done, of) => seen.push(`${done}/${of}`),
    );
    const bytes = await all;
    expect(seen.at(-1)).toBe(`${taken.size}/${taken.size}`);
    const fresh = await openTestDatabase();
    const setting = settingFor(fresh.db);
    const told = await bringInPractice(setting, bytes);
    expect(told).toMatchObject({ practiceName: owner.practiceName, clients: taken.size });
    const { id, name, bytes: one } = anyOf();
    expect(await own(fresh.db, id)).toEqual(await own(from.db, id));
    const counts = [await countRows(from.db), await countRows(fresh.db)].map(
      ({ client: c, user_account: u, template: t, practised_session: s }) => [c, u, t, s],
    );
    expect(counts[1]).toEqual(counts[0]);
    const hashes = await fresh.db.select({ hash: user.passwordHash }).from(user);
    expect(new Set(hashes.map(({ hash }) => hash))).toEqual(new Set(['none']));
    await expect(bringInPractice(setting, bytes)).rejects.toMatchObject({
      message: 'A practice is here already. Nothing was brought in.',
    });
    await expect(bringInRecord(here, newOwner, bytes)).rejects.toMatchObject({
      message: expect.stringMatching(/archive of a whole practice/),
    });
    expect(await bringInRecord(setting, told.owner, one)).toMatchObject({ name, isNew: false });
    await fresh.close();
  }, 120_000);

  it('is for its owner alone, and stands in the trail', async () => {
    await expect(takeOutPractice(there, { ...owner, role: 'therapist' })).rejects.toMatchObject({
      status: 403,
    });
    const { stream, clients } = await takeOutPractice(there, owner);
    expect(clients).toBe(taken.size);
    expect((await buffer(stream)).length).toBeGreaterThan(10_000);
    // Whoever hangs up half-way is not reported; what breaks is.
    const reported: unknown[] = [];
    const hearing = { ...there, report: (error: unknown) => reported.push(error) };
    (await takeOutPractice(hearing, owner)).stream.destroy();
    const { stream: asWeb } = await takeOutPractice(hearing, owner);
    await Readable.toWeb(asWeb).cancel();
    await new Promise((later) => setTimeout(later, 300));
    expect(reported).toEqual([]);
    const away = Object.create(from.db, {
      transaction: { value: () => Promise.reject(new Error('The data are away.')) },
    }) as typeof from.db;
    const { stream: broken } = await takeOutPractice({ ...hearing, db: away }, owner);
    await expect(buffer(broken)).rejects.toThrow('The data are away.');
    expect(reported).toHaveLength(1);
    const [line] = await from.db
      .select()
      .from(audit)
      .where(eq(audit.action, 'took out the whole practice'));
    expect(line).toMatchObject({ actorId: owner.userId, practiceId: owner.practiceId });
  });
});

describe('an operator at the command line', () => {
  it('takes a practice and a client into files, and reads them into other installations', async () => {
    const home = mkdtempSync(join(tmpdir(), 'entspann-record-'));
    const file = (name: string) => join(home, name);
    const { id, name } = anyOf();
    const quiet = () => undefined;
    const none = { practiceId: null };
    expect(
      await exportByOperator(from.db, file('all.zip'), { clientId: null, ...none }, quiet),
    ).toMatch(new RegExp(`${taken.size} clients, \\d+ rows`));
    expect(await exportByOperator(from.db, file('one.zip'), { clientId: id, ...none }, quiet)).toBe(
      `the record of ${name}`,
    );
    const fresh = await openTestDatabase();
    // One client goes into no installation without a practice.
    await expect(importByOperator(fresh.db, file('one.zip'), none, quiet)).rejects.toMatchObject({
      message: expect.stringMatching(/no practice is here yet\. Nothing was brought in\./),
    });
    const told = await importByOperator(fresh.db, file('all.zip'), none, quiet);
    expect(told.says).toBe(`${owner.practiceName} is here, with ${taken.size} clients.`);
    // By the link that is printed the owner is let in.
    const setting = settingFor(fresh.db);
    setting.moveTo(new Date());
    const link = await readInvitation(setting, told.token ?? '', '192.0.2.1');
    expect(link.role).toBe('therapist');
    expect(await importByOperator(fresh.db, file('one.zip'), none, quiet)).toEqual({
      says: `The record of ${name} is here already. Nothing was changed.`,
      token: null,
    });
    await expect(
      exportByOperator(fresh.db, file('x.zip'), { clientId: uuid(), ...none }, quiet),
    ).rejects.toMatchObject({ message: 'There is no such client.' });
    expect(readdirSync(home).sort()).toEqual(['all.zip', 'one.zip']);
    await fresh.close();
    rmSync(home, { recursive: true });
  }, 120_000);
});
