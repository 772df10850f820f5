import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { ACTIVITY_KINDS } from '#core/activities';
import { dayOf } from '#core/calendar';
import { itemFor, routineWith } from '#core/examples';
import type { ResponseId } from '#core/response';
import { expand, type Routine } from '#core/routine';
import { chanceFrom, practiseOnce } from '#core/simulation';
import type { SessionEvent } from '#core/session';
import {
  audit,
  message,
  type practisedSession,
  sessionEvent,
  sessionResponse,
} from '~/db/schema.server';
import { findTest } from '#core/measurement';

import { fileHead } from './clientFile.server';
import { daySheet } from './daySheet.server';
import { invite } from './invitations.server';
import { clientStart, ownCourse, routineToPractise } from './practising.server';
import { reviewOf, sessionLogOf } from './reviewing.server';
import { proposalsWaiting } from './waiting.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import {
  details,
  issueTo,
  screened,
  joinedClient,
  NOW,
  sessionOf,
  settingFor,
  secondPractice,
  setUp,
  shortRoutine,
  addClient,
  withoutInterview,
} from './testing/practiceForTests.server';
import { add, lettersOf, post, send, sendLog } from './testing/letters.server';
import { askAtHome, changeClient, keepOwnMeasure } from './testing/writing.server';

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

describe('how the day after was', () => {
  const building = (): Routine =>
    withoutInterview(
      routineWith(
        itemFor('sole-roll', {
          id: 'sole',
          dose: { method: 'build-up', fromSeconds: 10, toSeconds: 30 },
        }),
      ),
    );
  /** A session of yesterday on a routine that builds up, by somebody new. */
  async function practisedYesterday() {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    const versionId = await issueTo(setting, owner, clientId, building());
    const startedAt = NOW.getTime() - DAY;
    const { events } = practiseOnce(
      expand(building()),
      startedAt,
      { tenderness: () => 3, fadeSeconds: 40, easesOff: true, stopsAtStep: null, word: '' },
      chanceFrom(5),
    );
    setting.moveTo(new Date(NOW.getTime() - DAY + 3_600_000));
    const log = { id: uuid(), versionId, ledId: null, startedAt, events };
    await sendLog(setting, who, log);
    return { clientId, who, sessionId: log.id };
  }
  const tell = (who: Principal, sessionId: string, answer: ResponseId) =>
    send(setting, who, add('response', null, uuid(), { sessionId, answer }));
  const limits = async (who: Principal) => {
    const { version } = await routineToPractise(setting, who);
    return new Set(version?.steps.map(({ limitSeconds }) => limitSeconds));
  };

  it('is asked the next day, not before, and once', async () => {
    const { who, sessionId } = await practisedYesterday();
    expect((await routineToPractise(setting, who)).asks).toBeNull();
    setting.moveTo(NOW);
    const asks = { sessionId, day: '2026-03-09', places: [{ side: 'left' }, { side: 'right' }] };
    expect((await routineToPractise(setting, who)).asks).toMatchObject(asks);
    expect((await clientStart(setting, who)).asks).toMatchObject(asks);
    await tell(who, sessionId, 'none');
    expect((await routineToPractise(setting, who)).asks).toBeNull();
  });

  it('lets a hold that builds up grow only after a quiet day', async () => {
    const { who, sessionId } = await practisedYesterday();
    setting.moveTo(NOW);
    expect(await limits(who)).toEqual(new Set([10]));
    await tell(who, sessionId, 'little-sore');
    expect(await limits(who)).toEqual(new Set([15]));
    // A slip of the finger: the later answer holds.
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await tell(who, sessionId, 'sore');
    expect(await limits(who)).toEqual(new Set([10]));
  });

  it('shows the therapist what was not quiet, on the day sheet and in the review', async () => {
    const { clientId, who, sessionId } = await practisedYesterday();
    setting.moveTo(NOW);
    await tell(who, sessionId, 'bruised');
    const row = (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(row).toMatchObject({
      group: 'look',
      told: { day: '2026-03-09', label: 'Bruised', when: 'after' },
    });
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.response).toBe('bruised');
    expect((await routineToPractise(setting, who)).way).toBeNull();
  });

  it('stops everything when it was sickness or numbness, until somebody has asked', async () => {
    const { clientId, who, sessionId } = await practisedYesterday();
    // After the interview, which was held at that very instant.
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await tell(who, sessionId, 'numb');
    const way = { waits: 'word', when: 'after', day: '2026-03-09' };
    expect((await routineToPractise(setting, who)).way).toMatchObject(way);
    expect((await clientStart(setting, who)).way).toMatchObject(way);
    expect((await fileHead(setting, owner, clientId)).screeningDue).toBe(true);
    setting.moveTo(new Date(NOW.getTime() + 3_600_000));
    await screened(setting, owner, clientId);
    expect((await routineToPractise(setting, who)).way).toBeNull();
  });

  it('is taken for one’s own sessions only, in answers there are, and never changed', async () => {
    const { who, sessionId } = await practisedYesterday();
    const { who: other } = await joinedClient(setting, owner, 'Somebody Else');
    await expect(tell(other, sessionId, 'none')).rejects.toMatchObject({ status: 404 });
    await expect(tell(who, uuid(), 'none')).rejects.toMatchObject({ status: 404 });
    await expect(tell(who, sessionId, 'splendid' as ResponseId)).rejects.toMatchObject({
      status: 422,
    });
    await tell(who, sessionId, 'none');
    await expect(open.db.update(sessionResponse).set({ answer: 'sore' })).rejects.toThrow();
    await expect(open.db.delete(sessionResponse)).rejects.toThrow();
  });
});

