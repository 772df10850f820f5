import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { itemFor, routineWith } from '#core/examples';
import { addDays } from '#core/calendar';
import type { Routine, Step } from '#core/routine';
import { lookedAbout } from '#core/response';
import { begin, replay, type StopReason } from '#core/session';
import { chanceFrom, practiseOnce } from '#core/simulation';
import {
  ledIdFrom,
  ledText,
  ownSession,
  practiseOf,
  startOf,
  withOwn,
  type Known,
  type OwnAnswer,
  type OwnSession,
} from '#core/today';
import type { OpenDatabase } from '~/db/open.server';
import { ledRoutine, practisedSession } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { daySheet } from './daySheet.server';
import { packFor } from './pack.server';
import { planOf } from './planning.server';
import { clientStart, routineToPractise } from './practising.server';
import { add, send, sendLog, type Log } from './testing/letters.server';
import {
  issueTo,
  joinedClient,
  NOW,
  screened,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';
import { askAtHome, noteComplaint } from './testing/writing.server';

const DAY = 86_400_000;

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

/** Some lines every day, one now and then, one that grows. */
const routine = (): Routine =>
  routineWith(
    itemFor('calf', { id: 'every' }),
    itemFor('side-low-back', {
      id: 'weekly',
      often: { kind: 'weekly', days: 2, until: null, taperTo: null },
    }),
    itemFor('sole-roll', {
      id: 'grows',
      dose: { method: 'build-up', fromSeconds: 10, toSeconds: 30 },
    }),
  );

async function client() {
  const { clientId, who } = await joinedClient(setting, owner);
  await screened(setting, owner, clientId);
  await issueTo(setting, owner, clientId, routine());
  return { clientId, who };
}

/** What a device has of a pack: it was text in between. */
const laidAside = async (who: Principal) =>
  JSON.parse(JSON.stringify(await packFor(setting, who))) as Awaited<ReturnType<typeof packFor>>;

const digest = (text: string) => createHash('sha256').update(text).digest('hex');

/** A device without a line: it practises each day by what it knows, and remembers. */
class Device {
  readonly logs: Log[] = [];
  sessions: OwnSession[] = [];
  answers: OwnAnswer[] = [];
  constructor(
    private readonly clientId: string,
    readonly told: Known,
  ) {}

  knows(now: number): Known {
    return withOwn(this.told, this, now);
  }

  practise(now: number): readonly Step[] {
    const { version, findings } = practiseOf(this.knows(now), now);
    if (!version) throw new Error('There is nothing to practise.');
    const { id: versionId, steps, lineIds } = version;
    const text = ledText({ versionId, steps, findings });
    const { events } = practiseOnce(
      steps,
      now,
      { tenderness: () => 3, fadeSeconds: 40, easesOff: true, stopsAtStep: null, word: 'alone' },
      chanceFrom(5),
    );
    const ledId = ledIdFrom(this.clientId, digest(text));
    const log: Log = { id: uuid(), versionId, ledId, lineIds, startedAt: now, events };
    this.logs.push(log);
    this.sessions = [ownSession(log, replay(begin(steps), events)), ...this.sessions];
    return steps;
  }

  /** The last session was stopped in its first hold, or at the check-in. */
  stopLast(reason: StopReason, { before = false } = {}) {
    const [log] = this.logs.splice(-1);
    if (!log) throw new Error('Nothing was practised.');
    const { steps } = practiseOf(this.told, log.startedAt).version ?? {};
    const kept = before
      ? log.events.slice(0, 1)
      : log.events.slice(
          0,
          log.events.findIndex(({ type }) => type === 'hold-ended'),
        );
    const last = kept.at(-1);
    const events = [
      ...kept,
      {
        id: uuid(),
        seq: (last?.seq ?? 0) + 1,
        at: (last?.at ?? log.startedAt) + 2_000,
        type: 'stopped' as const,
        reason,
        ...(before ? { before: true as const } : {}),
      },
    ];
    const stopped = { ...log, events };
    this.logs.push(stopped);
    this.sessions = [
      ownSession(stopped, replay(begin(steps ?? []), events)),
      ...this.sessions.slice(1),
    ];
  }

  answer(now: number, answer: string, places?: { siteId: string; side: 'left' | 'right' }[]) {
    const about = startOf(this.knows(now), now).asks;
    if (!about) throw new Error('Nothing is asked.');
    this.answers = [
      ...this.answers,
      { sessionId: about.sessionId, answer, ...(places ? { places } : {}), at: now },
    ];
    return about;
  }
}

describe('what a device has for when there is no line', () => {
  it('is plain data: as text and back it is the same', async () => {
    const { clientId, who } = await client();
    await noteComplaint(setting, owner, clientId, {
      id: uuid(),
      complaint: { what: 'Heel in the morning', since: '2025-11', stops: 'the stairs' },
    });
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'weekly' });
    expect(await laidAside(who)).toEqual(await packFor(setting, who));
  });

  it('says of the day what the practice says, by the name it is handed out under', async () => {
    const { clientId, who } = await client();
    const { known } = await laidAside(who);
    for (let day = 0; day < 8; day += 1) {
      const at = NOW.getTime() + day * DAY;
      setting.moveTo(new Date(at));
      expect(startOf(known, at)).toEqual(
        JSON.parse(JSON.stringify(await clientStart(setting, who))),
      );
      const told = practiseOf(known, at);
      const handed = await routineToPractise(setting, who);
      expect(told.version?.steps).toEqual(handed.version?.steps);
      const { version, findings } = told;
      const text = ledText({ versionId: version?.id ?? '', steps: version?.steps ?? [], findings });
      expect(ledIdFrom(clientId, digest(text))).toBe(handed.version?.ledId);
    }
  });

  it('goes on by itself for days, and the practice comes to the same once it hears of them', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    const ledOn: (readonly Step[])[] = [];
    for (let day = 0; day < 4; day += 1) {
      const at = NOW.getTime() + day * DAY;
      if (day > 0) expect(device.answer(at, 'none').day).toBe(addDays('2026-03-09', day));
      ledOn.push(device.practise(at));
    }
    // Quiet days let what builds up grow, also without a line.
    const grown = ledOn.map(
      (steps) => steps.find(({ itemId }) => itemId === 'grows')?.limitSeconds,
    );
    expect(grown).toEqual([10, 15, 20, 25]);
    const later = NOW.getTime() + 4 * DAY;
    setting.moveTo(new Date(later));
    for (const [index, log] of device.logs.entries()) {
      await sendLog(setting, who, log);
      const answer = device.answers.find(({ sessionId }) => sessionId === log.id);
      if (answer) {
        await send(
          setting,
          who,
          add('response', null, uuid(), { sessionId: log.id, answer: 'none' }),
        );
      }
      const [row] = await open.db
        .select({ ledId: practisedSession.ledId, steps: ledRoutine.steps })
        .from(practisedSession)
        .innerJoin(ledRoutine, eq(ledRoutine.id, practisedSession.ledId))
        .where(eq(practisedSession.id, log.id));
      expect([index, row?.steps.length]).toEqual([index, ledOn[index]?.length]);
    }
    const there = await clientStart(setting, who);
    const here = startOf(device.knows(later), later);
    expect(here.last).toEqual(there.last);
    expect(here.doneThisWeek).toBe(there.doneThisWeek);
    expect(here.version?.content.items.map(({ id }) => id)).toEqual(
      there.version?.content.items.map(({ id }) => id),
    );
    expect(here.asks).toEqual(there.asks);
  });

  it('counts what was pressed today without a line into what each place may still take', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    const { spent } = practiseOf(
      device.knows(NOW.getTime() + 3_600_000),
      NOW.getTime() + 3_600_000,
    );
    expect(Object.keys(spent).length).toBeGreaterThan(0);
    expect(practiseOf(device.told, NOW.getTime()).spent).toEqual({});
  });

  it('begins nothing after an answer that forbids it', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    const next = NOW.getTime() + DAY;
    device.answer(next, 'numb');
    expect(practiseOf(device.knows(next), next).way).toMatchObject({
      waits: 'word',
      when: 'after',
    });
  });

  it('leaves out what is bruised, at home and at the practice alike, until it is said to have gone', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    const next = NOW.getTime() + DAY;
    const calf = { siteId: 'calf', side: 'left' as const };
    const { sessionId } = device.answer(next, 'bruised', [calf]);
    const isOut = (known: Known, at: number) => {
      const steps = practiseOf(known, at).version?.steps.filter(({ itemId }) => itemId === 'every');
      return steps?.filter(({ leftOut }) => leftOut).map(({ side }) => side);
    };
    expect(new Set(isOut(device.knows(next), next))).toEqual(new Set(['left']));
    expect(startOf(device.knows(next), next).rests).toMatchObject([{ ...calf, from: 'told' }]);
    const ledAlone = practiseOf(device.knows(next), next).version?.session.most ?? 0;
    expect(ledAlone).toBeLessThan(practiseOf(device.told, next).version?.session.most ?? 0);

    setting.moveTo(new Date(next));
    for (const log of device.logs) await sendLog(setting, who, log);
    const say = (answer: 'bruised' | 'bruise-gone') =>
      send(setting, who, add('response', null, uuid(), { sessionId, answer, places: [calf] }));
    await say('bruised');
    const { version } = await routineToPractise(setting, who);
    const sides = version?.steps.filter(({ itemId, leftOut }) => itemId === 'every' && leftOut);
    expect(new Set(sides?.map(({ side }) => side))).toEqual(new Set(['left']));
    expect((await clientStart(setting, who)).version?.limits).toMatchObject([
      { itemId: 'every', says: expect.stringMatching(/^left left out: it is bruised/) },
    ]);
    const [row] = (await daySheet(setting, owner)).rows.filter((one) => one.id === clientId);
    expect(row?.told?.label).toMatch(/^Bruised \(.*left\)$/);
    await say('bruise-gone');
    expect((await clientStart(setting, who)).rests).toEqual([]);
    expect(
      (await routineToPractise(setting, who)).version?.steps.some(({ leftOut }) => leftOut),
    ).toBe(false);
    // What was told stays told.
    expect(
      (await daySheet(setting, owner)).rows.find((one) => one.id === clientId)?.told?.label,
    ).toMatch(/^Bruised/);
  });

  it('leaves out what went numb, at home and at the practice alike, until a therapist has looked at it', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    device.stopLast('numb');
    const next = NOW.getTime() + DAY;
    const outOf = (steps: readonly Step[] = []) => [
      ...new Set(steps.flatMap((step) => (step.leftOut ? [`${step.itemId} ${step.side}`] : []))),
    ];
    const alone = device.knows(next);
    expect(outOf(practiseOf(alone, next).version?.steps)).toEqual(['every left']);
    const [rest] = startOf(alone, next).rests;
    expect(rest).toMatchObject({ siteId: 'calf', side: 'left', why: 'numb', sessionId: null });
    expect(startOf(alone, next).version?.limits).toMatchObject([
      { itemId: 'every', says: expect.stringMatching(/^left left out: it went numb/) },
    ]);

    setting.moveTo(new Date(next));
    for (const log of device.logs) await sendLog(setting, who, log);
    const led = async () => (await routineToPractise(setting, who)).version?.steps;
    expect(outOf(await led())).toEqual(['every left']);
    // Neither the client’s word nor that somebody has heard of it ends it.
    const [session] = device.sessions;
    const saw = (about: string, how: 'seen' | 'spoken' | 'not now') =>
      send(
        setting,
        owner,
        add('seen to', clientId, uuid(), { about, how, note: '', sessionId: session?.id ?? null }),
      );
    const place = { siteId: 'calf', side: 'left' as const };
    const gone = { sessionId: session?.id ?? '', answer: 'bruise-gone' as const, places: [place] };
    await send(setting, who, add('response', null, uuid(), gone));
    await saw('told', 'seen');
    await saw('numb:every', 'seen');
    await saw(lookedAbout(place), 'not now');
    expect(outOf(await led())).toEqual(['every left']);
    expect((await planOf(setting, owner, clientId)).rests).toMatchObject([place]);
    setting.moveTo(new Date(next + 60_000));
    await saw(lookedAbout(place), 'seen');
    expect(outOf(await led())).toEqual([]);
    expect((await clientStart(setting, who)).rests).toEqual([]);
    expect((await planOf(setting, owner, clientId)).rests).toEqual([]);
  });

  it('begins nothing after numbness at the check-in: nobody knows which place it was', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    device.stopLast('numb', { before: true });
    const next = NOW.getTime() + DAY;
    expect(practiseOf(device.knows(next), next).way).toMatchObject({ waits: 'word' });
    setting.moveTo(new Date(next));
    for (const log of device.logs) await sendLog(setting, who, log);
    expect((await routineToPractise(setting, who)).way).toMatchObject({ waits: 'word' });
  });

  it('says that a session went by the version before, when a newer one had been issued', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    await issueTo(setting, owner, clientId, routine(), 1);
    expect((await clientStart(setting, who)).version?.cameBetween).toBe(false);
    device.practise(NOW.getTime() + 60_000);
    setting.moveTo(new Date(NOW.getTime() + 3_600_000));
    for (const log of device.logs) await sendLog(setting, who, log);
    const { version, last } = await clientStart(setting, who);
    expect(version?.cameBetween).toBe(true);
    expect(last[0]).toMatchObject({ word: 'alone', counts: true });
  });

  it('has its holds guessed and marked so when the practice would lead by others meanwhile', async () => {
    const { clientId, who } = await client();
    const device = new Device(clientId, (await laidAside(who)).known);
    device.practise(NOW.getTime());
    const [log] = device.logs;
    if (!log) throw new Error('Nothing was practised.');
    await screened(setting, owner, clientId, 'mobile-joints');
    await sendLog(setting, who, log);
    const [row] = await open.db
      .select({ guessed: ledRoutine.guessed })
      .from(practisedSession)
      .innerJoin(ledRoutine, eq(ledRoutine.id, practisedSession.ledId))
      .where(eq(practisedSession.id, log.id));
    expect(row?.guessed).toBe(true);
  });

  it('is nobody else’s', async () => {
    const { who } = await client();
    const other = await client();
    const { known } = await laidAside(who);
    const device = new Device(other.clientId, (await laidAside(other.who)).known);
    device.practise(NOW.getTime());
    for (const log of device.logs) {
      await expect(sendLog(setting, who, log)).rejects.toThrow('There is no such routine.');
    }
    expect(known.versions).toHaveLength(1);
  });
});
