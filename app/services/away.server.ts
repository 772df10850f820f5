import { dayOf, isDay } from '#core/calendar';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { staffOf } from '~/db/people.server';
import { user } from '~/db/schema.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

const day = (name: string) =>
  z.string().refine(isDay, { error: `${name} must be a date like 2026-03-31.` });

/** From when to when somebody is away, and who stands in. */
export const awaySchema = z
  .object({
    from: day('The first day'),
    until: day('The last day'),
    standInId: z.uuid({ error: 'Choose who stands in.' }),
  })
  .refine(({ from, until }) => from <= until, {
    error: 'The last day lies before the first.',
    path: ['until'],
  });

/** When a therapist is away: whole days by the practice’s calendar. */
export interface Away {
  from: string | null;
  until: string | null;
}

/** Whether a day lies within. */
export const isAway = ({ from, until }: Away, today: string): boolean =>
  from !== null && until !== null && from <= today && today <= until;

/** What of one’s own absence is set, and who may stand in. */
export async function ownAbsence({ db, now }: Setting, who: Principal) {
  const [row] = await db
    .select({ from: user.awayFrom, until: user.awayUntil, standInId: user.standInId })
    .from(user)
    .where(eq(user.id, who.userId))
    .limit(1);
  const today = dayOf(now().getTime(), who.timeZone);
  const staff = await staffOf(db, who.practiceId);
  return {
    today,
    from: row?.from ?? null,
    until: row?.until ?? null,
    standInId: row?.standInId ?? null,
    isAway: row !== undefined && isAway(row, today),
    colleagues: staff
      .filter(({ id, endedAt }) => id !== who.userId && endedAt === null)
      .map(({ id, name }) => ({ id, name })),
  };
}

/** Sets one’s own absence, or ends it; who stands in works here. */
export async function setAbsence(
  setting: Setting,
  who: Principal,
  wish: z.infer<typeof awaySchema> | null,
): Promise<void> {
  if (wish) {
    const { colleagues, today } = await ownAbsence(setting, who);
    if (!colleagues.some(({ id }) => id === wish.standInId)) {
      throw new Refusal(422, 'Who stands in must work here.');
    }
    if (wish.until < today) throw new Refusal(422, 'That absence is over already.');
  }
  await setting.db.transaction(async (work) => {
    await work
      .update(user)
      .set({
        awayFrom: wish?.from ?? null,
        awayUntil: wish?.until ?? null,
        standInId: wish?.standInId ?? null,
      })
      .where(eq(user.id, who.userId));
    await recordAudit(work, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at: setting.now(),
      action: wish ? 'said when they are away' : 'is back',
    });
  });
}

/**
 * Whom a client turns to on a day: their therapist, or whoever stands in.
 *
 * @param today by the practice’s calendar
 */
export function turnsTo(
  {
    therapistName,
    awayFrom,
    awayUntil,
    standInName,
  }: {
    therapistName: string;
    awayFrom: string | null;
    awayUntil: string | null;
    standInName: string | null;
  },
  today: string,
): { therapistName: string; away: { name: string; until: string } | null } {
  const away = isAway({ from: awayFrom, until: awayUntil }, today);
  return away && standInName !== null && awayUntil !== null
    ? { therapistName: standInName, away: { name: therapistName, until: awayUntil } }
    : { therapistName, away: null };
}
