import { randomBytes } from 'node:crypto';
import { and, count, eq, isNotNull, isNull, lt } from 'drizzle-orm';
import { Secret, TOTP } from 'otpauth';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/database.server';
import { userByEmail } from '~/db/people.server';
import { recoveryCode, twoFactor } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownerOnly, practicePeople } from './practice.server';
import { tokenHash, verifyPassword } from './secret.server';
import { spendCodeTry, spendTry, type From } from './tries.server';

/** Half a minute, as authenticator apps have it unless told otherwise (RFC 6238, section 5.2). */
const PERIOD_SECONDS = 30;
/** A secret that was offered and never confirmed is shown no longer than this, in ms. */
const OFFER_MS = 30 * 60_000;
const RECOVERY_CODES = 10;
/** Crockford's base32: nothing in it is read for something else. */
const LETTERS = '0123456789abcdefghjkmnpqrstvwxyz';

const WRONG =
  'That code does not match. A code of the app is good for half a minute and once: wait for the next one, and see that the clock of the phone is right.';
const UNREADABLE = 'Enter the six digits the app shows, or one of your recovery codes.';

const totpOf = (secret: string, label = '') =>
  new TOTP({
    issuer: 'Entspann',
    label,
    secret: Secret.fromBase32(secret),
    algorithm: 'SHA1',
    digits: 6,
    period: PERIOD_SECONDS,
  });

/**
 * The half minute a code belongs to, counted from 1970; null when it is of none near by. A phone's clock may
 * be one half minute off either way (RFC 6238, section 6).
 *
 * @param at ms since 1970
 */
export function stepOf(secret: string, code: string, at: number): number | null {
  const delta = totpOf(secret).validate({ token: code, timestamp: at, window: 1 });
  return delta === null ? null : Math.floor(at / 1000 / PERIOD_SECONDS) + delta;
}

/** The code an app shows at a moment, in ms since 1970. */
export const codeAt = (secret: string, at: number): string =>
  totpOf(secret).generate({ timestamp: at });

/** 80 bits, in groups of four for who writes them down. */
function newRecoveryCode(): string {
  const letters = [...randomBytes(16)].map((byte) => LETTERS[byte % 32]).join('');
  return letters.replace(/(.{4})(?=.)/g, '$1-');
}

/** As it was made, whatever stands between its letters and however they were written. */
const plainCode = (code: string) => code.toLowerCase().replace(/[\s-]/g, '');
const recoveryHash = (code: string) => tokenHash(plainCode(code));

const inForce = async (db: Database, userId: string) => {
  const [row] = await db
    .select({ secret: twoFactor.secret, confirmedAt: twoFactor.confirmedAt })
    .from(twoFactor)
    .where(and(eq(twoFactor.userId, userId), isNotNull(twoFactor.confirmedAt)))
    .limit(1);
  return row;
};

/** Whether a code is wanted of somebody besides their pass phrase. */
export const wantsCode = async (db: Database, userId: string): Promise<boolean> =>
  (await inForce(db, userId)) !== undefined;

/** What signed somebody in besides their pass phrase. */
export type Shown = 'code' | 'recovery code';

/**
 * Takes a code of the app or a recovery code; each is taken once, also by two at the same moment.
 *
 * @throws Refusal 422 when it is neither
 */
export async function takeCode(
  db: Database,
  userId: string,
  given: string,
  at: Date,
): Promise<Shown> {
  const code = plainCode(given);
  if (/^\d{6}$/.test(code)) {
    const known = await inForce(db, userId);
    const step = known ? stepOf(known.secret, code, at.getTime()) : null;
    if (step === null) throw new Refusal(422, WRONG);
    const taken = await db
      .update(twoFactor)
      .set({ lastStep: step })
      .where(and(eq(twoFactor.userId, userId), lt(twoFactor.lastStep, step)))
      .returning({ userId: twoFactor.userId });
    if (taken.length === 0) throw new Refusal(422, WRONG);
    return 'code';
  }
  if (!/^[0-9a-z]{16}$/.test(code)) throw new Refusal(422, UNREADABLE);
  const used = await db
    .update(recoveryCode)
    .set({ usedAt: at })
    .where(
      and(
        eq(recoveryCode.userId, userId),
        eq(recoveryCode.codeHash, recoveryHash(code)),
        isNull(recoveryCode.usedAt),
      ),
    )
    .returning({ userId: recoveryCode.userId });
  if (used.length === 0) {
    throw new Refusal(422, 'That recovery code is not one of yours, or it was used already.');
  }
  return 'recovery code';
}

