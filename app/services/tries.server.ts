import { and, eq, lt } from 'drizzle-orm';
import { RateLimiterDrizzle, RateLimiterRes } from 'rate-limiter-flexible';
import { userByEmail } from '~/db/people.server';
import { knownDevice, rateLimit } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Setting } from '~/keeping/server/setting.server';
import { newToken, tokenHash } from './secret.server';

const WINDOW_SECONDS = 15 * 60;

/**
 * How many tries there are in a window, by what is counted. One account from one address is counted by
 * itself, so that a stranger elsewhere shuts nobody out; many strangers together are held by the account’s
 * own count, which a device that was signed in before is not part of.
 */
const TRIES = {
  pair: 8,
  device: 8,
  account: 100,
  address: 40,
  'set-up': 10,
  'set-up by all': 50,
  invitation: 60,
  code: 10,
} as const;
type Counted = keyof typeof TRIES;

const limiters = new WeakMap<object, Record<Counted, RateLimiterDrizzle>>();

function limitersFor({ db }: Setting): Record<Counted, RateLimiterDrizzle> {
  const known = limiters.get(db);
  if (known) return known;
  const made = Object.fromEntries(
    Object.entries(TRIES).map(([name, points]) => [
      name,
      new RateLimiterDrizzle({
        storeClient: db,
        schema: rateLimit,
        duration: WINDOW_SECONDS,
        points,
        keyPrefix: name,
        // By a timer of its own that nobody can stop; see `forgetOld`.
        clearExpiredByTimeout: false,
      }),
    ]),
  ) as Record<Counted, RateLimiterDrizzle>;
  limiters.set(db, made);
  return made;
}

async function spend(setting: Setting, spent: readonly (readonly [Counted, string])[]) {
  const by = limitersFor(setting);
  try {
    for (const [name, key] of spent) await by[name].consume(key);
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused;
    const minutes = Math.max(1, Math.ceil(refused.msBeforeNext / 60_000));
    throw new Refusal(
      429,
      `Too many tries. Wait ${minutes === 1 ? 'a minute' : `${minutes} minutes`} and try again.`,
    );
  }
}

/** Forgets what was counted in windows that are over. */
async function forgetOld({ db }: Setting): Promise<void> {
  // By the clock of the counters, which is the machine’s own.
  await db.delete(rateLimit).where(lt(rateLimit.expire, new Date()));
}

/** Where a try comes from. */
export interface From {
  address: string;
  /** What the browser calls itself. */
  device: string;
  /** The token of a device that may have been signed in before. */
  deviceToken?: string | null;
}

async function isKnown({ db }: Setting, email: string, token: string | null | undefined) {
  if (!token) return false;
  const person = await userByEmail(db, email);
  if (!person) return false;
  const [row] = await db
    .select({ userId: knownDevice.userId })
    .from(knownDevice)
    .where(and(eq(knownDevice.tokenHash, tokenHash(token)), eq(knownDevice.userId, person.id)))
    .limit(1);
  return row !== undefined;
}

/**
 * Counts a try at an account’s pass phrase.
 *
 * @returns what gives it back, once the phrase was right
 * @throws Refusal 429 when there were too many
 */
export async function spendTry(
  setting: Setting,
  email: string,
  from: From,
): Promise<() => Promise<void>> {
  const account = tokenHash(email);
  const spent: (readonly [Counted, string])[] = (await isKnown(setting, email, from.deviceToken))
    ? [['device', tokenHash(`${from.deviceToken ?? ''} ${email}`)]]
    : [
        ['address', from.address],
        ['pair', tokenHash(`${email} ${from.address}`)],
        ['account', account],
      ];
  await spend(setting, spent);
  return async () => {
    await forgetOld(setting);
    const by = limitersFor(setting);
    for (const [name, key] of spent) {
      if (name === 'pair' || name === 'device') await by[name].delete(key);
      else await by[name].reward(key, 1);
    }
  };
}

/** Counts a try at the set-up code. */
export const spendSetUpTry = (setting: Setting, address: string): Promise<void> =>
  spend(setting, [
    ['set-up', address],
    ['set-up by all', 'all'],
  ]);

/** Counts a link that nobody made. */
export const spendInvitationTry = (setting: Setting, address: string): Promise<void> =>
  spend(setting, [['invitation', address]]);

/**
 * Counts a try at somebody's second factor, wherever it comes from: whoever tries knows the pass phrase.
 *
 * @returns what gives it back, once the code was right
 * @throws Refusal 429 when there were too many
 */
export async function spendCodeTry(setting: Setting, userId: string): Promise<() => Promise<void>> {
  const key = tokenHash(userId);
  await spend(setting, [['code', key]]);
  return async () => {
    await limitersFor(setting).code.delete(key);
  };
}

/**
 * Remembers that somebody signed in on a device.
 *
 * @param token the device’s own, if it has one already
 * @returns the token the device keeps
 */
export async function rememberDevice(
  { db, now }: Setting,
  userId: string,
  token: string | null | undefined,
): Promise<string> {
  const own = token ?? newToken();
  const row = { tokenHash: tokenHash(own), userId, lastSeenAt: now() };
  await db
    .insert(knownDevice)
    .values(row)
    .onConflictDoUpdate({
      target: [knownDevice.tokenHash, knownDevice.userId],
      set: { lastSeenAt: row.lastSeenAt },
    });
  return own;
}
