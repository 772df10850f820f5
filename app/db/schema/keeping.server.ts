import { index, integer, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import { instant } from './instant.server';
import { client, user } from './people.server';

/**
 * Every letter that was kept: what a person’s device asked to be kept, by the id it gave it. The same
 * letter again is answered from here. Rows are only ever added.
 */
export const keptLetter = pgTable(
  'kept_letter',
  {
    /** Made by the device. */
    id: uuid('id').primaryKey(),
    userId: uuid('user_id')
      .notNull()
      .references(() => user.id),
    kind: text('kind').notNull(),
    clientId: uuid('client_id').references(() => client.id),
    /** The point, reading, visit … it is about. */
    thing: uuid('thing').notNull(),
    /** SHA-256 of the whole letter, hex: another letter under the same id is refused. */
    digest: text('digest').notNull(),
    /** The revision the thing had after it; null where nothing counts them. */
    revision: integer('revision'),
    /** When it was written, by the device’s clock set right. */
    writtenAt: instant('written_at').notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [index('kept_letter_thing').on(table.thing)],
);
