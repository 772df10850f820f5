import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { fade, itemFor, routineWith, timed } from '#core/examples';
import { expand } from '#core/routine';
import { practiseOnce, chanceFrom } from '#core/simulation';
import { type SessionEvent } from '#core/session';
import { type OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { audit, practisedSession, routineVersion, sessionEvent } from '~/db/schema.server';
import {
  addClient,
  changeClient,
  clientSchema,
  fileHead,
  fileOf,
  findClients,
} from './clientFile.server';
import { daySheet } from './daySheet.server';
import { discardDraft, issue, planOf, saveDraft } from './planning.server';
import { batchSchema, clientStart, recordEvents, routineToPractise } from './practising.server';
import { reviewOf } from './reviewing.server';
import { type Principal } from './setting.server';
import {
  details,
  issueTo,
  joinedClient,
  NOW,
  secondPractice,
  setUp,
  settingFor,
  shortRoutine,
} from './testing/practiceForTests.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let stranger: Principal;
const DAY = 86_400_000;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  stranger = await secondPractice(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const count = async (of: typeof sessionEvent | typeof practisedSession | typeof routineVersion) =>
  (await open.db.select({ n: sql<number>`count(*)::integer` }).from(of))[0]?.n ?? 0;

let seed = 0;

/** A whole session of the short routine, as a device would log it. */
function session(versionId: string, startedAt = NOW.getTime() - 600_000) {
  const { events } = practiseOnce(
    expand(shortRoutine()),
    startedAt,
    { tenderness: () => 3, fadeSeconds: 40, easesOff: true, stopsAtStep: null, word: 'fine' },
    chanceFrom((seed += 1)),
  );
  return { session: { id: uuid(), versionId, startedAt }, events };
}

describe('the wall between practices', () => {
  it('makes another practice’s client a client that is not there, whatever is asked', async () => {
    const clientId = await addClient(setting, owner, details());
    const asks: (() => Promise<unknown>)[] = [
      () => fileOf(setting, stranger, clientId),
      () => fileHead(setting, stranger, clientId),
      () => planOf(setting, stranger, clientId),
      () => reviewOf(setting, stranger, clientId),
      () => changeClient(setting, stranger, clientId, details({ name: 'Taken' })),
      () => saveDraft(setting, stranger, clientId, { baseNumber: 0, content: shortRoutine() }),
      () => discardDraft(setting, stranger, clientId),
      () => issueTo(setting, stranger, clientId),
      () => fileOf(setting, owner, uuid()),
      () => fileOf(setting, owner, 'no-uuid; drop table client'),
    ];
    for (const ask of asks) await expect(ask()).rejects.toMatchObject({ status: 404 });
    expect((await fileOf(setting, owner, clientId)).name).toBe('Tove Lark');
    expect(await findClients(setting, stranger, 'Tove')).toEqual([]);
    expect((await daySheet(setting, stranger)).rows).toEqual([]);
  });

  it('lets a client log only their own routine, under their own name', async () => {
    const mine = await joinedClient(setting, owner, 'Mine');
    const other = await joinedClient(setting, owner, 'Other');
    const versionId = await issueTo(setting, owner, other.clientId);
    await expect(recordEvents(setting, mine.who, session(versionId))).rejects.toMatchObject({
      status: 404,
    });
    const mineVersion = await issueTo(setting, owner, mine.clientId);
    const theirs = session(versionId);
    await recordEvents(setting, other.who, theirs);
    const hijack = {
      ...session(mineVersion),
      session: { ...theirs.session, versionId: mineVersion },
    };
    await expect(recordEvents(setting, mine.who, hijack)).rejects.toMatchObject({ status: 404 });
    await expect(clientStart(setting, owner)).rejects.toMatchObject({ status: 404 });
  });
});

describe('finding a client', () => {
  it('goes by the beginning of any word, and takes wildcards as they are', async () => {
    await addClient(setting, owner, details({ name: 'Annika 100% Vale' }));
    const names = async (text: string) =>
      (await findClients(setting, owner, text)).map(({ name }) => name);
    expect(await names('ann')).toEqual(['Annika 100% Vale']);
    expect(await names('VAL')).toEqual(['Annika 100% Vale']);
    expect(await names('100%')).toEqual(['Annika 100% Vale']);
    expect(await names('%')).toEqual([]);
    expect(await names('_')).toEqual([]);
    expect(await names('\\')).toEqual([]);
    expect(await names('nnika')).toEqual([]);
    expect(await names('   ')).toEqual([]);
  });
});

describe('issuing a routine', () => {
  it('makes versions that never change, not even by hand in the database', async () => {
    const clientId = await addClient(setting, owner, details());
    const versionId = await issueTo(setting, owner, clientId);
    const change = open.db
      .update(routineVersion)
      .set({ reason: 'changed' })
      .where(eq(routineVersion.id, versionId));
    await expect(change).rejects.toThrow();
    await expect(
      open.db.delete(routineVersion).where(eq(routineVersion.id, versionId)),
    ).rejects.toThrow();
    const [row] = await open.db
      .select()
      .from(routineVersion)
      .where(eq(routineVersion.id, versionId));
    expect(row?.reason).toBe('For the test.');
  });

  it('asks for a reason from the second version on', async () => {
    const clientId = await addClient(setting, owner, details());
    await issueTo(setting, owner, clientId);
    const wish = { baseNumber: 1, versionId: uuid(), reason: '', content: shortRoutine() };
    await expect(issue(setting, owner, clientId, wish)).rejects.toMatchObject({ status: 422 });
    expect(await issue(setting, owner, clientId, { ...wish, reason: 'Longer.' })).toEqual({
      number: 2,
    });
  });

  it('refuses what a check refuses, with the sentence, and issues nothing', async () => {
    const clientId = await addClient(setting, owner, details());
    const before = await count(routineVersion);
    const content = routineWith(itemFor('breastbone', { grade: 4, dose: timed(90) }));
    await expect(issueTo(setting, owner, clientId, content)).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(/ceiling of 3.*at most 60 s/) as string,
    });
    expect(await count(routineVersion)).toBe(before);
  });

  it('answers the same form sent twice, even at once, with one version', async () => {
    const clientId = await addClient(setting, owner, details());
    const wish = { baseNumber: 0, versionId: uuid(), reason: '', content: shortRoutine() };
    const answers = await Promise.all([
      issue(setting, owner, clientId, wish),
      issue(setting, owner, clientId, wish),
    ]);
    expect(answers).toEqual([{ number: 1 }, { number: 1 }]);
    expect((await planOf(setting, owner, clientId)).versions).toHaveLength(1);
  });

  it('refuses a form that another version has overtaken, shows that version and keeps the draft', async () => {
    const clientId = await addClient(setting, owner, details());
    const mine = routineWith(itemFor('side-low-back', { dose: fade(20, 60) }));
    await issueTo(setting, owner, clientId);
    await saveDraft(setting, owner, clientId, { baseNumber: 0, content: mine });
    await expect(issueTo(setting, owner, clientId, mine, 0)).rejects.toMatchObject({
      status: 409,
      details: { stale: { number: 1, reason: 'For the test.', content: shortRoutine() } },
    });
    expect(await planOf(setting, owner, clientId)).toMatchObject({ draft: mine, draftBase: 0 });
    // Two at once from the same base: one wins, the other is told.
    const results = await Promise.allSettled([
      issueTo(setting, owner, clientId, mine, 1),
      issueTo(setting, owner, clientId, shortRoutine(), 1),
    ]);
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(results.find(({ status }) => status === 'rejected')).toMatchObject({
      reason: { status: 409 },
    });
  });

  it('keeps a draft that breaks rules, and forgets it on issue or when told to', async () => {
    const clientId = await addClient(setting, owner, details());
    const wild = routineWith(itemFor('breastbone', { grade: 10 }));
    await saveDraft(setting, owner, clientId, { baseNumber: 0, content: wild });
    expect((await fileHead(setting, owner, clientId)).hasDraft).toBe(true);
    await discardDraft(setting, owner, clientId);
    expect((await planOf(setting, owner, clientId)).draft).toBeNull();
    await saveDraft(setting, owner, clientId, { baseNumber: 0, content: wild });
    await issueTo(setting, owner, clientId);
    expect((await planOf(setting, owner, clientId)).draft).toBeNull();
  });
});

