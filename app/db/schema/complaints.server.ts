import type { Complaint } from '#core/complaint';
import { sql } from 'drizzle-orm';
import { check, date, index, integer, jsonb, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant } from './instant.server';
import { client, user } from './people.server';

/** What brings a client, in their own words. */
export const complaint = pgTable(
  'complaint',
  {
    /** Made by the browser. */
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    content: jsonb('content').$type<Complaint>().notNull(),
    /** Goes up with every change; a change names the one it was begun from. */
    revision: integer('revision').notNull().default(1),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    /** Taken back; it is kept and not shown. */
    removedAt: instant('removed_at'),
  },
  (table) => [index('complaint_client').on(table.clientId, table.at)],
);

/** How a complaint stood in the last seven days. Rows are only ever added. */
export const complaintStanding = pgTable(
  'complaint_standing',
  {
    id: uuid('id').primaryKey(),
    complaintId: uuid('complaint_id')
      .notNull()
      .references(() => complaint.id),
    days: integer('days').notNull(),
    strongest: integer('strongest').notNull(),
    hinders: integer('hinders').notNull(),
    source: text('source', { enum: ['home', 'visit'] }).notNull(),
    by: uuid('by')
      .notNull()
      .references(() => user.id),
    at: instant('at').notNull(),
    day: date('day', { mode: 'string' }).notNull(),
  },
  (table) => [
    index('complaint_standing_complaint').on(table.complaintId, table.at),
    check('complaint_standing_days', sql`${table.days} between 0 and 7`),
    check('complaint_standing_strongest', sql`${table.strongest} between 0 and 10`),
    check('complaint_standing_hinders', sql`${table.hinders} between 0 and 10`),
  ],
);
