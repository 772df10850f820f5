import { dayOf } from '#core/calendar';
import { complaintsOf } from '~/db/complaints.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from './clientFile.server';

/** What brings a client, with what became of it. */
export async function complaintPage(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  return {
    clientId: file.id,
    name: file.name,
    today: dayOf(setting.now().getTime(), file.timeZone),
    complaints: await complaintsOf(setting.db, file.id),
  };
}

/** A client’s own complaints. */
export async function ownComplaints(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  return {
    therapistName: file.therapistName,
    today: dayOf(setting.now().getTime(), file.timeZone),
    complaints: await complaintsOf(setting.db, file.id),
  };
}

/** What is looked for on the map: the complaints of a file that are still asked about. */
export const toLookFor = async ({ db }: Setting, file: { id: string }) =>
  (await complaintsOf(db, file.id))
    .filter(({ over }) => !over)
    .map(({ id, what, places }) => ({ id, what, places }));
