import { addDays, dayOf, type Day } from '#core/calendar';
import { overOf } from '#core/course';
import { plannedTimes, readWish } from '#core/reminders';
import { layOut, lineTitle } from '#core/routine';
import {
  addressFor,
  addressOf,
  giveAddress,
  noteAsked,
  revokeAddress,
} from '~/db/calendarAddress.server';
import { lockClientInPractice } from '~/db/clients.server';
import { courseStepsOf } from '~/db/courses.server';
import { remindingOf } from '~/db/reminders.server';
import { latestVersion } from '~/db/routines.server';
import type { client } from '~/db/schema.server';
import { calendarOf } from '~/formats/calendar/calendar.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';
import { newToken, tokenHash } from './secret.server';

type ClientRow = typeof client.$inferSelect;
interface Wanted {
  inWords: boolean;
  link: string;
}

/** Times are told so far ahead: a routine is looked at anew before that. */
const WEEKS = 12;
const ALARM_MINUTES = 10;
/** A new version counts for more than any change of times within one. */
const VERSION_STEP = 1_000_000;

/**
 * A client’s plan as a calendar: the times of their week, as they chose them for reminders, and the next visit.
 *
 * @param wanted `inWords`: what is practised stands in it; else nothing of anybody’s health does
 * @throws Refusal 409 while neither is planned
 */
export async function ownCalendar(
  setting: Setting,
  who: Principal,
  wanted: Wanted,
): Promise<{ name: string; text: string }> {
  const { isEmpty, ...calendar } = await calendarFor(
    setting,
    await ownFile(setting, who),
    who.practiceName,
    wanted,
  );
  if (isEmpty)
    throw new Refusal(
      409,
      'Nothing is planned for you yet: there is nothing to put into a calendar.',
    );
  return calendar;
}

async function calendarFor(
  setting: Setting,
  file: Pick<
    ClientRow,
    | 'id'
    | 'timeZone'
    | 'nextVisit'
    | 'timesOfDay'
    | 'habits'
    | 'weekdays'
    | 'detailsRevision'
    | 'bringsRevision'
  >,
  practiceName: string,
  wanted: Wanted,
): Promise<{ name: string; text: string; isEmpty: boolean }> {
  const { db, now } = setting;
  const [version, reminding, course] = await Promise.all([
    latestVersion(db, file.id),
    remindingOf(db, file.id),
    courseStepsOf(db, file.id),
  ]);
  const { id, timeZone, nextVisit } = file;
  const wish = readWish(reminding?.wish);
  const today = dayOf(now().getTime(), timeZone);
  const from = firstDay(today, wish.pausedUntil);
  const over = overOf(course);
  // Where a course has ended nothing is asked for.
  const content = version && (over === null || over.goesOn) ? version.content : null;
  const times = content ? plannedTimes(content, file, from, WEEKS) : [];
  const visit = nextVisit !== null && nextVisit >= today ? nextVisit : null;
  const lines = wanted.inWords && content ? content.items.map(lineTitle) : [];
  const text = calendarOf({
    id,
    title: wanted.inWords ? `Practice, ${practiceName}` : 'Practice',
    timeZone,
    times: times.map(({ slot, ...rest }) => ({ ...rest, id: slot, time: wish.times[slot] })),
    minutes: content ? Math.ceil(layOut(content).totalSeconds.most / 60) : 0,
    sequence:
      (version?.number ?? 0) * VERSION_STEP + (reminding?.revision ?? 0) + file.bringsRevision,
    visit: visit === null ? null : { day: visit, sequence: file.detailsRevision },
    words: {
      practice: wanted.inWords ? `Routine ${version?.number ?? ''}` : 'Time to practise',
      visit: wanted.inWords ? `Visit: ${practiceName}` : 'Appointment',
      about: lines.map((line, n) => `${n + 1}. ${line}`).join('\n'),
    },
    link: wanted.link,
    alarmMinutes: ALARM_MINUTES,
    now: now(),
  });
  return {
    name: wanted.inWords ? `routine ${version?.number ?? ''}` : 'practice',
    text,
    isEmpty: times.length === 0 && visit === null,
  };
}

/** The day after a pause, or today. */
const firstDay = (today: Day, pausedUntil: Day | null): Day =>
  pausedUntil !== null && pausedUntil >= today ? addDays(pausedUntil, 1) : today;

const NOTED_EACH_MS = 3_600_000;

/**
 * An address for a calendar that asks by itself, told this once: what is kept of it is a digest. The one before ends.
 *
 * @returns its token
 */
export async function openCalendarAddress(
  setting: Setting,
  who: Principal,
  wanted: { inWords: boolean },
): Promise<string> {
  const file = await ownFile(setting, who);
  const token = newToken();
  await setting.db.transaction(async (tx) => {
    // Two tabs at once: the later one holds.
    found(await lockClientInPractice(tx, who.practiceId, file.id), 'client');
    await revokeAddress(tx, file.id, setting.now());
    await giveAddress(tx, {
      clientId: file.id,
      tokenHash: tokenHash(token),
      inWords: wanted.inWords,
      at: setting.now(),
    });
  });
  return token;
}

/** Ends the address: whoever asks by it is answered that there is none. */
export async function closeCalendarAddress(setting: Setting, who: Principal): Promise<void> {
  const file = await ownFile(setting, who);
  await revokeAddress(setting.db, file.id, setting.now());
}

/** The address in force, without what it is: since when, what stands in it, on which day it was last asked; null: none. */
export async function calendarAddress(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const row = await addressOf(setting.db, file.id);
  const dayIn = (at: Date) => dayOf(at.getTime(), file.timeZone);
  return row
    ? { since: dayIn(row.at), inWords: row.inWords, askedOn: row.askedAt && dayIn(row.askedAt) }
    : null;
}

/**
 * The calendar behind an address, as it is now; empty while nothing is planned, so that what was in it before goes.
 *
 * @throws Refusal 404 for an address that never was or is no more
 */
export async function calendarBehind(
  setting: Setting,
  token: string,
  link: string,
): Promise<{ name: string; text: string }> {
  const { db, now, hasRoom } = setting;
  const { address, file, practiceName } = found(
    await addressFor(db, tokenHash(token)),
    'calendar: its address was ended, or never was one',
  );
  const at = now();
  const before = address.askedAt?.getTime() ?? 0;
  if (at.getTime() - before > NOTED_EACH_MS && hasRoom()) await noteAsked(db, address.id, at);
  return calendarFor(setting, file, practiceName, { inWords: address.inWords, link });
}
