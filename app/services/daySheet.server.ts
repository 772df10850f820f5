import { addDays, askedBetween, dayOf, quietDays, weekOf } from '#core/calendar';
import { allStop, answersOf, screen, type Reply } from '#core/screening';
import { stopReason, type StopReason } from '#core/session';
import { group } from 'd3-array';
import {
  clientsWithLastDay,
  practiceAskPeriods,
  practiceSessionsSince,
  unconfirmedAnswers,
} from '~/db/clients.server';
import type { Principal, Setting } from './setting.server';

/** How far back a stop that the therapist should hear of stays on the sheet, in days. */
const TELL_FOR_DAYS = 7;

/** What a client answered alone and nobody has confirmed: whether it stops everything. */
const answersOfDay = (row: { day: string; replies: Reply[] } | undefined) =>
  row ? { day: row.day, stop: allStop(screen(answersOf(row.replies)))?.level ?? null } : null;

const grouped = <T extends { clientId: string }>(rows: readonly T[]) =>
  group(rows, (row) => row.clientId);

/**
 * The therapist's start of the day: every client of the practice with next visit, last practised,
 * sessions done and asked this week, and whether they went quiet or stopped for a reason that counts.
 * Four queries, whatever the number of clients.
 */
export async function daySheet(setting: Setting, who: Principal) {
  const { db } = setting;
  const now = setting.now().getTime();
  const today = dayOf(now, who.timeZone);
  // A client may live a day ahead of or behind the practice: look a little further than both need.
  const since = addDays(today, -TELL_FOR_DAYS - 1);
  const [clients, sessions, periods, unconfirmed] = await Promise.all([
    clientsWithLastDay(db, who.practiceId),
    practiceSessionsSince(db, who.practiceId, since),
    practiceAskPeriods(db, who.practiceId),
    unconfirmedAnswers(db, who.practiceId),
  ]);
  const answersBy = new Map(unconfirmed.map((row) => [row.clientId, row]));
  const sessionsBy = grouped(sessions);
  const periodsBy = grouped(periods);
  const rows = clients.map((person) => {
    const theirToday = dayOf(now, person.timeZone);
    const monday = weekOf(theirToday);
    const asks = periodsBy.get(person.id) ?? [];
    const recent = sessionsBy.get(person.id) ?? [];
    const done = recent.filter(({ day, counts }) => counts && day >= monday && day <= theirToday);
    const quiet = quietDays({
      lastPractised: person.lastPractised,
      firstIssued: asks[0]?.from ?? null,
      today: theirToday,
    });
    const lately = recent.filter(({ day }) => day > addDays(theirToday, -TELL_FOR_DAYS));
    const told = lately.findLast(
      ({ stopReason: reason }) =>
        reason !== null && stopReason(reason as StopReason).weight !== 'ordinary',
    );
    return {
      id: person.id,
      name: person.name,
      occupation: person.occupation,
      joined: person.joined,
      nextVisit: person.nextVisit,
      lastPractised: person.lastPractised,
      doneThisWeek: done.length,
      askedThisWeek: askedBetween(asks, monday, addDays(monday, 6)),
      version: asks.at(-1)?.number ?? null,
      quietDays: asks.length > 0 && quiet >= who.quietAfterDays ? quiet : null,
      told: told ? { day: told.day, label: stopReason(told.stopReason as StopReason).label } : null,
      pressedTooHard: lately.filter((session) => session.tooMuch).length,
      sessionsLately: lately.length,
      answers: answersOfDay(answersBy.get(person.id)),
      comesToday: person.nextVisit === theirToday,
      today: theirToday,
    };
  });
  return { today, monday: weekOf(today), rows, quietAfterDays: who.quietAfterDays };
}

export type DaySheetRow = Awaited<ReturnType<typeof daySheet>>['rows'][number];
