import { expectedOf } from '#core/trend';
import { weeksSinceFirst } from '~/db/caseload.server';
import { sessionsOf } from '~/db/sessions.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';

/** What is usual in this practice at the sites of a client, from its own record. Nobody else is named by it. */
export async function usualHere(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const sessions = await sessionsOf(setting.db, file.id);
  const sites = new Set(
    sessions.flatMap(({ summary }) => summary.places.map(({ siteId }) => siteId)),
  );
  const rows = await weeksSinceFirst(
    setting.db,
    { practiceId: who.practiceId, clientId: file.id },
    [...sites],
  );
  return expectedOf(rows, file.id);
}
