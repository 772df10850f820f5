import { asTemplate } from '#core/plans';
import { and, eq, sql } from 'drizzle-orm';
import { template } from '~/db/schema.server';
import { anyTemplateOf, templatesOf } from '~/db/templates.server';
import { MOST_TEMPLATES } from '~/keeping/bodies';
import type { Keeper } from '~/keeping/server/keep.server';
import { Refusal } from '~/keeping/server/refusal.server';

/** Lines a practice begins plans with: new, changed or taken out. Nothing of the client they came from goes along. */
export const keepTemplate: Keeper<'template'> = async ({
  setting: { db, now },
  who,
  thing: id,
  base,
  body: { template: wish },
  at,
}) => {
  const content = wish && { name: wish.name, items: asTemplate(wish.items) };
  const row = await anyTemplateOf(db, id);
  if (!row) {
    if (!content) return { revision: 0, audit: null };
    if ((await templatesOf(db, who.practiceId)).length >= MOST_TEMPLATES) {
      throw new Refusal(
        422,
        `A practice keeps at most ${MOST_TEMPLATES} templates; take one out to add another.`,
      );
    }
    await db
      .insert(template)
      .values({ ...content, id, practiceId: who.practiceId, by: who.userId, at });
    return { revision: 1, audit: { action: 'kept a template' } };
  }
  if (row.practiceId !== who.practiceId) throw new Refusal(404, 'There is no such template.');
  const [kept] = await db
    .update(template)
    .set({
      ...(content ?? {}),
      removedAt: content ? null : now(),
      by: who.userId,
      revision: sql`${template.revision} + 1`,
    })
    // Nothing else holds the practice: the revision itself says whether somebody was first.
    .where(and(eq(template.id, id), eq(template.revision, base ?? -1)))
    .returning({ revision: template.revision });
  if (!kept) {
    throw new Refusal(
      409,
      'This template was changed or taken out elsewhere. Nothing was changed.',
      { revision: row.revision },
    );
  }
  return {
    revision: kept.revision,
    audit: { action: content ? 'changed a template' : 'took out a template' },
  };
};
