import { and, asc, eq, sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { client, message, user } from './schema.server';

/** What a client and their therapists wrote to each other, oldest first. */
export const messagesOf = (db: Database, clientId: string) =>
  db
    .select({
      id: message.id,
      byClient: message.byClient,
      byName: user.name,
      text: message.text,
      at: message.at,
    })
    .from(message)
    .innerJoin(user, eq(user.id, message.by))
    .where(eq(message.clientId, clientId))
    .orderBy(asc(message.at), asc(message.id));

/**
 * Clients of a practice whose last message nobody has answered, with the instant it was heard of. What was written without a
 * line came after what was answered meanwhile: it goes by when it was heard.
 */
export const unansweredIn = (db: Database, practiceId: string) =>
  db
    .select({ clientId: message.clientId, heardAt: message.heardAt })
    .from(message)
    .innerJoin(client, eq(client.id, message.clientId))
    .where(
      and(
        eq(client.practiceId, practiceId),
        eq(message.byClient, true),
        sql`not exists (select 1 from message later where later.client_id = ${message.clientId}
          and (later.heard_at, later.id) > (${message.heardAt}, ${message.id}))`,
      ),
    );
