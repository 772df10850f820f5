import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { itemFor, routineWith, timed } from '#core/examples';
import { holdsAmong } from '#core/routine';
import { INTERVIEW, noneOf, reply, type ConditionId, type Reply } from '#core/screening';
import { clearance, screening, screeningDraft } from '~/db/schema.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { fileHead } from './clientFile.server';
import { changePractice } from './practice.server';
import { clientStart, routineToPractise } from './practising.server';
import { referralNote } from './referral.server';
import { ownInterview, screeningOf } from './screening.server';
import type { Principal } from '~/keeping/server/setting.server';
import {
  details,
  issueTo,
  joinedClient,
  NOW,
  screened,
  secondPractice,
  sessionOf,
  settingFor,
  setUp,
  addClient,
} from './testing/practiceForTests.server';
import { add, send, sendLog } from './testing/letters.server';
import {
  changeBrings,
  keepInterview,
  recordClearance,
  recordInterview,
} from './testing/writing.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let stranger: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  stranger = await secondPractice(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const DAY = 86_400_000;
const full = (...yes: Reply[]) =>
  INTERVIEW.reduce<Reply[]>((replies, group) => noneOf(replies, group), yes);
const yes = (id: ConditionId, more: Partial<Reply> = {}) => ({ ...reply(id, 'yes'), ...more });
const cleared = (condition: ConditionId, on = '2026-03-09') => ({
  condition,
  kind: 'cleared' as const,
  by: 'Dr Amsel',
  on,
  note: '',
});

describe('an interview of the therapist', () => {
  it('is confirmed by being recorded, and every version stays', async () => {
    const clientId = await addClient(setting, owner, details());
    expect((await screeningOf(setting, owner, clientId)).due.map(({ rule }) => rule)).toEqual([
      'never screened',
    ]);
    await screened(setting, owner, clientId, 'latex');
    setting.moveTo(new Date(NOW.getTime() + DAY));
    await screened(setting, owner, clientId);
    const { interviews, answers, due, open: still } = await screeningOf(setting, owner, clientId);
    expect(interviews.map((one) => one.yes)).toEqual([['latex'], []]);
    expect([answers, due, still]).toEqual([[], [], []]);
    await expect(
      open.db.delete(screening).where(eq(screening.clientId, clientId)),
    ).rejects.toThrow();
  });

  it('is refused with a sentence while questions are open, a side is missing, or answers clash', async () => {
    const clientId = await addClient(setting, owner, details());
    const record = (replies: Reply[]) =>
      recordInterview(setting, owner, clientId, { id: uuid(), replies });
    await expect(record([yes('jaw')])).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('still open') as string,
    });
    await expect(record(full(yes('implant')))).rejects.toMatchObject({
      message: expect.stringContaining('Which side?') as string,
    });
    await expect(record(full(yes('numb'), yes('diabetes')))).rejects.toMatchObject({
      message: expect.stringContaining('Which is it?') as string,
    });
    await changeBrings(setting, owner, clientId, {
      massKilograms: null,
      statureCentimetres: null,
      minutesPerDay: 10,
      timesOfDay: [],
      helperAtHome: null,
      tools: [],
      places: ['mat'],
    });
    await expect(record(full(yes('no-floor')))).rejects.toMatchObject({
      message: expect.stringContaining('floor') as string,
    });
    expect((await screeningOf(setting, owner, clientId)).interviews).toEqual([]);
  });

  it('sent twice counts once', async () => {
    const clientId = await addClient(setting, owner, details());
    const wish = { id: uuid(), replies: full() };
    await recordInterview(setting, owner, clientId, wish);
    await recordInterview(setting, owner, clientId, wish);
    expect((await screeningOf(setting, owner, clientId)).interviews).toHaveLength(1);
  });

  it('of two therapists at once: the second sees the first’s answers before recording', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId);
    const { lastId } = await screeningOf(setting, owner, clientId);
    const record = (id: string, after: string | null, ...conditions: Reply[]) =>
      recordInterview(setting, owner, clientId, { id, after, replies: full(...conditions) });
    const first = uuid();
    await record(first, lastId, yes('latex'));
    const mine = uuid();
    await expect(record(mine, lastId, yes('jaw'))).rejects.toMatchObject({
      status: 409,
      message: expect.stringContaining('yes to “Latex') as string,
      details: { missed: ['latex'] },
    });
    const { answers } = await screeningOf(setting, owner, clientId);
    expect(answers.map(({ condition }) => condition)).toEqual(['latex']);
    // It counts once theirs was seen.
    await record(mine, first, yes('jaw'));
    expect((await screeningOf(setting, owner, clientId)).lastId).toBe(mine);
  });

  it('does not put answers out of force that the client gave while it was held', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    const { lastId } = await screeningOf(setting, owner, clientId);
    await recordInterview(setting, who, null, { id: uuid(), replies: full(yes('night-pain')) });
    await expect(
      recordInterview(setting, owner, clientId, { id: uuid(), after: lastId, replies: full() }),
    ).rejects.toMatchObject({ status: 409 });
    expect((await screeningOf(setting, owner, clientId)).stop?.level).toBe('refer');
  });

  it('under way is kept, incomplete, for its own writer, and is gone once recorded', async () => {
    const clientId = await addClient(setting, owner, details());
    await keepInterview(setting, owner, clientId, { replies: [yes('jaw')] });
    await keepInterview(setting, owner, clientId, { replies: [yes('jaw'), reply('clot', 'no')] });
    expect((await screeningOf(setting, owner, clientId)).draft).toHaveLength(2);
    await screened(setting, owner, clientId);
    expect((await screeningOf(setting, owner, clientId)).draft).toBeNull();
    const kept = await open.db
      .select()
      .from(screeningDraft)
      .where(eq(screeningDraft.clientId, clientId));
    expect(kept).toEqual([]);
  });

  it('stays inside the practice', async () => {
    const clientId = await addClient(setting, owner, details());
    await expect(screeningOf(setting, stranger, clientId)).rejects.toMatchObject({ status: 404 });
    await expect(screened(setting, stranger, clientId)).rejects.toMatchObject({ status: 404 });
    await expect(keepInterview(setting, stranger, clientId, { replies: [] })).rejects.toMatchObject(
      { status: 404 },
    );
    await expect(
      recordClearance(setting, stranger, clientId, cleared('clot')),
    ).rejects.toMatchObject({ status: 404 });
  });
});

