import type { TimeOfDay } from '#core/calendar';
import { OUTCOME_IDS } from '#core/course';
import type { AskedAtHome } from '#core/measurement';
import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  date,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { instant } from './instant.server';

export const practice = pgTable('practice', {
  id: uuid('id').primaryKey(),
  name: text('name').notNull(),
  timeZone: text('time_zone').notNull(),
  /** Days without a session after which a client counts as gone quiet. */
  quietAfterDays: integer('quiet_after_days').notNull().default(4),
  /** Days after which the screening is asked again. */
  rescreenAfterDays: integer('rescreen_after_days').notNull().default(90),
  /** Numbers that clients ring, as they are dialled; empty when none was set. */
  phone: text('phone').notNull().default(''),
  emergencyNumber: text('emergency_number').notNull().default(''),
  /** Years a record has to be kept after the last contact, as the code of the place has it; null: not said yet. */
  keepYears: integer('keep_years'),
  createdAt: instant('created_at').notNull(),
});

/** A view of the caseload: what it is called, and the search part of its address. */
export interface CaseloadView {
  name: string;
  search: string;
}

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
    /** What this person’s devices seal their unsent things with; 32 random bytes, base64url. Made when first asked for. */
    sealingSecret: text('sealing_secret'),
    createdAt: instant('created_at').notNull(),
    /** When a staff account was ended; what it did stays under its name. */
    endedAt: instant('ended_at'),
    /** Away from the first of these days to the last, by the practice’s calendar; and who stands in. */
    awayFrom: date('away_from', { mode: 'string' }),
    awayUntil: date('away_until', { mode: 'string' }),
    standInId: uuid('stand_in_id'),
    /** Views of the caseload somebody keeps under a name: the search part of its address. */
    caseloadViews: jsonb('caseload_views').$type<CaseloadView[]>().notNull().default([]),
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

/** A device on which somebody has signed in before: strangers’ tries do not shut it out. */
export const knownDevice = pgTable(
  'known_device',
  {
    /** SHA-256 of the device’s own token, hex. */
    tokenHash: text('token_hash').notNull(),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    lastSeenAt: instant('last_seen_at').notNull(),
  },
  (table) => [
    // Several people may use one device.
    primaryKey({ columns: [table.tokenHash, table.userId] }),
    index('known_device_user').on(table.userId),
  ],
);

/** What a member of staff signs in with besides the pass phrase; in force once it is confirmed. */
export const twoFactor = pgTable('two_factor', {
  userId: uuid('user_id')
    .primaryKey()
    .references(() => user.id, { onDelete: 'cascade' }),
  /** What the authenticator app shares with us: 20 random bytes, base32. */
  secret: text('secret').notNull(),
  offeredAt: instant('offered_at').notNull(),
  confirmedAt: instant('confirmed_at'),
  /** The last half minute a code was taken of, counted from 1970: each code is taken once. */
  lastStep: integer('last_step').notNull().default(0),
});

/** What signs in when the app is not at hand, each once. */
export const recoveryCode = pgTable(
  'recovery_code',
  {
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    /** SHA-256 of the code, hex. */
    codeHash: text('code_hash').notNull(),
    usedAt: instant('used_at'),
  },
  (table) => [primaryKey({ columns: [table.userId, table.codeHash] })],
);

