import { addDays, dayOf, type Day } from '#core/calendar';
import { overOf } from '#core/course';
import { plannedTimes, readWish } from '#core/reminders';
import { layOut, lineTitle } from '#core/routine';
import { courseStepsOf } from '~/db/courses.server';
import { remindingOf } from '~/db/reminders.server';
import { latestVersion } from '~/db/routines.server';
import { calendarOf } from '~/formats/calendar/calendar.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';

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
  wanted: { inWords: boolean; link: string },
): Promise<{ name: string; text: string }> {
  const { db, now } = setting;
  const file = await ownFile(setting, who);
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
  const wishes = { timesOfDay: file.timesOfDay, habits: file.habits };
  const times = content ? plannedTimes(content, wishes, from, WEEKS) : [];
  const visit = nextVisit !== null && nextVisit >= today ? nextVisit : null;
  if (times.length === 0 && visit === null)
    throw new Refusal(
      409,
      'Nothing is planned for you yet: there is nothing to put into a calendar.',
    );
  const lines = wanted.inWords && content ? content.items.map(lineTitle) : [];
  const text = calendarOf({
    id,
    title: wanted.inWords ? `Practice, ${who.practiceName}` : 'Practice',
    timeZone,
    times: times.map(({ slot, ...rest }) => ({ ...rest, id: slot, time: wish.times[slot] })),
    minutes: content ? Math.ceil(layOut(content).totalSeconds.most / 60) : 0,
    sequence: (version?.number ?? 0) * VERSION_STEP + (reminding?.revision ?? 0),
    visit: visit === null ? null : { day: visit, sequence: file.detailsRevision },
    words: {
      practice: wanted.inWords ? `Routine ${version?.number ?? ''}` : 'Time to practise',
      visit: wanted.inWords ? `Visit: ${who.practiceName}` : 'Appointment',
      about: lines.map((line, n) => `${n + 1}. ${line}`).join('\n'),
    },
    link: wanted.link,
    alarmMinutes: ALARM_MINUTES,
    now: now(),
  });
  return { name: wanted.inWords ? `routine ${version?.number ?? ''}` : 'practice', text };
}

/** The day after a pause, or today. */
const firstDay = (today: Day, pausedUntil: Day | null): Day =>
  pausedUntil !== null && pausedUntil >= today ? addDays(pausedUntil, 1) : today;