describe('logging a session', () => {
  it('stores it, summarises it and shows it to client and therapist', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const batch = sessionOf(versionId);
    await sendLog(setting, who, batch);
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
    const piece = (events: readonly SessionEvent[]) => sendLog(setting, who, { ...batch, events });
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
    await sendLog(setting, who, batch);
    await sendLog(setting, who, { ...batch, id: uuid() });
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
    await sendLog(setting, who, sessionOf(versionId, late));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.day).toBe('2026-03-10');
  });

  it('refuses holds that are not there, alone: its neighbours are stored', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const good = sessionOf(await issueTo(setting, owner, clientId));
    const bad: SessionEvent = {
      type: 'settled',
      step: 99,
      id: uuid(),
      seq: 90,
      at: good.startedAt,
    };
    const before = await count(sessionEvent);
    const log = { ...good, events: [...good.events.slice(0, 2), bad, ...good.events.slice(2)] };
    const answers = await post(setting, who, lettersOf(log));
    expect(answers.filter(({ is }) => is === 'refused')).toMatchObject([
      { id: bad.id, status: 422, says: 'The log names a hold this routine does not have.' },
    ]);
    expect(await count(sessionEvent)).toBe(before + good.events.length);
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.status).toBe('finished');
  });

  it('refuses another event under an id it knows', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const log = sessionOf(await issueTo(setting, owner, clientId));
    await sendLog(setting, who, log);
    const [first] = log.events;
    if (!first) throw new Error('no event');
    const other = { ...log, events: [{ ...first, at: first.at + 1 }] };
    await expect(sendLog(setting, who, other)).rejects.toMatchObject({ status: 409 });
  });

  it.each([
    ['ahead', 3 * DAY],
    ['behind', -3 * DAY],
    ['a year ahead', 365 * DAY],
    ['in 1970', -NOW.getTime() + 3_600_000],
  ])('sets a clock right that is %s, says so, and refuses nothing', async (_, offBy) => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 600_000));
    const log = sessionOf(versionId, NOW.getTime() + offBy);
    await sendLog(setting, who, log, NOW.getTime() + 600_000 + offBy);
    expect((await reviewOf(setting, owner, clientId)).sessions).toMatchObject([
      { day: '2026-03-10', contactSeconds: 20, clock: 'corrected', startedAt: NOW.getTime() },
    ]);
  });

  it('guesses when the clock was put right before the log was sent', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    await sendLog(setting, who, sessionOf(versionId, NOW.getTime() + 3 * DAY));
    await sendLog(setting, who, sessionOf(versionId, NOW.getTime() - 90 * DAY));
    const { sessions } = await reviewOf(setting, owner, clientId);
    expect(sessions.map(({ clock, day }) => [clock, day])).toEqual([
      ['guessed', '2026-03-10'],
      ['guessed', '2026-03-10'],
    ]);
  });

  it('takes a log that a device without a network kept for weeks', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const log = sessionOf(await issueTo(setting, owner, clientId), NOW.getTime() + 1000);
    setting.moveTo(new Date(NOW.getTime() + 40 * DAY));
    await sendLog(setting, who, log);
    expect((await reviewOf(setting, owner, clientId)).sessions).toMatchObject([
      { clock: 'right', day: '2026-03-10' },
    ]);
  });

  it('is read by the holds it was led by, whatever screening finds later', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await issueTo(setting, owner, clientId);
    const { version } = await routineToPractise(setting, who);
    const log = { ...sessionOf(version?.id ?? ''), ledId: version?.ledId ?? null };
    const half = Math.ceil(log.events.length / 2);
    await sendLog(setting, who, { ...log, events: log.events.slice(0, half) });
    // Everything is off from now on: it was not when this was done.
    await screened(setting, owner, clientId, 'neck-unstable');
    await sendLog(setting, who, log);
    expect((await reviewOf(setting, owner, clientId)).sessions).toMatchObject([
      { status: 'finished', holdsDone: 1, holdsAsked: 1, contactSeconds: 20 },
    ]);
  });

  it('does not take holds that were handed out to somebody else', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const other = await joinedClient(setting, owner, 'Jory Vane');
    const versionId = await issueTo(setting, owner, clientId);
    await issueTo(setting, owner, other.clientId);
    const { version } = await routineToPractise(setting, other.who);
    const log = { ...sessionOf(versionId), ledId: version?.ledId ?? null };
    await expect(sendLog(setting, who, log)).rejects.toMatchObject({ status: 404 });
  });

  it('writes a stop into the audit trail once, however often it arrives', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    const startedAt = NOW.getTime() - 60_000;
    const events: SessionEvent[] = [
      { type: 'started', id: uuid(), seq: 0, at: startedAt },
      { type: 'stopped', reason: 'numb', id: uuid(), seq: 1, at: startedAt + 5000 },
    ];
    const batch = { id: uuid(), versionId, ledId: null, startedAt, events };
    await sendLog(setting, who, batch);
    await sendLog(setting, who, batch);
    const lines = await open.db.select().from(audit).where(eq(audit.subject, clientId));
    expect(lines.filter(({ action }) => action === 'stopped a session')).toHaveLength(1);
    await expect(open.db.delete(audit)).rejects.toThrow();
  });

  it('follows the version it was begun with, also after a newer one was issued', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const old = await issueTo(setting, owner, clientId);
    await issueTo(setting, owner, clientId, routineWith(itemFor('skull-base')), 1);
    await sendLog(setting, who, sessionOf(old));
    expect((await reviewOf(setting, owner, clientId)).sessions[0]?.versionNumber).toBe(1);
    expect((await routineToPractise(setting, who)).version?.number).toBe(2);
  });
});

