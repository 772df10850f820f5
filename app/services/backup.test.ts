import { execFileSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { checkArchive, countRows, tellArchive } from '~/db/archive.server';
import { readBackup } from '~/db/backupFile.server';
import { backUp, restore, verifyBackup, type Rows } from '~/db/backup.server';
import type { Database } from '~/db/database.server';
import { openFolder, openServer, type OpenDatabase } from '~/db/open.server';
import { audit, practice } from '~/db/schema.server';
import {
  addClient,
  details,
  issueTo,
  joinedClient,
  setUp,
  settingFor,
} from './testing/practiceForTests.server';
import { startVisit } from './visits.server';

const server = process.env.TEST_DATABASE_URL;
const NOW = new Date('2026-03-10T18:00:00Z');
const PHRASE = 'three bells and a rope';
const home = mkdtempSync(join(tmpdir(), 'entspann-backup-'));
const folder = join(home, 'data');
let open: OpenDatabase;
let names = 0;
const file = () => join(home, `${(names += 1)}.backup`);
const plain = { passPhrase: null, replace: false, at: NOW };

beforeAll(async () => {
  open = await openFolder(folder);
  const setting = settingFor(open.db);
  const owner = await setUp(setting);
  const { clientId } = await joinedClient(setting, owner, 'Benedikt');
  await issueTo(setting, owner, clientId);
  await startVisit(setting, owner, clientId);
  for (const name of ['Odalys', 'Yara', 'Nuno', 'Orla', 'Idris']) {
    await addClient(setting, owner, details({ name }));
  }
  // A text that is hard on formats.
  await open.db.insert(practice).values({
    id: uuid(),
    name: 'Ő “ł” \\u0000 עברית 🎭 \n\t {"table":"user"}',
    timeZone: 'UTC',
    createdAt: new Date('2026-03-10T18:00:00.123Z'),
  });
});
afterAll(async () => {
  await open.close();
  rmSync(home, { recursive: true, force: true });
});

/** What a database says of itself, but for when it was asked. */
async function told(db: Database): Promise<string[]> {
  const lines: string[] = [];
  await tellArchive(db, NOW, (line) => {
    lines.push(line);
    return Promise.resolve();
  });
  // Rows may lie in another order after they were put in anew.
  return lines.slice(0, -1).sort();
}

(server ? describe.skip : describe)('a backup', () => {
  let good = '';
  let rows: Rows = {};
  beforeAll(async () => {
    good = file();
    // By way of the process that has the folder open: this one.
    rows = await backUp({ folder }, good, null);
  });

  it('is taken while the folder is in use, holds every row, and gives each back as it was', async () => {
    expect(rows.client).toBeGreaterThan(5);
    expect(rows.audit).toBeGreaterThan(8);
    const other = join(home, 'other');
    expect(await restore({ folder: other }, good, plain)).toMatchObject({ rows, aside: null });
    const again = await openFolder(other);
    expect(await told(again.db)).toEqual(await told(open.db));
    await again.close();
  });

  it('is of one moment, though work goes on', async () => {
    const at = file();
    const before = await countRows(open.db);
    let going = true;
    const work = (async () => {
      while (going) {
        // Two tables at once: whoever sees the one sees the other.
        await open.db.transaction(async (tx) => {
          const practiceId = uuid();
          await tx
            .insert(practice)
            .values({ id: practiceId, name: 'Busy', timeZone: 'UTC', createdAt: NOW });
          await tx
            .insert(audit)
            .values({ id: uuid(), practiceId, at: NOW, action: 'x', detail: {} });
        });
        await new Promise((next) => setImmediate(next));
      }
    })();
    const taken = await backUp({ folder }, at, null);
    going = false;
    await work;
    expect(await checkArchive(readBackup(at, null))).toEqual(taken);
    const more = (table: string) => (taken[table] ?? 0) - (before[table] ?? 0);
    expect(more('practice')).toBe(more('audit'));
    const after = await countRows(open.db);
    expect(after.practice).toBeGreaterThan(taken.practice ?? 0);
  });

  it('sealed by a pass phrase is opened by it, and by nothing else', async () => {
    const sealed = file();
    await backUp({ folder }, sealed, PHRASE);
    const bytes = readFileSync(sealed);
    expect(bytes.includes('Benedikt')).toBe(false);
    expect(() => gunzipSync(bytes)).toThrow();
    const opened = (at: string, phrase: string | null) => checkArchive(readBackup(at, phrase));
    expect((await opened(sealed, PHRASE)).client).toBe(rows.client);
    await expect(opened(sealed, null)).rejects.toThrow(/is sealed: give its pass phrase/);
    await expect(opened(sealed, `${PHRASE} `)).rejects.toThrow(/not its pass phrase/);
    // One bit of it changed, or its end cut off.
    const bent = file();
    const middle = Math.floor(bytes.length / 2);
    bytes[middle] = (bytes[middle] ?? 0) ^ 1;
    writeFileSync(bent, bytes);
    await expect(opened(bent, PHRASE)).rejects.toThrow(/damaged/);
    writeFileSync(bent, readFileSync(sealed).subarray(0, -100));
    await expect(opened(bent, PHRASE)).rejects.toThrow(/damaged|not whole/);
  });

  it('that is damaged, cut off, of a later edition or none is refused whole', async () => {
    const lines = gunzipSync(readFileSync(good)).toString().split('\n');
    const head = JSON.parse(lines[0] ?? '') as { migrations: string[] };
    const bad: [string, Buffer, RegExp][] = [
      ['cut', readFileSync(good).subarray(0, 900), /cannot be read|not whole/],
      ['no end', gzipSync(lines.slice(0, -2).join('\n')), /not whole/],
      ['a row less', gzipSync(lines.filter((_, at) => at !== 6).join('\n')), /damaged/],
      ['a word', gzipSync(lines.join('\n').replace('Benedikt', 'Benedict')), /damaged/],
      [
        'later',
        gzipSync(
          [
            JSON.stringify({ ...head, migrations: [...head.migrations, '9999_later'] }),
            ...lines.slice(1),
          ].join('\n'),
        ),
        /of a later edition/,
      ],
      ['none', gzipSync('hello\n'), /cannot be read|no archive/],
      ['text', Buffer.from('hello'), /cannot be read/],
      ['empty', Buffer.alloc(0), /cannot be read|no archive|not whole/],
    ];
    for (const [name, bytes, says] of bad) {
      const at = file();
      writeFileSync(at, bytes);
      const into = join(home, `into-${name}`);
      await expect(restore({ folder: into }, at, plain)).rejects.toThrow(says);
      // Nothing is left of the try but the folder itself.
      expect(existsSync(into) ? readdirSync(into) : []).toEqual([]);
    }
    await expect(restore({ folder: join(home, 'x') }, join(home, 'gone'), plain)).rejects.toThrow(
      /There is no file/,
    );
  });

  it('never goes over what is there, nor from under anybody', async () => {
    const busy = join(home, 'other');
    await expect(restore({ folder: busy }, good, plain)).rejects.toThrow(
      /holds data already\. Nothing was changed\./,
    );
    // One that is in use is not taken from under anybody.
    await expect(restore({ folder }, good, { ...plain, replace: true })).rejects.toThrow(
      /is in use by another running Entspann/,
    );
  });

  it('of an earlier edition is brought to this one; what it replaces is put aside', async () => {
    const lines = gunzipSync(readFileSync(good)).toString().trimEnd().split('\n');
    const head = JSON.parse(lines[0] ?? '') as { migrations: string[] };
    expect(head.migrations[8]).toBe('0008_accounts_that_end');
    const { createHash } = await import('node:crypto');
    let isNew = false;
    const body = [
      JSON.stringify({ ...head, migrations: head.migrations.slice(0, 8) }),
      ...lines
        .slice(1, -1)
        // A table this edition brought, with all that is in it.
        .filter((line) => {
          if (line.startsWith('{"table":')) isNew = /known_device|consent_step/.test(line);
          return !isNew;
        })
        .map((line) => line.replace(/"ended_at": null, |, "ended_at": null/, ''))
        .map((line) => line.replace(/"things": null, |, "things": null/, ''))
        .map((line) => line.replace(/"weekdays": null, |, "weekdays": null/, ''))
        .map((line) => line.replace(/"habits": null, |, "habits": null/, ''))
        .map((line) => line.replace(/"caseload_views": \[\], |, "caseload_views": \[\]/, ''))
        .map((line) =>
          line.replaceAll(
            /, "(places|besides|bruised|mark|away_from|away_until|stand_in_id|born_on|consent_on|joined_into|joined_at|keep_years)": null|"(places|besides|bruised|mark|away_from|away_until|stand_in_id|born_on|consent_on|joined_into|joined_at|keep_years)": null, /g,
            '',
          ),
        )
        .map((line) =>
          line.replaceAll(
            /"(phone|emergency_number|consent_by)": "", |, "(phone|emergency_number|consent_by)": ""/g,
            '',
          ),
        ),
    ];
    const text = body.map((line) => `${line}\n`).join('');
    const sha256 = createHash('sha256').update(text).digest('hex');
    const { known_device: _new, consent_step: _said, ...older } = rows;
    const at = file();
    writeFileSync(at, gzipSync(`${text}${JSON.stringify({ rows: older, sha256 })}\n`));
    const place = { folder: join(home, 'other') };
    const restored = await restore(place, at, { ...plain, replace: true });
    expect(restored.rows).toEqual({ ...older, known_device: 0, consent_step: 0 });
    expect(restored.aside).toMatch(/other\.before-2026-03-10T18-00-00-000Z$/);
    expect(readdirSync(restored.aside ?? '')).toContain('cluster');
  });

  it('by the command line, with a sentence for what is wrong', () => {
    const run = (script: string, ...args: string[]) => {
      try {
        return execFileSync(process.execPath, [`scripts/${script}.mjs`, ...args], {
          encoding: 'utf8',
          stdio: 'pipe',
          env: { ...process.env, DATABASE_URL: '', BACKUP_PASS_PHRASE: '' },
        });
      } catch (error) {
        return (error as { stderr: string }).stderr;
      }
    };
    expect(run('restore')).toMatch(/Say which backup\./);
    const nowhere = join(home, 'typed-wrong');
    expect(run('backup', '--data', nowhere)).toMatch(/There are no data in .*typed-wrong\./);
    expect(existsSync(nowhere)).toBe(false);
    expect(run('restore', '--sideways')).toMatch(/npm run restore -- --from FILE/);
    expect(run('backup', '--help')).toMatch(/BACKUP_PASS_PHRASE seals the file/);
  });
});

// The run with a server tries the way to it and back; the other tries the rest.
if (server) {
  test('a backup goes from a folder to a server and back again', async () => {
    const admin = await openServer(server);
    const name = `backup_${uuid().replaceAll('-', '')}`;
    await admin.db.execute(sql.raw(`create database ${name}`));
    const url = new URL(server);
    url.pathname = `/${name}`;
    const place = { databaseUrl: url.href };
    const [first, second] = [file(), file()];
    const rows = await backUp({ folder }, first, null);
    expect(await restore(place, first, plain)).toMatchObject({ rows, aside: null });
    await expect(restore(place, first, plain)).rejects.toThrow(/holds data already/);
    expect((await restore(place, first, { ...plain, replace: true })).aside).toMatch(/^before_/);
    expect(await backUp(place, second, PHRASE)).toEqual(rows);
    expect(await verifyBackup(second, PHRASE)).toEqual(rows);
    await admin.db.execute(sql.raw(`drop database ${name} with (force)`));
    await admin.close();
  });
}
