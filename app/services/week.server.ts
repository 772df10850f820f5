import { dayOf } from '#core/calendar';
import { eq, sql } from 'drizzle-orm';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { lockClientInPractice } from '~/db/clients.server';
import { lookAnew } from '~/db/reminders.server';
import { latestVersion } from '~/db/routines.server';
import { client } from '~/db/schema.server';
import { bringsSchema } from '~/keeping/bodies';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';

const { weekdays, timesOfDay, habits } = bringsSchema.shape;

/** When a client finds the time, as they say it themselves; `base`: the revision it was begun from. */
export const weekSchema = z.object({
  weekdays: weekdays.unwrap(),
  timesOfDay,
  habits: habits.unwrap(),
  base: z.coerce.number().int().min(0).max(1_000_000_000),
});

/** When a client finds the time, and the routine that is spread over it; null before there is one. */
export async function ownWeek(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const version = await latestVersion(setting.db, file.id);
  return {
    weekdays: file.weekdays,
    timesOfDay: file.timesOfDay,
    habits: file.habits,
    revision: file.bringsRevision,
    routine: version?.content ?? null,
    today: dayOf(setting.now().getTime(), file.timeZone),
  };
}

/**
 * Keeps when a client finds the time; the week, reminders and calendar follow it. The days and times are those their
 * therapist writes down with them: over a change of either nothing is written by the other.
 *
 * @throws Refusal 409 where they were changed meanwhile
 */
export async function keepWeek(
  setting: Setting,
  who: Principal,
  { base, ...wish }: z.infer<typeof weekSchema>,
): Promise<void> {
  const { id } = await ownFile(setting, who);
  const at = setting.now();
  await setting.db.transaction(async (tx) => {
    const file = found(await lockClientInPractice(tx, who.practiceId, id), 'client');
    if (file.bringsRevision !== base)
      throw new Refusal(409, 'Your week was changed elsewhere. What stands now is shown.');
    await tx
      .update(client)
      .set({ ...wish, bringsRevision: sql`${client.bringsRevision} + 1` })
      .where(eq(client.id, id));
    await lookAnew(tx, id, at);
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: 'changed when they find the time',
      subject: id,
    });
  });
}
