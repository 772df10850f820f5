import { dayOf } from '#core/calendar';
import { and, desc, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/database.server';
import { visit } from '~/db/schema.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { closeVisit } from './visitSummary.server';

/** The open visit of a client; null when there is none. */
export async function openVisitOf(db: Database, clientId: string) {
  const [row] = await db
    .select({ id: visit.id, day: visit.day, startedAt: visit.startedAt })
    .from(visit)
    .where(and(eq(visit.clientId, clientId), isNull(visit.finishedAt)))
    .limit(1);
  return row ?? null;
}

export async function isOpenVisit(db: Database, visitId: string): Promise<boolean> {
  const [row] = await db
    .select({ id: visit.id })
    .from(visit)
    .where(and(eq(visit.id, visitId), isNull(visit.finishedAt)));
  return row !== undefined;
}

/** As much of a client’s file as a visit needs. */
export interface VisitFile {
  id: string;
  practiceId: string;
  timeZone: string;
}

/**
 * The open visit of a client, begun when there is none: recording something begins it. One that was left
 * open on an earlier day is finished first, so that nothing of a later day is counted to it.
 *
 * Runs inside the caller’s transaction, which holds the client’s row.
 *
 * @param at when the thing was written
 */
export async function visitUnderWay(
  { db, now }: Setting,
  who: Principal,
  file: VisitFile,
  at: Date = now(),
): Promise<{ id: string; day: string }> {
  const open = await openVisitOf(db, file.id);
  const day = dayOf(at.getTime(), file.timeZone);
  if (open && open.day >= day) return open;
  if (open) await closeVisit(db, file, open.id, now());
  await db
    .insert(visit)
    .values({ id: uuid(), clientId: file.id, startedBy: who.userId, startedAt: at, day });
  await recordAudit(db, {
    practiceId: file.practiceId,
    actorId: who.userId,
    at: now(),
    action: 'began a visit',
    subject: file.id,
  });
  return found(await openVisitOf(db, file.id), 'visit');
}

/**
 * The visit that a thing belongs to: the one that was open where it was written, or the one under way.
 *
 * @throws Refusal 409 when the visit was finished since
 */
export async function visitFor(
  setting: Setting,
  who: Principal,
  file: VisitFile,
  visitId: string | null,
  at: Date,
): Promise<{ id: string; day: string; lateTo?: Date }> {
  if (visitId !== null) {
    const [row] = await setting.db
      .select({ id: visit.id, day: visit.day, finishedAt: visit.finishedAt })
      .from(visit)
      .where(and(eq(visit.id, visitId), eq(visit.clientId, file.id)));
    if (found(row, 'visit').finishedAt) {
      throw new Refusal(409, 'This visit was finished meanwhile. Open it again, then try again.', {
        finished: true,
        visitId,
      });
    }
    return found(row, 'visit');
  }
  const open = await openVisitOf(setting.db, file.id);
  const day = dayOf(at.getTime(), file.timeZone);
  if (open && open.day > day) return lateVisit(setting, who, file, { at, day });
  return visitUnderWay(setting, who, file, at);
}

/**
 * The visit of an earlier day, for what was written then without a line and comes only now, while another
 * visit is under way: the last one of that day, or one that is added for it, finished already.
 */
async function lateVisit(
  { db, now }: Setting,
  who: Principal,
  file: VisitFile,
  { at, day }: { at: Date; day: string },
): Promise<{ id: string; day: string; lateTo: Date }> {
  const [of] = await db
    .select({ id: visit.id, finishedAt: visit.finishedAt })
    .from(visit)
    .where(and(eq(visit.clientId, file.id), eq(visit.day, day)))
    .orderBy(desc(visit.startedAt))
    .limit(1);
  const id = of?.id ?? uuid();
  if (!of) {
    await db.insert(visit).values({
      id,
      clientId: file.id,
      startedBy: who.userId,
      startedAt: at,
      finishedAt: now(),
      day,
    });
  }
  await recordAudit(db, {
    practiceId: file.practiceId,
    actorId: who.userId,
    at: now(),
    action: `recorded late what belongs to the visit of ${day}`,
    subject: file.id,
  });
  return { id, day, lateTo: of?.finishedAt ?? now() };
}

/** What came late to a finished visit is in its summary too. */
export async function summariseLate(
  { db }: Setting,
  file: VisitFile,
  of: { id: string; lateTo?: Date },
): Promise<void> {
  if (of.lateTo) await closeVisit(db, file, of.id, of.lateTo);
}
