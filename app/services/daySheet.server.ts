import { addDays, askedBetween, dayOf, quietDays, weekOf, type Day } from '#core/calendar';
import { allStop, answersOf, readReplies, screen, type Reply } from '#core/screening';
import { askedWithin, overOf } from '#core/course';
import { isSeenTo } from '#core/proposals';
import { lately, TELL_FOR_DAYS, triage, urgencyOf } from '#core/trend';
import { group } from 'd3-array';
import {
  clientsWithLastDay,
  openInvitations,
  practiceAskPeriods,
  practiceSessionsSince,
  unconfirmedAnswers,
} from '~/db/clients.server';
import { coursesIn } from '~/db/courses.server';
import { seenToIn } from '~/db/seenTo.server';
import { unansweredIn } from '~/db/messages.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { isAway } from './away.server';

const DAY_MS = 86_400_000;
/** Done is held against asked over so many days. */
export const LATELY_DAYS = 14;

/** What a client answered alone and nobody has confirmed: whether it stops everything. */
const answersOfDay = (row: { day: string; replies: Reply[] } | undefined) =>
  row
    ? {
        day: row.day,
        stop: allStop(screen(answersOf(readReplies(row.replies).replies)))?.level ?? null,
      }
    : null;

const grouped = <T extends { clientId: string }>(rows: readonly T[]) =>
  group(rows, (row) => row.clientId);

/**
 * The therapist's start of the day: every client of the practice with next visit, last practised,
 * sessions done and asked this week, and whether they went quiet or stopped for a reason that counts.
 * Eight queries, whatever the number of clients.
 */
export async function daySheet(setting: Setting, who: Principal) {
  const { db } = setting;
  const now = setting.now().getTime();
  const today = dayOf(now, who.timeZone);
  // A client may live a day ahead of or behind the practice: look a little further than both need.
  const since = addDays(today, -TELL_FOR_DAYS - 1);
  const [clients, sessions, periods, unconfirmed, unanswered, seen, invited, courses] =
    await Promise.all([
      clientsWithLastDay(db, who.practiceId),
      practiceSessionsSince(db, who.practiceId, since),
      practiceAskPeriods(db, who.practiceId),
      unconfirmedAnswers(db, who.practiceId),
      unansweredIn(db, who.practiceId),
      seenToIn(db, who.practiceId, new Date(now - TELL_FOR_DAYS * DAY_MS)),
      openInvitations(db, who.practiceId),
      coursesIn(db, who.practiceId),
    ]);
  const invitedBy = new Map(invited.map((row) => [row.clientId, row.until.getTime()]));
  const wroteBy = new Map(unanswered.map((row) => [row.clientId, row.heardAt.getTime()]));
  const answersBy = new Map(unconfirmed.map((row) => [row.clientId, row]));
  const sessionsBy = grouped(sessions);
  const seenBy = grouped(
    seen.map(({ at, ...one }) => ({ ...one, day: dayOf(at.getTime(), who.timeZone) })),
  );
  const periodsBy = grouped(periods);
  // Few zones, many clients.
  const todays = new Map<string, Day>();
  const todayIn = (zone: string) => {
    const day = todays.get(zone) ?? dayOf(now, zone);
    todays.set(zone, day);
    return day;
  };
  const rows = clients.map((person) => {
    const theirToday = todayIn(person.timeZone);
    const monday = weekOf(theirToday);
    const course = courses.get(person.id) ?? [];
    const over = overOf(course);
    const asks = askedWithin(periodsBy.get(person.id) ?? [], course);
    const recent = sessionsBy.get(person.id) ?? [];
    const done = recent.filter(({ day, counts }) => counts && day >= monday && day <= theirToday);
    const quiet = quietDays({
      lastPractised: person.lastPractised,
      firstIssued: asks[0]?.from ?? null,
      today: theirToday,
    });
    const seenTo = seenBy.get(person.id) ?? [];
    const seen = lately(recent, theirToday, seenTo);
    const answers = answersOfDay(answersBy.get(person.id));
    // Asked about and still quiet: it is told again in a week, or once they have practised and go quiet anew.
    const isAsked = isSeenTo('quiet', null, {
      seen: seenTo,
      sessions: recent.map(({ id }) => ({ id, places: [] })),
      today: theirToday,
    });
    const tooQuiet =
      asks.length > 0 && over === null && quiet >= who.quietAfterDays && !isAsked ? quiet : null;
    const comesToday = person.nextVisit === theirToday;
    const concerns = {
      wrote: wroteBy.has(person.id),
      comesToday,
      stopsAll: (answers?.stop ?? null) !== null,
      told: seen.told,
      pressedTooHard: seen.pressedTooHard,
      onlyPain: seen.onlyPain,
      quietDays: tooQuiet,
    };
    return {
      id: person.id,
      name: person.name,
      occupation: person.occupation,
      therapistName: person.therapistName,
      joined: person.joined,
      /** The last day of their invitation, while it is open; null: there is none, or it has run out. */
      invitedUntil:
        (invitedBy.get(person.id) ?? 0) > now
          ? dayOf(invitedBy.get(person.id) ?? 0, who.timeZone)
          : null,
      /** An invitation was made and has run out. */
      invitedInVain: invitedBy.has(person.id) && (invitedBy.get(person.id) ?? 0) <= now,
      nextVisit: person.nextVisit,
      lastPractised: person.lastPractised,
      doneThisWeek: done.length,
      askedThisWeek: askedBetween(asks, monday, addDays(monday, 6)),
      /** Sessions asked for in the days before the practice’s today. */
      askedLately: askedBetween(asks, addDays(today, -LATELY_DAYS), addDays(today, -1)),
      /** Whose client they are, where the one who looks stands in for them today. */
      standsInFor:
        person.standInId === who.userId &&
        isAway({ from: person.awayFrom, until: person.awayUntil }, today)
          ? person.therapistName
          : null,
      version: (periodsBy.get(person.id) ?? []).at(-1)?.number ?? null,
      quietDays: tooQuiet,
      told: seen.told,
      pressedTooHard: seen.pressedTooHard,
      onlyPain: seen.onlyPain,
      sessionsLately: seen.sessions,
      answers,
      /** The day a message came that nobody has answered; null when there is none. */
      wrote: wroteBy.has(person.id) ? dayOf(wroteBy.get(person.id) ?? 0, who.timeZone) : null,
      /** The last session of the last days: what is answered now is answered up to it. */
      lastSession: seen.lastSession,
      /** What somebody has seen to lately, the latest first. */
      seenTo: seenTo.toReversed().map(({ about, how, day }) => ({ about, how, day })),
      urgency: urgencyOf(concerns),
      group: triage(concerns),
      /** The end of their course, while it is over. */
      over: over && { day: over.day, outcome: over.outcome },
      today: theirToday,
    };
  });
  return {
    today,
    monday: weekOf(today),
    // The gravest first; who is alike, by name as before.
    rows: rows.toSorted((a, b) => a.urgency - b.urgency),
    quietAfterDays: who.quietAfterDays,
  };
}

export type DaySheetRow = Awaited<ReturnType<typeof daySheet>>['rows'][number];