/** Clients sign in by their pass phrase alone. */
function staffOnly(who: Principal): void {
  if (who.role === 'client') {
    throw new Refusal(403, 'Two-factor sign-in is for those who work in the practice.');
  }
}

/** How somebody's two-factor sign-in stands. */
export type TwoFactorStanding =
  | { is: 'off' }
  /** What the app reads: as an address, and for typing. */
  | { is: 'offered'; uri: string; secret: string }
  | { is: 'on'; since: Date; codesLeft: number };

export async function twoFactorOf(
  { db, now }: Setting,
  who: Principal,
): Promise<TwoFactorStanding> {
  staffOnly(who);
  const [row] = await db.select().from(twoFactor).where(eq(twoFactor.userId, who.userId)).limit(1);
  if (!row) return { is: 'off' };
  if (row.confirmedAt !== null) {
    const [left] = await db
      .select({ n: count() })
      .from(recoveryCode)
      .where(and(eq(recoveryCode.userId, who.userId), isNull(recoveryCode.usedAt)));
    return { is: 'on', since: row.confirmedAt, codesLeft: left?.n ?? 0 };
  }
  if (now().getTime() - row.offeredAt.getTime() > OFFER_MS) return { is: 'off' };
  return {
    is: 'offered',
    uri: totpOf(row.secret, who.email).toString(),
    secret: row.secret.replace(/(.{4})(?=.)/g, '$1 '),
  };
}

const audited = (db: Database, who: Principal, at: Date, action: string, subject?: string) =>
  recordAudit(db, {
    practiceId: who.practiceId,
    actorId: who.userId,
    at,
    action,
    ...(subject === undefined ? {} : { subject }),
  });

/** Offers a secret to whoever gives their pass phrase; it is in force once a code of it was given. */
export async function offerTwoFactor(
  setting: Setting,
  who: Principal,
  passPhrase: string,
  from: From,
): Promise<void> {
  staffOnly(who);
  const giveBack = await spendTry(setting, who.email, from);
  const person = await userByEmail(setting.db, who.email);
  if (!person || !(await verifyPassword(person.passwordHash, passPhrase.slice(0, 200)))) {
    throw new Refusal(422, 'That is not your pass phrase.', {
      fields: { passPhrase: 'That is not your pass phrase.' },
    });
  }
  await giveBack();
  const offer = {
    secret: new Secret({ size: 20 }).base32,
    offeredAt: setting.now(),
    confirmedAt: null,
    lastStep: 0,
  };
  const offered = await setting.db
    .insert(twoFactor)
    .values({ userId: who.userId, ...offer })
    .onConflictDoUpdate({
      target: twoFactor.userId,
      set: offer,
      setWhere: isNull(twoFactor.confirmedAt),
    })
    .returning({ userId: twoFactor.userId });
  if (offered.length === 0) throw new Refusal(409, 'Two-factor sign-in is on already.');
}

/** Takes back what was offered and never confirmed. */
export async function withdrawOffer({ db }: Setting, who: Principal): Promise<void> {
  staffOnly(who);
  await db
    .delete(twoFactor)
    .where(and(eq(twoFactor.userId, who.userId), isNull(twoFactor.confirmedAt)));
}

/** Puts new recovery codes in the place of all others. */
async function replaceCodes(tx: Database, userId: string): Promise<string[]> {
  const codes = Array.from({ length: RECOVERY_CODES }, newRecoveryCode);
  await tx.delete(recoveryCode).where(eq(recoveryCode.userId, userId));
  await tx
    .insert(recoveryCode)
    .values(codes.map((code) => ({ userId, codeHash: recoveryHash(code) })));
  return codes;
}

