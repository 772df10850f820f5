import { findSite } from '#core/anatomy';
import { addDays, dayOf, type Day } from '#core/calendar';
import { asTemplate } from '#core/plans';
import { expand, newActivity, newItem, placed, usualDose, type Routine } from '#core/routine';
import { begin, replay, summarise } from '#core/session';
import type { ResponseId } from '#core/response';
import { chanceFrom, COURSES, simulate, type SimulatedSession } from '#core/simulation';
import { eq, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { handOut } from '~/db/led.server';
import type { Database } from '~/db/database.server';
import {
  client,
  practice,
  practisedSession,
  routine,
  routineVersion,
  sessionEvent,
  sessionResponse,
  template,
  user,
} from '~/db/schema.server';
import { hashPassword } from '../secret.server';
import { seedComplaints } from './complaints.server';
import { seedVisits } from './firstVisits.server';
import { CLIENTS, PRACTICE, STAFF, type DemoClient } from './people';

/** What every demo person signs in with. Demo data only. */
export const DEMO_PASS_PHRASE = 'harbour lamp demo';

const WEEKS = 8;
const SECOND_AFTER_WEEKS = 4;
const ROWS_AT_ONCE = 1000;

type NewId = (msecs: number) => string;

const idsFrom = (seed: number): NewId => {
  const chance = chanceFrom(seed);
  return (msecs) => uuid({ msecs, random: chance.bytes() });
};

function routineOf(
  person: DemoClient,
  { sites, beside = [] }: Pick<NonNullable<DemoClient['second']>, 'sites' | 'beside'>,
  newId: () => string,
): Routine {
  const pressed: Routine = {
    timesPerWeek: person.timesPerWeek,
    ...(person.neckReason === undefined ? {} : { reasons: { neck: person.neckReason } }),
    message: person.message,
    items: sites.map((wish) => {
      const site = findSite(wish.siteId);
      if (!site) throw new RangeError(`The demo names an unknown site: ${wish.siteId}.`);
      const item = newItem(site, newId(), person.affectedSide);
      const setup = wish.by
        ? site.setups.find(
            ({ toolId, positionId }) => toolId === wish.by?.[0] && positionId === wish.by[1],
          )
        : site.setups[0];
      return {
        ...item,
        ...(setup && {
          toolId: setup.toolId,
          positionId: setup.positionId,
          instructions: setup.how,
        }),
        dose: wish.method ? usualDose(site, wish.method) : item.dose,
        grade: wish.grade ?? item.grade,
        points: wish.points ?? item.points,
        // An extra point only where the cap leaves room for it.
        extraPoints: wish.method === 'timed' && (wish.points ?? 1) === 1 ? item.extraPoints : 0,
      };
    }),
  };
  return beside.reduce((routine, kind) => {
    const wish = { id: newId(), affectedSide: person.affectedSide };
    return { ...routine, items: placed(routine.items, newActivity(kind, wish, routine)) };
  }, pressed);
}

const noonOf = (day: Day) => Date.parse(`${day}T12:00:00Z`);

async function insertInParts<T>(rows: readonly T[], insert: (part: T[]) => Promise<unknown>) {
  for (let from = 0; from < rows.length; from += ROWS_AT_ONCE) {
    await insert(rows.slice(from, from + ROWS_AT_ONCE));
  }
}

const emailOf = (name: string) =>
  `${name.split(' ')[0]?.toLowerCase() ?? 'client'}@sandholmquay.example`;

interface Context {
  tx: Database;
  practiceId: string;
  staff: ReadonlyMap<string, string>;
  passwordHash: string;
  today: Day;
}

function sessionRow(
  session: SimulatedSession,
  clientId: string,
  { content, ledId }: { content: Routine; ledId: string },
) {
  const state = replay(begin(expand(content)), session.events);
  const summary = summarise(state);
  return {
    id: session.id,
    clientId,
    versionId: session.versionId,
    ledId,
    startedAt: new Date(session.startedAt),
    day: session.day,
    status: state.status,
    counts: summary.counts,
    stopReason: state.stopReason,
    word: state.word,
    summary,
    endedAt: state.endedAt === null ? null : new Date(state.endedAt),
  };
}

/** How the days after were, each told before the next session: the last one is still to be asked about. */
function answersTo(
  person: DemoClient,
  sessions: readonly SimulatedSession[],
  answeredBy: string,
  newId: NewId,
) {
  const chance = chanceFrom(person.seed + 13);
  const presses = COURSES[person.course].overPress > 0;
  const answer = (): ResponseId => {
    if (presses && chance.happens(0.15)) return 'bruised';
    if (chance.happens(presses ? 0.5 : 0.04)) return 'sore';
    return chance.happens(0.35) ? 'little-sore' : 'none';
  };
  return sessions.flatMap(({ id: sessionId }, index) => {
    const next = sessions[index + 1];
    if (!next) return [];
    const at = next.startedAt - 60_000;
    const usual = answer();
    const told = person.afterwards?.find(({ back }) => back === sessions.length - 2 - index);
    return [
      {
        id: newId(at),
        sessionId,
        answer: told?.answer ?? usual,
        ...(told?.places ? { places: [...told.places] } : {}),
        answeredBy,
        at: new Date(at),
      },
    ];
  });
}

async function seedClient(
  { tx, practiceId, staff, passwordHash, today }: Context,
  person: DemoClient,
) {
  const newId = idsFrom(person.seed);
  const from = addDays(today, -WEEKS * 7);
  const secondFrom = addDays(from, SECOND_AFTER_WEEKS * 7);
  const at = noonOf(from);
  const [clientId, userId, routineId] = [newId(at), newId(at), newId(at)];
  const therapistId = staff.get(person.therapist);
  if (!therapistId)
    throw new RangeError(`The demo names an unknown therapist: ${person.therapist}.`);
  const versions = [
    { number: 1, from, reason: 'First version.', sites: person.sites },
    ...(person.second ? [{ number: 2, from: secondFrom, ...person.second }] : []),
  ].map((version) => ({
    id: newId(noonOf(version.from)),
    number: version.number,
    from: version.from,
    reason: version.reason,
    routine: routineOf(person, version, () => newId(noonOf(version.from))),
  }));

  await tx.insert(user).values({
    id: userId,
    practiceId,
    role: 'client',
    name: person.name,
    email: emailOf(person.name),
    passwordHash,
    createdAt: new Date(at + person.seed * 1000),
  });
  await tx.insert(client).values({
    id: clientId,
    practiceId,
    therapistId,
    userId,
    name: person.name,
    occupation: person.occupation,
    timeZone: PRACTICE.timeZone,
    minutesPerDay: person.minutesPerDay,
    affectedSide: person.affectedSide,
    nextVisit: person.nextVisitIn === null ? null : addDays(today, person.nextVisitIn),
    notes: person.notes,
    massKilograms: person.body?.massKilograms ?? null,
    statureMetres: person.body?.statureMetres ?? null,
    tools: [...person.tools],
    places: [...person.places],
    things: [
      'cushion',
      'strap',
      'cream',
      'cold-pack',
      'chair',
      'hard-chair',
      'table',
      'steady',
      'glove',
    ],
    timesOfDay: [...person.timesOfDay],
    habits: person.habits ?? {},
    helperAtHome: person.helperAtHome,
    homeMeasures: person.asksHome ? [person.asksHome] : [],
    createdAt: new Date(at),
  });
  await tx.insert(routine).values({ id: routineId, clientId, createdAt: new Date(at) });
  await tx.insert(routineVersion).values(
    versions.map(({ id, number, from: day, reason, routine: content }) => ({
      id,
      routineId,
      number,
      content,
      reason,
      issuedAt: new Date(noonOf(day)),
      issuedOn: day,
      issuedBy: therapistId,
    })),
  );

  const sessions = simulate({
    seed: person.seed,
    course: person.course,
    versions,
    // Today is left for whoever tries the demo.
    until: addDays(today, -1),
    timeZone: PRACTICE.timeZone,
  });
  const ledBy = new Map<string, { content: Routine; ledId: string }>();
  for (const { id: versionId, from: day, routine: content } of versions) {
    const led = { clientId, versionId, steps: expand(content), findings: [] };
    const ledId = await handOut(tx, led, { at: new Date(noonOf(day)) });
    ledBy.set(versionId, { content, ledId });
  }
  const rows = sessions.flatMap((session) => {
    const by = ledBy.get(session.versionId);
    return by ? [sessionRow(session, clientId, by)] : [];
  });
  await insertInParts(rows, (part) => tx.insert(practisedSession).values(part));
  const events = sessions.flatMap(({ id: sessionId, events: log }) =>
    log.map(({ id, seq, at: atMs, ...body }) => ({
      id,
      sessionId,
      seq,
      at: atMs,
      body,
      receivedAt: new Date(atMs),
    })),
  );
  await insertInParts(events, (part) => tx.insert(sessionEvent).values(part));
  await insertInParts(answersTo(person, sessions, userId, newId), (part) =>
    tx.insert(sessionResponse).values(part),
  );
  await seedVisits({
    tx,
    person,
    clientId,
    userId,
    therapistId,
    newId,
    chance: chanceFrom(person.seed + 7),
    from,
  });
  await seedComplaints({
    tx,
    person,
    clientId,
    userId,
    therapistId,
    newId,
    chance: chanceFrom(person.seed + 17),
    from,
  });
}

/** A template of the practice: how a cutter’s first weeks began. */
async function seedTemplate({ tx, practiceId, staff, today }: Context, newId: NewId) {
  const [person] = CLIENTS.filter(({ occupation }) => occupation === 'costume cutter');
  const by = person && staff.get(person.therapist);
  if (!person || !by) throw new RangeError('The demo’s template has nobody it came from.');
  const at = noonOf(addDays(today, -WEEKS * 7));
  await tx.insert(template).values({
    id: newId(at),
    practiceId,
    name: 'First weeks at the cutting table',
    items: asTemplate(routineOf(person, person, () => newId(at)).items),
    by,
    at: new Date(at),
  });
}

/**
 * Fills an empty database with the demo practice: ten invented clients and eight weeks of their logs,
 * the same for the same day.
 *
 * @throws when a practice is there already
 */
export async function seedDemo(db: Database, now: Date): Promise<void> {
  const today = dayOf(now.getTime(), PRACTICE.timeZone);
  const passwordHash = await hashPassword(DEMO_PASS_PHRASE);
  const newId = idsFrom(1);
  const at = noonOf(addDays(today, -WEEKS * 7 - 1));
  await db.transaction(async (tx) => {
    const existing = await tx.select({ n: sql<number>`count(*)::integer` }).from(practice);
    if ((existing[0]?.n ?? 0) > 0) throw new Error('This database already holds a practice.');
    const practiceId = newId(at);
    await tx.insert(practice).values({ id: practiceId, ...PRACTICE, createdAt: new Date(at) });
    const staff = STAFF.map(({ key, ...person }, index) => ({
      key,
      row: { ...person, id: newId(at), practiceId, passwordHash, createdAt: new Date(at + index) },
    }));
    await tx.insert(user).values(staff.map(({ row }) => row));
    const context: Context = {
      tx,
      practiceId,
      staff: new Map(staff.map(({ key, row }) => [key, row.id])),
      passwordHash,
      today,
    };
    for (const person of CLIENTS) await seedClient(context, person);
    await seedTemplate(context, newId);
  });
}

/** The demo's sign-ins, for printing: staff first. */
export const demoPeopleToPrint = (db: Database) =>
  db
    .select({ name: user.name, role: user.role, email: user.email, occupation: client.occupation })
    .from(user)
    .leftJoin(client, eq(client.userId, user.id))
    .orderBy(user.createdAt);
