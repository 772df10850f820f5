import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { countPractices, keepYearsOf, signInsOf, staffOf } from '~/db/people.server';
import { practice, signIn, user } from '~/db/schema.server';
import { isElsewhere } from './record/elsewhere';
import { nameSchema, timeZoneSchema } from '~/keeping/fields';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { withdrawLinks } from './links.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

/** A number as it is dialled; empty when there is none. */
const dialled = (name: string) =>
  z
    .string()
    .trim()
    .regex(/^(\+?\d[\d ()./-]{1,24})?$/, `${name} must be a telephone number, or empty.`)
    .default('');

export const practiceSchema = z.object({
  name: nameSchema,
  timeZone: timeZoneSchema,
  quietAfterDays: z.coerce
    .number({ error: 'Days until a client counts as quiet must be a number.' })
    .int('Days until a client counts as quiet must be a whole number.')
    .min(1, 'Days until a client counts as quiet must be at least 1.')
    .max(60, 'Days until a client counts as quiet must be at most 60.'),
  rescreenAfterDays: z.coerce
    .number({ error: 'Days until the screening is asked again must be a number.' })
    .int('Days until the screening is asked again must be a whole number.')
    .min(7, 'Days until the screening is asked again must be at least 7.')
    .max(730, 'Days until the screening is asked again must be at most 730.'),
  /** Empty: not said; left out: as it is. */
  keepYears: z
    .string()
    .trim()
    .regex(
      /^(\d|[1-4]\d|50)?$/,
      'Years that records are kept must be a whole number to 50, or empty.',
    )
    .transform((text) => (text === '' ? null : Number(text)))
    .optional(),
  phone: dialled('The number of the practice'),
  emergencyNumber: dialled('The emergency number'),
});

/** Only an owner manages the practice. */
export function ownerOnly(who: Principal): void {
  if (who.role !== 'owner') {
    throw new Refusal(403, 'Only an owner of the practice can do that.');
  }
}

/** What is for those who work here is not there for a client. */
export function staffOnly(who: Principal): void {
  if (who.role === 'client') throw new Refusal(403, 'That is for those who work here.');
}

export const practicePeople = async ({ db }: Setting, who: Principal) =>
  (await staffOf(db, who.practiceId)).filter((one) => !isElsewhere(one));

/** Years the practice keeps records; null: it has not said. */
export const keepYears = ({ db }: Setting, who: Principal) => keepYearsOf(db, who.practiceId);

export async function changePractice(
  setting: Setting,
  who: Principal,
  details: z.infer<typeof practiceSchema>,
): Promise<void> {
  ownerOnly(who);
  await setting.db.transaction(async (tx) => {
    await tx.update(practice).set(details).where(eq(practice.id, who.practiceId));
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action: 'changed the practice',
      // How long records are kept decides what may be erased.
      detail: details.keepYears === undefined ? {} : { keepYears: details.keepYears },
    });
  });
}

/** The devices a person is signed in on. */
export const devicesOf = ({ db, now }: Setting, who: Principal) => signInsOf(db, who.userId, now());

/** The name a device goes by on a screen: enough to tell it from others, of no use for anything else. */
export const deviceKey = (hash: string): string => hash.slice(0, 12);

/** Ends one sign-in of a person’s own, as on a phone that was lost. */
export async function endSignIn(setting: Setting, who: Principal, key: string): Promise<void> {
  const devices = await devicesOf(setting, who);
  const one = found(
    devices.find(({ tokenHash }) => deviceKey(tokenHash) === key),
    'sign-in',
  );
  await setting.db.transaction(async (tx) => {
    await tx.delete(signIn).where(eq(signIn.tokenHash, one.tokenHash));
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action: 'ended a sign-in',
    });
  });
}

/** Whether the database answers. */
export const isWell = ({ db }: Setting): Promise<boolean> =>
  countPractices(db).then(
    () => true,
    () => false,
  );

/**
 * Ends the account of somebody who works here: their sign-ins and links end with it, what they did stays
 * under their name. The last owner stays.
 */
export async function endAccount(setting: Setting, who: Principal, userId: string): Promise<void> {
  ownerOnly(who);
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    // Two owners who end each other at the same moment: the second finds only themselves.
    await tx
      .select({ id: practice.id })
      .from(practice)
      .where(eq(practice.id, who.practiceId))
      .for('no key update');
    const staff = (await staffOf(tx, who.practiceId)).filter(({ endedAt }) => endedAt === null);
    const person = found(
      staff.find(({ id }) => id === userId),
      'colleague',
    );
    if (!staff.some(({ id, role }) => id !== userId && role === 'owner')) {
      throw new Refusal(
        409,
        'The last owner of a practice stays: there would be nobody to run it.',
      );
    }
    await tx.update(user).set({ endedAt: at }).where(eq(user.id, person.id));
    await tx.delete(signIn).where(eq(signIn.userId, person.id));
    await withdrawLinks(tx, person.id, at);
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'ended an account',
      subject: person.id,
    });
  });
}
