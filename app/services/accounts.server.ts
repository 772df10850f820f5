import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { countPractices, demoPeople, personBySignIn, userByEmail } from '~/db/people.server';
import type { Database } from '~/db/database.server';
import { nameSchema, timeZoneSchema } from '~/keeping/fields';
import { invitation, practice, signIn, user } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import {
  hashPassword,
  newToken,
  pretendToVerify,
  tokenHash,
  verifyPassword,
} from './secret.server';
import { rememberDevice, spendSetUpTry, spendTry, type From } from './tries.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

const HOUR = 3_600_000;
/** How long a sign-in lives without being used, in ms: staff short, a client’s own phone long. */
const IDLE = { owner: 12 * HOUR, therapist: 12 * HOUR, client: 60 * 24 * HOUR } as const;
const TOUCH_EVERY = 5 * 60_000;

export const emailSchema = z
  .string({ error: 'Enter an e-mail address.' })
  .trim()
  .toLowerCase()
  .max(254, 'That e-mail address is too long.')
  .pipe(z.email({ error: 'Enter an e-mail address like name@example.org.' }));

/** Long rather than odd: a phrase of several words. At most 200 characters, so that hashing stays cheap. */
export const passPhraseSchema = z
  .string({ error: 'Enter a pass phrase.' })
  .min(12, 'The pass phrase needs at least 12 characters; three or four words do.')
  .max(200, 'The pass phrase may have at most 200 characters.');

/** Opens a sign-in for a user and returns the token for their cookie. */
export async function openSignIn(
  { db, now }: Setting,
  person: { id: string; role: Principal['role'] },
  device: string,
): Promise<string> {
  const token = newToken();
  const at = now();
  await db.insert(signIn).values({
    tokenHash: tokenHash(token),
    userId: person.id,
    createdAt: at,
    lastSeenAt: at,
    expiresAt: new Date(at.getTime() + IDLE[person.role]),
    device: device.slice(0, 200),
  });
  return token;
}

/** Somebody who has just signed in: what their browser keeps, and where they begin. */
export interface SignedIn {
  token: string;
  /** What their device is known by from now on; null where that is of no use. */
  deviceToken: string | null;
  role: Principal['role'];
}

/** Checks e-mail and pass phrase. Unknown e-mail and wrong pass phrase answer alike. */
export async function signInWithPassPhrase(
  setting: Setting,
  given: { email: string; passPhrase: string },
  from: From,
): Promise<SignedIn> {
  const email = given.email.trim().toLowerCase();
  const giveBack = await spendTry(setting, email, from);
  const known = await userByEmail(setting.db, email);
  // An account that was ended is answered as one that never was.
  const person = known?.endedAt === null ? known : undefined;
  const passPhrase = given.passPhrase.slice(0, 200);
  const right = person
    ? await verifyPassword(person.passwordHash, passPhrase)
    : await pretendToVerify(passPhrase).then(() => false);
  if (!person || !right) {
    throw new Refusal(422, 'E-mail and pass phrase do not match. Check both and try again.');
  }
  await giveBack();
  const token = await openSignIn(setting, person, from.device);
  const deviceToken = await rememberDevice(setting, person.id, from.deviceToken);
  await recordAudit(setting.db, {
    practiceId: person.practiceId,
    actorId: person.id,
    at: setting.now(),
    action: 'signed in',
  });
  return { token, deviceToken, role: person.role };
}

/** Those the demo offers by one click; nobody outside demo mode. */
export const demoSignIns = async (setting: Setting) =>
  setting.demo ? await demoPeople(setting.db) : [];

/** Signs a demo person in without a pass phrase. Refused outside demo mode. */
export async function signInDemo(
  setting: Setting,
  userId: string,
  device: string,
): Promise<SignedIn> {
  const person = (await demoSignIns(setting)).find((candidate) => candidate.id === userId);
  if (!person) throw new Refusal(404, 'There is no such demo person.');
  const token = await openSignIn(setting, person, device);
  return { token, deviceToken: null, role: person.role };
}

/** Who a cookie's token stands for; keeps the sign-in alive while it is used. */
export async function principalOf(setting: Setting, token: string): Promise<Principal | null> {
  const at = setting.now();
  const hash = tokenHash(token);
  const person = await personBySignIn(setting.db, hash, at);
  if (!person) return null;
  const { lastSeenAt, ...principal } = person;
  if (at.getTime() - lastSeenAt.getTime() > TOUCH_EVERY && setting.hasRoom()) {
    const expiresAt = new Date(at.getTime() + IDLE[person.role]);
    await setting.db
      .update(signIn)
      .set({ lastSeenAt: at, expiresAt })
      .where(eq(signIn.tokenHash, hash));
  }
  return principal;
}

