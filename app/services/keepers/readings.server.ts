import { dayOf } from '#core/calendar';
import { findQuantity, readingOf } from '#core/measurement';
import { activitiesOf } from '#core/routine';
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import type { Database } from '~/db/database.server';
import { client, measurement } from '~/db/schema.server';
import { versionsOf } from '~/db/routines.server';
import { anyMeasurementOf, measurementsOf, pictureOf } from '~/db/visits.server';
import type { Reading } from '~/keeping/bodies';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { isOpenVisit, summariseLate, visitFor } from '../visitOpen.server';

/** A reading as it is stored: its tries, and their median. */
function valuesOf(given: Reading) {
  const quantity = findQuantity(given.testId, given.quantityId);
  const read = quantity ? readingOf(quantity, given.tries) : null;
  return {
    testId: given.testId,
    quantityId: given.quantityId,
    side: given.side,
    moment: given.moment,
    tries: quantity ? given.tries : [],
    value: read?.ok ? read.value.value : null,
    seen: quantity ? null : given.seen,
    mark: quantity ? null : given.mark,
    way: given.way,
    pictureId: given.pictureId,
  };
}

const samePlace = (visitId: string, given: Reading) =>
  and(
    eq(measurement.visitId, visitId),
    eq(measurement.testId, given.testId),
    eq(measurement.quantityId, given.quantityId),
    eq(measurement.side, given.side),
    eq(measurement.moment, given.moment),
    isNull(measurement.removedAt),
  );

/** Says what stands in the place of a reading that could not be kept. */
async function taken(db: Database, clientId: string, id: string): Promise<Refusal> {
  const theirs = (await measurementsOf(db, clientId)).find((row) => row.id === id);
  return new Refusal(
    409,
    theirs
      ? 'This was measured or changed elsewhere. Nothing was changed; what stands there is shown.'
      : 'This reading was taken back elsewhere. Nothing was changed.',
    { theirs: theirs ?? null, revision: theirs?.revision ?? null, thing: id },
  );
}

async function refuseTwice(
  db: Database,
  clientId: string,
  visitId: string,
  given: Reading,
  id: string,
) {
  const [twin] = await db
    .select({ id: measurement.id })
    .from(measurement)
    .where(and(samePlace(visitId, given), ne(measurement.id, id)))
    .limit(1);
  if (twin) throw await taken(db, clientId, twin.id);
}

/** A reading of the visit under way, which it begins when there is none: new, changed or taken back. */
export const keepReading: Keeper<'reading'> = async ({
  setting,
  who,
  file: given,
  thing: id,
  base,
  body: { reading, visitId },
  at,
}) => {
  const { db } = setting;
  const file = found(given, 'client');
  if (reading?.pictureId && !(await pictureOf(db, file.id, reading.pictureId))) {
    throw new Refusal(422, 'The picture of this reading is not in the file.');
  }
  const row = await anyMeasurementOf(db, id);
  if (!row) {
    if (!reading) return { revision: 0, audit: null };
    const visit = await visitFor(setting, who, file, visitId, at);
    await refuseTwice(db, file.id, visit.id, reading, id);
    await db.insert(measurement).values({
      id,
      clientId: file.id,
      visitId: visit.id,
      ...valuesOf(reading),
      by: who.userId,
      at,
      day: dayOf(at.getTime(), file.timeZone),
    });
    await summariseLate(setting, file, visit);
    return { revision: 1, audit: { action: 'kept a reading' } };
  }
  if (row.clientId !== file.id || row.visitId === null) {
    throw new Refusal(404, 'There is no such reading.');
  }
  if (!(await isOpenVisit(db, row.visitId))) {
    throw new Refusal(409, 'The visit of this reading was finished. Open it again to change it.', {
      finished: true,
      visitId: row.visitId,
    });
  }
  if (row.revision !== base) throw await taken(db, file.id, id);
  if (reading) await refuseTwice(db, file.id, row.visitId, reading, id);
  const [kept] = await db
    .update(measurement)
    .set({
      ...(reading ? valuesOf(reading) : {}),
      removedAt: reading ? null : setting.now(),
      by: who.userId,
      revision: sql`${measurement.revision} + 1`,
    })
    .where(eq(measurement.id, id))
    .returning({ revision: measurement.revision });
  return {
    revision: found(kept, 'reading').revision,
    audit: { action: reading ? 'changed a reading' : 'took back a reading' },
  };
};

/** Whether any version has the test among its lines: what was measured late is of an earlier one. */
async function isPrescribed(db: Database, clientId: string, testId: string): Promise<boolean> {
  const versions = await versionsOf(db, clientId);
  return versions.some(({ content }) =>
    activitiesOf(content).some((one) => one.kind === 'test' && one.testId === testId),
  );
}

/** A figure the client measured at home. */
export const keepHomeMeasure: Keeper<'home measure'> = async ({
  setting: { db },
  who,
  file: given,
  thing: id,
  body: { reading },
  at,
}) => {
  const file = found(given, 'client');
  const isAsked = file.homeMeasures.some(({ testId }) => testId === reading.testId);
  if (!isAsked && !(await isPrescribed(db, file.id, reading.testId))) {
    throw new Refusal(422, 'Your therapist has not asked for this measure.');
  }
  await db.insert(measurement).values({
    id,
    clientId: file.id,
    visitId: null,
    ...valuesOf({ ...reading, pictureId: null }),
    by: who.userId,
    at,
    day: dayOf(at.getTime(), file.timeZone),
  });
  return { revision: 1, audit: { action: 'measured at home' } };
};

/** Asks a client for a measure at home, or no longer. */
export const keepHomeAsking: Keeper<'home asking'> = async ({
  setting: { db },
  file: given,
  body: { testId, when },
}) => {
  const file = found(given, 'client');
  const others = file.homeMeasures.filter((one) => one.testId !== testId);
  await db
    .update(client)
    .set({ homeMeasures: when === 'not' ? others : [...others, { testId, when }] })
    .where(eq(client.id, file.id));
  return {
    revision: null,
    audit: { action: 'asked for a measure at home', detail: { testId, when } },
  };
};
