import { dayOf } from '#core/calendar';
import { pointsOf } from '~/db/visits.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';

/** What the client’s own map shows: the latest visit’s points, and those added since. */
export async function ownMap(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const points = await pointsOf(setting.db, file.id);
  const visitId = points.findLast((point) => point.visitId !== null)?.visitId ?? null;
  return {
    therapistName: file.therapistName,
    statureMetres: file.statureMetres,
    screening: file.screening,
    today: dayOf(setting.now().getTime(), file.timeZone),
    found: points.filter((point) => point.visitId !== null && point.visitId === visitId),
    added: points.filter((point) => point.visitId === null),
  };
}