describe('an interview of the client', () => {
  it('counts at once where it says yes, waits to be confirmed, and is settled by the therapist', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await screened(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() + DAY));
    await recordInterview(setting, who, null, { id: uuid(), replies: full(yes('latex')) });
    const waits = await screeningOf(setting, owner, clientId);
    expect(waits.answers.map(({ condition }) => condition)).toEqual(['latex']);
    expect(waits.due.map(({ rule }) => rule)).toEqual(['answers to confirm']);
    expect(waits.waiting?.replies).toHaveLength(waits.replies.length);
    expect((await fileHead(setting, owner, clientId)).answersWait).toBe(true);
    expect(await ownInterview(setting, who)).toMatchObject({ last: { confirmed: false } });
    setting.moveTo(new Date(NOW.getTime() + 2 * DAY));
    await screened(setting, owner, clientId);
    expect((await screeningOf(setting, owner, clientId)).answers).toEqual([]);
  });

  it('with a red flag stops the plan, the day and the practising, and makes a referral note', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await issueTo(setting, owner, clientId);
    expect((await clientStart(setting, who)).stop).toBeNull();
    await recordInterview(setting, who, null, { id: uuid(), replies: full(yes('night-pain')) });
    expect((await clientStart(setting, who)).stop?.level).toBe('refer');
    expect((await routineToPractise(setting, who)).stop?.level).toBe('refer');
    expect((await fileHead(setting, owner, clientId)).stop?.level).toBe('refer');
    await expect(issueTo(setting, owner, clientId, undefined, 1)).rejects.toMatchObject({
      status: 422,
    });
    const note = await referralNote(setting, who, null);
    const flat = note.groups.flatMap(({ answers }) => answers);
    expect(flat.filter(({ says }) => says === 'yes').map(({ asks }) => asks)).toEqual([
      'Constant pain at night that no position eases?',
    ]);
    expect(flat.every(({ says }) => says !== null)).toBe(true);
    await recordClearance(setting, owner, clientId, cleared('night-pain', '2026-03-10'));
    expect((await clientStart(setting, who)).stop).toBeNull();
  });
});

describe('clearance', () => {
  it('lifts with a record, can be withdrawn, and nothing of it is deleted', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId, 'blood-thinners');
    await recordClearance(setting, owner, clientId, cleared('blood-thinners'));
    const lifted = await screeningOf(setting, owner, clientId);
    expect(lifted.answers[0]?.clearedBy).toBe('Dr Amsel, on 2026-03-09');
    expect(lifted.clearances[0]?.holds).toBe(true);
    setting.moveTo(new Date(NOW.getTime() + DAY));
    await recordClearance(setting, owner, clientId, {
      ...cleared('blood-thinners', '2026-03-11'),
      kind: 'withdrawn',
    });
    const back = await screeningOf(setting, owner, clientId);
    expect(back.answers[0]?.clearedBy).toBe('');
    expect(back.clearances).toHaveLength(2);
    await expect(
      open.db.update(clearance).set({ by: 'x' }).where(eq(clearance.clientId, clientId)),
    ).rejects.toThrow();
  });

  it('is wanted anew when yes is said again, by a therapist or by the client', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Said Again');
    const word = () => recordClearance(setting, owner, clientId, cleared('blood-thinners'));
    const lifted = async () => (await screeningOf(setting, owner, clientId)).answers[0]?.clearedBy;
    await screened(setting, owner, clientId, 'blood-thinners');
    await word();
    expect(await lifted()).not.toBe('');
    setting.moveTo(new Date(NOW.getTime() + DAY));
    await screened(setting, owner, clientId, 'blood-thinners');
    expect(await lifted()).toBe('');
    expect((await screeningOf(setting, owner, clientId)).clearances[0]?.holds).toBe(false);
    await word();
    expect(await lifted()).not.toBe('');
    const { clearances } = await screeningOf(setting, owner, clientId);
    expect(clearances.map(({ holds }) => holds)).toEqual([false, true]);
    setting.moveTo(new Date(NOW.getTime() + 2 * DAY));
    await recordInterview(setting, who, null, { id: uuid(), replies: full(yes('blood-thinners')) });
    expect(await lifted()).toBe('');
  });

  it('is no word on a yes that was written without a line before it, and arrives after it', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Late Line');
    await screened(setting, owner, clientId, 'blood-thinners');
    setting.moveTo(new Date(NOW.getTime() + 2 * DAY));
    await recordClearance(setting, owner, clientId, cleared('blood-thinners'));
    setting.moveTo(new Date(NOW.getTime() + 3 * DAY));
    const written = NOW.getTime() + DAY;
    const late = add('interview', null, uuid(), {
      after: null,
      replies: full(yes('blood-thinners')),
    });
    await send(setting, who, { ...late, at: written });
    const { answers } = await screeningOf(setting, owner, clientId);
    expect(answers[0]?.clearedBy).toBe('');
  });

  it('is refused for what was not found and for a day to come', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId, 'clot');
    await expect(
      recordClearance(setting, owner, clientId, cleared('pregnancy')),
    ).rejects.toMatchObject({ status: 422 });
    await expect(
      recordClearance(setting, owner, clientId, cleared('clot', '2026-03-12')),
    ).rejects.toMatchObject({ message: expect.stringContaining('to come') as string });
  });
});

