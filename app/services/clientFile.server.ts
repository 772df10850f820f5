import { dayOf, isDay } from '#core/calendar';
import { findTool, surfaceIdSchema } from '#core/equipment';
import { BODY_BOUNDS } from '#core/loading';
import { allStop, screen } from '#core/screening';
import { and, eq } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { searchClients } from '~/db/clients.server';
import { latestVersion, routineOf } from '~/db/routines.server';
import { lastSessionsOf } from '~/db/sessions.server';
import { client, routine } from '~/db/schema.server';
import { visitCounts, visitsOf } from '~/db/visits.server';
import { nameSchema, timeZoneSchema } from './accounts.server';
import { dueFor, STOPS_FROM } from './due.server';
import { fileAndAnswers } from './inForce.server';
import { found, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';

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

const optionalNumber = (name: string, least: number, most: number, unit: string) =>
  z.preprocess(
    blankAsNull,
    z.coerce
      .number({ error: `${name} must be a number of ${unit}.` })
      .min(least, `${name} must be at least ${least} ${unit}.`)
      .max(most, `${name} must be at most ${most} ${unit}.`)
      .nullable(),
  );

const { massKilograms: MASS, statureMetres: STATURE } = BODY_BOUNDS;

/** Times of a day a client can have. */
export const TIMES_OF_DAY = ['morning', 'midday', 'afternoon', 'evening'] as const;

/** What a client brings: the body, the time and what is at hand at home. */
export const bringsSchema = z.object({
  massKilograms: optionalNumber(MASS.name, MASS.least, MASS.most, MASS.unit),
  statureCentimetres: optionalNumber(STATURE.name, STATURE.least * 100, STATURE.most * 100, 'cm'),
  tools: z.array(
    z.string().refine((id) => findTool(id) !== undefined, { error: 'That is not a tool we know.' }),
  ),
  places: z.array(surfaceIdSchema),
  minutesPerDay: clientSchema.shape.minutesPerDay,
  timesOfDay: z.array(z.enum(TIMES_OF_DAY, { error: 'That is not a time of day we know.' })),
  helperAtHome: z
    .enum(['yes', 'no', ''], { error: 'A helper at home is yes, no or not asked.' })
    .transform((says) => (says === '' ? null : says === 'yes')),
});
export type Brings = z.infer<typeof bringsSchema>;

const DETAILS: readonly (keyof ClientDetails)[] = [
  'name',
  'occupation',
  'timeZone',
  'minutesPerDay',
  'affectedSide',
  'nextVisit',
  'notes',
];
const BRINGS: readonly BringsColumn[] = [
  'massKilograms',
  'statureMetres',
  'minutesPerDay',
  'tools',
  'places',
  'timesOfDay',
  'helperAtHome',
];
type BringsColumn = Exclude<keyof Brings, 'statureCentimetres'> | 'statureMetres';
type Columns = Pick<typeof client.$inferSelect, keyof ClientDetails | BringsColumn>;

const seenOf =
  (fields: readonly (keyof Columns)[]) =>
  (file: Columns): string =>
    JSON.stringify(Object.fromEntries(fields.map((field) => [field, file[field]])));

/** What a form about the file was begun from, in one text: a save names it. */
export const detailsSeen = seenOf(DETAILS);
export const bringsSeen = seenOf(BRINGS);

/** The fields in which two such texts differ; all of them when one is none. */
function changedSince(seen: string, now: string): string[] {
  const fields = JSON.parse(now) as Record<string, unknown>;
  let before: Record<string, unknown> = {};
  try {
    before = z.record(z.string(), z.unknown()).parse(JSON.parse(seen));
  } catch {
    // Damaged: nothing in it was seen.
  }
  return Object.keys(fields).filter((field) => !equal(fields[field], before[field]));
}

/**
 * Writes into a client's file what was asked for, unless somebody changed it since it was seen (409,
 * with the fields that differ, what they hold now, and the text that says these were seen).
 */
async function changeFile(
  setting: Setting,
  who: Principal,
  clientId: string,
  {
    set,
    seen,
    seenNow,
    action,
  }: {
    set: Partial<Columns>;
    seen: string | undefined;
    seenNow: (file: Columns) => string;
    action: 'changed a client file' | 'changed what a client brings';
  },
): Promise<void> {
  await fileOf(setting, who, clientId);
  const own = and(eq(client.id, clientId), eq(client.practiceId, who.practiceId));
  await setting.db.transaction(async (tx) => {
    const [row] = await tx.select().from(client).where(own).for('update');
    const now = seenNow(found(row, 'client'));
    if (seen !== undefined && seen !== now) {
      throw new Refusal(
        409,
        'Somebody changed this meanwhile, so nothing was saved. What you typed is still here: save again to put it in place of theirs.',
        { changed: changedSince(seen, now), seen: now },
      );
    }
    await tx.update(client).set(set).where(own);
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action,
      subject: clientId,
    });
  });
}

