import type { Side } from '#core/anatomy';
import type { SessionEvent } from '#core/session';
import { and, asc, desc, eq, inArray, isNotNull, ne, sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { once } from './reading.server';
import {
  ledRoutine,
  practisedSession,
  routineVersion,
  sessionEvent,
  sessionResponse,
} from './schema.server';

/** The last answer about the day after each session that is read, to be joined laterally: one look for all of it. */
export const lastAnswerIn = (db: Database) =>
  db
    .select({
      answer: sessionResponse.answer,
      places: sessionResponse.places,
      besides: sessionResponse.besides,
    })
    .from(sessionResponse)
    .where(
      and(
        eq(sessionResponse.sessionId, practisedSession.id),
        ne(sessionResponse.answer, 'bruise-gone'),
      ),
    )
    .orderBy(desc(sessionResponse.at), desc(sessionResponse.id))
    .limit(1)
    .as('last_answer');

/** The same of the few sessions a page is limited to, and when it was heard of, ms since 1970. */
const response = {
  response: sql<string | null>`(
    select r.answer from session_response r where r.session_id = practised_session.id
    and r.answer <> 'bruise-gone' order by r.at desc, r.id desc limit 1)`,
  responseAt: sql<number | null>`(
    select (extract(epoch from max(r.at)) * 1000)::float8
    from session_response r where r.session_id = practised_session.id
    and r.answer <> 'bruise-gone')`,
};

/** When the last of a session was heard of, ms since 1970: what was sent late was not known before. */
const heardAt = sql<number>`(
  select (extract(epoch from max(e.received_at)) * 1000)::float8
  from session_event e where e.session_id = practised_session.id
  and e.body ->> 'type' not in ('corrected', 'reworded', 'taken-back'))`;
const contactSeconds = sql<number>`(practised_session.summary ->> 'contactSeconds')::float8`;

/** What a client told of places after their sessions, oldest first. */
export const toldAfterOf = (db: Database, clientId: string) =>
  db
    .select({
      sessionId: sessionResponse.sessionId,
      answer: sessionResponse.answer,
      places: sessionResponse.places,
      at: sessionResponse.at,
    })
    .from(sessionResponse)
    .innerJoin(practisedSession, eq(practisedSession.id, sessionResponse.sessionId))
    .where(and(eq(practisedSession.clientId, clientId), isNotNull(sessionResponse.places)))
    .orderBy(asc(sessionResponse.at), asc(sessionResponse.id));

/** Where a client’s sessions were stopped for one of these, when that was heard of, ms since 1970. */
export const stoppedOf = (db: Database, clientId: string, reasons: readonly string[]) =>
  db
    .select({
      sessionId: practisedSession.id,
      stopReason: practisedSession.stopReason,
      places: sql<
        { siteId: string; side: Side }[]
      >`coalesce(practised_session.summary -> 'stoppedAt', '[]')`,
      heardAt,
    })
    .from(practisedSession)
    .where(
      and(
        eq(practisedSession.clientId, clientId),
        inArray(practisedSession.stopReason, [...reasons]),
      ),
    );

/** A client's sessions with the number of the version they followed, oldest first. */
export const sessionsOf = (db: Database, clientId: string) => {
  const lastAnswer = lastAnswerIn(db);
  return db
    .select({
      id: practisedSession.id,
      versionId: practisedSession.versionId,
      versionNumber: routineVersion.number,
      startedAt: practisedSession.startedAt,
      endedAt: practisedSession.endedAt,
      day: practisedSession.day,
      status: practisedSession.status,
      counts: practisedSession.counts,
      stopReason: practisedSession.stopReason,
      word: practisedSession.word,
      summary: practisedSession.summary,
      clock: practisedSession.clock,
      response: lastAnswer.answer,
      responsePlaces: lastAnswer.places,
      responseBesides: lastAnswer.besides,
    })
    .from(practisedSession)
    .innerJoin(routineVersion, eq(routineVersion.id, practisedSession.versionId))
    .leftJoinLateral(lastAnswer, sql`true`)
    .where(eq(practisedSession.clientId, clientId))
    .orderBy(asc(practisedSession.startedAt));
};

/** Whether a session is a client’s own. */
export async function ownSession(db: Database, clientId: string, sessionId: string) {
  const [row] = await db
    .select({ id: practisedSession.id })
    .from(practisedSession)
    .where(and(eq(practisedSession.id, sessionId), eq(practisedSession.clientId, clientId)))
    .limit(1);
  return row;
}

/** The latest sessions of a client, newest first. */
export const lastSessionsOf = once((db, clientId: string, most: number) =>
  db
    .select({
      id: practisedSession.id,
      day: practisedSession.day,
      startedAt: practisedSession.startedAt,
      status: practisedSession.status,
      counts: practisedSession.counts,
      stopReason: practisedSession.stopReason,
      word: practisedSession.word,
      versionId: practisedSession.versionId,
      heardAt,
      contactSeconds,
      response: response.response,
      responseAt: response.responseAt,
    })
    .from(practisedSession)
    .where(eq(practisedSession.clientId, clientId))
    .orderBy(desc(practisedSession.startedAt))
    .limit(most),
);

/** The latest sessions of a client with what was done in them, newest first. */
export const lastKnownOf = once((db, clientId: string, most: number) =>
  db
    .select({
      id: practisedSession.id,
      versionId: practisedSession.versionId,
      day: practisedSession.day,
      startedAt: practisedSession.startedAt,
      status: practisedSession.status,
      counts: practisedSession.counts,
      stopReason: practisedSession.stopReason,
      word: practisedSession.word,
      heardAt,
      contactSeconds,
      summary: practisedSession.summary,
      response: response.response,
      responseAt: response.responseAt,
    })
    .from(practisedSession)
    .where(eq(practisedSession.clientId, clientId))
    .orderBy(desc(practisedSession.startedAt))
    .limit(most),
);

/** So many sessions back are looked at for what the next one begins from. */
export const SUMMARIES_FROM = 20;

/** What was rated in the latest sessions of a client, newest first. */
export const lastSummariesOf = (db: Database, clientId: string, most: number) =>
  db
    .select({
      versionId: practisedSession.versionId,
      day: practisedSession.day,
      startedAt: practisedSession.startedAt,
      status: practisedSession.status,
      summary: practisedSession.summary,
      response: response.response,
      responseAt: response.responseAt,
    })
    .from(practisedSession)
    .where(eq(practisedSession.clientId, clientId))
    .orderBy(desc(practisedSession.startedAt))
    .limit(most);

/** A session's log in the order its device wrote it. */
export async function eventsOf(db: Database, sessionId: string): Promise<SessionEvent[]> {
  const rows = await db
    .select({
      id: sessionEvent.id,
      seq: sessionEvent.seq,
      at: sessionEvent.at,
      body: sessionEvent.body,
    })
    .from(sessionEvent)
    .where(eq(sessionEvent.sessionId, sessionId))
    .orderBy(asc(sessionEvent.seq), asc(sessionEvent.at), asc(sessionEvent.id));
  return rows.map(({ body, ...rest }) => ({ ...body, ...rest }));
}

/** Whose session it is. */
export async function clientOfSession(db: Database, id: string): Promise<string | undefined> {
  const [row] = await db
    .select({ clientId: practisedSession.clientId })
    .from(practisedSession)
    .where(eq(practisedSession.id, id))
    .limit(1);
  return row?.clientId;
}

/** A log as its device wrote it, in one cell. */
const wholeLog = sql<SessionEvent[]>`(
  select coalesce(json_agg(e.body || jsonb_build_object('id', e.id, 'seq', e.seq, 'at', e.at_ms)
    order by e.seq, e.at_ms, e.id), '[]')
  from session_event e where e.session_id = ${practisedSession.id})`;

/** All sessions of a client, each with the holds it was led by and its log, oldest first. */
export const logsOf = (db: Database, clientId: string) =>
  db
    .select({
      id: practisedSession.id,
      day: practisedSession.day,
      steps: ledRoutine.steps,
      log: wholeLog,
    })
    .from(practisedSession)
    .innerJoin(ledRoutine, eq(ledRoutine.id, practisedSession.ledId))
    .where(eq(practisedSession.clientId, clientId))
    .orderBy(asc(practisedSession.startedAt));

/** A session with the holds it was led by and its log, in the order its device wrote it. */
export async function sessionWithLog(db: Database, id: string) {
  const [row] = await db
    .select({
      clientId: practisedSession.clientId,
      versionId: practisedSession.versionId,
      ledId: practisedSession.ledId,
      startedAt: practisedSession.startedAt,
      day: practisedSession.day,
      clockOffset: practisedSession.clockOffset,
      steps: ledRoutine.steps,
      log: wholeLog,
    })
    .from(practisedSession)
    .innerJoin(ledRoutine, eq(ledRoutine.id, practisedSession.ledId))
    .where(eq(practisedSession.id, id))
    .limit(1);
  return row;
}
