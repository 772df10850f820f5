import { dayOf, instantAt, isDay, type Day } from '#core/calendar';
import { complaintSchema } from '#core/complaint';
import { judgePlace } from '#core/map';
import { findQuantity, readingOf } from '#core/measurement';
import { v7 as uuid } from 'uuid';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/database.server';
import { erasedOf } from '~/db/erase.server';
import { queued } from '~/db/queued.server';
import { filesHere } from '~/db/record.server';
import { lookAnew } from '~/db/reminders.server';
import {
  client,
  complaint,
  complaintStanding,
  keptAside,
  mapPoint,
  measurement,
  routine,
  screening,
  visit,
} from '~/db/schema.server';
import {
  BundleTrouble,
  fromBundle,
  toldBesides,
  type Aside,
  type CareRecord,
} from '~/formats/fhir';
import { nameSchema } from '~/keeping/fields';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { allStorable, NOT_STORABLE } from '~/keeping/storable';
import { ALREADY, ERASED_HERE, readBack, refusalOf } from './readBack.server';

/** More is no record of one person. */
const MOST_ENTRIES = 50_000;
const AT_ONCE = 500;

/** What a Bundle came to. */
export interface BroughtBundle {
  clientId: string;
  name: string;
  isNew: boolean;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw new Refusal(
      422,
      'The file cannot be read: it is no JSON, or not whole. Nothing was brought in.',
    );
  }
}

/** A Bundle as a record, or a refusal that says what is wrong with it and where. */
function readBundle(text: string) {
  const bundle = parsed(text);
  try {
    const read = fromBundle(bundle);
    if (!allStorable(bundle)) throw new Refusal(422, `${NOT_STORABLE} Nothing was brought in.`);
    const { name, bornOn } = read.record.client;
    if (!nameSchema.safeParse(name).success)
      throw new Refusal(
        422,
        'The name of the Patient is longer than a name here. Nothing was brought in.',
      );
    if (bornOn !== null && !isDay(bornOn))
      throw new Refusal(422, 'The birthDate of the Patient is no day. Nothing was brought in.');
    if (read.entries.length > MOST_ENTRIES)
      throw new Refusal(
        422,
        'The Bundle is larger than a record of one person. Nothing was brought in.',
      );
    return read;
  } catch (error) {
    if (!(error instanceof BundleTrouble)) throw error;
    const [first, second, third, ...more] = error.faults;
    const says = [first, second, third].filter(Boolean).join(' ');
    throw new Refusal(
      422,
      `${says}${more.length > 0 ? ` And ${more.length} more.` : ''} Nothing was brought in.`,
    );
  }
}

async function putAll<Row>(rows: readonly Row[], put: (some: Row[]) => PromiseLike<unknown>) {
  for (let at = 0; at < rows.length; at += AT_ONCE) await put(rows.slice(at, at + AT_ONCE));
}

/** Why a figure is not believed; null: it is. */
function notBelieved({ testId, quantityId, tries, value, seen }: CareRecord['measures'][number]) {
  const quantity = findQuantity(testId, quantityId);
  if (!quantity)
    return value === null && seen !== null ? null : 'it tells a figure where one is seen';
  const reading = readingOf(quantity, tries.length > 0 ? tries : value === null ? [] : [value]);
  if (!reading.ok) return reading.mistake.says;
  return reading.value.value === value ? null : 'its figure is not the middle of its tries';
}

/** Splits what can be kept from what no body can show, which is kept beside the record. */
function judged(record: CareRecord, besides: (id: string, why: string) => void): CareRecord {
  return {
    ...record,
    points: record.points.filter((point) => {
      const place = judgePlace(point, null);
      if (!place.ok) besides(point.id, place.mistake.says);
      return place.ok;
    }),
    measures: record.measures.filter((measure) => {
      const why = notBelieved(measure);
      if (why !== null) besides(measure.id, why);
      return why === null;
    }),
  };
}