describe('beginning', () => {
  const ways = async (who: Principal) => [
    (await clientStart(setting, who)).way?.waits ?? null,
    (await routineToPractise(setting, who)).way?.waits ?? null,
  ];
  const stopped = (versionId: string, reason: 'alarm' | 'enough', startedAt: number) => ({
    ...{ id: uuid(), versionId, ledId: null, startedAt },
    events: [
      { type: 'started', id: uuid(), seq: 0, at: startedAt },
      { type: 'stopped', reason, id: uuid(), seq: 1, at: startedAt + 5000 },
    ] as SessionEvent[],
  });

  it('waits for the interview, on Today and on the page of the session alike', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    await issueTo(setting, owner, clientId, { ...shortRoutine(), reasons: { interview: '' } });
    expect(await ways(who)).toEqual([null, null]);
    const other = await joinedClient(setting, owner);
    await issueTo(setting, owner, other.clientId);
    // Issued with the reason why there was none.
    expect(await ways(other.who)).toEqual([null, null]);
    const third = await joinedClient(setting, owner);
    expect(await ways(third.who)).toEqual(['interview', 'interview']);
  });

  it('waits for somebody’s word after a red-flag stop, whatever was practised since', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    const versionId = await issueTo(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 600_000));
    await sendLog(setting, who, stopped(versionId, 'alarm', NOW.getTime() + 60_000));
    expect(await ways(who)).toEqual(['word', 'word']);
    await sendLog(setting, who, stopped(versionId, 'enough', NOW.getTime() + 300_000));
    expect(await ways(who)).toEqual(['word', 'word']);
    await screened(setting, owner, clientId);
    expect(await ways(who)).toEqual([null, null]);
  });

  it('waits too when the stop was made before the last interview and heard of after it', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 600_000));
    await screened(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + 900_000));
    await sendLog(setting, who, stopped(versionId, 'alarm', NOW.getTime() + 60_000));
    expect(await ways(who)).toEqual(['word', 'word']);
  });
});

