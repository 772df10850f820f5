import { begin, replay } from '#core/session';
import { logsOf, sessionsOf } from '~/db/sessions.server';
import { measurementsOf, pointsOf } from '~/db/visits.server';
import {
  WRITTEN,
  type HoldOut,
  type RecordOut,
  type SessionOut,
  type TableId,
} from '~/formats/csv';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from './clientFile.server';
import { noteSighting } from './sightings.server';

async function sessionsOut({ db }: Setting, clientId: string): Promise<SessionOut[]> {
  const sessions = await sessionsOf(db, clientId);
  return sessions.map(({ versionNumber, startedAt, endedAt, summary, ...session }) => ({
    ...session,
    version: versionNumber,
    startedAt: startedAt.getTime(),
    endedAt: endedAt?.getTime() ?? null,
    byHand: summary.byHand ?? false,
    takenBack: summary.takenBack ?? false,
    holdsDone: summary.holdsDone,
    holdsAsked: summary.holdsAsked,
    contactSeconds: summary.contactSeconds,
    places: session.responsePlaces,
    besides: session.responseBesides,
  }));
}

/** Every hold as its log has it: with what was put right afterwards, as the client sees it. */
async function holdsOut({ db }: Setting, clientId: string): Promise<HoldOut[]> {
  const logs = await logsOf(db, clientId);
  return logs.flatMap(({ id, day, steps, log }) =>
    replay(begin(steps), log).holds.flatMap((hold): HoldOut[] => {
      const step = steps[hold.step];
      return step ? [{ sessionId: id, day, hold, step }] : [];
    }),
  );
}

/** Reads no more than a table is made of: logs are long. */
const READ: Record<TableId, (setting: Setting, clientId: string) => Promise<Partial<RecordOut>>> = {
  sessions: async (setting, id) => ({ sessions: await sessionsOut(setting, id) }),
  holds: async (setting, id) => ({ holds: await holdsOut(setting, id) }),
  ratings: async (setting, id) => ({ holds: await holdsOut(setting, id) }),
  points: async ({ db }, id) => ({ points: await pointsOf(db, id) }),
  measures: async ({ db }, id) => ({ measures: await measurementsOf(db, id) }),
};

const tableOf = async (setting: Setting, file: { id: string; name: string }, table: TableId) => ({
  name: file.name,
  csv: WRITTEN[table].write({
    sessions: [],
    holds: [],
    points: [],
    measures: [],
    ...(await READ[table](setting, file.id)),
  }),
});

/** A table of a client’s record as CSV, for who works here: it stands in the trail. */
export async function takeOutTable(
  setting: Setting,
  who: Principal,
  clientId: string,
  table: TableId,
) {
  const out = await tableOf(setting, await fileOf(setting, who, clientId), table);
  await noteSighting(setting, who, clientId, table);
  return out;
}

/** The same for the client whose record it is. */
export const takeOutOwnTable = async (setting: Setting, who: Principal, table: TableId) =>
  tableOf(setting, await ownFile(setting, who), table);
