import { and, eq, inArray, sql } from 'drizzle-orm';
import fc from 'fast-check';
import { v7 as uuid } from 'uuid';
import { complaintSchema } from '#core/complaint';
import { itemFor, routineWith, timed } from '#core/examples';
import type { OpenDatabase } from '~/db/open.server';
import {
  client,
  complaint,
  complaintStanding,
  message,
  courseStep,
  seenTo,
  keptLetter,
  mapPoint,
  measurement,
  routine,
  routineVersion,
  sessionEvent,
  template,
  user,
  visit,
} from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { KEEPERS } from '~/services/keepers/index.server';
import { NOW, settingFor, setUp } from '~/services/testing/practiceForTests.server';
import type { Delivery } from '../client/outbox';
import type { Entry } from '../client/queue';
import type { Letter, Post } from '../letter';
import { keepLetters, postSchema } from '../server/keep.server';
import type { Principal } from '../server/setting.server';
import { Device, newSecret, type Writer } from './device';
import { dyingAfter, FAULTS, type Fault } from './faults';
import { CLIENT_KINDS, marked, STAFF_KINDS, wishOf, type Stage } from './wishes';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
interface Person extends Writer {
  who: Principal;
}

/** A client with a file, a visit under way and an issued version, and the people who write in it. */
async function stage(): Promise<{ stage: Stage; people: Person[] }> {
  const { db } = setting;
  const [clientId, visitId, versionId, routineId] = [uuid(), uuid(), uuid(), uuid()];
  const complaintId = uuid();
  const person = (role: Principal['role'], id = uuid()): Person => ({
    userId: id,
    secret: newSecret(),
    who: { ...owner, userId: id, role, clientId: role === 'client' ? clientId : null },
  });
  const people = [person('therapist'), person('therapist'), person('client')];
  await db.insert(user).values(
    people.map(({ userId, who }) => ({
      id: userId,
      practiceId: owner.practiceId,
      role: who.role,
      name: `${who.role} of the test`,
      email: `${userId}@test.example`,
      passwordHash: 'x',
      createdAt: NOW,
    })),
  );
  await db.insert(client).values({
    id: clientId,
    practiceId: owner.practiceId,
    therapistId: owner.userId,
    userId: people[2]?.userId ?? null,
    name: 'Marrow',
    timeZone: 'Europe/Copenhagen',
    homeMeasures: [{ testId: 'neck-turn', when: 'weekly' }],
    createdAt: NOW,
  });
  await db.insert(routine).values({ id: routineId, clientId, draftBase: 1, createdAt: NOW });
  await db.insert(routineVersion).values({
    id: versionId,
    routineId,
    number: 1,
    content: routineWith(itemFor('breastbone', { dose: timed(20), grade: 2 })),
    reason: 'First.',
    issuedAt: new Date(NOW.getTime() - 86_400_000 * 20),
    issuedOn: '2026-02-18',
    issuedBy: owner.userId,
  });
  await db
    .insert(visit)
    .values({ id: visitId, clientId, startedBy: owner.userId, startedAt: NOW, day: '2026-03-10' });
  // One more, that answers are about; it changes as little as the version.
  await db.insert(complaint).values({
    id: complaintId,
    clientId,
    content: complaintSchema.parse({ what: 'Stiff neck' }),
    by: owner.userId,
    at: NOW,
  });
  return {
    people,
    stage: {
      clientId,
      visitId,
      versionId,
      complaintId,
      complaints: [uuid(), uuid()],
      templates: [uuid(), uuid()],
      points: [uuid(), uuid()],
      readings: [uuid(), uuid()],
      sessions: [uuid(), uuid()],
    },
  };
}

/** What happens in a schedule, one after the other. */
type Step =
  | { do: 'write'; device: number; tab: number; kind: number; n: number }
  | { do: 'fault'; fault: Fault; at: number }
  | { do: 'time' }
  | { do: 'reload'; device: number; tab: number }
  | { do: 'second tab'; device: number }
  | { do: 'sign out'; device: number }
  | { do: 'sign in'; device: number; person: number }
  | { do: 'clock'; device: number; hours: number }
  | { do: 'let go'; device: number }
  | { do: 'insist'; device: number };

