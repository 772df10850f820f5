import { addDays, type Day } from '#core/calendar';
import { GRAVITY } from '#core/trend';
import { ascending, count, group, sum } from 'd3-array';
import { erasuresAsked } from '~/db/erase.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { daySheet, type DaySheetRow } from './daySheet.server';

/** So many of a group stand on the page; of who is sore, was quiet or is under way, the others are in the caseload. */
const MOST_SHOWN = 60;

/** The week of the practice: what was done of what was asked, and who comes. */
const weekOfPractice = (rows: readonly DaySheetRow[], sunday: Day) => {
  const asked = rows.filter(({ askedThisWeek }) => askedThisWeek > 0);
  const many = (is: (row: DaySheetRow) => boolean) => count(rows, (row) => (is(row) ? 1 : null));
  return {
    done: sum(rows, ({ doneThisWeek }) => doneThisWeek),
    asked: sum(rows, ({ askedThisWeek }) => askedThisWeek),
    practised: asked.filter(({ doneThisWeek }) => doneThisWeek > 0).length,
    askedOf: asked.length,
    visits: many(
      ({ nextVisit, today }) => nextVisit !== null && nextVisit >= today && nextVisit <= sunday,
    ),
    answers: many(({ answers }) => answers !== null),
    invitations: many(({ invitedUntil }) => invitedUntil !== null),
  };
};

/**
 * Of rows with the gravest first, everybody with something graver than soreness and who wrote, however many they are; of who
 * is sore or was only quiet as many as there is room for.
 */
export const toLookInOn = <Row extends Pick<DaySheetRow, 'urgency' | 'wrote'>>(
  rows: readonly Row[],
): Row[] =>
  rows.filter(
    ({ urgency, wrote }, n) => n < MOST_SHOWN || urgency < GRAVITY.sore || wrote !== null,
  );

/** All of them by name, or where they are many those who come next. */
const underWay = (rows: readonly DaySheetRow[]) =>
  rows.length <= MOST_SHOWN
    ? rows
    : rows
        .toSorted(
          (a, b) =>
            Number(a.nextVisit === null) - Number(b.nextVisit === null) ||
            ascending(a.nextVisit ?? '', b.nextVisit ?? ''),
        )
        .slice(0, MOST_SHOWN);

/**
 * What the day sheet shows at once: whose course has ended, and of a large practice those of whom nothing is known that
 * presses, are counted; the caseload has them by name.
 */
export async function dayPage(setting: Setting, who: Principal) {
  const erasures = who.role === 'owner' ? await erasuresAsked(setting.db, who.practiceId) : 0;
  const { rows: all, ...sheet } = await daySheet(setting, who);
  const rows = all.filter((row) => !(row.group === 'rest' && row.over !== null));
  const groups = group(rows, (row) => row.group);
  const [look, rest] = [groups.get('look') ?? [], groups.get('rest') ?? []];
  const shown = {
    coming: groups.get('coming') ?? [],
    look: toLookInOn(look),
    rest: underWay(rest),
  };
  return {
    ...sheet,
    /** Records that are asked to be erased: an owner hears of it. */
    erasures,
    clients: rows.length,
    ended: all.length - rows.length,
    week: weekOfPractice(rows, addDays(sheet.monday, 6)),
    shown,
    /** So many more of each group. */
    more: { look: look.length - shown.look.length, rest: rest.length - shown.rest.length },
  };
}

export type DayPage = Awaited<ReturnType<typeof dayPage>>;
