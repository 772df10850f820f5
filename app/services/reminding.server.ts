import { addDays, dayOf } from '#core/calendar';
import {
  isWanted,
  nextAfter,
  plannedOn,
  readWish,
  REMINDER,
  reminderMail,
  STALE_AFTER_MS,
  type ReminderWish,
} from '#core/reminders';
import { overOf } from '#core/course';
import { allStop, screen } from '#core/screening';
import { inTheWay } from '#core/session';
import type { Database } from '~/db/database.server';
import {
  addTarget,
  dropTarget,
  dueOn,
  layInTray,
  noteSent,
  noteWays,
  planNext,
  putDown,
  recipientOf,
  remindingOf,
  takeDue,
  takeUnsent,
  targetsOf,
  trayOf,
  writeWish,
} from '~/db/reminders.server';
import { courseStepsOf } from '~/db/courses.server';
import { latestVersion } from '~/db/routines.server';
import { lastKnownOf } from '~/db/sessions.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Outward, Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { staffOnly } from './practice.server';
import { pushKeys, sendPush, type PushKeys } from './push.server';

const DAYS_SHOWN = 7;
const SESSIONS_FROM = 6;
const TRAY_SHOWN = 60;
/** A process that took a reminder and did not come back for so long has died; ms. */
const LOST_AFTER_MS = 120_000;
/** So many at one look: the next look takes the rest. */
const MOST_AT_ONCE = 200;

/** When and how a client wants to be reminded, and what comes by it. */
export async function ownReminding(setting: Setting, who: Principal) {
  const { db, now, outward } = setting;
  const file = await ownFile(setting, who);
  const [row, version, targets] = [
    await remindingOf(db, file.id),
    await latestVersion(db, file.id),
    await targetsOf(db, who.userId),
  ];
  const wish = readWish(row?.wish);
  const today = dayOf(now().getTime(), file.timeZone);
  const planned = version
    ? Array.from({ length: DAYS_SHOWN }, (_, ahead) => addDays(today, ahead))
        .flatMap((day) =>
          plannedOn(version.content, file, { ...wish, on: true }, day, file.timeZone),
        )
        .filter(({ at }) => at > now().getTime())
    : [];
  return {
    wish,
    revision: row?.revision ?? 0,
    today,
    timeZone: file.timeZone,
    email: who.email,
    /** Mail goes out; else it lies in the simulated tray. */
    mails: outward.mail !== null,
    hasRoutine: version !== undefined,
    /** The times of day that the plan uses. */
    slots: [...new Set(planned.map(({ slot }) => slot))],
    /** Until when the reminder of now was put off, ms since 1970; null: it was not. */
    putOffUntil:
      wish.snoozedUntil !== null && wish.snoozedUntil > now().getTime() ? wish.snoozedUntil : null,
    planned: planned.map(({ day, at }) => ({ day, at })),
    devices: targets.length,
    publicKey: (await pushKeys(db)).publicKey,
  };
}

/** Keeps a client’s wish; what comes is planned anew from it. */
export async function keepWish(
  setting: Setting,
  who: Principal,
  { wish, base }: { wish: ReminderWish; base: number },
): Promise<void> {
  const file = await ownFile(setting, who);
  const given = { clientId: file.id, wish, base, now: setting.now() };
  if ((await writeWish(setting.db, given)) === null) {
    throw new Refusal(409, 'Your reminders were changed elsewhere. What stands now is shown.');
  }
}

/** Puts the reminder of now off. */
export async function putOff(setting: Setting, who: Principal, minutes: number): Promise<void> {
  const file = await ownFile(setting, who);
  const row = await remindingOf(setting.db, file.id);
  if (!row) throw new Refusal(409, 'There is no reminder to put off.');
  const snoozedUntil = setting.now().getTime() + minutes * 60_000;
  const wish = { ...readWish(row.wish), snoozedUntil };
  await keepWish(setting, who, { wish, base: row.revision });
}

/** Signs a device up for reminders. */
export async function takeDevice(
  setting: Setting,
  who: Principal,
  { endpoint, p256dh, auth }: { endpoint: string; p256dh: string; auth: string },
): Promise<void> {
  const url = URL.parse(endpoint);
  if (!url || !setting.outward.allowsPush(url)) {
    throw new Refusal(
      422,
      'This browser’s push service is not known here. Take the reminder by e-mail instead.',
    );
  }
  await addTarget(setting.db, { userId: who.userId, endpoint, p256dh, auth, at: setting.now() });
}

export const leaveDevice = (setting: Setting, who: Principal, endpoint: string) =>
  dropTarget(setting.db, who.userId, endpoint);

/** The simulated post tray, for those who work here. */
export function postTrayOf({ db }: Setting, who: Principal) {
  staffOnly(who);
  return trayOf(db, who.practiceId, TRAY_SHOWN);
}

