import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { itemFor, routineWith } from '#core/examples';
import type { SessionEvent } from '#core/session';
import { audit, practisedSession, sessionEvent } from '~/db/schema.server';
import { findTest } from '#core/measurement';
import { addClient, changeClient } from './clientFile.server';
import { askAtHome, keepOwnMeasure, measureSchema } from './measuring.server';
import { daySheet } from './daySheet.server';
import { batchSchema, clientStart, recordEvents, routineToPractise } from './practising.server';
import { reviewOf } from './reviewing.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from './setting.server';
import {
  details,
  issueTo,
  joinedClient,
  NOW,
  sessionOf,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

const DAY = 86_400_000;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const count = async (of: typeof sessionEvent | typeof practisedSession) =>
  (await open.db.select({ n: sql<number>`count(*)::integer` }).from(of))[0]?.n ?? 0;

describe('logging a session', () => {
  it('stores it, summarises it and shows it to client and therapist', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const batch = sessionOf(versionId);
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
    const batch = sessionOf(await issueTo(setting, owner, clientId));
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
    const batch = sessionOf(await issueTo(setting, owner, clientId));
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
    await recordEvents(setting, who, sessionOf(versionId, late));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.day).toBe('2026-03-10');
  });

  it('refuses a wrong clock, holds that are not there and hostile batches, and stores nothing', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const good = sessionOf(versionId);
    const first = good.events[0];
    if (!first) throw new Error('no event');
    const before = [await count(practisedSession), await count(sessionEvent)];
    const future = sessionOf(versionId, NOW.getTime() + 3 * DAY);
    await expect(recordEvents(setting, who, future)).rejects.toMatchObject({ status: 422 });
    const beforeIssue = sessionOf(versionId, NOW.getTime() - 30 * DAY);
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
    const batch = sessionOf(versionId);
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
    await recordEvents(setting, who, sessionOf(old));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.versionNumber).toBe(1);
    expect((await routineToPractise(setting, who)).version?.number).toBe(2);
  });
});

describe('measuring around a session', () => {
  const figure = (moment: 'before' | 'after') =>
    measureSchema.parse({
      id: uuid(),
      testId: 'neck-turn',
      quantityId: 'turn',
      side: 'left',
      moment,
      tries: [52],
      way: 'number',
    });

  it('is asked for by name: before, then after, then not again that day', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await issueTo(setting, owner, clientId);
    const home = async () => (await clientStart(setting, who)).home;
    expect(await home()).toEqual({ before: [], again: [], weekly: [] });
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'each session' });
    const name = findTest('neck-turn')?.name;
    expect(await home()).toEqual({ before: [name], again: [], weekly: [] });
    expect((await routineToPractise(setting, who)).home.before).toEqual([name]);
    await keepOwnMeasure(setting, who, figure('before'));
    expect(await home()).toEqual({ before: [], again: [name], weekly: [] });
    await keepOwnMeasure(setting, who, figure('after'));
    expect(await home()).toEqual({ before: [], again: [], weekly: [] });
    // The next day it begins anew.
    setting.moveTo(new Date(NOW.getTime() + DAY));
    expect(await home()).toMatchObject({ before: [name] });
  });

  it('weekly is due again on the seventh day, by the client’s own calendar', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'weekly' });
    await keepOwnMeasure(setting, who, figure('before'));
    const due = async (days: number) => {
      setting.moveTo(new Date(NOW.getTime() + days * DAY));
      return (await clientStart(setting, who)).home.weekly.length;
    };
    expect([await due(0), await due(6), await due(7)]).toEqual([0, 0, 1]);
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