/**
 * Puts what was offered into force, by a code of it.
 *
 * @returns the recovery codes; they are told this once
 */
export async function confirmTwoFactor(
  setting: Setting,
  who: Principal,
  code: string,
): Promise<string[]> {
  const standing = await twoFactorOf(setting, who);
  if (standing.is === 'on') throw new Refusal(409, 'Two-factor sign-in is on already.');
  if (standing.is === 'off') {
    throw new Refusal(410, 'That took too long: begin again, and a new picture is shown.');
  }
  const giveBack = await spendCodeTry(setting, who.userId);
  const at = setting.now();
  const step = stepOf(standing.secret.replaceAll(' ', ''), plainCode(code), at.getTime());
  if (step === null) throw new Refusal(422, WRONG, { fields: { code: WRONG } });
  await giveBack();
  return setting.db.transaction(async (tx) => {
    const confirmed = await tx
      .update(twoFactor)
      .set({ confirmedAt: at, lastStep: step })
      .where(and(eq(twoFactor.userId, who.userId), isNull(twoFactor.confirmedAt)))
      .returning({ userId: twoFactor.userId });
    if (confirmed.length === 0) throw new Refusal(409, 'Two-factor sign-in is on already.');
    await audited(tx, who, at, 'turned two-factor sign-in on');
    return replaceCodes(tx, who.userId);
  });
}

/** Does something that a code is wanted for. */
async function byCode<T>(
  setting: Setting,
  who: Principal,
  code: string,
  work: (tx: Database) => Promise<T>,
): Promise<T> {
  staffOnly(who);
  const giveBack = await spendCodeTry(setting, who.userId);
  const done = await setting.db.transaction(async (tx) => {
    await takeCode(tx, who.userId, code, setting.now());
    return work(tx);
  });
  await giveBack();
  return done;
}

/** Makes recovery codes anew, for a code; those there were are of no use any more. */
export const renewRecoveryCodes = (setting: Setting, who: Principal, code: string) =>
  byCode(setting, who, code, async (tx) => {
    await audited(tx, who, setting.now(), 'made new recovery codes');
    return replaceCodes(tx, who.userId);
  });

const end = async (tx: Database, userId: string) => {
  await tx.delete(twoFactor).where(eq(twoFactor.userId, userId));
  await tx.delete(recoveryCode).where(eq(recoveryCode.userId, userId));
};

/** Turns one's own two-factor sign-in off, for a code. */
export const endTwoFactor = (setting: Setting, who: Principal, code: string) =>
  byCode(setting, who, code, async (tx) => {
    await end(tx, who.userId);
    await audited(tx, who, setting.now(), 'turned two-factor sign-in off');
  });

/**
 * Turns it off for whoever runs the installation to let somebody in again who has lost app and codes.
 *
 * @returns whether there was an account of that e-mail with two-factor sign-in
 */
export async function endTwoFactorByOperator(
  db: Database,
  email: string,
  at: Date,
): Promise<boolean> {
  const person = await userByEmail(db, email.trim().toLowerCase());
  if (!person || !(await wantsCode(db, person.id))) return false;
  await db.transaction(async (tx) => {
    await end(tx, person.id);
    await recordAudit(tx, {
      practiceId: person.practiceId,
      actorId: null,
      at,
      action: 'two-factor sign-in turned off by the operator',
      subject: person.id,
    });
  });
  return true;
}

/** Turns a colleague's off, who has lost app and codes. For owners; one's own is turned off by a code. */
export async function endTwoFactorOf(
  setting: Setting,
  who: Principal,
  userId: string,
): Promise<void> {
  ownerOnly(who);
  const colleague = (await practicePeople(setting, who)).find(({ id }) => id === userId);
  if (!colleague || userId === who.userId) {
    throw new Refusal(404, 'There is no such colleague.');
  }
  await setting.db.transaction(async (tx) => {
    await end(tx, userId);
    await audited(tx, who, setting.now(), 'turned a two-factor sign-in off', userId);
  });
}