export const signOut = async ({ db }: Setting, token: string): Promise<void> => {
  await db.delete(signIn).where(eq(signIn.tokenHash, tokenHash(token)));
};

/** No link to a new pass phrase outlives its purpose: a change of the phrase withdraws them all. */
export const withdrawLinks = (db: Database, userId: string, at: Date) =>
  db
    .update(invitation)
    .set({ revokedAt: at })
    .where(
      and(
        eq(invitation.renewsUserId, userId),
        isNull(invitation.usedAt),
        isNull(invitation.revokedAt),
      ),
    );

export const changePassPhraseSchema = z.object({
  present: z.string().min(1, 'Enter your present pass phrase.').max(200, 'That is too long.'),
  passPhrase: passPhraseSchema,
});

/** Changes one's own pass phrase, given the present one; other devices are signed out. */
export async function changePassPhrase(
  setting: Setting,
  who: Principal,
  given: z.infer<typeof changePassPhraseSchema>,
  token: string,
  from: From,
): Promise<void> {
  const { db } = setting;
  const giveBack = await spendTry(setting, who.email, from);
  const person = await userByEmail(db, who.email);
  if (!person || !(await verifyPassword(person.passwordHash, given.present))) {
    throw new Refusal(422, 'That is not your present pass phrase.');
  }
  await giveBack();
  const passwordHash = await hashPassword(given.passPhrase);
  await db.transaction(async (tx) => {
    await tx.update(user).set({ passwordHash }).where(eq(user.id, who.userId));
    await withdrawLinks(tx, who.userId, setting.now());
    await tx
      .delete(signIn)
      .where(and(eq(signIn.userId, who.userId), ne(signIn.tokenHash, tokenHash(token))));
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action: 'changed their pass phrase',
    });
  });
}

/** Ends every sign-in of a person, on this device and all others. */
export async function signOutEverywhere(setting: Setting, who: Principal): Promise<void> {
  await setting.db.delete(signIn).where(eq(signIn.userId, who.userId));
  await recordAudit(setting.db, {
    practiceId: who.practiceId,
    actorId: who.userId,
    at: setting.now(),
    action: 'signed out everywhere',
  });
}

export const needsSetUp = async ({ db }: Setting): Promise<boolean> =>
  (await countPractices(db)) === 0;

export const setUpSchema = z.object({
  code: z.string({ error: 'Enter the set-up code.' }).trim().min(1, 'Enter the set-up code.'),
  practiceName: nameSchema,
  timeZone: timeZoneSchema,
  name: nameSchema,
  email: emailSchema,
  passPhrase: passPhraseSchema,
});

/** Makes the first practice of an installation and its owner. Works once, and only with the code. */
export async function setUpPractice(
  setting: Setting,
  given: z.infer<typeof setUpSchema>,
  from: From,
): Promise<SignedIn> {
  await spendSetUpTry(setting, from.address);
  // Compared by their digests: how long it takes says nothing of the code.
  if (tokenHash(given.code) !== tokenHash(setting.setUpCode)) {
    throw new Refusal(403, 'That is not the set-up code that was printed when the server started.');
  }
  const owner = { id: uuid(), role: 'owner' as const };
  const passwordHash = await hashPassword(given.passPhrase);
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    // Two who set up at the same moment: the second waits, and finds the first.
    await tx.execute(sql`lock table ${practice} in exclusive mode`);
    if ((await countPractices(tx)) > 0) {
      throw new Refusal(409, 'This installation is set up already. Sign in instead.');
    }
    const practiceId = uuid();
    await tx.insert(practice).values({
      id: practiceId,
      name: given.practiceName,
      timeZone: given.timeZone,
      createdAt: at,
    });
    await tx.insert(user).values({
      ...owner,
      practiceId,
      name: given.name,
      email: given.email,
      passwordHash,
      createdAt: at,
    });
    await recordAudit(tx, { practiceId, actorId: owner.id, at, action: 'set up the practice' });
  });
  const token = await openSignIn(setting, owner, from.device);
  const deviceToken = await rememberDevice(setting, owner.id, from.deviceToken);
  return { token, deviceToken, role: owner.role };
}
