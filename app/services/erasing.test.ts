import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join as pathTo } from 'node:path';
import { eq, sql, type SQL } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { tellArchive } from '~/db/archive.server';
import { backUp, backUpOpen, restore } from '~/db/backup.server';
import { eraseAgain, eraseClient } from '~/db/erase.server';
import { openFolder, openServer, type OpenDatabase } from '~/db/open.server';
import { rowsOf } from '~/db/rowsOf.server';
import { audit, client, practice, tombstone, user } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import {
  eraseRecord,
  keepingOf,
  ownKeeping,
  recordsToErase,
  saidToUs,
  sayAlone,
} from './erasing.server';
import { joinFiles } from './joining.server';
import { bringInRecord } from './record/bringIn.server';
import { takeOutRecord } from './record/takeOut.server';
import { add, send } from './testing/letters.server';
import {
  addClient,
  demoPractice,
  details,
  joinedClient,
  joinedTherapist,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { trail, trailSchema } from './trail.server';

type Setting = ReturnType<typeof settingFor>;

let open: OpenDatabase;
let setting: Setting;
let owner: Principal;
beforeEach(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
});
afterEach(() => open.close());

const keepFor = (years: number | null) =>
  open.db.update(practice).set({ keepYears: years }).where(eq(practice.id, owner.practiceId));

/** All there is in the database, as text. */
async function everything(db: OpenDatabase['db']): Promise<string[]> {
  const lines: string[] = [];
  await tellArchive(db, NOW, (line) => {
    lines.push(line);
    return Promise.resolve();
  });
  return lines.slice(0, -1);
}

