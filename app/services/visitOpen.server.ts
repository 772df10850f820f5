import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '~/db/open.server';
import { visit } from '~/db/schema.server';

/** The open visit of a client; null when there is none. */
export async function openVisitOf(db: Database, clientId: string) {
  const [row] = await db
    .select({ id: visit.id, day: visit.day, startedAt: visit.startedAt })
    .from(visit)
    .where(and(eq(visit.clientId, clientId), isNull(visit.finishedAt)))
    .limit(1);
  return row ?? null;
}
