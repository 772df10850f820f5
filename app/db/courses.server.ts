import type { CourseStep } from '#core/course';
import { asc, eq } from 'drizzle-orm';
import type { Database } from './database.server';
import { client, courseStep, user } from './schema.server';

const columns = {
  what: courseStep.what,
  outcome: courseStep.outcome,
  goesOn: courseStep.goesOn,
  word: courseStep.word,
  day: courseStep.day,
};

type Row = { [K in keyof typeof columns]: (typeof courseStep.$inferSelect)[K] };

/** A row as the core reads it; an end that has lost its outcome is read as stopped. */
const stepOf = ({ what, outcome, goesOn, word, day }: Row): CourseStep =>
  what === 'ended'
    ? { what, outcome: outcome ?? 'stopped', goesOn, word, day }
    : { what, word, day };

/** How a client’s course went: its ends, and that it was taken up again, oldest first. */
export const courseStepsOf = async (db: Database, clientId: string): Promise<CourseStep[]> =>
  (
    await db
      .select(columns)
      .from(courseStep)
      .where(eq(courseStep.clientId, clientId))
      .orderBy(asc(courseStep.at), asc(courseStep.id))
  ).map(stepOf);

/** The same with who said so, and the summary that was kept with it. */
export const courseTold = (db: Database, clientId: string) =>
  db
    .select({
      id: courseStep.id,
      what: courseStep.what,
      outcome: courseStep.outcome,
      goesOn: courseStep.goesOn,
      word: courseStep.word,
      summary: courseStep.summary,
      day: courseStep.day,
      byName: user.name,
    })
    .from(courseStep)
    .innerJoin(user, eq(user.id, courseStep.by))
    .where(eq(courseStep.clientId, clientId))
    .orderBy(asc(courseStep.at), asc(courseStep.id));

/** The courses of a whole practice, by client, oldest first. */
export async function coursesIn(
  db: Database,
  practiceId: string,
): Promise<ReadonlyMap<string, readonly CourseStep[]>> {
  const rows = await db
    .select({ clientId: courseStep.clientId, ...columns })
    .from(courseStep)
    .innerJoin(client, eq(client.id, courseStep.clientId))
    .where(eq(client.practiceId, practiceId))
    .orderBy(asc(courseStep.at), asc(courseStep.id));
  const courses = new Map<string, CourseStep[]>();
  for (const row of rows) {
    const steps = courses.get(row.clientId) ?? [];
    steps.push(stepOf(row));
    courses.set(row.clientId, steps);
  }
  return courses;
}