const device = fc.nat({ max: 1 });
const anyStep: fc.Arbitrary<Step> = fc.oneof(
  {
    weight: 7,
    arbitrary: fc.record({
      do: fc.constant('write' as const),
      device,
      tab: fc.nat({ max: 1 }),
      kind: fc.nat({ max: 20 }),
      n: fc.nat({ max: 1_000_000 }),
    }),
  },
  {
    weight: 4,
    arbitrary: fc.record({
      do: fc.constant('fault' as const),
      fault: fc.constantFrom(...FAULTS),
      at: fc.nat({ max: 12 }),
    }),
  },
  { weight: 2, arbitrary: fc.constant<Step>({ do: 'time' }) },
  fc.record({ do: fc.constant('reload' as const), device, tab: fc.nat({ max: 1 }) }),
  fc.record({ do: fc.constant('second tab' as const), device }),
  fc.record({ do: fc.constant('sign out' as const), device }),
  fc.record({ do: fc.constant('sign in' as const), device, person: fc.nat({ max: 2 }) }),
  fc.record({
    do: fc.constant('clock' as const),
    device,
    hours: fc.constantFrom(-90 * 24, -72, 0, 72, 24 * 365),
  }),
  fc.record({ do: fc.constant('let go' as const), device }),
  fc.record({ do: fc.constant('insist' as const), device }),
);

interface Written {
  id: string;
  userId: string;
  letter: Letter;
}

