import { dayOf } from '#core/calendar';
import {
  findQuantity,
  findTest,
  homeToday,
  MOST_TRIES,
  readingOf,
  WAYS,
  type AskedAtHome,
  type HomeToday,
} from '#core/measurement';
import { and, eq, isNotNull, isNull, sql } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { client, measurement, picture, visit } from '~/db/schema.server';
import { measurementsOf, pictureOf } from '~/db/visits.server';
import { fileOf, ownFile } from './clientFile.server';
import { isUniqueBreach } from './isUniqueBreach.server';
import { found, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';
import { visitUnderWay } from './visits.server';

/** A figure or an observation as it is sent. */
export const measureSchema = z
  .object({
    id: z.uuid({ error: 'A reading needs a UUID.' }),
    testId: z.string().max(40),
    quantityId: z.string().max(40),
    side: z.enum(['left', 'right', 'mid'], { error: 'A side is left, right or mid.' }),
    moment: z.enum(['before', 'after'], { error: 'A reading is before or after.' }),
    tries: z
      .array(z.number({ error: 'A reading must be a number.' }))
      .max(MOST_TRIES, `At most ${MOST_TRIES} tries are kept.`),
    seen: z.string().max(60).nullable().default(null),
    way: z.enum(WAYS, { error: 'That is not a way of measuring we know.' }),
    pictureId: z.uuid().nullable().default(null),
    /** The revision a change was begun from; null for a new one. */
    revision: z.number().int().min(1).nullable().default(null),
  })
  .superRefine((given, context) => {
    const test = findTest(given.testId);
    const refuse = (message: string) =>
      context.addIssue({ code: 'custom', message, path: ['tries'] });
    if (!test) {
      refuse('That is not a test this edition knows.');
      return;
    }
    const quantity = findQuantity(given.testId, given.quantityId);
    const observation = test.observations.find(({ id }) => id === given.quantityId);
    const sided = quantity?.sided ?? observation?.sided;
    if (sided === undefined) refuse('That test does not have such a figure.');
    else if (sided === (given.side === 'mid')) refuse('The side does not fit the test.');
    if (observation && (given.seen === null || !observation.options.includes(given.seen))) {
      refuse('Choose one of the answers.');
    }
    if (quantity) {
      const reading = readingOf(quantity, given.tries);
      if (!reading.ok) refuse(reading.mistake.says);
      if (!quantity.ways.includes(given.way)) refuse('It is not measured in that way.');
    }
  });
export type Measure = z.infer<typeof measureSchema>;

function valuesOf(given: Measure) {
  const quantity = findQuantity(given.testId, given.quantityId);
  const reading = quantity ? readingOf(quantity, given.tries) : null;
  return {
    testId: given.testId,
    quantityId: given.quantityId,
    side: given.side,
    moment: given.moment,
    tries: quantity ? given.tries : [],
    value: reading?.ok ? reading.value.value : null,
    seen: quantity ? null : given.seen,
    way: given.way,
  };
}

async function conflict(setting: Setting, clientId: string, given: Measure): Promise<Refusal> {
  const rows = await measurementsOf(setting.db, clientId);
  const theirs = rows.findLast(
    (row) =>
      row.testId === given.testId &&
      row.quantityId === given.quantityId &&
      row.side === given.side &&
      row.moment === given.moment,
  );
  return new Refusal(
    409,
    'This was measured or changed elsewhere, or its visit was finished. Nothing was changed; what stands there is shown.',
    { theirs: theirs ?? null },
  );
}

/** Keeps a reading of the visit under way, which it begins when there is none. */
export async function keepMeasure(
  setting: Setting,
  who: Principal,
  clientId: string,
  given: Measure,
): Promise<{ id: string; revision: number }> {
  const file = await fileOf(setting, who, clientId);
  if (given.pictureId !== null && !(await pictureOf(setting.db, clientId, given.pictureId))) {
    throw new Refusal(422, 'The picture of this reading is not in the file.');
  }
  const at = setting.now();
  if (given.revision !== null) {
    const [row] = await setting.db
      .update(measurement)
      .set({
        ...valuesOf(given),
        pictureId: given.pictureId,
        by: who.userId,
        revision: sql`${measurement.revision} + 1`,
      })
      .where(
        and(
          eq(measurement.id, given.id),
          eq(measurement.clientId, clientId),
          eq(measurement.revision, given.revision),
          isNull(measurement.removedAt),
          sql`exists (select 1 from ${visit} where ${visit.id} = ${measurement.visitId} and ${visit.finishedAt} is null)`,
        ),
      )
      .returning({ id: measurement.id, revision: measurement.revision });
    if (row) return row;
    const now = (await measurementsOf(setting.db, clientId)).find(({ id }) => id === given.id);
    // Sent again because its answer was lost on the way: it is kept already.
    if (
      now?.revision === given.revision + 1 &&
      equal([now.tries, now.seen, now.way], [given.tries, given.seen, given.way])
    ) {
      return { id: now.id, revision: now.revision };
    }
    throw await conflict(setting, clientId, given);
  }
  try {
    return await setting.db.transaction(async (tx) => {
      const open = await visitUnderWay(setting, who, file, tx);
      const [row] = await tx
        .insert(measurement)
        .values({
          id: given.id,
          clientId,
          visitId: open.id,
          ...valuesOf(given),
          pictureId: given.pictureId,
          by: who.userId,
          at,
          day: dayOf(at.getTime(), file.timeZone),
        })
        // Sent twice: the first stands.
        .onConflictDoNothing({ target: measurement.id })
        .returning({ id: measurement.id, revision: measurement.revision });
      return row ?? { id: given.id, revision: 1 };
    });
  } catch (error) {
    if (!isUniqueBreach(error)) throw error;
    throw await conflict(setting, clientId, given);
  }
}

export const removeMeasureSchema = z.object({ id: z.uuid(), revision: z.number().int().min(1) });

export async function removeMeasure(
  setting: Setting,
  who: Principal,
  clientId: string,
  { id, revision }: z.infer<typeof removeMeasureSchema>,
): Promise<void> {
  await fileOf(setting, who, clientId);
  const [row] = await setting.db
    .update(measurement)
    .set({ removedAt: setting.now() })
    .where(
      and(
        eq(measurement.id, id),
        eq(measurement.clientId, clientId),
        eq(measurement.revision, revision),
        isNull(measurement.removedAt),
        sql`exists (select 1 from ${visit} where ${visit.id} = ${measurement.visitId} and ${visit.finishedAt} is null)`,
      ),
    )
    .returning({ id: measurement.id });
  if (row) return;
  const [gone] = await setting.db
    .select({ id: measurement.id })
    .from(measurement)
    .where(
      and(
        eq(measurement.id, id),
        eq(measurement.clientId, clientId),
        eq(measurement.revision, revision),
        isNotNull(measurement.removedAt),
      ),
    );
  // Sent again because its answer was lost on the way: it is taken back already.
  if (!gone) {
    throw new Refusal(
      409,
      'This reading was changed elsewhere or its visit is finished; reload the page.',
    );
  }
}

export const MOST_PICTURE_BYTES = 12_000_000;
const MOST_PIXELS = 50_000_000;
const KEPT_EDGE = 1600;

/**
 * Keeps a picture in the file. It is decoded and written anew: what is no picture is refused, and no
 * metadata (place, device, date) survives.
 */
export async function keepPicture(
  setting: Setting,
  who: Principal,
  clientId: string,
  given: Uint8Array,
): Promise<{ id: string; width: number; height: number }> {
  await fileOf(setting, who, clientId);
  if (given.byteLength > MOST_PICTURE_BYTES) {
    throw new Refusal(
      422,
      `The picture is larger than ${MOST_PICTURE_BYTES / 1e6} MB. Take a smaller one.`,
    );
  }
  let made: { data: Buffer; info: { width: number; height: number } };
  try {
    made = await sharp(given, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: KEPT_EDGE, height: KEPT_EDGE, fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
  } catch {
    throw new Refusal(422, 'That is no picture this can read. Take a JPEG, PNG or WebP.');
  }
  const id = uuid();
  await setting.db.insert(picture).values({
    id,
    clientId,
    jpeg: new Uint8Array(made.data),
    width: made.info.width,
    height: made.info.height,
    by: who.userId,
    at: setting.now(),
  });
  return { id, width: made.info.width, height: made.info.height };
}

export async function keptPicture(setting: Setting, who: Principal, clientId: string, id: string) {
  await fileOf(setting, who, clientId);
  const known = z.uuid().safeParse(id).success;
  return found(known ? await pictureOf(setting.db, clientId, id) : null, 'picture');
}

export const askHomeSchema = z.object({
  testId: z.string().refine((id) => typeof findTest(id)?.atHome === 'string', {
    error: 'That test is not marked as safe at home.',
  }),
  when: z.enum(['each session', 'weekly', 'not'], { error: 'Ask each session, weekly or not.' }),
});

/** Asks a client for a measure at home, or no longer. */
export async function askAtHome(
  setting: Setting,
  who: Principal,
  clientId: string,
  { testId, when }: z.infer<typeof askHomeSchema>,
): Promise<void> {
  const file = await fileOf(setting, who, clientId);
  const others = file.homeMeasures.filter((one) => one.testId !== testId);
  await setting.db
    .update(client)
    .set({ homeMeasures: when === 'not' ? others : [...others, { testId, when }] })
    .where(and(eq(client.id, clientId), eq(client.practiceId, who.practiceId)));
}

/** What the client is asked to measure at home, with what was measured before. */
export async function ownMeasures(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const rows = await measurementsOf(setting.db, file.id);
  const own = rows.filter(({ visitId }) => visitId === null);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    therapistName: file.therapistName,
    today,
    asked: file.homeMeasures,
    due: homeToday(file.homeMeasures, own, today),
    own,
  };
}

/** What a client is asked to measure today, by the names of the tests. Reads nothing when nothing was asked. */
export async function homeTodayOf(
  setting: Setting,
  file: { id: string; homeMeasures: readonly AskedAtHome[] },
  today: string,
): Promise<HomeToday> {
  const asked = file.homeMeasures;
  const rows = asked.length === 0 ? [] : await measurementsOf(setting.db, file.id);
  const due = homeToday(
    asked,
    rows.filter(({ visitId }) => visitId === null),
    today,
  );
  const named = (ids: string[]) => ids.map((id) => findTest(id)?.name ?? id);
  return { before: named(due.before), again: named(due.again), weekly: named(due.weekly) };
}

/** A figure the client measured at home. */
export async function keepOwnMeasure(
  setting: Setting,
  who: Principal,
  given: Measure,
): Promise<void> {
  const file = await ownFile(setting, who);
  if (!file.homeMeasures.some(({ testId }) => testId === given.testId)) {
    throw new Refusal(422, 'Your therapist has not asked for this measure.');
  }
  const at = setting.now();
  await setting.db
    .insert(measurement)
    .values({
      id: given.id,
      clientId: file.id,
      visitId: null,
      ...valuesOf(given),
      by: who.userId,
      at,
      day: dayOf(at.getTime(), file.timeZone),
    })
    .onConflictDoNothing();
}
