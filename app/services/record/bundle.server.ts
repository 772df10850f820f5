import type { RoutineItem } from '#core/routine';
import { afterWords } from '#core/response';
import { asc, eq } from 'drizzle-orm';
import { complaintsOf } from '~/db/complaints.server';
import type { Database } from '~/db/database.server';
import { versionsOf } from '~/db/routines.server';
import { keptAside } from '~/db/schema.server';
import { screeningsOf } from '~/db/screenings.server';
import { sessionsOf } from '~/db/sessions.server';
import { measurementsOf, pointsOf, visitsOf } from '~/db/visits.server';
import { toBundle, type CareRecord } from '~/formats/fhir';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from '../clientFile.server';
import { noteSighting } from '../sightings.server';

type DoseWords = (item: RoutineItem) => string;

/** Resources of other programs that are kept beside a record, in the order in which they came. */
export const asideOf = (db: Database, clientId: string) =>
  db
    .select({ type: keptAside.type, why: keptAside.why, resource: keptAside.resource })
    .from(keptAside)
    .where(eq(keptAside.clientId, clientId))
    .orderBy(asc(keptAside.at), asc(keptAside.id));

async function careRecordOf(
  { db }: Setting,
  who: Principal,
  file: {
    id: string;
    name: string;
    bornOn: string | null;
    therapistId: string;
    therapistName: string;
  },
): Promise<CareRecord> {
  const [complaints, interviews, visits, points, measures, versions, sessions] = await Promise.all([
    complaintsOf(db, file.id),
    screeningsOf(db, file.id),
    visitsOf(db, file.id),
    pointsOf(db, file.id),
    measurementsOf(db, file.id),
    versionsOf(db, file.id),
    sessionsOf(db, file.id),
  ]);
  return {
    client: { id: file.id, name: file.name, bornOn: file.bornOn },
    practice: { id: who.practiceId, name: who.practiceName, phone: who.phone },
    therapist: { id: file.therapistId, name: file.therapistName },
    complaints,
    interviews,
    visits: visits.map(({ id, day, finishedAt }) => ({ id, day, finished: finishedAt !== null })),
    points,
    measures,
    versions: versions.map(({ content, ...version }) => ({ ...version, routine: content })),
    sessions: sessions.map(({ startedAt, endedAt, summary, ...session }) => ({
      ...session,
      startedAt: startedAt.getTime(),
      endedAt: endedAt?.getTime() ?? null,
      takenBack: summary.takenBack ?? false,
      byHand: summary.byHand ?? false,
      after: afterWords({
        response: session.response,
        places: session.responsePlaces,
        besides: session.responseBesides,
      }),
      places: summary.places,
    })),
  };
}

async function bundleFor(
  setting: Setting,
  who: Principal,
  file: Parameters<typeof careRecordOf>[2],
  doseWords: DoseWords,
) {
  const record = await careRecordOf(setting, who, file);
  const besides = await asideOf(setting.db, file.id);
  return {
    name: file.name,
    bundle: toBundle(
      record,
      setting.now().getTime(),
      doseWords,
      besides.map(({ resource }) => resource),
    ),
  };
}

/** A client’s record as a Bundle of FHIR R4, for who works here: it stands in the trail. */
export async function takeOutBundle(
  setting: Setting,
  who: Principal,
  clientId: string,
  doseWords: DoseWords,
) {
  const out = await bundleFor(setting, who, await fileOf(setting, who, clientId), doseWords);
  await noteSighting(setting, who, clientId, 'bundle');
  return out;
}

/** The same for the client whose record it is. */
export const takeOutOwnBundle = async (setting: Setting, who: Principal, doseWords: DoseWords) =>
  bundleFor(setting, who, await ownFile(setting, who), doseWords);
