import type { Reply } from '#core/screening';
import type { VisitSummary } from '#core/visit';
import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  customType,
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
import { client, user } from './people.server';

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({
  dataType: () => 'bytea',
});

/**
 * A visit in the practice. Open until it is finished; there is one open visit a client at most, which
 * therapists share. A finished one keeps its summary and changes no more.
 */
export const visit = pgTable(
  'visit',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    startedBy: uuid('started_by')
      .notNull()
      .references(() => user.id),
    startedAt: instant('started_at').notNull(),
    /** The client's calendar day. */
    day: date('day', { mode: 'string' }).notNull(),
    finishedAt: instant('finished_at'),
    /** The editor's document; null while nothing is written. */
    notes: jsonb('notes').$type<Record<string, unknown>>(),
    /** Goes up with every save; a save names the one it was begun from. */
    notesRevision: integer('notes_revision').notNull().default(0),
    notesBy: uuid('notes_by').references(() => user.id),
    summary: jsonb('summary').$type<VisitSummary>(),
  },
  (table) => [
    index('visit_client_day').on(table.clientId, table.day),
    uniqueIndex('visit_open')
      .on(table.clientId)
      .where(sql`${table.finishedAt} is null`),
  ],
);

/** An interview as it was answered. Rows are only ever added. */
export const screening = pgTable(
  'screening',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    replies: jsonb('replies').$type<Reply[]>().notNull(),
    /** A therapist held or confirmed it; else the client answered alone. */
    confirmed: boolean('confirmed').notNull(),
    answeredBy: uuid('answered_by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    visitId: uuid('visit_id').references(() => visit.id),
  },
  (table) => [index('screening_client').on(table.clientId, table.at)],
);

/** An interview under way, kept so that a lost connection loses nothing; one a person and client. */
export const screeningDraft = pgTable(
  'screening_draft',
  {
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    replies: jsonb('replies').$type<Reply[]>().notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.clientId, table.userId] })],
);

/** Somebody's word that a finding no longer forbids. Rows are only ever added. */
export const clearance = pgTable(
  'clearance',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    condition: text('condition').notNull(),
    kind: text('kind', { enum: ['cleared', 'withdrawn'] }).notNull(),
    by: text('cleared_by').notNull(),
    on: date('cleared_on', { mode: 'string' }).notNull(),
    note: text('note').notNull().default(''),
    recordedBy: uuid('recorded_by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('clearance_client').on(table.clientId, table.at)],
);

/** A tender point as it was found once. The same point over the visits shares its thread. */
export const mapPoint = pgTable(
  'map_point',
  {
    /** Made by the browser. */
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    /** Null when the client added it between visits. */
    visitId: uuid('visit_id').references(() => visit.id),
    thread: uuid('thread').notNull(),
    siteId: text('site_id').notNull(),
    side: text('side', { enum: ['left', 'right', 'mid'] }).notNull(),
    /** From the site's own spot, in mm. */
    across: doublePrecision('across_mm').notNull(),
    down: doublePrecision('down_mm').notNull(),
    rating: integer('rating').notNull(),
    tautBand: boolean('taut_band'),
    refersTo: jsonb('refers_to').$type<string[]>(),
    stopsOnRelease: boolean('stops_on_release'),
    worseOnBreath: boolean('worse_on_breath'),
    worst: boolean('worst').notNull().default(false),
    /** A bruise is seen there; null: not looked at. */
    bruised: boolean('bruised'),
    note: text('note').notNull().default(''),
    /** Goes up with every change; a change names the one it was begun from. */
    revision: integer('revision').notNull().default(1),
    by: uuid('by').references(() => user.id),
    at: instant('at').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    /** Taken back by undo; it is kept and not shown. */
    removedAt: instant('removed_at'),
  },
  (table) => [
    index('map_point_visit').on(table.visitId),
    index('map_point_client').on(table.clientId, table.at),
    // One point is pressed once a visit; what was taken back does not count.
    uniqueIndex('map_point_thread')
      .on(table.visitId, table.thread)
      .where(sql`${table.removedAt} is null`),
    check('map_point_rating', sql`${table.rating} between 0 and 10`),
  ],
);

/** A picture kept with a reading, re-encoded here so that it carries no metadata. */
export const picture = pgTable(
  'picture',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    jpeg: bytes('jpeg').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
  },
  (table) => [index('picture_client').on(table.clientId)],
);

/** A figure or an observation of a test, with its tries. */
export const measurement = pgTable(
  'measurement',
  {
    /** Made by the browser. */
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    /** Null when the client measured at home. */
    visitId: uuid('visit_id').references(() => visit.id),
    testId: text('test_id').notNull(),
    /** A quantity's id, or an observation's. */
    quantityId: text('quantity_id').notNull(),
    side: text('side', { enum: ['left', 'right', 'mid'] }).notNull(),
    moment: text('moment', { enum: ['before', 'between', 'after'] }).notNull(),
    /** One to three figures in the quantity's unit; empty for an observation. */
    tries: jsonb('tries').$type<number[]>().notNull(),
    /** The median of the tries; null for an observation. */
    value: doublePrecision('value'),
    /** What was seen; null for a figure. */
    seen: text('seen'),
    /** The name of what it was judged by; null for anything else. */
    mark: text('mark'),
    way: text('way', { enum: ['number', 'fingers', 'tilt', 'picture'] }).notNull(),
    pictureId: uuid('picture_id').references(() => picture.id),
    by: uuid('by').references(() => user.id),
    at: instant('at').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
    revision: integer('revision').notNull().default(1),
    removedAt: instant('removed_at'),
  },
  (table) => [
    index('measurement_client').on(table.clientId, table.at),
    index('measurement_visit').on(table.visitId),
    uniqueIndex('measurement_once')
      .on(table.visitId, table.testId, table.quantityId, table.side, table.moment)
      .where(sql`${table.removedAt} is null`),
  ],
);
