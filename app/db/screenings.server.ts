import {
  CONDITION_IDS,
  readReplies,
  type ConditionId,
  type RecordedClearance,
} from '#core/screening';
import { presentId } from '#core/knowledge';
import { and, asc, eq } from 'drizzle-orm';
import type { Database } from './database.server';
import { once } from './reading.server';
import { clearance, screening, screeningDraft, user } from './schema.server';

/** Every interview of a client, oldest first. */
export const screeningsOf = once(async (db, clientId: string) => {
  const rows = await db
    .select({
      id: screening.id,
      replies: screening.replies,
      confirmed: screening.confirmed,
      day: screening.day,
      at: screening.at,
      visitId: screening.visitId,
      answeredByName: user.name,
    })
    .from(screening)
    .innerJoin(user, eq(user.id, screening.answeredBy))
    .where(eq(screening.clientId, clientId))
    .orderBy(asc(screening.at), asc(screening.id));
  return rows.map((row) => ({ ...row, ...readReplies(row.replies) }));
});

/** Every clearance of a client in the order it was recorded. */
export const clearancesOf = once((db, clientId: string) =>
  db
    .select({
      id: clearance.id,
      condition: clearance.condition,
      kind: clearance.kind,
      by: clearance.by,
      on: clearance.on,
      note: clearance.note,
      at: clearance.at,
      recordedByName: user.name,
    })
    .from(clearance)
    .innerJoin(user, eq(user.id, clearance.recordedBy))
    .where(eq(clearance.clientId, clientId))
    .orderBy(asc(clearance.at), asc(clearance.id)),
);

/** The stored clearances as the core takes them; conditions no edition knows any more are left out. */
export type StoredClearance = Awaited<ReturnType<typeof clearancesOf>>[number];
export const asClearances = (
  rows: readonly StoredClearance[],
): (RecordedClearance & { id: string })[] =>
  rows.flatMap(({ id: own, condition, kind, by, on, note, at }) => {
    const id = presentId('condition', condition);
    return isAsked(id) ? [{ id: own, condition: id, kind, by, on, note, at: at.getTime() }] : [];
  });

const ASKED: ReadonlySet<string> = new Set(CONDITION_IDS);
const isAsked = (id: string): id is ConditionId => ASKED.has(id);

/** The interview a person has under way for a client. */
export async function screeningDraftOf(db: Database, clientId: string, userId: string) {
  const [row] = await db
    .select({ replies: screeningDraft.replies, at: screeningDraft.at })
    .from(screeningDraft)
    .where(and(eq(screeningDraft.clientId, clientId), eq(screeningDraft.userId, userId)))
    .limit(1);
  return row ? { ...row, ...readReplies(row.replies) } : null;
}
