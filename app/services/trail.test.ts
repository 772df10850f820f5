import { eq } from 'drizzle-orm';
import { audit } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { OpenDatabase } from '~/db/open.server';
import type { Principal } from '~/keeping/server/setting.server';
import { noteSighting, SAW } from './sightings.server';
import {
  addClient,
  details,
  issueTo,
  joinedClient,
  NOW,
  screened,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { trail, trailSchema } from './trail.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());

const asked = (given: Record<string, string> = {}) => trailSchema.parse(given);
const linesOf = async (given: Record<string, string> = {}, who = owner) =>
  (await trail(setting, who, asked(given))).lines;

describe('the trail of a practice', () => {
  it('says who did what to whom, newest first, in the words of the trade', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Benno Weir' }));
    await screened(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await issueTo(setting, owner, clientId);
    const lines = await linesOf({ q: 'weir' });
    expect(lines[0]).toMatchObject({
      actorName: 'Runa Dahl',
      action: 'issued a routine',
      more: 'version 1',
      about: 'Benno Weir',
      clientId,
    });
    expect(lines.at(-1)).toMatchObject({ action: 'opened a client file' });
    const times = lines.map(({ day, time }) => `${day} ${time}`);
    expect(times).toEqual([...times].sort().reverse());
  });

  it('gives days and times as the practice has them', async () => {
    // Half past midnight in Copenhagen, the day before in UTC.
    setting.moveTo(new Date('2026-03-11T23:30:00Z'));
    await addClient(setting, owner, details({ name: 'Late Comer' }));
    expect((await linesOf({ q: 'late comer' }))[0]).toMatchObject({
      day: '2026-03-12',
      time: '00:30',
    });
    const on = (day: string) => linesOf({ q: 'late comer', from: day, until: day });
    expect(await on('2026-03-11')).toHaveLength(0);
    expect((await on('2026-03-12')).length).toBeGreaterThan(0);
    expect(await linesOf({ q: 'late comer', from: '2026-03-13' })).toHaveLength(0);
  });

  it('is searched by every word, in whatever part of a line; signs of patterns mean themselves', async () => {
    expect((await linesOf({ q: 'runa opened late' })).length).toBe(1);
    expect(await linesOf({ q: 'runa opened nobody' })).toHaveLength(0);
    for (const q of ['%', '_', '\\', '100%', "' or 1=1 --"]) {
      expect([q, await linesOf({ q })]).toEqual([q, []]);
    }
    expect((await linesOf({ q: '   ' })).length).toBeGreaterThan(3);
  });

  it('is read page by page without a line lost or twice, also while more are written', async () => {
    const many = await addClient(setting, owner, details({ name: 'Many Lines' }));
    const line = (n: number, at: Date) => ({
      id: crypto.randomUUID(),
      practiceId: owner.practiceId,
      actorId: owner.userId,
      at,
      action: 'counted',
      subject: many,
      detail: { n },
    });
    // Several at one instant.
    const rows = Array.from({ length: 120 }, (_, index) =>
      line(index, new Date(NOW.getTime() + Math.floor(index / 7) * 1000)),
    );
    await setting.db.insert(audit).values(rows);
    const seen: string[] = [];
    let before: string | null = null;
    do {
      const page: Awaited<ReturnType<typeof trail>> = await trail(
        setting,
        owner,
        asked({ q: 'counted', ...(before === null ? {} : { before }) }),
      );
      seen.push(...page.lines.map(({ id }) => id));
      before = page.older;
      setting.moveTo(new Date(setting.now().getTime() + 1000));
      await setting.db.insert(audit).values(line(0, setting.now()));
    } while (before !== null);
    expect(seen).toHaveLength(120);
    expect(new Set(seen)).toEqual(new Set(rows.map(({ id }) => id)));
  });

  it('is for owners of that practice alone', async () => {
    const other = await secondPractice(setting);
    expect(await linesOf({}, other)).toEqual([]);
    const ours = await linesOf();
    expect(await linesOf({ before: ours[0]?.id ?? '' }, other)).toEqual([]);
    for (const role of ['therapist', 'client'] as const) {
      await expect(trail(setting, { ...owner, role }, asked())).rejects.toMatchObject({
        status: 403,
      });
    }
  });

  it.each([
    [{ from: 'yesterday' }, 'Enter a day like 2026-11-03.'],
    [{ from: '2026-02-30' }, 'Enter a day like 2026-11-03.'],
    [{ from: '2026-03-02', until: '2026-03-01' }, 'The first day is after the last.'],
    [{ before: '1' }, 'The address is damaged; begin again.'],
    [{ q: 'x'.repeat(121) }, 'Look for at most 120 characters.'],
  ])('asked for %j it says what is wrong', (given, says) => {
    expect(trailSchema.safeParse(given).error?.issues.map(({ message }) => message)).toContain(
      says,
    );
  });
});

describe('a look at a client’s file', () => {
  const looks = (clientId: string) =>
    setting.db
      .select()
      .from(audit)
      .where(eq(audit.subject, clientId))
      .then((rows) =>
        rows.filter(({ action }) => (Object.values(SAW) as string[]).includes(action)),
      );

  it('is one line in twelve hours for each who looks and each thing they take', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Seen Often' }));
    const start = setting.now().getTime();
    for (let minute = 0; minute < 5; minute += 1) {
      setting.moveTo(new Date(start + minute * 60_000));
      await noteSighting(setting, owner, clientId, 'file');
    }
    expect(await looks(clientId)).toHaveLength(1);
    for (const what of Object.keys(SAW) as (keyof typeof SAW)[])
      await noteSighting(setting, owner, clientId, what);
    expect((await looks(clientId)).map(({ action }) => action).sort()).toEqual(
      Object.values(SAW).sort(),
    );
    setting.moveTo(new Date(start + 13 * 3_600_000));
    await noteSighting(setting, owner, clientId, 'file');
    expect(await looks(clientId)).toHaveLength(Object.keys(SAW).length + 1);
  });

  it('is known to another process, which does not write it again', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Seen By Two' }));
    await noteSighting(setting, owner, clientId, 'file');
    const at = setting.now();
    await noteSighting({ ...setting, now: () => at }, owner, clientId, 'file');
    expect(await looks(clientId)).toHaveLength(1);
  });

  it('of one’s own file is no line', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Own File');
    await noteSighting(setting, who, clientId, 'file');
    expect(await looks(clientId)).toHaveLength(0);
  });

  it('waits while there is no room, and is written with its own time once there is', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'No Room' }));
    const at = setting.now();
    await noteSighting({ ...setting, hasRoom: () => false }, owner, clientId, 'file');
    expect(await looks(clientId)).toHaveLength(0);
    setting.moveTo(new Date(at.getTime() + 3_600_000));
    await noteSighting(setting, owner, clientId, 'referral');
    const [first] = (await looks(clientId)).filter(({ action }) => action === SAW.file);
    expect(first?.at).toEqual(at);
  });

  it('never keeps anybody from looking: a database that is away is told of and asked again', async () => {
    const clientId = await addClient(setting, owner, details({ name: 'Away' }));
    const told: unknown[] = [];
    const away = new Proxy(setting.db, {
      get: () => () => {
        throw new Error('away');
      },
    });
    await noteSighting(
      { ...setting, db: away, report: (error) => told.push(error) },
      owner,
      clientId,
      'file',
    );
    expect(told).toHaveLength(1);
    await noteSighting(setting, owner, clientId, 'referral');
    expect(await looks(clientId)).toHaveLength(2);
  });
});
