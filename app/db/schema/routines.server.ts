import { HOW_SEEN } from '#core/proposals';
import type { Side } from '#core/anatomy';
import type { BesidesId } from '#core/response';
import type { Step, Routine, RoutineItem } from '#core/routine';
import type { ScreenFinding } from '#core/screening';
import type { EventBody, SessionSummary } from '#core/session';
import {
  bigint,
  boolean,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { instant } from './instant.server';
import { client, practice, user } from './people.server';

/** A client's routine: the thread its versions hang on, and the therapist's unissued draft. */
export const routine = pgTable(
  'routine',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    /** Unissued work; null when there is none. */
    draft: jsonb('draft').$type<Routine>(),
    /** The number of the version the draft was begun from; 0 for none. */
    draftBase: integer('draft_base').notNull().default(0),
    draftBy: uuid('draft_by').references(() => user.id),
    draftAt: instant('draft_at'),
    /** Counts what was kept, so that a save names the draft it was begun from. */
    draftRevision: integer('draft_revision').notNull().default(0),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [uniqueIndex('routine_client').on(table.clientId)],
);

/** Lines a practice begins plans with, under a name. */
export const template = pgTable(
  'template',
  {
    /** Made by the browser. */
    id: uuid('id').primaryKey(),
    practiceId: uuid('practice_id')
      .notNull()
      .references(() => practice.id),
    name: text('name').notNull(),
    items: jsonb('items').$type<RoutineItem[]>().notNull(),
    /** Goes up with every change; a change names the one it was begun from. */
    revision: integer('revision').notNull().default(1),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    /** Taken out; it is kept and not shown. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('template_practice').on(table.practiceId, table.name)],
);

/** An issued version. Rows are only ever added: the database itself refuses a change. */
export const routineVersion = pgTable(
  'routine_version',
  {
    id: uuid('id').primaryKey(),
    routineId: uuid('routine_id')
      .notNull()
      .references(() => routine.id),
    number: integer('number').notNull(),
    content: jsonb('content').$type<Routine>().notNull(),
    reason: text('reason').notNull(),
    issuedAt: instant('issued_at').notNull(),
    /** The client's calendar day of issue. */
    issuedOn: date('issued_on', { mode: 'string' }).notNull(),
    issuedBy: uuid('issued_by')
      .notNull()
      .references(() => user.id),
  },
  (table) => [unique('routine_version_number').on(table.routineId, table.number)],
);

/**
 * A routine as a device was given it to lead through: every hold with what limited it. Handed out once for
 * the same holds; sessions name it. Rows are only ever added.
 */
export const ledRoutine = pgTable(
  'led_routine',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    versionId: uuid('version_id')
      .notNull()
      .references(() => routineVersion.id),
    /** SHA-256 of version, holds and findings, hex. */
    digest: text('digest').notNull(),
    steps: jsonb('steps').$type<Step[]>().notNull(),
    /** What screening had found when it was handed out. */
    findings: jsonb('findings').$type<ScreenFinding[]>().notNull(),
    /** It was worked out afterwards, for a session from before such rows were kept. */
    guessed: boolean('guessed').notNull().default(false),
    at: instant('at').notNull(),
  },
  (table) => [uniqueIndex('led_routine_digest').on(table.clientId, table.digest)],
);

export const practisedSession = pgTable(
  'practised_session',
  {
    /** Made by the client's device. */
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    versionId: uuid('version_id')
      .notNull()
      .references(() => routineVersion.id),
    /** What it was led by; null only until an older session got its own. */
    ledId: uuid('led_id').references(() => ledRoutine.id),
    /** Set right by the server’s clock. */
    startedAt: instant('started_at').notNull(),
    /** What was added to the device’s instants to set them right, in ms, and how that was known. */
    clockOffset: bigint('clock_offset_ms', { mode: 'number' }).notNull().default(0),
    clock: text('clock', { enum: ['right', 'corrected', 'guessed'] })
      .notNull()
      .default('right'),
    /** The client's calendar day. */
    day: date('day', { mode: 'string' }).notNull(),
    status: text('status', {
      enum: ['ready', 'running', 'paused', 'stopped', 'finished'],
    }).notNull(),
    /** Whether it counts as done; see the core's summary of a session. */
    counts: boolean('counts').notNull(),
    stopReason: text('stop_reason'),
    word: text('word').notNull().default(''),
    /** Derived from the events; rebuilt whenever one is added. */
    summary: jsonb('summary').$type<SessionSummary>().notNull(),
    /**
     * What whole practices are asked for, so that no summary need be opened for it: ratings on first pressing, how many
     * and their sum; whether a hold was ended as too much, and whether one stayed only pain. A trigger writes them.
     */
    ratings: integer('ratings').notNull().default(0),
    ratingsSum: doublePrecision('ratings_sum').notNull().default(0),
    tooMuch: boolean('too_much').notNull().default(false),
    onlyPain: boolean('only_pain').notNull().default(false),
    endedAt: instant('ended_at'),
  },
  (table) => [
    index('practised_session_client_day').on(table.clientId, table.day),
    index('practised_session_version').on(table.versionId),
  ],
);

/** How the day after a session was, in the client's answer. Rows are only ever added; the last one holds. */
export const sessionResponse = pgTable(
  'session_response',
  {
    id: uuid('id').primaryKey(),
    sessionId: uuid('session_id')
      .notNull()
      .references(() => practisedSession.id),
    answer: text('answer').notNull(),
    /** Where; null when it was not asked. */
    places: jsonb('places').$type<{ siteId: string; side: Side }[]>(),
    /** What came besides. */
    besides: jsonb('besides').$type<BesidesId[]>(),
    answeredBy: uuid('answered_by')
      .notNull()
      .references(() => user.id),
    /** When the practice heard of it. */
    at: instant('at').notNull(),
  },
  (table) => [index('session_response_session').on(table.sessionId, table.at)],
);

/** What a client and their therapists wrote to each other. Rows are only ever added. */
export const message = pgTable(
  'message',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    byClient: boolean('by_client').notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    text: text('text').notNull(),
    /** When it was written, set right; and when the practice had it. */
    at: instant('at').notNull(),
    heardAt: instant('heard_at').notNull(),
  },
  (table) => [index('message_client').on(table.clientId, table.at)],
);

/** What a therapist did about something the record raised, or that it is left for now. Rows are only ever added. */
export const seenTo = pgTable(
  'seen_to',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    /** A proposal by its key, or a mark of the day sheet. */
    about: text('about').notNull(),
    /** The last session that was known then. */
    sessionId: uuid('session_id').references(() => practisedSession.id),
    how: text('how', { enum: HOW_SEEN }).notNull(),
    note: text('note').notNull().default(''),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('seen_to_client').on(table.clientId, table.at)],
);

/** What happened in a session, as the client's device logged it. Rows are only ever added. */
export const sessionEvent = pgTable(
  'session_event',
  {
    /** Made by the client's device; a second arrival in the same session is the same event. */
    id: uuid('id').notNull(),
    sessionId: uuid('session_id')
      .notNull()
      .references(() => practisedSession.id),
    seq: integer('seq').notNull(),
    /** Milliseconds since 1970 UTC, by the device's clock. */
    at: bigint('at_ms', { mode: 'number' }).notNull(),
    body: jsonb('body').$type<EventBody>().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.sessionId, table.id] }),
    index('session_event_session').on(table.sessionId, table.seq),
  ],
);
