import type { Day } from '#core/calendar';
import { and, desc, eq, ilike, or, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Database } from './database.server';
import { escapeLike } from './escapeLike.server';
import { audit, client, tombstone, user } from './schema.server';

/** What of the trail is asked for. */
export interface TrailQuery {
  practiceId: string;
  /** The practice's own, in which days begin and end. */
  timeZone: string;
  /** Each must stand in who did it, what was done, or to whom. */
  words: readonly string[];
  from: Day | null;
  until: Day | null;
  /** Only lines older than this one. */
  before: string | null;
  most: number;
}

const other = alias(user, 'other');

/** Lines of a practice's trail, newest first, with the names as they are now. */
export const trailOf = (db: Database, asked: TrailQuery) => {
  const { practiceId, timeZone, words, from, until, before, most } = asked;
  const day = sql`timezone(${timeZone}, ${audit.at})::date`;
  const holds = (word: string): SQL | undefined => {
    const like = `%${escapeLike(word)}%`;
    return or(
      ilike(user.name, like),
      ilike(audit.action, like),
      ilike(client.name, like),
      ilike(other.name, like),
    );
  };
  return db
    .select({
      id: audit.id,
      at: audit.at,
      action: audit.action,
      detail: audit.detail,
      actorName: user.name,
      clientId: client.id,
      clientName: client.name,
      otherName: other.name,
      erased: tombstone.clientId,
    })
    .from(audit)
    .leftJoin(user, eq(user.id, audit.actorId))
    .leftJoin(client, and(eq(client.id, audit.subject), eq(client.practiceId, audit.practiceId)))
    .leftJoin(
      tombstone,
      and(eq(tombstone.clientId, audit.subject), eq(tombstone.practiceId, audit.practiceId)),
    )
    .leftJoin(other, and(eq(other.id, audit.subject), eq(other.practiceId, audit.practiceId)))
    .where(
      and(
        eq(audit.practiceId, practiceId),
        from === null ? undefined : sql`${day} >= ${from}::date`,
        until === null ? undefined : sql`${day} <= ${until}::date`,
        before === null
          ? undefined
          : sql`(${audit.at}, ${audit.id}) < (select a.at, a.id from audit a
              where a.id = ${before} and a.practice_id = ${practiceId})`,
        ...words.map(holds),
      ),
    )
    .orderBy(desc(audit.at), desc(audit.id))
    .limit(most);
};

/** Whether a line of that kind is there since an instant. */
export async function isInTrail(
  db: Database,
  line: { practiceId: string; actorId: string; action: string; subject: string; since: Date },
): Promise<boolean> {
  const [row] = await db
    .select({ id: audit.id })
    .from(audit)
    .where(
      and(
        eq(audit.practiceId, line.practiceId),
        eq(audit.subject, line.subject),
        eq(audit.actorId, line.actorId),
        eq(audit.action, line.action),
        sql`${audit.at} >= ${line.since.toISOString()}::timestamptz`,
      ),
    )
    .limit(1);
  return row !== undefined;
}