describe('a second session of the day', () => {
  it('is held to what the first left of each place’s time; the next day begins anew', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    expect((await routineToPractise(setting, who)).spent).toEqual({});
    await sendLog(setting, who, sessionOf(versionId));
    const { spent } = await routineToPractise(setting, who);
    expect(Object.keys(spent)).toEqual(['breastbone:mid']);
    expect(spent['breastbone:mid']).toBeGreaterThan(10);

    // As a device tells it: what was spent stands in the log, and the summary is told by it.
    const log = sessionOf(versionId, NOW.getTime() - 300_000);
    const [started, ...rest] = log.events;
    if (started?.type !== 'started') throw new Error('A session begins with its start.');
    const full = { 'breastbone:mid': 86_400 };
    await sendLog(setting, who, { ...log, events: [{ ...started, spent: full }, ...rest] });
    const { sessions } = await reviewOf(setting, owner, clientId);
    const done = sessions.map(({ contactSeconds, holdsDone }) => [contactSeconds, holdsDone]);
    expect(done).toEqual(expect.arrayContaining([[0, 0]]));
    expect(done).toHaveLength(2);

    setting.moveTo(new Date(NOW.getTime() + DAY));
    expect((await routineToPractise(setting, who)).spent).toEqual({});
  });
});

describe('measuring around a session', () => {
  const figure = (moment: 'before' | 'between' | 'after', side: 'left' | 'right' = 'left') => ({
    id: uuid(),
    testId: 'neck-turn',
    quantityId: 'turn',
    side,
    moment,
    tries: [52],
    way: 'number' as const,
  });

  it('is asked for by name: before, then after, then not again that day', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await issueTo(setting, owner, clientId);
    const home = async () => (await clientStart(setting, who)).home;
    expect(await home()).toMatchObject({ before: [], again: [], weekly: [] });
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'each session' });
    const name = findTest('neck-turn')?.name;
    expect(await home()).toMatchObject({ before: [name], again: [], weekly: [] });
    expect((await routineToPractise(setting, who)).home.before).toEqual([name]);
    // One side is not both.
    await keepOwnMeasure(setting, who, figure('before'));
    expect(await home()).toMatchObject({ before: [name], again: [], weekly: [] });
    await keepOwnMeasure(setting, who, figure('before', 'right'));
    expect(await home()).toMatchObject({ before: [], again: [name], weekly: [] });
    await keepOwnMeasure(setting, who, figure('after'));
    await keepOwnMeasure(setting, who, figure('after', 'right'));
    expect(await home()).toMatchObject({ before: [], again: [], weekly: [] });
    // The next day it begins anew.
    setting.moveTo(new Date(NOW.getTime() + DAY));
    expect(await home()).toMatchObject({ before: [name] });
  });

  it('is led by the session where the routine has it as a line, and is then not asked for beside it', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const refused = keepOwnMeasure(setting, who, figure('before'));
    await expect(refused).rejects.toThrow('has not asked');
    const test = ACTIVITY_KINDS.test.usual({ id: 'first', affectedSide: null });
    const between = { ...test, id: 'middle', when: 'between' as const };
    const pressed = shortRoutine();
    const routine = { ...pressed, items: [test, ...pressed.items, between] };
    await issueTo(setting, owner, clientId, routine);
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'each session' });
    expect((await clientStart(setting, who)).home.before).toEqual([]);
    // No longer asked for beside it, the line still is what was asked.
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'not' });
    await keepOwnMeasure(setting, who, figure('before'));
    await keepOwnMeasure(setting, who, figure('between'));
    const { home, version } = await routineToPractise(setting, who);
    expect(home.taken.map(({ moment, tries }) => [moment, tries])).toEqual([
      ['before', [52]],
      ['between', [52]],
    ]);
    expect(version?.steps[0]).toMatchObject({ measures: { testId: 'neck-turn', when: 'before' } });
    // What was measured late, of a version before, is kept as well.
    await issueTo(setting, owner, clientId, shortRoutine(), 1);
    await keepOwnMeasure(setting, who, figure('between'));
  });

  it('weekly is due again on the seventh day, by the client’s own calendar', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'weekly' });
    await keepOwnMeasure(setting, who, figure('before'));
    await keepOwnMeasure(setting, who, figure('before', 'right'));
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
    expect(await rowNow()).toMatchObject({ quietDays: null, told: null, group: 'rest' });
    setting.moveTo(new Date(NOW.getTime() + 4 * DAY));
    expect(await rowNow()).toMatchObject({ quietDays: 4, group: 'look' });
    const startedAt = setting.now().getTime() - 60_000;
    const events: SessionEvent[] = [
      { type: 'started', id: uuid(), seq: 0, at: startedAt },
      { type: 'stopped', reason: 'dizzy', id: uuid(), seq: 1, at: startedAt + 5000 },
    ];
    await sendLog(setting, who, { id: uuid(), versionId, ledId: null, startedAt, events });
    await changeClient(
      setting,
      owner,
      clientId,
      details({ name: 'Quill Marrow', nextVisit: '2026-03-14' }),
    );
    expect(await rowNow()).toMatchObject({
      quietDays: null,
      told: { day: '2026-03-14', label: 'Dizzy or sick' },
      group: 'coming',
      doneThisWeek: 0,
    });
  });

  it('tells until when an invitation is open, and that it has run out', async () => {
    const id = await addClient(setting, owner, details({ name: 'Not here yet' }));
    const rowOf = async () => (await daySheet(setting, owner)).rows.find((one) => one.id === id);
    expect(await rowOf()).toMatchObject({
      joined: false,
      invitedUntil: null,
      invitedInVain: false,
    });
    const { expiresAt } = await invite(setting, owner, {
      role: 'client',
      clientId: id,
    });
    expect(await rowOf()).toMatchObject({
      invitedUntil: dayOf(expiresAt.getTime(), owner.timeZone),
      invitedInVain: false,
    });
    setting.moveTo(new Date(expiresAt.getTime() + 1));
    expect(await rowOf()).toMatchObject({ invitedUntil: null, invitedInVain: true });
    setting.moveTo(NOW);
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
    // What waits is judged by itself, and says how many are still to be.
    expect(await proposalsWaiting(setting, owner)).toMatchObject({ left: 0 });
  });
});