describe('erasing', () => {
  it('leaves nothing of any client of the demo but a tombstone and lines that say who did what when', async () => {
    owner = await demoPractice(setting);
    setting.moveTo(new Date(NOW.getTime() + 86_400_000));
    await keepFor(0);
    const files = await open.db.select().from(client);
    const accounts = await open.db.select().from(user).where(eq(user.role, 'client'));
    expect(files.length).toBeGreaterThan(8);
    const others = (table: string, id: string) =>
      rowsOf<{ n: number }>(
        open.db,
        sql.raw(`select count(*)::integer as n from ${table} where client_id <> '${id}'`),
      );
    for (const { id, name } of files) {
      const before = await Promise.all(
        ['visit', 'practised_session', 'map_point'].map((table) => others(table, id)),
      );
      await eraseRecord(setting, owner, id, { name: ` ${name.toUpperCase()}  ` });
      // Of nobody else’s record a row is gone.
      expect(
        await Promise.all(
          ['visit', 'practised_session', 'map_point'].map((table) => others(table, id)),
        ),
      ).toEqual(before);
      await expect(fileOf(setting, owner, id)).rejects.toMatchObject({ status: 410 });
    }
    expect(await open.db.select().from(client)).toEqual([]);
    const lines = await everything(open.db);
    const left = lines.filter((line) => files.some(({ id }) => line.includes(id)));
    // The tombstones, and the trail without a word of theirs.
    expect(left.filter((line) => !/"action"|"erased_at"/.test(line))).toEqual([]);
    expect(left.filter((line) => line.includes('"erased_at"'))).toHaveLength(files.length);
    expect(
      left.filter((line) => line.includes('"action"') && !line.includes('"detail": {}')),
    ).toEqual([]);
    const words = [...files, ...accounts].flatMap((one) => [
      one.name,
      ...('email' in one ? [one.email] : []),
    ]);
    expect(words.length).toBeGreaterThan(20);
    for (const word of words)
      expect(lines.filter((line) => line.includes(word) && !line.startsWith('{"table":'))).toEqual(
        [],
      );
    const told = await trail(setting, owner, trailSchema.parse({ q: 'erased' }));
    expect(told.lines).toHaveLength(files.length);
    expect(told.lines[0]).toMatchObject({
      action: 'erased a record',
      about: 'a record that was erased',
      actorName: owner.name,
    });
  }, 180_000);

  it('takes the files that went into it, and the account that ended by it', async () => {
    owner = await setUp(setting);
    await keepFor(0);
    const first = await joinedClient(setting, owner, 'Wenna Trask');
    const second = await joinedClient(setting, owner, 'Wenna Traske');
    const other = await joinedClient(setting, owner, 'Odo Fenn');
    await joinFiles(setting, owner, { into: first.clientId, from: second.clientId });
    await eraseRecord(setting, owner, first.clientId, { name: 'Wenna Trask' });
    const lines = await everything(open.db);
    expect(lines.filter((line) => /Wenna|Trask/.test(line))).toEqual([]);
    expect(lines.filter((line) => line.includes(`${second.clientId}@client`))).toEqual([]);
    expect(await open.db.select().from(tombstone)).toHaveLength(2);
    // Somebody else stays, and can sign in.
    expect((await fileOf(setting, owner, other.clientId)).name).toBe('Odo Fenn');
    expect(await open.db.select().from(user).where(eq(user.id, other.who.userId))).toMatchObject([
      { name: 'Odo Fenn', endedAt: null },
    ]);
  });

  it('is refused while the record has to be kept, by who is no owner, and by a wrong name', async () => {
    owner = await setUp(setting);
    const { clientId, who } = await joinedClient(setting, owner, 'Wenna Trask');
    const therapist = await joinedTherapist(setting, owner, {
      name: 'Ulf Brandt',
      email: 'ulf@lampstreet.example',
    });
    const stranger = await secondPractice(setting);
    const name = 'Wenna Trask';
    const erase = (by: Principal, called = name) =>
      eraseRecord(setting, by, clientId, { name: called });
    await expect(erase(owner)).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/how long records have to be kept/) as string,
    });
    await keepFor(10);
    await expect(erase(owner)).rejects.toThrow(/has to be kept to 2036-03-10/);
    await expect(erase(owner, 'Wenna')).rejects.toMatchObject({ status: 422 });
    await expect(erase(therapist)).rejects.toMatchObject({ status: 403 });
    await expect(erase(who)).rejects.toMatchObject({ status: 403 });
    await expect(erase(stranger)).rejects.toMatchObject({ status: 404 });
    expect((await fileOf(setting, owner, clientId)).name).toBe(name);
    setting.moveTo(new Date('2036-03-10T18:00:00Z'));
    await expect(erase(owner)).rejects.toMatchObject({ status: 409 });
    setting.moveTo(new Date('2036-03-11T18:00:00Z'));
    expect(await recordsToErase(setting, owner)).toMatchObject([{ id: clientId, askedOn: null }]);
    await erase(owner);
    await expect(erase(owner)).rejects.toMatchObject({ status: 410 });
  });

  it('of somebody under age waits until they are of age, and the years after', async () => {
    owner = await setUp(setting);
    await keepFor(10);
    const id = await addClient(setting, owner, details({ name: 'Pim Rook', bornOn: '2014-06-01' }));
    expect(await keepingOf(setting, owner, id)).toMatchObject({
      kept: { until: '2042-06-01', counts: 'of age' },
      mayGo: false,
    });
  });

  it('is asked for and taken back by the client, once each, and stands with the consent', async () => {
    owner = await setUp(setting);
    await keepFor(3);
    const { clientId, who } = await joinedClient(setting, owner, 'Wenna Trask');
    expect((await ownKeeping(setting, who)).steps).toMatchObject([
      {
        what: 'given',
        saidBy: 'Wenna Trask',
        words: expect.stringContaining('Lamp Street') as string,
      },
    ]);
    await expect(sayAlone(setting, who, { what: 'erasure taken back' })).rejects.toThrow(
      /nothing to take back/,
    );
    await sayAlone(setting, who, { what: 'erasure asked' });
    await sayAlone(setting, who, { what: 'erasure asked' });
    expect(await recordsToErase(setting, owner)).toMatchObject([
      { id: clientId, askedOn: '2026-03-10', mayGo: false },
    ]);
    // A consent said again does not take it back.
    await saidToUs(setting, owner, clientId, { what: 'given', saidBy: 'her guardian' });
    expect((await keepingOf(setting, owner, clientId)).askedOn).toBe('2026-03-10');
    await sayAlone(setting, who, { what: 'erasure taken back' });
    expect(await recordsToErase(setting, owner)).toEqual([]);
    expect((await keepingOf(setting, owner, clientId)).steps.map(({ what }) => what)).toEqual([
      'erasure taken back',
      'given',
      'erasure asked',
      'given',
    ]);
  });

  it('is not undone by reading the record in again', async () => {
    owner = await setUp(setting);
    await keepFor(0);
    const { clientId: id } = await joinedClient(setting, owner, 'Wenna Trask');
    const { name, bytes } = await takeOutRecord(setting, owner, id);
    await eraseRecord(setting, owner, id, { name });
    await expect(bringInRecord(setting, owner, bytes)).rejects.toThrow(/was erased here/);
    expect((await everything(open.db)).filter((line) => line.includes(name))).toEqual([]);
  });

  it('goes through no other door: what is only ever added to stays so', async () => {
    owner = await setUp(setting);
    const { clientId } = await joinedClient(setting, owner, 'Wenna Trask');
    const shut = (doing: Promise<unknown>) =>
      expect(doing).rejects.toMatchObject({
        cause: expect.objectContaining({
          message: expect.stringMatching(/only ever added/) as string,
        }) as Error,
      });
    const within = (...steps: SQL[]) =>
      open.db.transaction(async (tx) => {
        await tx.execute(sql`select set_config('entspann.erasing', 'on', true)`);
        for (const step of steps) await tx.execute(step);
      });
    await shut(open.db.execute(sql`delete from consent_step where client_id = ${clientId}`));
    await shut(open.db.execute(sql`delete from audit`));
    await shut(open.db.execute(sql`update audit set action = 'x'`));
    // Within the erasing itself, lines of the trail lose their detail and nothing else.
    await shut(within(sql`update audit set action = 'x'`));
    await shut(within(sql`delete from audit`));
    expect(await open.db.select().from(audit)).not.toEqual([]);
    const erasing = {
      ...{ clientId, practiceId: owner.practiceId, by: owner.userId, at: NOW, askedOn: null },
    };
    // Once it is through, the door is shut again within the same transaction.
    await shut(
      open.db.transaction(async (tx) => {
        await eraseClient(tx, erasing);
        await tx.execute(sql`delete from tombstone`);
      }),
    );
    await eraseClient(open.db, erasing);
    await shut(open.db.execute(sql`delete from tombstone`));
  });

  it('is not undone by a device that sends once more the letter that opened the file', async () => {
    owner = await setUp(setting);
    await keepFor(0);
    const id = uuid();
    const openFile = () =>
      send(setting, owner, add('client file', null, id, details({ name: 'Odo Fenn' })));
    await openFile();
    await eraseRecord(setting, owner, id, { name: 'Odo Fenn' });
    await expect(openFile()).rejects.toMatchObject({ status: 410 });
    await expect(fileOf(setting, owner, id)).rejects.toMatchObject({ status: 410 });
  });

  it('knows nobody of another practice by the same id', async () => {
    owner = await setUp(setting);
    const stranger = await secondPractice(setting);
    const { clientId } = await joinedClient(setting, owner, 'Wenna Trask');
    const files = await eraseAgain(open.db, [
      { clientId, practiceId: stranger.practiceId, by: null, at: NOW, askedOn: null },
    ]);
    expect(files).toBe(0);
    expect((await fileOf(setting, owner, clientId)).name).toBe('Wenna Trask');
  });
});

