import { addDays, askedBetween, dayOf, weekOf } from '#core/calendar';
import { askedWithin } from '#core/course';
import { group } from 'd3-array';
import { doneSince, firstComplaints, weeklyRatings } from '~/db/caseload.server';
import { coursesIn } from '~/db/courses.server';
import { practiceAskPeriods } from '~/db/clients.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { daySheet } from './daySheet.server';

/** Ratings are drawn over so many weeks. */
export const CASELOAD_WEEKS = 8;
const ADHERENCE_DAYS = 14;

/**
 * Every client of the practice in one line: what brought them, how tender it was week by week, how much was done, and
 * whatever the day sheet knows. Queries by practice, whatever the number of clients.
 */
export async function caseloadOf(setting: Setting, who: Principal) {
  const { db } = setting;
  const today = dayOf(setting.now().getTime(), who.timeZone);
  const firstMonday = addDays(weekOf(today), -7 * (CASELOAD_WEEKS - 1));
  const from = addDays(today, -ADHERENCE_DAYS);
  const [sheet, ratings, done, complaints, periods, courses] = await Promise.all([
    daySheet(setting, who),
    weeklyRatings(db, who.practiceId, firstMonday),
    doneSince(db, who.practiceId, from),
    firstComplaints(db, who.practiceId),
    practiceAskPeriods(db, who.practiceId),
    coursesIn(db, who.practiceId),
  ]);
  const ratingsBy = group(ratings, ({ clientId }) => clientId);
  const doneBy = new Map(done.map((one) => [one.clientId, one.done]));
  const brought = new Map(complaints.map((one) => [one.clientId, one.what]));
  const periodsBy = group(periods, ({ clientId }) => clientId);
  const mondays = Array.from({ length: CASELOAD_WEEKS }, (_, n) => addDays(firstMonday, 7 * n));
  return {
    today,
    mondays,
    rows: sheet.rows.map((row) => {
      const weeks = new Map(
        (ratingsBy.get(row.id) ?? []).map(({ monday, grade }) => [monday, grade]),
      );
      const grades = mondays.map((monday) => weeks.get(monday) ?? null);
      const known = grades.filter((grade) => grade !== null);
      const asked = askedBetween(
        askedWithin(periodsBy.get(row.id) ?? [], courses.get(row.id) ?? []),
        from,
        addDays(today, -1),
      );
      const [first, last] = [known[0], known.at(-1)];
      return {
        ...row,
        brought: brought.get(row.id) ?? null,
        /** Mean rating on first pressing by week; null where nothing was rated. */
        grades,
        grade: last ?? null,
        /** From the first of these weeks that was rated to the last; null with fewer than two. */
        change: known.length < 2 || first === undefined || last === undefined ? null : last - first,
        done: doneBy.get(row.id) ?? 0,
        asked,
        share: asked === 0 ? null : Math.min(1, (doneBy.get(row.id) ?? 0) / asked),
      };
    }),
  };
}

export type CaseloadRow = Awaited<ReturnType<typeof caseloadOf>>['rows'][number];
