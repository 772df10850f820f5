import { dayOf } from '#core/calendar';
import { homeToday } from '#core/measurement';
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
const MOST_SECONDS = 5;
const KEPT_EDGE = 1600;
const NO_PICTURE = 'That is no picture this can read. Take a JPEG, PNG or WebP.';

const begins = (bytes: Uint8Array, at: number, ...with_: number[]) =>
  with_.every((byte, index) => bytes[at + index] === byte);
const letters = (text: string) => [...text].map((letter) => letter.charCodeAt(0));

/** What a file is by its first bytes, whatever it is called; null for anything but the three kinds taken. */
export function kindOfPicture(bytes: Uint8Array): 'jpeg' | 'png' | 'webp' | null {
  if (begins(bytes, 0, 0xff, 0xd8, 0xff)) return 'jpeg';
  if (begins(bytes, 0, 0x89, ...letters('PNG'), 0x0d, 0x0a, 0x1a, 0x0a)) return 'png';
  return begins(bytes, 0, ...letters('RIFF')) && begins(bytes, 8, ...letters('WEBP'))
    ? 'webp'
    : null;
}

/**
 * A picture decoded and written anew, no larger than it is kept.
 *
 * @throws for what is no picture, or one of too many points
 */
export const pictureWrittenAnew = (given: Uint8Array) =>
  sharp(given, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
    .timeout({ seconds: MOST_SECONDS })
    .rotate()
    .resize({ width: KEPT_EDGE, height: KEPT_EDGE, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82 })
    .toBuffer({ resolveWithObject: true });

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
  if (kindOfPicture(given) === null) throw new Refusal(422, NO_PICTURE);
  let made: Awaited<ReturnType<typeof pictureWrittenAnew>>;
  try {
    made = await pictureWrittenAnew(given);
  } catch {
    throw new Refusal(422, NO_PICTURE);
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