export const changeBrings = (
  setting: Setting,
  who: Principal,
  clientId: string,
  { statureCentimetres, ...brings }: Brings,
  seen?: string,
): Promise<void> =>
  changeFile(setting, who, clientId, {
    set: {
      ...brings,
      statureMetres: statureCentimetres === null ? null : statureCentimetres / 100,
    },
    seen,
    seenNow: bringsSeen,
    action: 'changed what a client brings',
  });

export const changeClient = (
  setting: Setting,
  who: Principal,
  clientId: string,
  details: ClientDetails,
  seen?: string,
): Promise<void> =>
  changeFile(setting, who, clientId, {
    set: details,
    seen,
    seenNow: detailsSeen,
    action: 'changed a client file',
  });

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

const isUuid = (text: string) => z.uuid().safeParse(text).success;

/** A client's file inside the practice, with all that was asked; anything else is not there. */
export async function fileWithAnswers({ db }: Setting, who: Principal, clientId: string) {
  const row = isUuid(clientId) ? await fileAndAnswers(db, who.practiceId, clientId) : undefined;
  return found(row, 'client');
}

/** A client's file inside the practice; anything else is not there. */
export const fileOf = async (setting: Setting, who: Principal, clientId: string) =>
  (await fileWithAnswers(setting, who, clientId)).file;

/** A client's own file. */
export async function ownFile({ db }: Setting, who: Principal) {
  const clientId = found(who.clientId, 'client');
  return found(await fileAndAnswers(db, who.practiceId, clientId), 'client').file;
}

/** The head of a client's file: details and how far each stage of the work is. */
export async function fileHead(setting: Setting, who: Principal, clientId: string) {
  const {
    file,
    known: { interviews },
  } = await fileWithAnswers(setting, who, clientId);
  const [version, last, thread, visits] = await Promise.all([
    latestVersion(setting.db, clientId),
    lastSessionsOf(setting.db, clientId, STOPS_FROM),
    routineOf(setting.db, clientId),
    visitsOf(setting.db, clientId),
  ]);
  const open = visits.find(({ finishedAt }) => finishedAt === null) ?? null;
  const lastVisit = visits.filter(({ finishedAt }) => finishedAt !== null).at(-1) ?? null;
  const counts = await visitCounts(setting.db, open?.id ?? null, lastVisit?.id ?? null);
  const confirmed = interviews.findLast((one) => one.confirmed) ?? null;
  const findings = screen(file.screening);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    file,
    today,
    version: version ? { number: version.number, issuedOn: version.issuedOn } : null,
    hasDraft: Boolean(thread?.draft),
    lastPractised: last[0]?.day ?? null,
    stop: allStop(findings),
    screenedOn: confirmed?.day ?? null,
    answersWait: interviews.at(-1)?.confirmed === false,
    screeningDue: dueFor({ interviews, sessions: last }, today, who.rescreenAfterDays).length > 0,
    visit: open && { id: open.id, day: open.day },
    lastVisit: lastVisit && {
      day: lastVisit.day,
      tender: lastVisit.summary?.tender ?? null,
      figures: lastVisit.summary?.measures.length ?? null,
    },
    counts,
  };
}

const MOST_FOUND = 8;

/** Finds clients of the practice by the beginning of any word of their name. */
export async function findClients({ db }: Setting, who: Principal, text: string) {
  const query = text.replaceAll('\u0000', '').trim().slice(0, 80);
  return query === '' ? [] : searchClients(db, who.practiceId, query, MOST_FOUND);
}