describe('what is due today', () => {
  const twice = (): Routine =>
    withoutInterview({
      ...routineWith(
        itemFor('breastbone', { id: 'every' }),
        itemFor('sole-roll', {
          id: 'weekly',
          often: { kind: 'weekly', days: 2, taperTo: null, until: null },
        }),
        itemFor('calf', {
          id: 'needed',
          often: { kind: 'as-needed', days: 3, when: 'after a long rehearsal' },
        }),
      ),
    });

  it('is what is led and shown; what rests is named with its day, what is needed can be picked', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    await issueTo(setting, owner, clientId, twice());
    const seen = new Set<boolean>();
    for (let day = 0; day < 7; day += 1) {
      setting.moveTo(new Date(NOW.getTime() + day * DAY));
      const [start, practise] = await Promise.all([
        clientStart(setting, who),
        routineToPractise(setting, who),
      ]);
      const due = start.version?.content.items.map(({ id }) => id) ?? [];
      const resting = start.version?.resting.map(({ item }) => item.id) ?? [];
      const ledIds = new Set(practise.version?.steps.map(({ itemId }) => itemId));
      expect(due).toContain('every');
      expect(due.includes('weekly')).toBe(!resting.includes('weekly'));
      expect(ledIds.has('weekly')).toBe(due.includes('weekly'));
      expect(ledIds.has('needed')).toBe(true);
      expect(practise.version?.asNeeded).toEqual([
        { itemId: 'needed', name: 'Calf', when: 'after a long rehearsal' },
      ]);
      expect(practise.version?.lines).not.toContain('Calf');
      seen.add(due.includes('weekly'));
    }
    // Two days a week: some days it is due, on others it rests.
    expect(seen).toEqual(new Set([true, false]));
  });
});

