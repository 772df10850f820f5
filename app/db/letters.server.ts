import { eq } from 'drizzle-orm';
import type { Database } from './database.server';
import { keptLetter } from './schema.server';

/** A letter that was kept before, by its id. */
export async function letterById(db: Database, id: string) {
  const [row] = await db
    .select({
      id: keptLetter.id,
      userId: keptLetter.userId,
      thing: keptLetter.thing,
      digest: keptLetter.digest,
      revision: keptLetter.revision,
    })
    .from(keptLetter)
    .where(eq(keptLetter.id, id))
    .limit(1);
  return row ?? null;
}
export type LetterRow = NonNullable<Awaited<ReturnType<typeof letterById>>>;
