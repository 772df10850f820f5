import { and, eq, ne, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { countPractices, demoPeople, userByEmail } from '~/db/people.server';
import { nameSchema, timeZoneSchema } from '~/keeping/fields';
import { begunSignIn, practice, signIn, user } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { withdrawLinks } from './links.server';
import { hashPassword, pretendToVerify, tokenHash, verifyPassword } from './secret.server';
import { letIn, openedFor, openSignIn, type LetIn, type SignedIn } from './signIns.server';
import { spendSetUpTry, spendTry, type From } from './tries.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

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

/** Checks e-mail and pass phrase. Unknown e-mail and wrong pass phrase answer alike. */
export async function signInWithPassPhrase(
  setting: Setting,
  given: { email: string; passPhrase: string },
  from: From,
): Promise<LetIn> {
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
  return letIn(setting, person, from);
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
    await tx.delete(begunSignIn).where(eq(begunSignIn.userId, who.userId));
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
  return openedFor(setting, owner, from);
}
