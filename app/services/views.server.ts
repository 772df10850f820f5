import { eq } from 'drizzle-orm';
import { z } from 'zod';
import type { Database } from '~/db/database.server';
import { user, type CaseloadView } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

/** More than these nobody finds their way among. */
export const MOST_VIEWS = 12;

/** A view that is to be kept, or let go by its name. */
export const viewSchema = z.object({
  name: z
    .string()
    .trim()
    .min(1, 'Give the view a name.')
    .max(40, 'The name of a view may have at most 40 characters.'),
  search: z.string().max(400, 'That view is too long to keep.').default(''),
});

/** What was looked for by name is nobody’s but the one who typed it: it is not kept. */
function searchOf(search: string): string {
  const kept = new URLSearchParams(search);
  kept.delete('q');
  return kept.toString();
}

/** The views of the caseload somebody keeps, in the order they were kept. */
export async function viewsOf(db: Database, { userId }: Principal): Promise<CaseloadView[]> {
  const [row] = await db
    .select({ views: user.caseloadViews })
    .from(user)
    .where(eq(user.id, userId))
    .limit(1);
  return row?.views ?? [];
}

/** Changes somebody’s own views; two tabs at once lose none of them. */
const change = (
  { db }: Setting,
  { userId }: Principal,
  to: (views: readonly CaseloadView[]) => CaseloadView[],
) =>
  db.transaction(async (tx) => {
    const [row] = await tx
      .select({ views: user.caseloadViews })
      .from(user)
      .where(eq(user.id, userId))
      .for('update');
    await tx
      .update(user)
      .set({ caseloadViews: to(row?.views ?? []) })
      .where(eq(user.id, userId));
  });

/** Keeps a view under its name, in place of another of that name. */
export const keepView = (setting: Setting, who: Principal, wish: z.infer<typeof viewSchema>) =>
  change(setting, who, (views) => {
    const others = views.filter(({ name }) => name !== wish.name);
    if (others.length >= MOST_VIEWS) {
      throw new Refusal(409, `At most ${MOST_VIEWS} views are kept: remove one first.`);
    }
    return [...others, { name: wish.name, search: searchOf(wish.search) }];
  });

/** Lets a view go; one that is not there is gone already. */
export const dropView = (setting: Setting, who: Principal, called: string) =>
  change(setting, who, (views) => views.filter(({ name }) => name !== called));