/** Whether nothing may be begun: then nobody is asked to. */
async function isHeld(db: Database, clientId: string): Promise<boolean> {
  const { interviews, answers } = await answersInForce(db, clientId);
  if (allStop(screen(answers))) return true;
  // Once the course is over nothing is asked, also of who may go on.
  if (overOf(await courseStepsOf(db, clientId))) return true;
  const sessions = await lastKnownOf(db, clientId, SESSIONS_FROM);
  const version = await latestVersion(db, clientId);
  return (
    inTheWay({
      interviews: interviews.map(({ at, confirmed }) => ({ at: at.getTime(), confirmed })),
      sessions,
      excused: (version?.content.reasons?.interview ?? '') !== '',
    }) !== null
  );
}

/** Looks at one client whose time has come: puts the reminder down if it is still wanted, and plans the next. */
const lookAtOne = (db: Database, now: Date): Promise<boolean> =>
  db.transaction(async (work) => {
    const row = await takeDue(work, now);
    if (!row) return false;
    const { clientId, timeZone, nextAt, nextDay: day, nextSlot: slot } = row;
    const wish = readWish(row.wish);
    if (nextAt && day && slot) {
      const rows = await lastKnownOf(work, clientId, SESSIONS_FROM);
      const standing = {
        sessions: rows.map((one) => ({ ...one, startedAt: one.startedAt.getTime() })),
        before: await dueOn(work, clientId, day),
        held: await isHeld(work, clientId),
      };
      if (isWanted({ day, at: nextAt.getTime() }, standing, now.getTime())) {
        await putDown(work, { clientId, day, slot, dueAt: nextAt });
      }
    }
    const version = await latestVersion(work, clientId);
    const next = version && nextAfter(version.content, row, wish, now.getTime(), timeZone);
    await planNext(work, clientId, next ?? null);
    return true;
  });

/** Sends one reminder on every way its client wants; what became of each is noted as a code. */
async function sendOne(
  db: Database,
  outward: Outward,
  keys: PushKeys,
  taken: { id: string; clientId: string; dueAt: Date; ways: Record<string, string> | null },
  now: Date,
): Promise<void> {
  const to = await recipientOf(db, taken.clientId);
  const wish = readWish(to?.wish);
  const ways: Record<string, string> = { ...taken.ways };
  if (!to || !wish.on || now.getTime() - taken.dueAt.getTime() > STALE_AFTER_MS) {
    await noteSent(db, taken.id, { at: now, ways: { ...ways, none: 'no longer wanted' } });
    return;
  }
  for (const target of await targetsOf(db, to.userId)) {
    const url = URL.parse(target.endpoint);
    const way = `push ${target.id}`;
    if (!url || !outward.allowsPush(url) || ways[way] === 'sent') continue;
    const answer = await sendPush(keys, target, taken.id, outward.address);
    ways[way] = answer;
    if (answer === 'gone') await dropTarget(db, to.userId, target.endpoint);
  }
  const { mail, address } = outward;
  const letter = { subject: REMINDER.mailSubject, text: reminderMail(address) };
  if (wish.byMail && mail && ways.mail !== 'sent') {
    ways.mail = await mail({ id: taken.id, to: to.email, ...letter }).then(
      () => 'sent',
      () => 'failed',
    );
  }
  if (ways.mail === 'failed') {
    // A mail server that is away for a while: it stays taken, and is tried again until its time has passed.
    await noteWays(db, taken.id, ways);
    return;
  }
  await db.transaction(async (work) => {
    if (wish.byMail && !mail) {
      await layInTray(work, { reminderId: taken.id, to: to.email, ...letter, at: now });
      ways.tray = 'laid in';
    }
    await noteSent(work, taken.id, { at: now, ways });
  });
}

/**
 * Looks for reminders whose time has come and sends them. Several processes may do so at once, and each reminder is sent
 * by one: rows are taken under a lock, and what a process took and did not finish is taken over.
 *
 * @returns how many were sent
 */
export async function remind({ db, now, outward, hasRoom, report }: Setting): Promise<number> {
  if (!hasRoom()) return 0;
  for (let looks = 0; looks < MOST_AT_ONCE; looks += 1) {
    if (!(await lookAtOne(db, now()))) break;
  }
  let sent = 0;
  while (sent < MOST_AT_ONCE) {
    const at = now();
    const taken = await takeUnsent(db, at, new Date(at.getTime() - LOST_AFTER_MS));
    if (!taken) break;
    try {
      await sendOne(db, outward, await pushKeys(db), taken, at);
    } catch (error) {
      // It stays taken: it is tried again when it counts as lost, until its time has passed.
      report(error);
    }
    sent += 1;
  }
  return sent;
}
