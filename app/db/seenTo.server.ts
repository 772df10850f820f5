import { and, asc, eq, gte } from 'drizzle-orm';
import type { Database } from './database.server';
import { client, seenTo } from './schema.server';

/** What therapists saw to, or left for now, of one client; oldest first. */
export const seenToOf = (db: Database, clientId: string) =>
  db
    .select({
      about: seenTo.about,
      sessionId: seenTo.sessionId,
      how: seenTo.how,
      at: seenTo.at,
    })
    .from(seenTo)
    .where(eq(seenTo.clientId, clientId))
    .orderBy(asc(seenTo.at), asc(seenTo.id));

/** What was seen to in a practice from an instant on, oldest first. */
export const seenToIn = (db: Database, practiceId: string, since: Date) =>
  db
    .select({
      clientId: seenTo.clientId,
      about: seenTo.about,
      sessionId: seenTo.sessionId,
      how: seenTo.how,
      at: seenTo.at,
    })
    .from(seenTo)
    .innerJoin(client, eq(client.id, seenTo.clientId))
    .where(and(eq(client.practiceId, practiceId), gte(seenTo.at, since)))
    .orderBy(asc(seenTo.at), asc(seenTo.id));