/** A sign-in whose pass phrase was right and whose code is still wanted. */
export const begunSignIn = pgTable(
  'begun_sign_in',
  {
    /** SHA-256 of the cookie's token, hex. */
    tokenHash: text('token_hash').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [index('begun_sign_in_user').on(table.userId)],
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
    /** Null when not told. */
    bornOn: date('born_on', { mode: 'string' }),
    /** Who consents for somebody under age, and since when; empty: nobody, or nobody has to. */
    consentBy: text('consent_by').notNull().default(''),
    consentOn: date('consent_on', { mode: 'string' }),
    /** For the load on a tool; null when not told. */
    massKilograms: doublePrecision('mass_kilograms'),
    statureMetres: doublePrecision('stature_metres'),
    /** Ids of the tools and places at hand; null when not asked yet. */
    tools: jsonb('tools').$type<string[]>(),
    places: jsonb('places').$type<string[]>(),
    /** Ids of the things besides tools at hand; null when not asked yet. */
    things: jsonb('things').$type<string[]>(),
    /** When in the day there is time; null when not asked yet. */
    timesOfDay: jsonb('times_of_day').$type<TimeOfDay[]>(),
    /** Days of the week with time, 1 = Monday; null or empty: any. */
    weekdays: jsonb('weekdays').$type<number[]>(),
    /** What they do at that time anyway, for a routine to be tied to; null when not asked yet. */
    habits: jsonb('habits').$type<Partial<Record<TimeOfDay, string>>>(),
    /** Somebody at home can press; null when not asked yet. */
    helperAtHome: boolean('helper_at_home'),
    /** Measures the client is asked for at home. */
    homeMeasures: jsonb('home_measures').$type<AskedAtHome[]>().notNull().default([]),
    /** Go up with every change of the details, and of what the client brings. */
    detailsRevision: integer('details_revision').notNull().default(0),
    bringsRevision: integer('brings_revision').notNull().default(0),
    createdAt: instant('created_at').notNull(),
    /**
     * The file of the same person that this one went into, and when: its record lies there now. No foreign key, so that an
     * archive can be read row by row.
     */
    joinedInto: uuid('joined_into'),
    joinedAt: instant('joined_at'),
  },
  (table) => [
    index('client_joined')
      .on(table.joinedInto)
      .where(sql`${table.joinedInto} is not null`),
    index('client_practice_name').on(table.practiceId, table.name),
    uniqueIndex('client_user').on(table.userId),
  ],
);

/** The end of a client’s course, or that it was taken up again. Rows are only ever added. */
export const courseStep = pgTable(
  'course_step',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    what: text('what', { enum: ['ended', 'resumed'] }).notNull(),
    /** How it ended. */
    outcome: text('outcome', { enum: OUTCOME_IDS }),
    /** They may go on with the routine by themselves. */
    goesOn: boolean('goes_on').notNull().default(false),
    /** What the client reads with it. */
    word: text('word').notNull().default(''),
    /** For the record. */
    summary: text('summary').notNull().default(''),
    /** By the client’s calendar. */
    day: date('day', { mode: 'string' }).notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('course_step_client').on(table.clientId, table.at)],
);

/**
 * What was said about keeping a client’s record: that it may be kept, that it shall be erased, or that it may stay after all.
 * Rows are only ever added.
 */
export const consentStep = pgTable(
  'consent_step',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    what: text('what', { enum: ['given', 'erasure asked', 'erasure taken back'] }).notNull(),
    /** Who said it: the client, or whoever consents for them. */
    saidBy: text('said_by').notNull(),
    /** The sentence that was agreed to, as it stood there; empty where there was none. */
    words: text('words').notNull().default(''),
    /** By the client’s calendar. */
    day: date('day', { mode: 'string' }).notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('consent_step_client').on(table.clientId, table.at)],
);

/**
 * A record that was erased: its id and nothing else of it, so that a backup from before does not bring it back. Rows are only
 * ever added, by `erase_client`; they name no other row, which a restored backup may not have.
 */
export const tombstone = pgTable(
  'tombstone',
  {
    clientId: uuid('client_id').primaryKey(),
    practiceId: uuid('practice_id').notNull(),
    erasedAt: instant('erased_at').notNull(),
    erasedBy: uuid('erased_by'),
    /** When it was asked for; null: its time was over. */
    askedOn: date('asked_on', { mode: 'string' }),
  },
  (table) => [index('tombstone_practice').on(table.practiceId)],
);

/**
 * A resource of another program that this one has no place for, or that is true of elsewhere only: kept beside the record as it
 * came, and told on. It goes with its client.
 */
export const keptAside = pgTable(
  'kept_aside',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id, { onDelete: 'cascade' }),
    /** What it is, as the other program names it. */
    type: text('type').notNull(),
    why: text('why').notNull(),
    resource: jsonb('resource').$type<Record<string, unknown>>().notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('kept_aside_client').on(table.clientId)],
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
  (table) => [
    index('audit_practice_at').on(table.practiceId, table.at),
    index('audit_subject_at').on(table.subject, table.at),
  ],
);

/** Counters of the sign-in rate limit; the shape is the limiter's own. */
export const rateLimit = pgTable('rate_limit', {
  key: text('key').primaryKey(),
  points: integer('points').notNull(),
  expire: instant('expire'),
});
