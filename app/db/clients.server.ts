import type { Day } from '#core/calendar';
import type { RestingPlace } from '#core/response';
import { and, asc, desc, eq, gt, gte, ilike, isNull, notExists, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Database } from './database.server';
import { escapeLike } from './escapeLike.server';
import { once } from './reading.server';
import { lastAnswerIn } from './sessions.server';
import {
  client,
  invitation,
  practisedSession,
  routine,
  routineVersion,
  screening,
  user,
} from './schema.server';

/** Who stands in while a therapist is away. */
const standIn = alias(user, 'stand_in');

const fileQuery = (db: Database, practiceId: string, clientId: string) =>
  db
    .select({
      id: client.id,
      practiceId: client.practiceId,
      therapistId: client.therapistId,
      therapistName: user.name,
      awayFrom: user.awayFrom,
      awayUntil: user.awayUntil,
      standInName: standIn.name,
      userId: client.userId,
      name: client.name,
      occupation: client.occupation,
      timeZone: client.timeZone,
      minutesPerDay: client.minutesPerDay,
      affectedSide: client.affectedSide,
      nextVisit: client.nextVisit,
      notes: client.notes,
      bornOn: client.bornOn,
      consentBy: client.consentBy,
      consentOn: client.consentOn,
      massKilograms: client.massKilograms,
      statureMetres: client.statureMetres,
      tools: client.tools,
      places: client.places,
      things: client.things,
      timesOfDay: client.timesOfDay,
      habits: client.habits,
      weekdays: client.weekdays,
      helperAtHome: client.helperAtHome,
      homeMeasures: client.homeMeasures,
      detailsRevision: client.detailsRevision,
      bringsRevision: client.bringsRevision,
      createdAt: client.createdAt,
      joinedInto: client.joinedInto,
    })
    .from(client)
    .innerJoin(user, eq(user.id, client.therapistId))
    .leftJoin(standIn, and(eq(standIn.id, user.standInId), isNull(standIn.endedAt)))
    .where(and(eq(client.practiceId, practiceId), eq(client.id, clientId)))
    .limit(1);

/** A client's file, if it lies inside this practice. */
export const clientInPractice = once(async (db, practiceId: string, clientId: string) => {
  const [row] = await fileQuery(db, practiceId, clientId);
  return row;
});

/**
 * The same in a transaction, its row locked until the end: what is kept for one client is kept one after
 * the other.
 */
export async function lockClientInPractice(db: Database, practiceId: string, clientId: string) {
  const [row] = await fileQuery(db, practiceId, clientId).for('no key update', { of: client });
  return row;
}

/** Clients of a practice whose name has a word that begins with the text. */
export const searchClients = (db: Database, practiceId: string, text: string, most: number) =>
  db
    .select({ id: client.id, name: client.name, occupation: client.occupation })
    .from(client)
    .where(
      and(
        eq(client.practiceId, practiceId),
        isNull(client.joinedInto),
        // A word start: a space before the whole name makes its first word like the others.
        ilike(sql`' ' || ${client.name}`, `% ${escapeLike(text)}%`),
      ),
    )
    .orderBy(asc(client.name))
    .limit(most);

/** Other files of a practice that may be of the same person: the most alike by name or birthday first. */
export const othersLike = (
  db: Database,
  practiceId: string,
  { id, name, bornOn }: { id: string; name: string; bornOn: string | null },
  most = 200,
) => {
  const [first = name] = name.trim().split(/\s+/);
  const last = name.trim().split(/\s+/).at(-1) ?? name;
  const alike = sql<number>`
    (case when lower(${client.name}) = lower(${name}) then 4 else 0 end)
    + (case when ${client.bornOn} = ${bornOn}::date then 2 else 0 end)
    + (case when ${client.name} ilike ${`%${escapeLike(first)}%`} then 1 else 0 end)
    + (case when ${client.name} ilike ${`%${escapeLike(last)}%`} then 1 else 0 end)`;
  return db
    .select({ id: client.id, name: client.name, occupation: client.occupation })
    .from(client)
    .where(
      and(eq(client.practiceId, practiceId), isNull(client.joinedInto), sql`${client.id} <> ${id}`),
    )
    .orderBy(desc(alike), asc(client.name))
    .limit(most);
};

