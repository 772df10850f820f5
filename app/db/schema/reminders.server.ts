import type { Day } from '#core/calendar';
import type { ReminderWish } from '#core/reminders';
import { sql } from 'drizzle-orm';
import {
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { instant } from './instant.server';
import { client, user } from './people.server';

/** When and how a client wants to be reminded, and what comes next. */
export const reminding = pgTable(
  'reminding',
  {
    clientId: uuid('client_id')
      .primaryKey()
      .references(() => client.id),
    wish: jsonb('wish').$type<ReminderWish>().notNull(),
    revision: integer('revision').notNull().default(1),
    /** When it is looked at next; null: never. */
    nextAt: instant('next_at'),
    /** The day and the slot of what is due then; null: only to look anew. */
    nextDay: date('next_day', { mode: 'string' }).$type<Day>(),
    nextSlot: text('next_slot'),
  },
  (table) => [
    index('reminding_next')
      .on(table.nextAt)
      .where(sql`${table.nextAt} is not null`),
  ],
);

/** An address a calendar asks again and again for a client’s times. One a client is in force. */
export const calendarAddress = pgTable(
  'calendar_address',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    /** SHA-256 of the address’s token, hex. */
    tokenHash: text('token_hash').notNull(),
    /** What is practised stands in it; else nothing of anybody’s health does. */
    inWords: boolean('in_words').notNull(),
    at: instant('at').notNull(),
    /** When a calendar last asked; noted once an hour. */
    askedAt: instant('asked_at'),
    revokedAt: instant('revoked_at'),
  },
  (table) => [
    uniqueIndex('calendar_address_token').on(table.tokenHash),
    uniqueIndex('calendar_address_client')
      .on(table.clientId)
      .where(sql`${table.revokedAt} is null`),
  ],
);

/** A device that takes reminders by web push. */
export const pushTarget = pgTable(
  'push_target',
  {
    id: uuid('id').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    endpoint: text('endpoint').notNull(),
    /** What is sent to it is sealed with these, base64url; RFC 8291. */
    p256dh: text('p256dh').notNull(),
    auth: text('auth').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [
    uniqueIndex('push_target_endpoint').on(table.endpoint),
    index('push_target_user').on(table.userId),
  ],
);

/** A reminder whose time has come. One a client, day and slot: whoever adds it is the one who sends it. */
export const reminder = pgTable(
  'reminder',
  {
    id: uuid('id').primaryKey(),
    clientId: uuid('client_id')
      .notNull()
      .references(() => client.id),
    day: date('day', { mode: 'string' }).$type<Day>().notNull(),
    slot: text('slot').notNull(),
    dueAt: instant('due_at').notNull(),
    /** When a process took it to send it; taken over by another when that one did not come back. */
    takenAt: instant('taken_at'),
    /** When it was sent, or given up. */
    sentAt: instant('sent_at'),
    /** What became of it on each way, as codes: nothing of whom it went to. */
    ways: jsonb('ways').$type<Record<string, string>>(),
  },
  (table) => [
    uniqueIndex('reminder_once').on(table.clientId, table.day, table.slot),
    index('reminder_unsent')
      .on(table.dueAt)
      .where(sql`${table.sentAt} is null`),
  ],
);

/** The simulated post tray: what would have gone out as a message, where no mail server is configured. */
export const postTray = pgTable(
  'post_tray',
  {
    /** Of the reminder it tells: once and no more. */
    reminderId: uuid('reminder_id')
      .primaryKey()
      .references(() => reminder.id),
    to: text('to_address').notNull(),
    subject: text('subject').notNull(),
    text: text('text').notNull(),
    at: instant('at').notNull(),
  },
  (table) => [index('post_tray_at').on(table.at)],
);

/** What this installation made once and keeps: the keys it signs its web push with. */
export const installationKey = pgTable('installation_key', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});