/** A folder of its own, and a place to restore to. */
async function places() {
  const home = mkdtempSync(pathTo(tmpdir(), 'entspann-erased-'));
  return {
    home,
    backup: (name: string) => pathTo(home, 'backups', name),
    gone: () => rmSync(home, { recursive: true, force: true }),
  };
}

const server = process.env.TEST_DATABASE_URL;

describe('a backup from before an erasure', () => {
  const kept = { passPhrase: null, replace: true, at: NOW };

  (server ? it.skip : it)(
    'does not bring the record back: by the list beside it, and by what it replaces',
    async () => {
      const { home, backup, gone } = await places();
      const { mkdirSync } = await import('node:fs');
      mkdirSync(pathTo(home, 'backups'));
      mkdirSync(pathTo(home, 'elsewhere'));
      const folder = pathTo(home, 'data');
      const own = await openFolder(folder);
      const here = settingFor(own.db);
      owner = await setUp(here);
      await own.db.update(practice).set({ keepYears: 0 });
      const wenna = await joinedClient(here, owner, 'Wenna Trask');
      await joinedClient(here, owner, 'Odo Fenn');
      const before = backup('1.backup');
      const far = pathTo(home, 'elsewhere', '1.backup');
      await backUpOpen(own.db, before, null);
      await backUpOpen(own.db, far, null);
      await eraseRecord(here, owner, wenna.clientId, { name: 'Wenna Trask' });
      const list = () => readFileSync(pathTo(home, 'backups', 'erased.jsonl'), 'utf8');
      expect(list).toThrow();
      await backUpOpen(own.db, backup('2.backup'), null);
      await backUpOpen(own.db, backup('3.backup'), null);
      // One line, and no name in it.
      expect(list().trim().split('\n')).toHaveLength(1);
      expect(list()).toContain(wenna.clientId);
      expect(list()).not.toMatch(/Wenna/);
      await own.close();
      const names = async (at: string) => {
        const one = await openFolder(at);
        const rows = await one.db.select({ name: client.name }).from(client);
        const left = (await everything(one.db)).filter((line) => line.includes('Wenna'));
        await one.close();
        return { names: rows.map(({ name }) => name), left };
      };
      // On a new machine, the list beside it says so.
      const fresh = pathTo(home, 'fresh');
      const restored = await restore({ folder: fresh }, before, { ...kept, replace: false });
      expect(restored).toMatchObject({ erasedAgain: 1, unread: false });
      expect(await names(fresh)).toEqual({ names: ['Odo Fenn'], left: [] });
      // A backup that lies alone, over the data that know of it.
      const over = await restore({ folder }, far, kept);
      expect(over).toMatchObject({ erasedAgain: 1, unread: false });
      expect(await names(folder)).toEqual({ names: ['Odo Fenn'], left: [] });
      gone();
    },
    180_000,
  );

  (server ? it : it.skip)('does not on a server either', async () => {
    const { home, backup, gone } = await places();
    const { mkdirSync } = await import('node:fs');
    mkdirSync(pathTo(home, 'backups'));
    const admin = await openServer(server ?? '');
    const name = `erased_${Date.now()}`;
    await admin.db.execute(sql.raw(`create database ${name}`));
    const url = new URL(server ?? '');
    url.pathname = `/${name}`;
    const place = { databaseUrl: url.href };
    const own = await openServer(place.databaseUrl);
    const here = settingFor(own.db);
    owner = await setUp(here);
    await own.db.update(practice).set({ keepYears: 0 });
    const wenna = await joinedClient(here, owner, 'Wenna Trask');
    await own.close();
    const before = backup('1.backup');
    await backUp(place, before, null);
    const again = await openServer(place.databaseUrl);
    await eraseRecord(settingFor(again.db), owner, wenna.clientId, { name: 'Wenna Trask' });
    await again.close();
    expect((await restore(place, before, kept)).erasedAgain).toBe(1);
    const last = await openServer(place.databaseUrl);
    expect(await last.db.select().from(client)).toEqual([]);
    await last.close();
    await admin.db.execute(sql.raw(`drop database ${name}`));
    await admin.close();
    gone();
  });
});