/** Every client of a practice with the last day practised. */
export const clientsWithLastDay = (db: Database, practiceId: string) => {
  return db
    .select({
      id: client.id,
      name: client.name,
      occupation: client.occupation,
      timeZone: client.timeZone,
      nextVisit: client.nextVisit,
      joined: sql<boolean>`${client.userId} is not null`,
      // One step in an index a client, however many sessions there are.
      lastPractised: sql<Day | null>`(select max(s.day) from practised_session s where s.client_id = ${client.id})`,
      therapistName: user.name,
      awayFrom: user.awayFrom,
      awayUntil: user.awayUntil,
      standInId: user.standInId,
    })
    .from(client)
    .innerJoin(user, eq(user.id, client.therapistId))
    .where(and(eq(client.practiceId, practiceId), isNull(client.joinedInto)))
    .orderBy(asc(client.name));
};

/** Sessions of a whole practice since a day: who, when, whether they count, how they went wrong. */
export const practiceSessionsSince = (db: Database, practiceId: string, since: Day) => {
  const lastAnswer = lastAnswerIn(db);
  return db
    .select({
      id: practisedSession.id,
      clientId: practisedSession.clientId,
      day: practisedSession.day,
      counts: practisedSession.counts,
      stopReason: practisedSession.stopReason,
      tooMuch: practisedSession.tooMuch,
      onlyPain: practisedSession.onlyPain,
      response: lastAnswer.answer,
      places: lastAnswer.places,
      besides: lastAnswer.besides,
      // The summary is opened of those that were stopped only.
      stoppedAt: sql<RestingPlace[] | null>`case when ${practisedSession.stopReason} is not null
        then ${practisedSession.summary} -> 'stoppedAt' end`,
    })
    .from(practisedSession)
    .innerJoin(client, eq(client.id, practisedSession.clientId))
    .leftJoinLateral(lastAnswer, sql`true`)
    .where(and(eq(client.practiceId, practiceId), gte(practisedSession.day, since)))
    .orderBy(asc(practisedSession.startedAt));
};

/** When each version of a practice's routines began to ask for how many sessions a week. */
export const practiceAskPeriods = (db: Database, practiceId: string) =>
  db
    .select({
      clientId: sql<string>`coalesce(${client.joinedInto}, ${client.id})`,
      number: routineVersion.number,
      from: routineVersion.issuedOn,
      timesPerWeek: sql<number>`(${routineVersion.content} ->> 'timesPerWeek')::integer`,
    })
    .from(routineVersion)
    .innerJoin(routine, eq(routine.id, routineVersion.routineId))
    .innerJoin(client, eq(client.id, routine.clientId))
    .where(eq(client.practiceId, practiceId))
    .orderBy(asc(routineVersion.issuedAt), asc(routineVersion.number));

/** The latest interview of each client of a practice, when a therapist has not confirmed it. */
export const unconfirmedAnswers = (db: Database, practiceId: string) => {
  const later = alias(screening, 'later');
  return db
    .select({ clientId: screening.clientId, day: screening.day, replies: screening.replies })
    .from(screening)
    .innerJoin(client, eq(client.id, screening.clientId))
    .where(
      and(
        eq(client.practiceId, practiceId),
        eq(screening.confirmed, false),
        notExists(
          db
            .select({ id: later.id })
            .from(later)
            .where(and(eq(later.clientId, screening.clientId), gt(later.at, screening.at))),
        ),
      ),
    );
};

/** Until when the newest invitation to each file runs, of those that nobody has joined yet. */
export const openInvitations = (db: Database, practiceId: string) =>
  db
    .selectDistinctOn([invitation.clientId], {
      clientId: client.id,
      until: invitation.expiresAt,
    })
    .from(invitation)
    .innerJoin(client, eq(client.id, invitation.clientId))
    .where(
      and(
        eq(client.practiceId, practiceId),
        isNull(client.userId),
        isNull(invitation.usedAt),
        isNull(invitation.revokedAt),
      ),
    )
    .orderBy(invitation.clientId, desc(invitation.expiresAt));
