import { readRoutine } from '#core/routine';
import { and, asc, eq, isNull } from 'drizzle-orm';
import type { Database } from './database.server';
import { template, user } from './schema.server';

/** A practice’s templates by name; lines that name what is no longer used are set apart. */
export async function templatesOf(db: Database, practiceId: string) {
  const rows = await db
    .select({
      id: template.id,
      name: template.name,
      items: template.items,
      revision: template.revision,
      byName: user.name,
    })
    .from(template)
    .innerJoin(user, eq(user.id, template.by))
    .where(and(eq(template.practiceId, practiceId), isNull(template.removedAt)))
    .orderBy(asc(template.name), asc(template.id));
  return rows.map(({ items, ...row }) => {
    const { routine, retired } = readRoutine({ items, timesPerWeek: 7, message: '' });
    return { ...row, items: routine.items, retired: retired.map(({ says }) => says) };
  });
}

/** A template by its id, also one that was taken out. */
export async function anyTemplateOf(db: Database, id: string) {
  const [row] = await db
    .select({ practiceId: template.practiceId, revision: template.revision })
    .from(template)
    .where(eq(template.id, id))
    .limit(1);
  return row;
}
