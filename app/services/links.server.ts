import { and, eq, isNull } from 'drizzle-orm';
import type { Database } from '~/db/database.server';
import { invitation } from '~/db/schema.server';

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