describe('screening again', () => {
  it('is due after the practice’s own period', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId);
    const rules = async () =>
      (await screeningOf(setting, { ...owner, rescreenAfterDays: 30 }, clientId)).due.map(
        ({ rule }) => rule,
      );
    setting.moveTo(new Date(NOW.getTime() + 29 * DAY));
    expect(await rules()).toEqual([]);
    setting.moveTo(new Date(NOW.getTime() + 30 * DAY));
    expect(await rules()).toEqual(['period of the practice']);
    await expect(
      changePractice(
        setting,
        { ...owner, role: 'therapist' },
        {
          name: 'x',
          timeZone: 'UTC',
          quietAfterDays: 4,
          rescreenAfterDays: 30,
          phone: '',
          emergencyNumber: '',
        },
      ),
    ).rejects.toMatchObject({ status: 403 });
  });

  it('is due after a session that was stopped for a new symptom, and not for soreness', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(setting, owner, clientId);
    setting.moveTo(new Date(NOW.getTime() - 2 * DAY));
    await screened(setting, owner, clientId);
    setting.moveTo(NOW);
    const log = sessionOf(versionId);
    const { events } = log;
    const [started] = events;
    if (!started) throw new Error('no events');
    await sendLog(setting, who, {
      ...log,
      events: [
        started,
        { ...started, id: uuid(), seq: 2, type: 'stopped', reason: 'dizzy' },
      ] as typeof events,
    });
    expect((await screeningOf(setting, owner, clientId)).due.map(({ rule }) => rule)).toEqual([
      'after a new symptom',
    ]);
    expect((await fileHead(setting, owner, clientId)).screeningDue).toBe(true);
    const sore = await joinedClient(setting, owner, 'Ilka Storm');
    const soreVersion = await issueTo(setting, owner, sore.clientId);
    await screened(setting, owner, sore.clientId);
    setting.moveTo(new Date(NOW.getTime() + 2 * DAY));
    const later = sessionOf(soreVersion, NOW.getTime() + DAY);
    const [begun] = later.events;
    if (!begun) throw new Error('no events');
    await sendLog(setting, sore.who, {
      ...later,
      events: [
        begun,
        { ...begun, id: uuid(), seq: 2, type: 'stopped', reason: 'too-sore' },
      ] as typeof events,
    });
    expect((await screeningOf(setting, owner, sore.clientId)).due).toEqual([]);
  });
});

describe('practising under what screening found since', () => {
  it('leaves out what is ruled out, lowers what is limited, and counts only what was asked', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const versionId = await issueTo(
      setting,
      owner,
      clientId,
      routineWith(
        itemFor('skull-base', { id: 'neck', dose: timed(20), grade: 4 }),
        itemFor('breastbone', { id: 'bone', dose: timed(20), grade: 3 }),
      ),
    );
    await recordInterview(setting, who, null, {
      id: uuid(),
      replies: full(yes('neck-unstable'), yes('mobile-joints')),
    });
    await recordClearance(setting, owner, clientId, {
      ...cleared('neck-unstable'),
      on: '2026-03-10',
    });
    await recordClearance(setting, owner, clientId, {
      ...cleared('neck-unstable'),
      on: '2026-03-10',
      kind: 'withdrawn',
    });
    const { version } = await routineToPractise(setting, who);
    const neck = holdsAmong(version?.steps ?? []).filter(({ siteId }) => siteId === 'skull-base');
    expect(neck.length).toBeGreaterThan(0);
    expect(neck.every(({ leftOut }) => leftOut !== undefined)).toBe(true);
    expect(version?.id).toBe(versionId);
  });
});
