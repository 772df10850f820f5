import { dayOf } from '#core/calendar';
import { findTest, homeToday, type AskedAtHome, type HomeToday } from '#core/measurement';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { picture } from '~/db/schema.server';
import { measurementsOf, pictureOf } from '~/db/visits.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf, ownFile } from './clientFile.server';

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