/** Runs a schedule to its end, heals everything, and says what became of every letter. */
async function run(steps: readonly Step[]) {
  const { stage: about, people } = await stage();
  const faults: { fault: Fault; at: number }[] = [];
  const late: (() => Promise<void>)[] = [];
  let dead = 0;

  /** The server; `dying` is a process that is killed within. */
  const serve = async (writer: Principal, post: Post, statements: number | null) => {
    let died = false;
    const db =
      statements === null
        ? setting.db
        : dyingAfter(setting.db, statements, () => {
            died = true;
          });
    const answers = await keepLetters(
      { ...setting, db },
      writer,
      KEEPERS,
      postSchema.parse(JSON.parse(JSON.stringify(post))),
      () => undefined,
    ).catch((error: unknown) => {
      if (died) return null;
      throw error;
    });
    if (died) dead += 1;
    return died ? null : answers;
  };
  const unheard: Delivery = { is: 'unheard', why: 'connection' };
  const send = async (from: Device, post: Post): Promise<Delivery> => {
    const who = people.find(({ userId }) => userId === from.signedIn?.userId)?.who;
    if (!who) return { is: 'unheard', why: 'signed out' };
    if (who.userId !== post.from) return { is: 'unheard', why: 'other person' };
    const { fault, at } = faults.shift() ?? { fault: 'none' as const, at: 0 };
    switch (fault) {
      case 'lost before':
        return unheard;
      case 'lost after':
      case 'crash after':
        await serve(who, post, null);
        return unheard;
      case 'slow':
        // It arrives when the device has long given it up, and after what was sent since.
        late.push(async () => {
          await serve(who, post, null);
        });
        return unheard;
      case 'twice': {
        await serve(who, post, null);
        break;
      }
      case 'crash inside':
        await serve(who, post, at);
        return unheard;
      case 'none':
    }
    const answers = await serve(who, post, null);
    return answers ? { is: 'answered', answers } : unheard;
  };

  let clock = NOW.getTime();
  const devices = [0, 1].map(() => new Device(send, () => (clock += 1), uuid));
  const quiet = async () => {
    const until = performance.now() + 20_000;
    for (let still = 0; still < 3 && performance.now() < until;) {
      await new Promise((next) => setImmediate(next));
      const busy = devices.some(
        (one) => one.busy > 0 || one.tabs.some(({ outbox }) => outbox.view().unwritten > 0),
      );
      still = busy ? 0 : still + 1;
    }
  };
  const deviceOf = (index: number) => devices[index % devices.length] as Device;
  devices.forEach((one, index) => {
    one.signIn(people[index === 0 ? 0 : 2] as Person);
    one.open();
  });
  await quiet();

  const written: Written[] = [];
  const released = new Set<string>();
  const legible: string[] = [];
  let count = 0;
  for (const step of steps) {
    if (step.do === 'fault') faults.push({ fault: step.fault, at: step.at });
    if (step.do === 'time') {
      clock += 1_000;
      for (const one of devices) one.pass();
      for (const arrive of late.splice(0)) await arrive();
    }
    if (step.do === 'write') {
      const at = deviceOf(step.device);
      const tab = at.tabs[step.tab % Math.max(1, at.tabs.length)];
      if (!tab) continue;
      const byClient =
        people.find(({ userId }) => userId === tab.writer.userId)?.who.role === 'client';
      const kinds = byClient ? CLIENT_KINDS : STAFF_KINDS;
      const kind = kinds[step.kind % kinds.length] as (typeof kinds)[number];
      count += 1;
      const n = (step.n % 10_000) * 1000 + count;
      const revisionOf = new Map<string, number>();
      for (const row of await open.db
        .select({ thing: keptLetter.thing, revision: sql<number>`max(${keptLetter.revision})` })
        .from(keptLetter)
        .where(
          and(
            eq(keptLetter.clientId, about.clientId),
            inArray(
              keptLetter.kind,
              kind === 'issue' || kind === 'draft' ? ['issue', 'draft'] : [kind],
            ),
          ),
        )
        .groupBy(keptLetter.thing)) {
        revisionOf.set(row.thing, row.revision);
      }
      // Half of the pages have read the latest, the other half nothing: so that changes clash too.
      const wish = wishOf(kind, n, about, {
        byClient,
        read: (thing) => (n % 2 === 0 ? (revisionOf.get(thing) ?? null) : null),
      });
      const id = tab.outbox.add(
        n % 2 === 0 && wish.base !== null
          ? { ...wish, base: tab.outbox.baseFor(wish.kind, wish.thing, Number(wish.base)) }
          : wish,
      );
      await quiet();
      const entry = tab.outbox.view().entries.find(({ letter }) => letter.id === id);
      written.push({
        id,
        userId: tab.writer.userId,
        letter: entry?.letter ?? ({ ...wish, id, at: 0 } as Letter),
      });
    }
    if (step.do === 'reload') {
      const at = deviceOf(step.device);
      at.tabs[step.tab % Math.max(1, at.tabs.length)]?.kill();
      at.open();
    }
    if (step.do === 'second tab' && deviceOf(step.device).tabs.length < 2) {
      deviceOf(step.device).open();
    }
    if (step.do === 'sign out') {
      const at = deviceOf(step.device);
      at.signOut();
      const raw = [...at.sealed].map(
        ([name, { data }]) => name + Buffer.from(data).toString('latin1'),
      );
      legible.push(...raw.filter((text) => text.includes(marked(0).slice(0, -1))));
      if (at.keys.size > 0) legible.push('a key');
    }
    if (step.do === 'sign in') {
      const at = deviceOf(step.device);
      for (const tab of [...at.tabs]) tab.kill();
      at.signIn(people[step.person] as Person);
      at.open();
    }
    if (step.do === 'clock') deviceOf(step.device).clockOff = step.hours * 3_600_000;
    if (step.do === 'let go' || step.do === 'insist') {
      const tab = deviceOf(step.device).tabs[0];
      const refused = tab?.outbox.view().entries.find((entry) => entry.refused);
      if (tab && refused) {
        const { id } = refused.letter;
        if (step.do === 'let go') tab.outbox.letGo(id);
        else {
          const { revision } = refused.refused?.details ?? {};
          tab.outbox.insist(id, typeof revision === 'number' ? revision : null);
        }
        released.add(id);
      }
    }
    await quiet();
  }

  // Everything is well again, and everybody signs in once more where they were.
  faults.length = 0;
  for (const arrive of late.splice(0)) await arrive();
  const left: { userId: string; entry: Entry }[] = [];
  for (const one of devices) {
    for (const person of people) {
      const isHere = [...one.sealed.keys()].some((name) => name.startsWith(person.userId));
      if (!isHere) continue;
      for (const tab of [...one.tabs]) tab.kill();
      one.signIn(person);
      const tab = one.open();
      if (!tab) continue;
      for (let turn = 0; turn < 6; turn += 1) {
        await quiet();
        if (tab.outbox.view().opened && tab.outbox.view().waiting === 0) break;
        clock += 1_000;
        one.pass();
      }
      left.push(...tab.outbox.view().entries.map((entry) => ({ userId: person.userId, entry })));
    }
    for (const tab of [...one.tabs]) tab.kill();
  }
  return { about, people, written, released, left, legible, dead };
}

