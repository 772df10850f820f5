import { CONDITIONS } from '#core/screening';
import { summariseVisit, type VisitFigure, type VisitSummary } from '#core/visit';
import { eq } from 'drizzle-orm';
import { complaintsOf } from '~/db/complaints.server';
import type { Database } from '~/db/database.server';
import { visit } from '~/db/schema.server';
import { measurementsOf, pointsOf, visitsOf, type MeasurementRow } from '~/db/visits.server';
import { found } from '~/keeping/server/refusal.server';
import { answersInForce } from './inForce.server';

const figuresOf = (rows: readonly MeasurementRow[]): VisitFigure[] =>
  rows.flatMap(({ value, ...row }) => (value === null ? [] : [{ ...row, value }]));

/** The summary a visit would be finished with now. */
export async function summaryOf(
  db: Database,
  file: { id: string },
  visitId: string,
): Promise<VisitSummary> {
  // One after the other: a transaction has one connection.
  const visits = await visitsOf(db, file.id);
  const points = await pointsOf(db, file.id);
  const figures = await measurementsOf(db, file.id);
  const { interviews, answers } = await answersInForce(db, file.id);
  const own = found(
    visits.find(({ id }) => id === visitId),
    'visit',
  );
  // The one before it: a visit that became known late may have others after it.
  const before = visits.slice(0, visits.indexOf(own));
  const last = before.findLast(({ finishedAt }) => finishedAt !== null);
  const recordOf = (id: string, day: string) => ({
    on: day,
    points: points.filter((point) => point.visitId === id),
    figures: figuresOf(figures.filter((figure) => figure.visitId === id)),
  });
  const present = answers.filter(({ clearedBy }) => clearedBy === '');
  return summariseVisit(
    {
      ...recordOf(visitId, own.day),
      complaints: await complaintsOf(db, file.id),
      found: present.map(({ condition }) => CONDITIONS[condition].name),
      screened: interviews.some(
        (one) => one.confirmed && (one.visitId === visitId || one.day === own.day),
      ),
    },
    last ? { ...recordOf(last.id, last.day), found: [], screened: false } : null,
  );
}

/** Finishes a visit with its summary, in the caller’s transaction, which holds the client’s row. */
export async function closeVisit(
  db: Database,
  file: { id: string },
  visitId: string,
  at: Date,
): Promise<VisitSummary> {
  const summary = await summaryOf(db, file, visitId);
  await db.update(visit).set({ finishedAt: at, summary }).where(eq(visit.id, visitId));
  return summary;
}
