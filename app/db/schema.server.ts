import { type Routine } from '#core/routine';
import { type EventBody, type SessionSummary } from '#core/session';
import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const practice = pgTable('practice', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  /** Days without a session after which a client counts as gone quiet. */
  quietAfterDays: integer('quiet_after_days').notNull().default(4),
  createdAt: instant('created_at').notNull(),
});

export const user = pgTable(
  'user_account',
  {
    id: uuid('id').primaryKey(),
    practiceId: uuid('practice_id')
      .notNull()
      .references(() => practice.id),
    role: text('role', { enum: ['owner', 'therapist', 'client'] }).notNull(),
    name: text('name').notNull(),
    /** Lower case. */
    email: text('email').notNull(),
    /** argon2id, in its own encoded form. */
    passwordHash: text('password_hash').notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    uniqueIndex('user_account_email').on(table.email),
    index('user_account_practice').on(table.practiceId),
    check('user_account_role', sql`${table.role} in ('owner', 'therapist', 'client')`),
  ],
);

export const signIn = pgTable(
  'sign_in',
  {
    /** SHA-256 of the cookie's token, hex. */
    tokenHash: text('token_hash').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    createdAt: instant('created_at').notNull(),
    lastSeenAt: instant('last_seen_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    device: text('device').notNull(),
  },
  (table) => [index('sign_in_user').on(table.userId)],
);

export const client = pgTable(
  'client',
  {
    id: uuid('id').primaryKey(),
    practiceId: uuid('practice_id')
      .notNull()
      .references(() => practice.id),
    therapistId: uuid('therapist_id')
      .notNull()
      .references(() => user.id),
    /** The client's own account, once they have joined. */
    userId: uuid('user_id').references(() => user.id),
    name: text('name').notNull(),
    occupation: text('occupation').notNull().default(''),
    timeZone: text('time_zone').notNull(),
    minutesPerDay: integer('minutes_per_day'),
    affectedSide: text('affected_side', { enum: ['left', 'right'] }),
    nextVisit: date('next_visit', { mode: 'string' }),
    notes: text('notes').notNull().default(''),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    index('client_practice_name').on(table.practiceId, table.name),
    uniqueIndex('client_user').on(table.userId),
  ],
);

export const invitation = pgTable(
  'invitation',
  {
    id: uuid('id').primaryKey(),
    practiceId: uuid('practice_id')
      .notNull()
      .references(() => practice.id),
    /** The client file the invitation opens; null when it invites a therapist. */
    clientId: uuid('client_id').references(() => client.id),
    role: text('role', { enum: ['therapist', 'client'] }).notNull(),
    /** The account whose pass phrase it renews; null when it makes a new account. */
    renewsUserId: uuid('renews_user_id').references(() => user.id),
    /** SHA-256 of the link's token, hex. */
    tokenHash: text('token_hash').notNull(),
    createdBy: uuid('created_by')
      .notNull()
      .references(() => user.id),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
    usedAt: instant('used_at'),
    revokedAt: instant('revoked_at'),
  },
  (table) => [
    uniqueIndex('invitation_token').on(table.tokenHash),
    index('invitation_client').on(table.clientId),
  ],
);

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
    createdAt: instant('created_at').notNull(),
  },
  (table) => [uniqueIndex('routine_client').on(table.clientId)],
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
    startedAt: instant('started_at').notNull(),
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
    endedAt: instant('ended_at'),
  },
  (table) => [
    index('practised_session_client_day').on(table.clientId, table.day),
    index('practised_session_version').on(table.versionId),
  ],
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

/** Who did what. Rows are only ever added. */
export const audit = pgTable(
  'audit',
  {
    id: uuid('id').primaryKey(),
    practiceId: uuid('practice_id')
      .notNull()
      .references(() => practice.id),
    actorId: uuid('actor_id').references(() => user.id),
    at: instant('at').notNull(),
    action: text('action').notNull(),
    subject: uuid('subject'),
    detail: jsonb('detail').$type<Record<string, string | number | null>>().notNull(),
  },
  (table) => [index('audit_practice_at').on(table.practiceId, table.at)],
);

/** Counters of the sign-in rate limit; the shape is the limiter's own. */
export const rateLimit = pgTable('rate_limit', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: instant('expire'),
});
