import { dayOf, isDay } from '#core/calendar';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { clientInPractice, searchClients } from '~/db/clients.server';
import { latestVersion, routineOf } from '~/db/routines.server';
import { lastSessionsOf } from '~/db/sessions.server';
import { client, routine } from '~/db/schema.server';
import { nameSchema, timeZoneSchema } from './accounts.server';
import { found } from './refusal.server';
import { type Principal, type Setting } from './setting.server';

const blankAsNull = (value: unknown) => (value === '' || value === undefined ? null : value);

/** The details of a client's file, as the form sends them. */
export const clientSchema = z.object({
  name: nameSchema,
  occupation: z
    .string()
    .trim()
    .max(120, 'The occupation may have at most 120 characters.')
    .default(''),
  timeZone: timeZoneSchema,
  minutesPerDay: z.preprocess(
    blankAsNull,
    z.coerce
      .number({ error: 'Minutes a day must be a number.' })
      .int('Minutes a day must be a whole number.')
      .min(1, 'Minutes a day must be at least 1.')
      .max(120, 'Minutes a day must be at most 120.')
      .nullable(),
  ),
  affectedSide: z.preprocess(
    blankAsNull,
    z.enum(['left', 'right'], { error: 'The affected side is left, right or neither.' }).nullable(),
  ),
  nextVisit: z.preprocess(
    blankAsNull,
    z
      .string()
      .refine(isDay, { error: 'The next visit must be a date like 2026-03-31.' })
      .nullable(),
  ),
  notes: z.string().trim().max(4000, 'The notes may have at most 4000 characters.').default(''),
});

export type ClientDetails = z.infer<typeof clientSchema>;

/** Opens a file for a new client of this therapist, with an empty routine. */
export async function addClient(setting: Setting, who: Principal, details: ClientDetails) {
  const id = uuid();
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    await tx.insert(client).values({
      id,
      practiceId: who.practiceId,
      therapistId: who.userId,
      createdAt: at,
      ...details,
    });
    await tx.insert(routine).values({ id: uuid(), clientId: id, createdAt: at });
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'opened a client file',
      subject: id,
    });
  });
  return id;
}

export async function changeClient(
  setting: Setting,
  who: Principal,
  clientId: string,
  details: ClientDetails,
): Promise<void> {
  await fileOf(setting, who, clientId);
  await setting.db.transaction(async (tx) => {
    await tx
      .update(client)
      .set(details)
      .where(and(eq(client.id, clientId), eq(client.practiceId, who.practiceId)));
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action: 'changed a client file',
      subject: clientId,
    });
  });
}

const isUuid = (text: string) => z.uuid().safeParse(text).success;

/** A client's file inside the practice; anything else is not there. */
export async function fileOf({ db }: Setting, who: Principal, clientId: string) {
  const row = isUuid(clientId) ? await clientInPractice(db, who.practiceId, clientId) : undefined;
  return found(row, 'client');
}

/** The head of a client's file: details and how far each stage of the work is. */
export async function fileHead(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const [version, last, thread] = await Promise.all([
    latestVersion(setting.db, clientId),
    lastSessionsOf(setting.db, clientId, 1),
    routineOf(setting.db, clientId),
  ]);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    file,
    today,
    version: version ? { number: version.number, issuedOn: version.issuedOn } : null,
    hasDraft: Boolean(thread?.draft),
    lastPractised: last[0]?.day ?? null,
  };
}

const MOST_FOUND = 8;

/** Finds clients of the practice by the beginning of any word of their name. */
export async function findClients({ db }: Setting, who: Principal, text: string) {
  const query = text.replaceAll('\u0000', '').trim().slice(0, 80);
  return query === '' ? [] : searchClients(db, who.practiceId, query, MOST_FOUND);
}