/** Every promise of keeping, looked at after a schedule. */
async function judge({ about, written, released, left, legible }: Awaited<ReturnType<typeof run>>) {
  const { db } = open;
  expect(legible).toEqual([]);
  const things = [...new Set(written.map(({ letter }) => letter.thing))];
  const letters =
    things.length === 0
      ? []
      : await db.select().from(keptLetter).where(inArray(keptLetter.thing, things));
  const events = await db
    .select({ id: sessionEvent.id })
    .from(sessionEvent)
    .where(inArray(sessionEvent.sessionId, about.sessions));
  const stored = new Set([...letters, ...events].map(({ id }) => id));

  // Nothing of one person under another.
  const writers = new Map(written.map(({ id, userId }) => [id, userId]));
  for (const row of letters) {
    const writer = writers.get(row.id);
    if (writer !== undefined) expect([row.id, row.userId]).toEqual([row.id, writer]);
  }
  for (const { userId, entry } of left) {
    const writer = writers.get(entry.letter.id);
    if (writer !== undefined) expect(userId).toBe(writer);
  }

  // What is not kept is on its device, visibly refused, waiting for what it was begun from, let go by its
  // writer, or stood for by a later one of the same thing.
  const onDevice = new Map(left.map(({ entry }) => [entry.letter.id, entry]));
  const lost = written.filter(({ id, userId, letter }, index) => {
    if (stored.has(id) || onDevice.has(id) || released.has(id)) return false;
    const heir = written
      .slice(index + 1)
      .some(
        (later) =>
          later.userId === userId &&
          later.letter.kind === letter.kind &&
          later.letter.thing === letter.thing,
      );
    // Insisting writes a new letter for the last of the thing.
    const stands =
      left.some(
        ({ entry }) => entry.letter.kind === letter.kind && entry.letter.thing === letter.thing,
      ) || letters.some((row) => row.kind === letter.kind && row.thing === letter.thing);
    return !(heir || (released.size > 0 && stands) || released.has(String(letter.base)));
  });
  expect(lost.map(({ letter: { kind, thing } }) => ({ kind, thing }))).toEqual([]);
  for (const { entry } of left) {
    expect([entry.letter.kind, entry.refused !== null || typeof entry.letter.base]).toEqual([
      entry.letter.kind,
      entry.refused !== null ? true : 'string',
    ]);
  }

  // Every acknowledged change counted exactly once.
  const counted = (kind: string, thing: string) =>
    letters.filter((row) => row.kind === kind && row.thing === thing && row.revision !== 0).length;
  const points = await db.select().from(mapPoint).where(eq(mapPoint.clientId, about.clientId));
  for (const { id, revision } of points) {
    expect(['point', revision]).toEqual(['point', counted('point', id)]);
  }
  const readings = await db
    .select()
    .from(measurement)
    .where(eq(measurement.clientId, about.clientId));
  for (const { id, revision, visitId } of readings) {
    const kind = visitId === null ? 'home measure' : 'reading';
    expect([kind, revision]).toEqual([kind, counted(kind, id)]);
  }
  const complaints = await db
    .select()
    .from(complaint)
    .where(inArray(complaint.id, about.complaints));
  for (const { id, revision } of complaints) {
    expect(['complaint', revision]).toEqual(['complaint', counted('complaint', id)]);
  }
  const templates = await db.select().from(template).where(inArray(template.id, about.templates));
  for (const { id, revision } of templates) {
    expect(['template', revision]).toEqual(['template', counted('template', id)]);
  }
  const told = await db
    .select()
    .from(complaintStanding)
    .where(eq(complaintStanding.complaintId, about.complaintId));
  expect(told).toHaveLength(letters.filter(({ kind }) => kind === 'standing').length);
  const messages = await db.select().from(message).where(eq(message.clientId, about.clientId));
  expect(messages.map(({ id }) => id).sort()).toEqual(
    letters
      .filter(({ kind }) => kind === 'message')
      .map(({ thing }) => thing)
      .sort(),
  );
  const seen = await db.select().from(seenTo).where(eq(seenTo.clientId, about.clientId));
  expect(seen.map(({ id }) => id).sort()).toEqual(
    letters
      .filter(({ kind }) => kind === 'seen to')
      .map(({ thing }) => thing)
      .sort(),
  );
  const course = await db.select().from(courseStep).where(eq(courseStep.clientId, about.clientId));
  expect(course.map(({ id }) => id).sort()).toEqual(
    letters
      .filter(({ kind }) => kind === 'course')
      .map(({ thing }) => thing)
      .sort(),
  );
  const [notes] = await db.select().from(visit).where(eq(visit.id, about.visitId));
  expect(['note', notes?.notesRevision]).toEqual(['note', counted('note', about.visitId)]);
  const [file] = await db.select().from(client).where(eq(client.id, about.clientId));
  // The minutes stand on both forms, so that the first change of one counts for the other too.
  const minutes = file?.minutesPerDay === null ? 0 : 1;
  expect((file?.detailsRevision ?? 0) + (file?.bringsRevision ?? 0)).toBe(
    counted('details', about.clientId) + counted('brings', about.clientId) + minutes,
  );
  const [plan] = await db.select().from(routine).where(eq(routine.clientId, about.clientId));
  const versions = await db
    .select()
    .from(routineVersion)
    .where(eq(routineVersion.routineId, plan?.id ?? ''));
  const issued = letters.filter(({ kind }) => kind === 'issue').length;
  expect(plan?.draftRevision).toBe(counted('draft', about.clientId) + issued);
  expect(versions).toHaveLength(1 + issued);

  // The last kept text is the one that stands.
  const last = letters
    .filter(({ kind }) => kind === 'note')
    .sort((a, b) => (b.revision ?? 0) - (a.revision ?? 0))[0];
  const text = written.find(({ id }) => id === last?.id)?.letter.body;
  if (text) expect(notes?.notes).toEqual((text as { notes: unknown }).notes);
}

