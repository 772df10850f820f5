import { and, asc, count, eq, gt, isNull, ne } from 'drizzle-orm';
import type { Database } from './database.server';
import { client, practice, signIn, twoFactor, user } from './schema.server';

export const countPractices = async (db: Database): Promise<number> =>
  (await db.select({ n: count() }).from(practice))[0]?.n ?? 0;

export async function userByEmail(db: Database, email: string) {
  const [row] = await db.select().from(user).where(eq(user.email, email)).limit(1);
  return row;
}

/** What a person’s devices seal their unsent things with; null while none was asked for. */
export async function sealingSecretOf(db: Database, userId: string): Promise<string | null> {
  const [row] = await db
    .select({ secret: user.sealingSecret })
    .from(user)
    .where(eq(user.id, userId))
    .limit(1);
  return row?.secret ?? null;
}

/** Years a practice keeps records after the last contact; null: it has not said. */
export async function keepYearsOf(db: Database, practiceId: string): Promise<number | null> {
  const [row] = await db
    .select({ years: practice.keepYears })
    .from(practice)
    .where(eq(practice.id, practiceId));
  return row?.years ?? null;
}

/** The person behind an unexpired sign-in, with their practice and, for a client, their file. */
export async function personBySignIn(db: Database, hash: string, now: Date) {
  const [row] = await db
    .select({
      userId: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      practiceId: practice.id,
      practiceName: practice.name,
      timeZone: practice.timeZone,
      quietAfterDays: practice.quietAfterDays,
      rescreenAfterDays: practice.rescreenAfterDays,
      phone: practice.phone,
      emergencyNumber: practice.emergencyNumber,
      clientId: client.id,
      lastSeenAt: signIn.lastSeenAt,
    })
    .from(signIn)
    .innerJoin(user, eq(user.id, signIn.userId))
    .innerJoin(practice, eq(practice.id, user.practiceId))
    .leftJoin(client, eq(client.userId, user.id))
    .where(and(eq(signIn.tokenHash, hash), gt(signIn.expiresAt, now), isNull(user.endedAt)))
    .limit(1);
  return row;
}

export const staffOf = (db: Database, practiceId: string) =>
  db
    .select({
      id: user.id,
      name: user.name,
      email: user.email,
      role: user.role,
      endedAt: user.endedAt,
      twoFactorSince: twoFactor.confirmedAt,
    })
    .from(user)
    .leftJoin(twoFactor, eq(twoFactor.userId, user.id))
    .where(and(eq(user.practiceId, practiceId), ne(user.role, 'client')))
    .orderBy(asc(user.name));

export const signInsOf = (db: Database, userId: string, now: Date) =>
  db
    .select({
      tokenHash: signIn.tokenHash,
      device: signIn.device,
      createdAt: signIn.createdAt,
      lastSeenAt: signIn.lastSeenAt,
    })
    .from(signIn)
    .where(and(eq(signIn.userId, userId), gt(signIn.expiresAt, now)))
    .orderBy(asc(signIn.createdAt));

/** Those who can be signed in by a click in demo mode. */
export const demoPeople = (db: Database) =>
  db
    .select({
      id: user.id,
      name: user.name,
      role: user.role,
      email: user.email,
      occupation: client.occupation,
    })
    .from(user)
    .leftJoin(client, eq(client.userId, user.id))
    .where(isNull(user.endedAt))
    .orderBy(asc(user.createdAt), asc(user.name));