describe('logging a session', () => {
  it('stores it, summarises it and shows it to client and therapist', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const batch = session(versionId);
    expect(batchSchema.safeParse(batch).error).toBeUndefined();
    await recordEvents(setting, who, batch);
    const review = await reviewOf(setting, owner, clientId);
    expect(review.sessions[0]).toMatchObject({
      status: 'finished',
      counts: true,
      word: 'fine',
      contactSeconds: 20,
    });
    expect(review.rows[0]).toMatchObject({ siteId: 'breastbone', side: 'mid' });
    expect(await clientStart(setting, who)).toMatchObject({ doneThisWeek: 1, today: '2026-03-10' });
    const row = (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(row).toMatchObject({ doneThisWeek: 1, lastPractised: '2026-03-10', quietDays: null });
  });

  it('stores an event once, however often and in whatever pieces it arrives', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const batch = session(await issueTo(setting, owner, clientId));
    const before = await count(sessionEvent);
    const half = Math.ceil(batch.events.length / 2);
    const piece = (events: SessionEvent[]) => recordEvents(setting, who, { ...batch, events });
    // The end first, the beginning twice, everything at last; some of it at the same time.
    await piece(batch.events.slice(half));
    await Promise.all([piece(batch.events.slice(0, half)), piece(batch.events.slice(0, half))]);
    await piece(batch.events);
    expect(await count(sessionEvent)).toBe(before + batch.events.length);
    expect((await reviewOf(setting, owner, clientId)).sessions).toMatchObject([
      { status: 'finished', contactSeconds: 20 },
    ]);
  });

  it('keeps apart two sessions whose events bear the same ids', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const batch = session(await issueTo(setting, owner, clientId));
    await recordEvents(setting, who, batch);
    await recordEvents(setting, who, { ...batch, session: { ...batch.session, id: uuid() } });
    expect((await reviewOf(setting, owner, clientId)).sessions.map(({ status }) => status)).toEqual(
      ['finished', 'finished'],
    );
  });

  it('never changes a stored event, not even by hand in the database', async () => {
    await expect(open.db.update(sessionEvent).set({ seq: 0 })).rejects.toThrow();
    await expect(open.db.delete(sessionEvent)).rejects.toThrow();
  });

  it('puts a session on the client’s calendar day, not the server’s', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const late = Date.UTC(2026, 2, 9, 23, 30);
    await recordEvents(setting, who, session(versionId, late));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.day).toBe('2026-03-10');
  });

  it('refuses a wrong clock, holds that are not there and hostile batches, and stores nothing', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const good = session(versionId);
    const first = good.events[0];
    if (!first) throw new Error('no event');
    const before = [await count(practisedSession), await count(sessionEvent)];
    const future = session(versionId, NOW.getTime() + 3 * DAY);
    await expect(recordEvents(setting, who, future)).rejects.toMatchObject({ status: 422 });
    const beforeIssue = session(versionId, NOW.getTime() - 30 * DAY);
    await expect(recordEvents(setting, who, beforeIssue)).rejects.toMatchObject({ status: 422 });
    const nowhere: SessionEvent = { ...first, type: 'settled', step: 99 };
    await expect(recordEvents(setting, who, { ...good, events: [nowhere] })).rejects.toMatchObject({
      status: 422,
    });
    for (const batch of [
      { ...good, events: [] },
      { ...good, events: Array.from({ length: 501 }, () => first) },
      { ...good, session: { ...good.session, id: 'x' } },
      { ...good, session: { ...good.session, startedAt: -1 } },
      { events: good.events },
      'all of it',
      null,
    ]) {
      expect(batchSchema.safeParse(batch).success).toBe(false);
    }
    expect([await count(practisedSession), await count(sessionEvent)]).toEqual(before);
  });

  it('takes a log that a device without a network kept for weeks', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const batch = session(versionId);
    setting.moveTo(new Date(NOW.getTime() + 40 * DAY));
    await expect(recordEvents(setting, who, batch)).resolves.toMatchObject({
      stored: batch.events.map(({ id }) => id),
    });
  });

  it('writes a stop into the audit trail once, however often it arrives', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const startedAt = NOW.getTime() - 60_000;
    const events: SessionEvent[] = [
      { type: 'started', id: uuid(), seq: 0, at: startedAt },
      { type: 'stopped', reason: 'numb', id: uuid(), seq: 1, at: startedAt + 5000 },
    ];
    const batch = { session: { id: uuid(), versionId, startedAt }, events };
    await recordEvents(setting, who, batch);
    await recordEvents(setting, who, batch);
    const lines = await open.db.select().from(audit).where(eq(audit.subject, clientId));
    expect(lines.filter(({ action }) => action === 'stopped a session')).toHaveLength(1);
    await expect(open.db.delete(audit)).rejects.toThrow();
  });

  it('follows the version it was begun with, also after a newer one was issued', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const old = await issueTo(setting, owner, clientId);
    await issueTo(setting, owner, clientId, routineWith(itemFor('skull-base')), 1);
    await recordEvents(setting, who, session(old));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.versionNumber).toBe(1);
    expect((await routineToPractise(setting, who)).version?.number).toBe(2);
  });
});

