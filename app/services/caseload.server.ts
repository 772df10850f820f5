import { addDays, dayOf, weekOf } from '#core/calendar';
import { outcomeWords } from '#core/course';
import { group } from 'd3-array';
import { firstComplaints, practisedByWeek } from '~/db/caseload.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { daySheet, LATELY_DAYS, type DaySheetRow } from './daySheet.server';

/** Ratings are drawn over so many weeks. */
export const CASELOAD_WEEKS = 8;

/** The gravest there is to know of a client, in few words; empty: nothing. */
function gravest(row: DaySheetRow): string {
  if (row.told) return row.told.label;
  if (row.onlyPain > 0) return 'Only pain at a point';
  if (row.pressedTooHard > 0) return 'Pressed too hard';
  if (row.wrote) return 'Wrote';
  if (row.quietDays !== null) return `Quiet for ${row.quietDays} days`;
  return row.over ? `Course ended: ${outcomeWords(row.over.outcome)}` : '';
}

/** As fine as anything is drawn or told, and a third of the length. */
const toHundredths = (grade: number | null) =>
  grade === null ? null : Math.round(grade * 100) / 100;

/**
 * Every client of the practice in one line: what brought them, how tender it was week by week, how much was done, and
 * the gravest the day sheet knows. Queries by practice, whatever the number of clients, and no more of each than is shown.
 */
export async function caseloadOf(setting: Setting, who: Principal) {
  const { db } = setting;
  const today = dayOf(setting.now().getTime(), who.timeZone);
  const monday = addDays(weekOf(today), -7 * (CASELOAD_WEEKS - 1));
  const [sheet, practised, complaints] = await Promise.all([
    daySheet(setting, who),
    practisedByWeek(db, who.practiceId, { monday, from: addDays(today, -LATELY_DAYS) }),
    firstComplaints(db, who.practiceId),
  ]);
  const practisedBy = group(practised, ({ clientId }) => clientId);
  const brought = new Map(complaints.map((one) => [one.clientId, one.what]));
  const mondays = Array.from({ length: CASELOAD_WEEKS }, (_, n) => addDays(monday, 7 * n));
  return {
    today,
    mondays,
    rows: sheet.rows.map((row) => {
      const { id, name, occupation, therapistName, lastPractised, nextVisit, urgency } = row;
      const grades = mondays.map((): number | null => null);
      let done = 0;
      for (const week of practisedBy.get(id) ?? []) {
        if (week.week < grades.length) grades[week.week] = toHundredths(week.grade);
        done += week.done;
      }
      const known = grades.filter((grade) => grade !== null);
      const asked = row.askedLately;
      const [first, last] = [known[0], known.at(-1)];
      return {
        id,
        name,
        occupation,
        therapistName,
        lastPractised,
        nextVisit,
        urgency,
        group: row.group,
        isOver: row.over !== null,
        says: gravest(row),
        brought: brought.get(id) ?? null,
        /** Mean rating on first pressing by week; null where nothing was rated. */
        grades,
        grade: last ?? null,
        /** From the first of these weeks that was rated to the last; null with fewer than two. */
        change: known.length < 2 || first === undefined || last === undefined ? null : last - first,
        done,
        asked,
        share: asked === 0 ? null : Math.min(1, done / asked),
      };
    }),
  };
}

export type CaseloadRow = Awaited<ReturnType<typeof caseloadOf>>['rows'][number];
