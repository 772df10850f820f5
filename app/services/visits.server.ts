import { dayOf } from '#core/calendar';
import { CONDITIONS } from '#core/screening';
import { summariseVisit, type VisitFigure } from '#core/visit';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/open.server';
import { visit } from '~/db/schema.server';
import {
  measurementsOf,
  notesOf,
  pointsOf,
  visitsOf,
  type MeasurementRow,
} from '~/db/visits.server';
import { fileOf } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { found, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';
import { openVisitOf } from './visitOpen.server';

interface OwnFile {
  id: string;
  practiceId: string;
  timeZone: string;
}

/**
 * The open visit of a client, begun now when there is none: recording something begins it. One that was
 * left open on an earlier day is finished first, so that nothing of today is counted to it.
 */
export async function visitUnderWay(
  { db, now }: Setting,
  who: Principal,
  file: OwnFile,
  tx: Database = db,
): Promise<{ id: string; day: string }> {
  const open = await openVisitOf(tx, file.id);
  const at = now();
  const today = dayOf(at.getTime(), file.timeZone);
  if (open && open.day >= today) return open;
  if (open) {
    await tx
      .update(visit)
      .set({ finishedAt: at, summary: await summaryOf(tx, file, open.id) })
      .where(and(eq(visit.id, open.id), isNull(visit.finishedAt)));
  }
  await tx
    .insert(visit)
    .values({
      id: uuid(),
      clientId: file.id,
      startedBy: who.userId,
      startedAt: at,
      day: today,
    })
    // Somebody else began it at the same moment: theirs is joined.
    .onConflictDoNothing();
  const begun = found(await openVisitOf(tx, file.id), 'visit');
  await recordAudit(tx, {
    practiceId: file.practiceId,
    actorId: who.userId,
    at,
    action: 'began a visit',
    subject: file.id,
  });
  return begun;
}

export async function startVisit(setting: Setting, who: Principal, clientId: string) {
  return visitUnderWay(setting, who, await fileOf(setting, who, clientId));
}

const figuresOf = (rows: readonly MeasurementRow[]): VisitFigure[] =>
  rows.flatMap(({ value, ...row }) => (value === null ? [] : [{ ...row, value }]));

/** The summary a visit would be finished with now. */
async function summaryOf(db: Database, file: OwnFile, visitId: string) {
  const [visits, points, figures, { interviews, answers }] = await Promise.all([
    visitsOf(db, file.id),
    pointsOf(db, file.id),
    measurementsOf(db, file.id),
    answersInForce(db, file.id),
  ]);
  const own = found(
    visits.find(({ id }) => id === visitId),
    'visit',
  );
  const last = visits.filter(({ finishedAt, id }) => finishedAt !== null && id !== visitId).at(-1);
  const recordOf = (id: string, day: string) => ({
    on: day,
    points: points.filter((point) => point.visitId === id),
    figures: figuresOf(figures.filter((figure) => figure.visitId === id)),
  });
  const present = answers.filter(({ clearedBy }) => clearedBy === '');
  return summariseVisit(
    {
      ...recordOf(visitId, own.day),
      found: present.map(({ condition }) => CONDITIONS[condition].name),
      screened: interviews.some(
        (one) => one.confirmed && (one.visitId === visitId || one.day === own.day),
      ),
    },
    last ? { ...recordOf(last.id, last.day), found: [], screened: false } : null,
  );
}

/** Finishes the open visit: its summary is written and it changes no more. */
export async function finishVisit(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const open = await openVisitOf(setting.db, clientId);
  if (!open) throw new Refusal(409, 'No visit is open; it may have been finished elsewhere.');
  const summary = await summaryOf(setting.db, file, open.id);
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    const done = await tx
      .update(visit)
      .set({ finishedAt: at, summary })
      .where(and(eq(visit.id, open.id), isNull(visit.finishedAt)))
      .returning({ id: visit.id });
    if (done.length === 0) throw new Refusal(409, 'This visit was finished elsewhere.');
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'finished a visit',
      subject: clientId,
    });
  });
  return summary;
}

const MOST_SHOWN = 12;

/** What the visit page shows: the open visit with its notes and its summary so far, and those before. */
export async function visitPage(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const rows = await notesOf(setting.db, clientId, MOST_SHOWN);
  const open = rows.find(({ finishedAt }) => finishedAt === null) ?? null;
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
    },
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

const MOST_NOTES = 60_000;

/** A text node, or a node that holds others: the shape every editor document has. */
const nodeSchema: z.ZodType<Record<string, unknown>> = z.lazy(() =>
  z
    .object({
      type: z.enum(
        [
          'doc',
          'paragraph',
          'text',
          'heading',
          'bulletList',
          'orderedList',
          'listItem',
          'blockquote',
          'hardBreak',
          'horizontalRule',
        ],
        { error: 'The notes hold something this editor does not write.' },
      ),
      text: z.string().optional(),
      attrs: z.record(z.string(), z.union([z.string(), z.number(), z.null()])).optional(),
      marks: z
        .array(z.object({ type: z.enum(['bold', 'italic', 'strike', 'underline']) }))
        .optional(),
      content: z.array(nodeSchema).optional(),
    })
    .strict(),
);

export const notesSchema = z.object({
  visitId: z.uuid({ error: 'The form is damaged; reload the page.' }),
  /** The revision the text was begun from. */
  revision: z.number().int().min(0),
  notes: nodeSchema.refine((doc) => JSON.stringify(doc).length <= MOST_NOTES, {
    error: 'The notes are too long to keep; shorten them.',
  }),
});

/**
 * Keeps the notes of an open visit. When they were saved elsewhere since, nothing is changed and both
 * texts are answered (409).
 */
export async function saveNotes(
  setting: Setting,
  who: Principal,
  clientId: string,
  { visitId, revision, notes }: z.infer<typeof notesSchema>,
): Promise<{ revision: number }> {
  await fileOf(setting, who, clientId);
  const own = and(eq(visit.id, visitId), eq(visit.clientId, clientId));
  const [kept] = await setting.db
    .update(visit)
    .set({ notes, notesBy: who.userId, notesRevision: sql`${visit.notesRevision} + 1` })
    .where(and(own, isNull(visit.finishedAt), eq(visit.notesRevision, revision)))
    .returning({ revision: visit.notesRevision });
  if (kept) return kept;
  const rows = await notesOf(setting.db, clientId, MOST_SHOWN);
  const present = found(
    rows.find(({ id }) => id === visitId),
    'visit',
  );
  if (present.finishedAt) {
    throw new Refusal(409, 'This visit was finished; its notes can no longer be changed.', {
      finished: true,
    });
  }
  throw new Refusal(
    409,
    `${present.notesByName ?? 'Somebody'} saved these notes elsewhere. Nothing of yours is lost: choose below.`,
    { theirs: present.notes, revision: present.notesRevision, by: present.notesByName },
  );
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