describe('a message', () => {
  const write = (who: Principal, clientId: string | null, text: string) =>
    send(setting, who, add('message', clientId, uuid(), { text }));

  it('is read by the practice, stands on the day sheet until it is answered, and is never changed', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const wrote = async () =>
      (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(await wrote()).toMatchObject({ wrote: null });
    await write(who, null, 'May I swim with it?');
    expect(await wrote()).toMatchObject({ wrote: '2026-03-10', group: 'look' });
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await write(owner, clientId, 'Yes, gently.');
    expect(await wrote()).toMatchObject({ wrote: null });
    const { messages } = await sessionLogOf(setting, owner, clientId);
    expect(messages.map(({ byClient, text }) => [byClient, text])).toEqual([
      [true, 'May I swim with it?'],
      [false, 'Yes, gently.'],
    ]);
    expect((await ownCourse(setting, who)).messages).toEqual(messages);
    await expect(open.db.delete(message)).rejects.toThrow();
  });

  it('written without a line before the practice wrote, and heard of after, still waits for an answer', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    setting.moveTo(new Date(NOW.getTime() + 60_000));
    await write(owner, clientId, 'How is it?');
    setting.moveTo(new Date(NOW.getTime() + 120_000));
    const letter = {
      ...add('message', null, uuid(), { text: 'Numb since the rehearsal.' }),
      at: NOW.getTime(),
    };
    await send(setting, who, letter);
    const row = (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(row).toMatchObject({ wrote: '2026-03-10' });
  });

  it('reaches nobody else, and an empty one is not sent', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const other = await joinedClient(setting, owner);
    await write(who, null, 'For you alone.');
    expect((await ownCourse(setting, other.who)).messages).toEqual([]);
    await expect(write(owner, clientId, '  ')).rejects.toThrow('An empty message is not sent.');
    const stranger = await secondPractice(setting);
    await expect(write(stranger, clientId, 'Hello')).rejects.toThrow('There is no such client.');
  });
});
