import { and, eq, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { userByEmail } from '~/db/people.server';
import type { Database } from '~/db/database.server';
import { client, invitation, practice, signIn, user } from '~/db/schema.server';
import { emailSchema, openSignIn, passPhraseSchema } from './accounts.server';
import { nameSchema, timeZoneSchema } from '~/keeping/fields';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { hashPassword, newToken, tokenHash } from './secret.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

const DAYS_VALID = 14;

interface Invited {
  role: 'client' | 'therapist';
  clientId: string | null;
  /** The account whose pass phrase is to be renewed; none when an account is to be made. */
  renewsUserId?: string | null;
}

/** Makes a single-use link token; an earlier unused invitation to the same file is withdrawn. */
export async function invite(
  setting: Setting,
  who: Principal,
  invited: Invited,
): Promise<{ token: string; expiresAt: Date }> {
  const token = newToken();
  const at = setting.now();
  const expiresAt = new Date(at.getTime() + DAYS_VALID * 86_400_000);
  await setting.db.transaction(async (tx) => {
    if (invited.clientId !== null) {
      await tx
        .update(invitation)
        .set({ revokedAt: at })
        .where(
          and(
            eq(invitation.clientId, invited.clientId),
            isNull(invitation.usedAt),
            isNull(invitation.revokedAt),
          ),
        );
    }
    await tx.insert(invitation).values({
      id: uuid(),
      practiceId: who.practiceId,
      clientId: invited.clientId,
      role: invited.role,
      renewsUserId: invited.renewsUserId ?? null,
      tokenHash: tokenHash(token),
      createdBy: who.userId,
      createdAt: at,
      expiresAt,
    });
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: invited.renewsUserId ? 'offered a new pass phrase' : `invited a ${invited.role}`,
      subject: invited.clientId ?? invited.renewsUserId ?? undefined,
    });
  });
  return { token, expiresAt };
}

/** What an invitation opens, or a refusal that says why it no longer does. */
export async function readInvitation({ db, now }: Setting, token: string) {
  const [row] = await db
    .select({
      id: invitation.id,
      role: invitation.role,
      practiceId: invitation.practiceId,
      practiceName: practice.name,
      timeZone: sql<string>`coalesce(${client.timeZone}, ${practice.timeZone})`,
      clientId: invitation.clientId,
      clientName: client.name,
      clientUserId: client.userId,
      renewsUserId: invitation.renewsUserId,
      renewsName: user.name,
      expiresAt: invitation.expiresAt,
      usedAt: invitation.usedAt,
      revokedAt: invitation.revokedAt,
    })
    .from(invitation)
    .innerJoin(practice, eq(practice.id, invitation.practiceId))
    .leftJoin(client, eq(client.id, invitation.clientId))
    .leftJoin(user, eq(user.id, invitation.renewsUserId))
    .where(eq(invitation.tokenHash, tokenHash(token)))
    .limit(1);
  if (!row) {
    throw new Refusal(404, 'This invitation is not known. Ask your therapist for a new link.');
  }
  if (row.usedAt || (row.clientUserId && !row.renewsUserId)) {
    throw new Refusal(410, USED);
  }
  if (row.revokedAt) {
    throw new Refusal(410, 'A newer invitation has replaced this one. Use the latest link.');
  }
  if (row.expiresAt <= now()) {
    throw new Refusal(410, 'This invitation has expired. Ask your therapist for a new link.');
  }
  return row;
}

export const joinSchema = z.object({
  name: nameSchema,
  email: emailSchema,
  passPhrase: passPhraseSchema,
  timeZone: timeZoneSchema,
});

const USED = 'This invitation has been used. Sign in with your e-mail and pass phrase.';

/** Uses a link up, or refuses when somebody else did at the same moment. */
async function useUp(tx: Database, invitationId: string, at: Date): Promise<void> {
  const used = await tx
    .update(invitation)
    .set({ usedAt: at })
    .where(and(eq(invitation.id, invitationId), isNull(invitation.usedAt)))
    .returning({ id: invitation.id });
  if (used.length === 0) throw new Refusal(410, USED);
}

/** Takes up an invitation: makes the account, uses the link up and signs in. */
export async function join(
  setting: Setting,
  token: string,
  given: z.infer<typeof joinSchema>,
  device: string,
): Promise<{ token: string; role: Principal['role'] }> {
  const invited = await readInvitation(setting, token);
  if (invited.renewsUserId)
    throw new Refusal(409, 'This link renews a pass phrase; it makes no account.');
  const passwordHash = await hashPassword(given.passPhrase);
  const at = setting.now();
  const person = { id: uuid(), role: invited.role };
  await setting.db.transaction(async (tx) => {
    await useUp(tx, invited.id, at);
    if (await userByEmail(tx, given.email)) {
      throw new Refusal(409, 'There is an account with this e-mail already. Use another address.');
    }
    await tx.insert(user).values({
      ...person,
      practiceId: invited.practiceId,
      name: given.name,
      email: given.email,
      passwordHash,
      createdAt: at,
    });
    if (invited.clientId !== null) {
      await tx
        .update(client)
        .set({ userId: person.id, timeZone: given.timeZone })
        .where(eq(client.id, invited.clientId));
    }
    await recordAudit(tx, {
      practiceId: invited.practiceId,
      actorId: person.id,
      at,
      action: 'joined by invitation',
      subject: invited.clientId ?? undefined,
    });
  });
  return { token: await openSignIn(setting, person, device), role: person.role };
}

export const renewSchema = z.object({ passPhrase: passPhraseSchema });

/** Takes up a link that renews a pass phrase: every device is signed out, this one is signed in. */
export async function renew(
  setting: Setting,
  token: string,
  given: z.infer<typeof renewSchema>,
  device: string,
): Promise<{ token: string; role: Principal['role'] }> {
  const invited = await readInvitation(setting, token);
  const userId = invited.renewsUserId;
  if (userId === null) throw new Refusal(409, 'This link makes an account; it renews none.');
  const passwordHash = await hashPassword(given.passPhrase);
  const at = setting.now();
  const role = await setting.db.transaction(async (tx) => {
    await useUp(tx, invited.id, at);
    const [person] = await tx
      .update(user)
      .set({ passwordHash })
      .where(eq(user.id, userId))
      .returning({ role: user.role });
    await tx.delete(signIn).where(eq(signIn.userId, userId));
    await recordAudit(tx, {
      practiceId: invited.practiceId,
      actorId: userId,
      at,
      action: 'renewed a pass phrase',
    });
    return found(person, 'account').role;
  });
  return { token: await openSignIn(setting, { id: userId, role }, device), role };
}
