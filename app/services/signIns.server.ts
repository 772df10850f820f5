import { and, eq, gt, isNull, lt } from 'drizzle-orm';
import { recordAudit } from '~/db/audit.server';
import { personBySignIn } from '~/db/people.server';
import { begunSignIn, signIn, user } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { newToken, tokenHash } from './secret.server';
import { rememberDevice, spendCodeTry, type From } from './tries.server';
import { takeCode, wantsCode } from './twoFactor.server';

const HOUR = 3_600_000;
/** How long a sign-in lives without being used, in ms: staff short, a client’s own phone long. */
const IDLE = { owner: 12 * HOUR, therapist: 12 * HOUR, client: 60 * 24 * HOUR } as const;
const TOUCH_EVERY = 5 * 60_000;

/** How long the code may be waited for once the pass phrase was right, in ms. */
const BEGUN_MS = 10 * 60_000;

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

/** A right pass phrase whose code is still wanted: what the browser keeps until it is given. */
export interface Begun {
  begun: string;
}
export type LetIn = SignedIn | Begun;

interface Known {
  id: string;
  role: Principal['role'];
  practiceId: string;
}

/** Opens a sign-in on a device and remembers the device. */
export async function openedFor(
  setting: Setting,
  person: Pick<Known, 'id' | 'role'>,
  from: From,
): Promise<SignedIn> {
  const token = await openSignIn(setting, person, from.device);
  const deviceToken = await rememberDevice(setting, person.id, from.deviceToken);
  return { token, deviceToken, role: person.role };
}

const opened = async (setting: Setting, person: Known, from: From, action: string) => {
  const signedIn = await openedFor(setting, person, from);
  await recordAudit(setting.db, {
    practiceId: person.practiceId,
    actorId: person.id,
    at: setting.now(),
    action,
  });
  return signedIn;
};

/** Lets in whoever gave the right pass phrase, or asks for their code first. */
export async function letIn(setting: Setting, person: Known, from: From): Promise<LetIn> {
  const { db, now } = setting;
  if (!(await wantsCode(db, person.id))) return opened(setting, person, from, 'signed in');
  const begun = newToken();
  const at = now();
  // Nothing else puts those away that nobody went on with.
  await db.delete(begunSignIn).where(lt(begunSignIn.expiresAt, at));
  await db.insert(begunSignIn).values({
    tokenHash: tokenHash(begun),
    userId: person.id,
    expiresAt: new Date(at.getTime() + BEGUN_MS),
  });
  return { begun };
}

/** Whose code is waited for; undefined when nobody's is, or not any more. */
export async function begunBy({ db, now }: Setting, token: string): Promise<Known | undefined> {
  const [row] = await db
    .select({ id: user.id, role: user.role, practiceId: user.practiceId })
    .from(begunSignIn)
    .innerJoin(user, eq(user.id, begunSignIn.userId))
    .where(
      and(
        eq(begunSignIn.tokenHash, tokenHash(token)),
        gt(begunSignIn.expiresAt, now()),
        isNull(user.endedAt),
      ),
    )
    .limit(1);
  return row;
}

/**
 * Lets in whoever began to sign in and now gives their code.
 *
 * @throws Refusal 410 when it was begun too long ago, 422 when the code is wrong, 429 after too many
 */
export async function finishSignIn(
  setting: Setting,
  begun: string,
  code: string,
  from: From,
): Promise<SignedIn> {
  const person = await begunBy(setting, begun);
  if (!person) throw new Refusal(410, 'That took too long. Sign in again.');
  const giveBack = await spendCodeTry(setting, person.id);
  const shown = await takeCode(setting.db, person.id, code, setting.now());
  await giveBack();
  await setting.db.delete(begunSignIn).where(eq(begunSignIn.tokenHash, tokenHash(begun)));
  const action = shown === 'code' ? 'signed in' : 'signed in with a recovery code';
  return opened(setting, person, from, action);
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
