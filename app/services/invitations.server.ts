import { and, eq, isNull, sql } from 'drizzle-orm';
import { dayOf } from '#core/calendar';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/database.server';
import {
  begunSignIn,
  client,
  consentStep,
  invitation,
  practice,
  signIn,
  user,
} from '~/db/schema.server';
import { emailSchema, passPhraseSchema } from './accounts.server';
import { consentWords } from './consentWords';
import { withdrawLinks } from './links.server';
import { nameSchema, timeZoneSchema } from '~/keeping/fields';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { hashPassword, newToken, tokenHash } from './secret.server';
import { letIn, openedFor, type LetIn, type SignedIn } from './signIns.server';
import { spendInvitationTry, type From } from './tries.server';
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
    if (invited.renewsUserId) await withdrawLinks(tx, invited.renewsUserId, at);
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
export async function readInvitation(setting: Setting, token: string, address: string) {
  const { db, now } = setting;
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
    await spendInvitationTry(setting, address);
    throw new Refusal(404, 'This invitation is not known. Ask your therapist for a new link.');
  }
  if (row.usedAt || (row.clientUserId && !row.renewsUserId)) {
    throw new Refusal(410, USED);
  }
  if (row.revokedAt) throw new Refusal(410, WITHDRAWN);
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

/** As a client joins: they say that their record may be kept. */
export const clientJoinSchema = joinSchema.extend({
  agrees: z.literal('yes', {
    error: 'Say that your record may be kept: without it there is none.',
  }),
});

const WITHDRAWN =
  'A newer invitation has replaced this one, or it was withdrawn. Use the latest link.';
const USED = 'This invitation has been used. Sign in with your e-mail and pass phrase.';

/** Uses a link up, or refuses when somebody used or withdrew it at the same moment. */
async function useUp(tx: Database, invitationId: string, at: Date): Promise<void> {
  const used = await tx
    .update(invitation)
    .set({ usedAt: at })
    .where(
      and(eq(invitation.id, invitationId), isNull(invitation.usedAt), isNull(invitation.revokedAt)),
    )
    .returning({ id: invitation.id });
  if (used.length > 0) return;
  const [row] = await tx
    .select({ usedAt: invitation.usedAt })
    .from(invitation)
    .where(eq(invitation.id, invitationId));
  throw new Refusal(410, row?.usedAt ? USED : WITHDRAWN);
}

/** Takes up an invitation: makes the account, uses the link up and signs in. */
export async function join(
  setting: Setting,
  token: string,
  given: z.infer<typeof joinSchema> & { agrees?: 'yes' },
  from: From,
): Promise<SignedIn> {
  const invited = await readInvitation(setting, token, from.address);
  if (invited.renewsUserId)
    throw new Refusal(409, 'This link renews a pass phrase; it makes no account.');
  if (invited.clientId !== null && given.agrees !== 'yes')
    throw new Refusal(422, 'Say that your record may be kept: without it there is none.');
  const passwordHash = await hashPassword(given.passPhrase);
  const at = setting.now();
  const person = { id: uuid(), role: invited.role };
  await setting.db.transaction(async (tx) => {
    await useUp(tx, invited.id, at);
    const [made] = await tx
      .insert(user)
      .values({
        ...person,
        practiceId: invited.practiceId,
        name: given.name,
        email: given.email,
        passwordHash,
        createdAt: at,
      })
      // Also when somebody else joins with it at this moment.
      .onConflictDoNothing({ target: user.email })
      .returning({ id: user.id });
    if (!made) {
      throw new Refusal(409, 'There is an account with this e-mail already. Use another address.');
    }
    if (invited.clientId !== null) {
      await tx
        .update(client)
        .set({ userId: person.id, timeZone: given.timeZone })
        .where(eq(client.id, invited.clientId));
      await tx.insert(consentStep).values({
        ...{ id: uuid(), clientId: invited.clientId, what: 'given', saidBy: given.name },
        ...{ words: consentWords(invited.practiceName), by: person.id, at },
        day: dayOf(at.getTime(), given.timeZone),
      });
    }
    await recordAudit(tx, {
      practiceId: invited.practiceId,
      actorId: person.id,
      at,
      action: 'joined by invitation',
      subject: invited.clientId ?? undefined,
    });
  });
  return openedFor(setting, person, from);
}

export const renewSchema = z.object({ passPhrase: passPhraseSchema });

/**
 * Takes up a link that renews a pass phrase: every device is signed out, this one is signed in, by their code where
 * one is wanted.
 */
export async function renew(
  setting: Setting,
  token: string,
  given: z.infer<typeof renewSchema>,
  from: From,
): Promise<LetIn> {
  const invited = await readInvitation(setting, token, from.address);
  const userId = invited.renewsUserId;
  if (userId === null) throw new Refusal(409, 'This link makes an account; it renews none.');
  const passwordHash = await hashPassword(given.passPhrase);
  const at = setting.now();
  const { role } = await setting.db.transaction(async (tx) => {
    await useUp(tx, invited.id, at);
    const [person] = await tx
      .update(user)
      .set({ passwordHash })
      .where(and(eq(user.id, userId), isNull(user.endedAt)))
      .returning({ role: user.role });
    await withdrawLinks(tx, userId, at);
    await tx.delete(signIn).where(eq(signIn.userId, userId));
    await tx.delete(begunSignIn).where(eq(begunSignIn.userId, userId));
    await recordAudit(tx, {
      practiceId: invited.practiceId,
      actorId: userId,
      at,
      action: 'renewed a pass phrase',
    });
    return found(person, 'account');
  });
  return letIn(setting, { id: userId, role, practiceId: invited.practiceId }, from);
}
