import { eq, sql } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import { v7 as uuid } from 'uuid';
import { erasedOf } from '~/db/erase.server';
import { lookAnew } from '~/db/reminders.server';
import { client, routine } from '~/db/schema.server';
import type { Brings } from '~/keeping/bodies';
import type { Keeper, LetterFile } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Setting } from '~/keeping/server/setting.server';

const ERASED = 'This record was erased. Open a new file if they come back.';

/** A file for a new client of this therapist, with an empty routine. */
export const keepClientFile: Keeper<'client file'> = async ({
  setting: { db },
  who,
  thing: id,
  body,
  at,
}) => {
  // A letter that was kept and not answered comes again: what was erased since stays erased.
  if ((await erasedOf(db, [id])).length > 0) throw new Refusal(410, ERASED);
  await db.insert(client).values({
    id,
    practiceId: who.practiceId,
    therapistId: who.userId,
    createdAt: at,
    ...body,
  });
  await db.insert(routine).values({ id: uuid(), clientId: id, createdAt: at });
  return { revision: 0, audit: { action: 'opened a client file' } };
};

/** What a client brings as the file’s columns hold it. */
const columnsOf = ({ statureCentimetres, helperAtHome, ...rest }: Brings) => ({
  ...rest,
  statureMetres: statureCentimetres === null ? null : statureCentimetres / 100,
  helperAtHome: helperAtHome === null || helperAtHome === '' ? null : helperAtHome === 'yes',
});

/** Refuses a change that was begun from another state than the file’s, with what differs. */
function unlessSeen(
  file: LetterFile,
  wish: Partial<LetterFile>,
  { base, revision }: { base: number | null; revision: number },
): void {
  if (base === revision) return;
  const changed = (Object.keys(wish) as (keyof LetterFile)[]).filter(
    (field) => !equal(file[field], wish[field]),
  );
  throw new Refusal(
    409,
    'Somebody changed this meanwhile, so nothing was saved. What you typed is still here: save again to put it in place of theirs.',
    { revision, theirs: Object.fromEntries(changed.map((field) => [field, file[field]])) },
  );
}

type Counter = 'detailsRevision' | 'bringsRevision';

/** Writes a form into the file, over none but what it was filled from. The minutes stand on both forms. */
async function changeFile(
  { db }: Setting,
  file: LetterFile,
  wish: Partial<LetterFile>,
  { base, own, other }: { base: number | null; own: Counter; other: Counter },
): Promise<number> {
  unlessSeen(file, wish, { base, revision: file[own] });
  const minutesChanged = wish.minutesPerDay !== file.minutesPerDay;
  const [row] = await db
    .update(client)
    .set({
      ...wish,
      [own]: sql`${client[own]} + 1`,
      ...(minutesChanged ? { [other]: sql`${client[other]} + 1` } : {}),
    })
    .where(eq(client.id, file.id))
    .returning({ revision: client[own] });
  return found(row, 'client').revision;
}

export const keepDetails: Keeper<'details'> = async ({ setting, file, base, body }) => ({
  revision: await changeFile(setting, found(file, 'client'), body, {
    base,
    own: 'detailsRevision',
    other: 'bringsRevision',
  }),
  audit: { action: 'changed a client file' },
});

export const keepBrings: Keeper<'brings'> = async ({ setting, file, base, body, at }) => {
  const own = found(file, 'client');
  const revision = await changeFile(setting, own, columnsOf(body), {
    base,
    own: 'bringsRevision',
    other: 'detailsRevision',
  });
  // Other days or times, other reminders.
  await lookAnew(setting.db, own.id, at);
  return { revision, audit: { action: 'changed what a client brings' } };
};
