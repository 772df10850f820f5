import type { PlannedReminder, ReminderWish } from '#core/reminders';
import { and, asc, desc, eq, isNull, sql } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Database } from './database.server';
import {
  client,
  installationKey,
  postTray,
  practice,
  pushTarget,
  reminder,
  reminding,
  user,
} from './schema.server';

/** When and how a client wants to be reminded, as it is kept. */
export async function remindingOf(db: Database, clientId: string) {
  const [row] = await db.select().from(reminding).where(eq(reminding.clientId, clientId)).limit(1);
  return row;
}

/** Writes a wish over the one that was seen; null: there is another by now. */
export async function writeWish(
  db: Database,
  { clientId, wish, base, now }: { clientId: string; wish: ReminderWish; base: number; now: Date },
): Promise<number | null> {
  const look = { wish, nextAt: now, nextDay: null, nextSlot: null };
  if (base === 0) {
    const [made] = await db
      .insert(reminding)
      .values({ clientId, ...look })
      .onConflictDoNothing()
      .returning({ revision: reminding.revision });
    return made?.revision ?? null;
  }
  const [kept] = await db
    .update(reminding)
    .set({ ...look, revision: sql`${reminding.revision} + 1` })
    .where(and(eq(reminding.clientId, clientId), eq(reminding.revision, base)))
    .returning({ revision: reminding.revision });
  return kept?.revision ?? null;
}

/** Another routine, another plan: it is looked at anew. */
export const lookAnew = (db: Database, clientId: string, now: Date) =>
  db
    .update(reminding)
    .set({ nextAt: now, nextDay: null, nextSlot: null })
    .where(eq(reminding.clientId, clientId));

/** One client whose time has come, held until the transaction ends; what another process holds is passed over. */
export async function takeDue(db: Database, now: Date) {
  const [row] = await db
    .select({
      clientId: reminding.clientId,
      wish: reminding.wish,
      nextAt: reminding.nextAt,
      nextDay: reminding.nextDay,
      nextSlot: reminding.nextSlot,
      timeZone: client.timeZone,
      timesOfDay: client.timesOfDay,
      habits: client.habits,
      weekdays: client.weekdays,
    })
    .from(reminding)
    .innerJoin(client, eq(client.id, reminding.clientId))
    .where(sql`${reminding.nextAt} <= ${now}`)
    .orderBy(asc(reminding.nextAt))
    .limit(1)
    .for('update', { of: reminding, skipLocked: true });
  return row;
}

export const planNext = (db: Database, clientId: string, next: PlannedReminder | null) =>
  db
    .update(reminding)
    .set({
      nextAt: next && new Date(next.at),
      nextDay: next?.day ?? null,
      nextSlot: next && slotOf(next),
    })
    .where(eq(reminding.clientId, clientId));

/** What tells the reminders of a day apart: one that was put off by when it comes. */
export const slotOf = ({ slot, at }: Pick<PlannedReminder, 'slot' | 'at'>): string =>
  slot === 'snoozed' ? `snoozed ${at}` : slot;

/** When the reminders of a client’s day were due, ms since 1970. */
export const dueOn = async (db: Database, clientId: string, day: string): Promise<number[]> =>
  (
    await db
      .select({ dueAt: reminder.dueAt })
      .from(reminder)
      .where(and(eq(reminder.clientId, clientId), eq(reminder.day, day)))
  ).map(({ dueAt }) => dueAt.getTime());

/** Puts a reminder down; there is one a client, day and slot. */
export const putDown = (
  db: Database,
  { clientId, day, slot, dueAt }: { clientId: string; day: string; slot: string; dueAt: Date },
) => db.insert(reminder).values({ id: uuid(), clientId, day, slot, dueAt }).onConflictDoNothing();

/**
 * Takes one reminder that is to be sent, for this process alone. Who took one and did not come back loses it to another.
 *
 * @param lostBefore what was taken before that is taken over
 */
export async function takeUnsent(db: Database, now: Date, lostBefore: Date) {
  const [taken] = await db
    .update(reminder)
    .set({ takenAt: now })
    .where(
      sql`${reminder.id} = (
        select r.id from reminder r
        where r.sent_at is null and (r.taken_at is null or r.taken_at < ${lostBefore})
        order by r.due_at, r.id limit 1 for update skip locked)`,
    )
    .returning({
      id: reminder.id,
      clientId: reminder.clientId,
      dueAt: reminder.dueAt,
      ways: reminder.ways,
    });
  return taken;
}

/** What became of it so far: whoever takes it over does not send it on the same way again. */
export const noteWays = (db: Database, id: string, ways: Record<string, string>) =>
  db.update(reminder).set({ ways }).where(eq(reminder.id, id));

export const noteSent = (
  db: Database,
  id: string,
  { at, ways }: { at: Date; ways: Record<string, string> },
) =>
  db
    .update(reminder)
    .set({ sentAt: at, ways })
    .where(and(eq(reminder.id, id), isNull(reminder.sentAt)));

/** Who a client’s reminders go to. */
export async function recipientOf(db: Database, clientId: string) {
  const [row] = await db
    .select({ userId: user.id, email: user.email, wish: reminding.wish })
    .from(client)
    .innerJoin(user, eq(user.id, client.userId))
    .innerJoin(reminding, eq(reminding.clientId, client.id))
    .where(eq(client.id, clientId))
    .limit(1);
  return row;
}

export const targetsOf = (db: Database, userId: string) =>
  db
    .select({
      id: pushTarget.id,
      endpoint: pushTarget.endpoint,
      p256dh: pushTarget.p256dh,
      auth: pushTarget.auth,
    })
    .from(pushTarget)
    .where(eq(pushTarget.userId, userId));

/** A device belongs to whoever signed it up last. */
export const addTarget = (
  db: Database,
  target: { userId: string; endpoint: string; p256dh: string; auth: string; at: Date },
) =>
  db
    .insert(pushTarget)
    .values({ id: uuid(), ...target })
    .onConflictDoUpdate({ target: pushTarget.endpoint, set: target });

export const dropTarget = (db: Database, userId: string, endpoint: string) =>
  db
    .delete(pushTarget)
    .where(and(eq(pushTarget.userId, userId), eq(pushTarget.endpoint, endpoint)));

/** Lays a message into the tray: once a reminder. */
export const layInTray = (db: Database, post: typeof postTray.$inferInsert) =>
  db.insert(postTray).values(post).onConflictDoNothing();

/** The latest of what lies in the tray for a practice’s clients, newest first. */
export const trayOf = (db: Database, practiceId: string, most: number) =>
  db
    .select({
      id: postTray.reminderId,
      to: postTray.to,
      subject: postTray.subject,
      text: postTray.text,
      at: postTray.at,
      name: client.name,
      timeZone: client.timeZone,
    })
    .from(postTray)
    .innerJoin(reminder, eq(reminder.id, postTray.reminderId))
    .innerJoin(client, eq(client.id, reminder.clientId))
    .innerJoin(practice, eq(practice.id, client.practiceId))
    .where(eq(practice.id, practiceId))
    .orderBy(desc(postTray.at))
    .limit(most);

/** A key of this installation, made when it is first asked for; the first of several processes makes it. */
export async function installationKeyOf(
  db: Database,
  name: string,
  make: () => string,
): Promise<string> {
  const read = () =>
    db.select().from(installationKey).where(eq(installationKey.name, name)).limit(1);
  const [known] = await read();
  if (known) return known.value;
  await db.insert(installationKey).values({ name, value: make() }).onConflictDoNothing();
  const [made] = await read();
  return made?.value ?? make();
}