/** Puts a record into the database as told elsewhere: everything of it is by the hand of who brings it in. */
async function putRecord(
  tx: Database,
  who: Principal,
  record: CareRecord,
  aside: readonly Aside[],
  at: Date,
): Promise<void> {
  const clientId = record.client.id;
  const by = who.userId;
  const { timeZone } = who;
  const noon = (day: Day) => new Date(instantAt(day, '12:00', timeZone));
  await tx.insert(client).values({
    ...{ id: clientId, practiceId: who.practiceId, therapistId: by, timeZone, createdAt: at },
    ...{ name: record.client.name, bornOn: record.client.bornOn },
  });
  await putAll(record.visits, (some) =>
    tx.insert(visit).values(
      // One that is open elsewhere is nobody’s here to finish.
      some.map(({ id, day }) => ({
        ...{ id, clientId, startedBy: by, day, startedAt: noon(day), finishedAt: noon(day) },
      })),
    ),
  );
  await putAll(record.complaints, (some) =>
    tx
      .insert(complaint)
      .values(
        some.map((one) => ({ id: one.id, clientId, content: complaintSchema.parse(one), by, at })),
      ),
  );
  await putAll(
    record.complaints.flatMap(({ id: complaintId, told }) =>
      told.map(({ from, ...one }) => ({
        ...one,
        complaintId,
        source: from,
        by,
        at: noon(one.day),
      })),
    ),
    (some) => tx.insert(complaintStanding).values(some),
  );
  await putAll(record.interviews, (some) =>
    tx.insert(screening).values(
      // Confirmed elsewhere is not confirmed here: every yes counts until somebody has asked.
      some.map(({ id, day, replies }) => ({
        ...{ id, clientId, replies: [...replies], confirmed: false, answeredBy: by, day },
        at: noon(day),
      })),
    ),
  );
  await putAll(record.points, (some) =>
    tx.insert(mapPoint).values(
      some.map(({ refersTo, ...one }) => ({
        ...{ ...one, clientId, by, at: noon(one.day) },
        refersTo: refersTo && [...refersTo],
      })),
    ),
  );
  await putAll(record.measures, (some) =>
    tx.insert(measurement).values(
      some.map(({ tries, ...one }) => ({
        ...{ ...one, clientId, by, at: noon(one.day), tries: [...tries] },
      })),
    ),
  );
  const last = record.versions.at(-1);
  await tx.insert(routine).values({
    ...{ id: uuid(), clientId, createdAt: at },
    ...(last && { draft: last.routine, draftBy: by, draftAt: at, draftRevision: 1 }),
  });
  await putAll(aside, (some) =>
    tx.insert(keptAside).values(
      some.map(({ type, why, resource }) => ({
        id: uuid(),
        clientId,
        type,
        why,
        resource,
        by,
        at,
      })),
    ),
  );
}

/**
 * Brings a Bundle of FHIR R4 into the practice of who brings it, as a new file in their care: complaints, interviews (to be
 * confirmed), visits, points and figures; the routine in force as a draft. What has no place in a file, and what was issued and
 * led elsewhere, is kept beside it as it came. All of it or nothing; a file that is here already is not changed.
 *
 * @param text the Bundle as JSON
 * @throws Refusal for what cannot be read, with its places
 */
export async function bringInBundle(
  setting: Setting,
  who: Principal,
  text: string,
): Promise<BroughtBundle> {
  const at = setting.now();
  const { record: told, aside, entries } = readBundle(text);
  const { id: clientId, name } = told.client;
  if ((await erasedOf(setting.db, [clientId])).length > 0) throw new Refusal(409, ERASED_HERE);
  const [here] = await filesHere(setting.db, [clientId]);
  if (here && here.practiceId === who.practiceId)
    return { clientId, name: here.name, isNew: false };
  if (here) throw new Refusal(409, ALREADY);
  const all = [...aside, ...toldBesides(entries)];
  const record = judged(told, (id, why) => {
    const found = entries.find(({ resource }) => resource.id === id);
    if (found) all.push({ ...found, type: found.resource.resourceType, why });
  });
  // Told aside twice, for want of a part and for being of elsewhere, it is kept once.
  const once = [...new Map(all.map((one) => [one.entry, one])).values()];
  const today = dayOf(at.getTime(), who.timeZone);
  const days = [
    ...[...record.points, ...record.measures, ...record.visits, ...record.interviews],
    ...record.complaints.flatMap((one) => one.told),
  ];
  if (days.some(({ day }) => day > today))
    throw new Refusal(
      422,
      'The Bundle tells of days that have not been yet. Nothing was brought in.',
    );
  try {
    await setting.db.transaction(async (tx) => {
      await putRecord(
        tx,
        who,
        record,
        once.toSorted((a, b) => a.entry - b.entry),
        at,
      );
      await lookAnew(tx, clientId, at);
      await recordAudit(tx, {
        ...{ practiceId: who.practiceId, actorId: who.userId, at, subject: clientId },
        action: 'brought in a record as FHIR',
      });
      await readBack({ ...setting, db: queued(tx) }, who, clientId);
    });
  } catch (error) {
    throw refusalOf(error, 'The Bundle');
  }
  return { clientId, name, isNew: true };
}