describe('the day sheet', () => {
  it('marks who went quiet, who stopped for a reason and who comes today', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Quill Marrow');
    const versionId = await issueTo(setting, owner, clientId);
    const rowNow = async () =>
      (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(await rowNow()).toMatchObject({ quietDays: null, told: null, comesToday: false });
    setting.moveTo(new Date(NOW.getTime() + 4 * DAY));
    expect(await rowNow()).toMatchObject({ quietDays: 4 });
    const startedAt = setting.now().getTime() - 60_000;
    const events: SessionEvent[] = [
      { type: 'started', id: uuid(), seq: 0, at: startedAt },
      { type: 'stopped', reason: 'dizzy', id: uuid(), seq: 1, at: startedAt + 5000 },
    ];
    await recordEvents(setting, who, { session: { id: uuid(), versionId, startedAt }, events });
    await changeClient(
      setting,
      owner,
      clientId,
      details({ name: 'Quill Marrow', nextVisit: '2026-03-14' }),
    );
    expect(await rowNow()).toMatchObject({
      quietDays: null,
      told: { day: '2026-03-14', label: 'Dizzy or sick' },
      comesToday: true,
      doneThisWeek: 0,
    });
  });

  it('asks the database the same number of questions whatever the number of clients', async () => {
    let asked = 0;
    const counting = new Proxy(open.db, {
      get: (target, name, receiver) => {
        if (name === 'select') asked += 1;
        return Reflect.get(target, name, receiver) as unknown;
      },
    });
    await daySheet({ ...setting, db: counting }, owner);
    const few = asked;
    for (let n = 0; n < 12; n += 1)
      await addClient(setting, owner, details({ name: `Extra ${n}` }));
    asked = 0;
    await daySheet({ ...setting, db: counting }, owner);
    expect(asked).toBe(few);
  });
});

describe('a client’s details', () => {
  it('take blanks as unknown and refuse what is no figure, no date, too large or negative', () => {
    expect(details({ minutesPerDay: '', affectedSide: '', nextVisit: '' })).toMatchObject({
      minutesPerDay: null,
      affectedSide: null,
      nextVisit: null,
    });
    const bad: Record<string, unknown>[] = [
      { name: '   ' },
      { name: 'x'.repeat(121) },
      { minutesPerDay: '-5' },
      { minutesPerDay: 'ten' },
      { minutesPerDay: '10 min' },
      { minutesPerDay: '1e9' },
      { minutesPerDay: '7.5' },
      { affectedSide: 'both' },
      { nextVisit: '31.12.2026' },
      { nextVisit: '2026-02-30' },
      { timeZone: 'Europe/Atlantis' },
      { notes: 'x'.repeat(4001) },
    ];
    for (const change of bad) {
      const result = clientSchema.safeParse({ ...details(), ...change });
      expect([change, result.success]).toEqual([change, false]);
      expect(result.error?.issues[0]?.message).toMatch(/^[A-Z].*\.$/);
    }
  });
});
