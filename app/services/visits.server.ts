import { dayOf, timeOf } from '#core/calendar';
import { doneWhen } from '#core/visit';
import { and, desc, eq } from 'drizzle-orm';
import { recordAudit } from '~/db/audit.server';
import { client, visit } from '~/db/schema.server';
import {
  doneIn,
  measurementsOf,
  notesOf,
  pointsOf,
  visitsOf,
  type VisitRow,
} from '~/db/visits.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { openVisitOf, visitUnderWay } from './visitOpen.server';
import { closeVisit, summaryOf } from './visitSummary.server';

/** Does something with a client’s visits, one at a time: nothing is kept for the client meanwhile. */
async function withFile<T>(
  setting: Setting,
  who: Principal,
  clientId: string,
  work: (inside: Setting, file: Awaited<ReturnType<typeof fileOf>>) => Promise<T>,
): Promise<T> {
  const file = await fileOf(setting, who, clientId);
  return setting.db.transaction(async (tx) => {
    await tx
      .select({ id: client.id })
      .from(client)
      .where(eq(client.id, clientId))
      .for('no key update');
    return work({ ...setting, db: tx }, file);
  });
}

export const startVisit = (setting: Setting, who: Principal, clientId: string) =>
  withFile(setting, who, clientId, (inside, file) => visitUnderWay(inside, who, file));

/** Finishes the open visit: its summary is written, and it changes no more unless it is opened again. */
export const finishVisit = (setting: Setting, who: Principal, clientId: string) =>
  withFile(setting, who, clientId, async (inside, file) => {
    const open = await openVisitOf(inside.db, clientId);
    if (!open) throw new Refusal(409, 'No visit is open; it may have been finished elsewhere.');
    const at = setting.now();
    const summary = await closeVisit(inside.db, file, open.id, at);
    await recordAudit(inside.db, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'finished a visit',
      subject: clientId,
    });
    return summary;
  });

/**
 * Opens the latest visit again, as after finishing it by mistake. Its summary is written anew when it is
 * finished.
 */
export const reopenVisit = (setting: Setting, who: Principal, clientId: string, visitId: string) =>
  withFile(setting, who, clientId, async ({ db }, file) => {
    const [latest] = await db
      .select({ id: visit.id, day: visit.day, finishedAt: visit.finishedAt })
      .from(visit)
      .where(eq(visit.clientId, clientId))
      .orderBy(desc(visit.startedAt))
      .limit(1);
    if (found(latest, 'visit').id !== visitId) {
      throw new Refusal(409, 'Only the latest visit can be opened again; another followed it.');
    }
    if (!latest?.finishedAt) return;
    const at = setting.now();
    if (latest.day !== dayOf(at.getTime(), file.timeZone)) {
      throw new Refusal(
        409,
        'A visit of an earlier day stays as it is. Begin a visit of today and note what is to be added.',
      );
    }
    await db
      .update(visit)
      .set({ finishedAt: null, summary: null })
      .where(and(eq(visit.id, visitId), eq(visit.clientId, clientId)));
    await recordAudit(db, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'opened a visit again',
      subject: clientId,
    });
  });

const MOST_SHOWN = 12;

/** What the visit page shows: the open visit with its notes and its summary so far, and those before. */
/** No visit is longer; our own choice. */
const LONGEST_VISIT_MS = 6 * 3_600_000;

/** What was done when in a visit, in the practice’s time: along its length from 0 to 1, and by the clock. */
async function doneStrip(
  { db, now }: Setting,
  { timeZone }: Principal,
  {
    id,
    clientId,
    startedAt,
    finishedAt,
  }: Pick<VisitRow, 'id' | 'clientId' | 'startedAt' | 'finishedAt'>,
) {
  const end = finishedAt ?? now();
  const from = startedAt.getTime();
  const done = await doneIn(db, { id, clientId, from: startedAt, until: end });
  // Left open and finished days later, it lasted as long as something was kept in it.
  const isLeft = end.getTime() - from > LONGEST_VISIT_MS;
  const until = isLeft
    ? Math.max(from, ...done.map(({ at }) => at).filter((at) => at - from <= LONGEST_VISIT_MS))
    : end.getTime();
  const clock = (at: number) => timeOf(at, timeZone);
  const along = (at: number) => (at - from) / Math.max(1, until - from);
  return {
    begun: clock(from),
    /** Null: it is open still, or was left so. */
    ended: finishedAt && !isLeft ? clock(until) : null,
    isLeft,
    minutes: Math.round((until - from) / 60_000),
    rows: doneWhen(done, { from, until }).map(({ stage, spans }) => ({
      stage,
      spans: spans.map((span) => ({
        from: along(span.from),
        to: along(span.to),
        begin: clock(span.from),
        end: clock(span.to),
        many: span.many,
      })),
    })),
  };
}
export type DoneStrip = Awaited<ReturnType<typeof doneStrip>>;

export async function visitPage(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const rows = await notesOf(setting.db, clientId, MOST_SHOWN);
  const open = rows.find(({ finishedAt }) => finishedAt === null) ?? null;
  const last = rows.find(({ finishedAt }) => finishedAt !== null);
  return {
    today: dayOf(setting.now().getTime(), file.timeZone),
    open: open && {
      id: open.id,
      day: open.day,
      startedByName: open.startedByName,
      notes: open.notes,
      notesRevision: open.notesRevision,
      notesByName: open.notesByName,
      summary: await summaryOf(setting.db, file, open.id),
      strip: await doneStrip(setting, who, open),
    },
    /** Of the last one that is finished. */
    lastStrip: last ? await doneStrip(setting, who, last) : null,
    past: rows
      .filter(({ finishedAt }) => finishedAt !== null)
      .map(({ id, day, startedByName, summary, notes }) => ({
        id,
        day,
        startedByName,
        summary,
        notes,
      })),
  };
}

/** Points and visits as the map and the measures need them. */
export async function visitRecords(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const [visits, points, figures] = await Promise.all([
    visitsOf(setting.db, clientId),
    pointsOf(setting.db, clientId),
    measurementsOf(setting.db, clientId),
  ]);
  const open = visits.find(({ finishedAt }) => finishedAt === null) ?? null;
  const last = visits.filter(({ finishedAt }) => finishedAt !== null).at(-1) ?? null;
  return {
    file,
    today: dayOf(setting.now().getTime(), file.timeZone),
    visits: visits.map(({ id, day, finishedAt, startedByName }) => ({
      id,
      day,
      open: finishedAt === null,
      startedByName,
    })),
    openId: open?.id ?? null,
    lastId: last?.id ?? null,
    points,
    figures,
  };
}
