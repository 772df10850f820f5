import { findSite } from '#core/anatomy';
import { addDays, dayOf, daysBetween, type Day } from '#core/calendar';
import { asTemplate } from '#core/plans';
import { expand, newActivity, newItem, placed, usualDose, type Routine } from '#core/routine';
import { begin, replay, summarise } from '#core/session';
import type { ResponseId } from '#core/response';
import { chanceFrom, COURSES, simulate, type SimulatedSession } from '#core/simulation';
import { eq, sql } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { v7 as uuid } from 'uuid';
import { handOut } from '~/db/led.server';
import type { Database } from '~/db/database.server';
import {
  client,
  consentStep,
  practice,
  practisedSession,
  routine,
  routineVersion,
  sessionEvent,
  sessionResponse,
  template,
  user,
} from '~/db/schema.server';
import { consentWords } from '../consentWords';
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

export const idsFrom = (seed: number): NewId => {
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

/** Where the many rows of a client go: their sessions, events and days after. */
export type Put = <T extends PgTable>(
  table: T,
  rows: readonly T['$inferInsert'][],
) => Promise<void>;

export interface Context {
  tx: Database;
  practiceId: string;
  staff: ReadonlyMap<string, string>;
  passwordHash: string;
  /** When a client’s course begins, and the last day on which they practise. */
  from: Day;
  until: Day;
  put: Put;
}

/** Inserts them a thousand at a time. */
const insertedBy =
  (tx: Database): Put =>
  (table, rows) =>
    insertInParts(rows, (part) => tx.insert(table).values(part));

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

interface Led {
  content: Routine;
  ledId: string;
}

/** What was kept of the sessions of a client, from the day their course began. */
export interface Life {
  from: Day;
  routines: readonly Routine[];
  sessions: readonly (typeof practisedSession.$inferInsert)[];
  events: readonly (typeof sessionEvent.$inferInsert)[];
  answers: readonly (typeof sessionResponse.$inferInsert)[];
}
type Lived = Pick<Life, 'sessions' | 'events' | 'answers'>;

interface Living {
  clientId: string;
  userId: string;
  until: Day;
  versions: readonly { id: string; from: Day; routine: Routine }[];
  ledBy: ReadonlyMap<string, Led>;
  newId: NewId;
}

/** The sessions of a client from the simulator, each with its log. */
function livedOut(
  person: DemoClient,
  { clientId, userId, until, versions, ledBy, newId }: Living,
): Lived {
  const sessions = simulate({
    seed: person.seed,
    course: person.course,
    versions,
    until,
    timeZone: PRACTICE.timeZone,
  });
  return {
    sessions: sessions.flatMap((session) => {
      const by = ledBy.get(session.versionId);
      return by ? [sessionRow(session, clientId, by)] : [];
    }),
    events: sessions.flatMap(({ id: sessionId, events: log }) =>
      log.map(({ id, seq, at: atMs, ...body }) => ({
        id,
        sessionId,
        seq,
        at: atMs,
        body,
        receivedAt: new Date(atMs),
      })),
    ),
    answers: answersTo(person, sessions, userId, newId),
  };
}

/** The same life lived by somebody else, from another day on: the same logs, under ids of their own. */
function movedLife(
  life: Life,
  { clientId, userId, from, until, versions, ledBy, newId }: Living & { from: Day },
): Lived {
  const days = daysBetween(life.from, from);
  const ms = days * 86_400_000;
  const later = (at: Date) => new Date(at.getTime() + ms);
  const ids = new Map<string, string>();
  const sessions = life.sessions.flatMap((row) => {
    const day = addDays(row.day, days);
    const version = versions.findLast((one) => one.from <= day) ?? versions[0];
    if (day > until || !version) return [];
    const id = newId(row.startedAt.getTime() + ms);
    ids.set(row.id, id);
    const endedAt = row.endedAt ? later(row.endedAt) : null;
    return [
      {
        ...row,
        id,
        clientId,
        versionId: version.id,
        ledId: ledBy.get(version.id)?.ledId ?? null,
        day,
        startedAt: later(row.startedAt),
        endedAt,
      },
    ];
  });
  return {
    sessions,
    events: life.events.flatMap((event) => {
      const sessionId = ids.get(event.sessionId);
      if (sessionId === undefined) return [];
      const at = event.at + ms;
      return [{ ...event, id: newId(at), sessionId, at, receivedAt: new Date(at) }];
    }),
    answers: life.answers.flatMap((answer) => {
      const sessionId = ids.get(answer.sessionId);
      if (sessionId === undefined) return [];
      const at = later(answer.at);
      return [{ ...answer, id: newId(at.getTime()), sessionId, answeredBy: userId, at }];
    }),
  };
}

/** One invented client with all that was kept of them; with a life that is given, its sessions are that one’s. */
export async function seedClient(
  { tx, practiceId, staff, passwordHash, from, until, put }: Context,
  person: DemoClient,
  email = emailOf(person.name),
  given: Life | null = null,
) {
  const newId = idsFrom(person.seed);
  const today = addDays(until, 1);
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
    routine:
      given?.routines[version.number - 1] ??
      routineOf(person, version, () => newId(noonOf(version.from))),
  }));

  await tx.insert(user).values({
    id: userId,
    practiceId,
    role: 'client',
    name: person.name,
    email,
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
  await tx.insert(consentStep).values({
    ...{ id: newId(at), clientId, what: 'given', saidBy: person.name, by: userId },
    words: consentWords(PRACTICE.name),
    day: dayOf(at, PRACTICE.timeZone),
    at: new Date(at),
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

  const ledBy = new Map<string, Led>();
  for (const { id: versionId, from: day, routine: content } of versions) {
    const led = { clientId, versionId, steps: expand(content), findings: [] };
    const ledId = await handOut(tx, led, { at: new Date(noonOf(day)) });
    ledBy.set(versionId, { content, ledId });
  }
  const life = given
    ? movedLife(given, { clientId, userId, from, until, versions, ledBy, newId })
    : livedOut(person, { clientId, userId, until, versions, ledBy, newId });
  await put(practisedSession, life.sessions);
  await put(sessionEvent, life.events);
  await put(sessionResponse, life.answers);
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
  return { clientId, life: { ...life, from, routines: versions.map((one) => one.routine) } };
}

/** A template of the practice: how a cutter’s first weeks began. */
async function seedTemplate({ tx, practiceId, staff, from }: Context, newId: NewId) {
  const [person] = CLIENTS.filter(({ occupation }) => occupation === 'costume cutter');
  const by = person && staff.get(person.therapist);
  if (!person || !by) throw new RangeError('The demo’s template has nobody it came from.');
  const at = noonOf(from);
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
      from: addDays(today, -WEEKS * 7),
      // Today is left for whoever tries the demo.
      until: addDays(today, -1),
      put: insertedBy(tx),
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