/** Schedules of one test file: two thousand in all, most where they are quicker. */
const SCHEDULES = process.env.TEST_DATABASE_URL ? 600 : 400;

/**
 * Defines the proof, for a half of the schedules: two test files run side by side.
 *
 * @param half which half: its schedules are others
 */
export function proveKeeping(half: number): void {
  beforeAll(async () => {
    open = await openTestDatabase();
    setting = settingFor(open.db);
    owner = await setUp(setting);
  });
  afterAll(() => open.close());

  test('whatever happens on the way, every acknowledged thing is stored exactly once, every other is on the device or visibly refused, and nothing is another’s', async () => {
    const { seed } = fc.readConfigureGlobal();
    const seeded = seed === undefined ? {} : { seed: seed + half };
    const seen = { letters: 0, refused: 0, crashes: 0, kinds: new Set<string>() };
    await fc.assert(
      fc.asyncProperty(fc.array(anyStep, { minLength: 4, maxLength: 11 }), async (steps) => {
        const result = await run(steps);
        seen.letters += result.written.length;
        seen.refused += result.left.filter(({ entry }) => entry.refused).length;
        seen.crashes += result.dead;
        for (const { letter } of result.written) seen.kinds.add(letter.kind);
        await judge(result);
      }),
      { ...seeded, numRuns: SCHEDULES, endOnFailure: false },
    );
    // A proof over schedules in which nothing happens would prove nothing.
    expect(seen.letters).toBeGreaterThan(SCHEDULES);
    expect(seen.refused).toBeGreaterThan(0);
    // A handful of schedules need not meet every kind and every fault.
    if (SCHEDULES < 300) return;
    expect(seen.kinds.size).toBe(new Set([...STAFF_KINDS, ...CLIENT_KINDS]).size);
    expect(seen.refused).toBeGreaterThan(SCHEDULES / 20);
    expect(seen.crashes).toBeGreaterThan(SCHEDULES / 50);
  }, 600_000);
}
