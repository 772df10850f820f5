import { addDays, daysBetween, weekdayOf, type Day } from '#core/calendar';
import { isPress, type Routine, type RoutineItem } from './routine';

/** What one earlier session did, as far as it decides what is due. */
export interface DoneThen {
  day: Day;
  /** Sites of which something was held, and lines beside pressing that were gone through. */
  keys: readonly string[];
  /** The highest rating on first pressing, by site. */
  before: Readonly<Record<string, number>>;
}

/** A line that is not due today. */
export interface RestingLine {
  item: RoutineItem;
  /** When it is due again; null when it is over. */
  next: Day | null;
  why: string;
}

export interface DueLines {
  due: RoutineItem[];
  /** What the client may pick today, besides. */
  asNeeded: RoutineItem[];
  resting: RestingLine[];
}

const WEEK = 7;
/** Rated no higher than this on first pressing, so many times running, a place is better; our own estimate. */
const BETTER = { grade: 2, times: 3 } as const;

/** What a line is known by in what was done: a site, or the line itself where nothing is pressed. */
export const doneKey = (item: RoutineItem): string => (isPress(item) ? item.siteId : item.id);

/**
 * Whether a line asked for on so many days a week falls on a day: evenly spread, and shifted by its place in the
 * routine so that not all of them fall on the same days.
 *
 * @example [1, 2, 3, 4, 5, 6, 7] // weekdays; of 3 days a week unshifted: Wednesday, Friday, Sunday
 */
export function fallsOn(days: number, shift: number, day: Day): boolean {
  const at = (weekdayOf(day) - 1 + shift) % WEEK;
  return Math.floor(((at + 1) * days) / WEEK) > Math.floor((at * days) / WEEK);
}

/** Better for a while: the last few first ratings there were all low. */
function isBetter(item: RoutineItem, done: readonly DoneThen[]): boolean {
  if (!isPress(item)) return false;
  const ratings = done
    .toSorted((a, b) => b.day.localeCompare(a.day))
    .flatMap(({ before }) => before[item.siteId] ?? []);
  const latest = ratings.slice(0, BETTER.times);
  return latest.length === BETTER.times && latest.every((grade) => grade <= BETTER.grade);
}

const searchFrom = (from: Day, step: 1 | -1, wanted: (day: Day) => boolean): Day | null => {
  for (let away = 1; away <= WEEK; away += 1) {
    const day = addDays(from, step * away);
    if (wanted(day)) return day;
  }
  return null;
};

/**
 * What of a routine the session of a day holds. A line that falls on the day is due; one that fell on an earlier day
 * and was missed since is made up for, unless it was done the day before. What is done today itself changes nothing:
 * a session that is under way stays the one that was begun.
 *
 * @param done what was done before today
 * @param since the day the version was issued: nothing was missed before it
 */
export function dueLines(
  routine: Pick<Routine, 'items'>,
  done: readonly DoneThen[],
  { today, since }: { today: Day; since: Day },
): DueLines {
  const lines: DueLines = { due: [], asNeeded: [], resting: [] };
  const earlier = done.filter(({ day }) => day < today);
  routine.items.forEach((item, index) => {
    const { often } = item;
    const daysDone = new Set(
      earlier.filter(({ keys }) => keys.includes(doneKey(item))).map(({ day }) => day),
    );
    if (!often) {
      lines.due.push(item);
      return;
    }
    switch (often.kind) {
      case 'as-needed': {
        const lately = [...daysDone].filter((day) => daysBetween(day, today) < WEEK).sort();
        const [oldest] = lately;
        if (lately.length < often.days || oldest === undefined) lines.asNeeded.push(item);
        else
          lines.resting.push({
            item,
            next: addDays(oldest, WEEK),
            why: 'It has had its days of the week.',
          });
        return;
      }
      case 'weekly': {
        if (often.until !== null && today > often.until) {
          lines.resting.push({ item, next: null, why: 'It is over.' });
          return;
        }
        const better = often.taperTo !== null && isBetter(item, earlier);
        const days = better ? Math.min(often.days, often.taperTo ?? often.days) : often.days;
        const falls = (day: Day) => fallsOn(days, index, day);
        const before = searchFrom(today, -1, falls);
        const isMissed =
          before !== null &&
          before >= since &&
          ![...daysDone].some((day) => day >= before) &&
          !daysDone.has(addDays(today, -1));
        if (falls(today) || isMissed) {
          lines.due.push(item);
          return;
        }
        const next = searchFrom(today, 1, falls);
        const isOver = next !== null && often.until !== null && next > often.until;
        lines.resting.push({
          item,
          next: isOver ? null : next,
          why: better ? 'It is better: less often now.' : 'It rests between its days.',
        });
      }
    }
  });
  return lines;
}

/** Any Monday: which days of a week a line falls on is the same in every week. */
const SOME_MONDAY = '2026-01-05';

/**
 * Sessions a week a routine asks for: as many as it says, or the days on which anything of it falls where every line has
 * days of its own.
 */
export function sessionsAWeek({ items, timesPerWeek }: Routine): number {
  if (items.some(({ often }) => !often)) return timesPerWeek;
  const days = Array.from({ length: WEEK }, (_, away) => addDays(SOME_MONDAY, away)).filter((day) =>
    items.some(({ often }, index) => often?.kind === 'weekly' && fallsOn(often.days, index, day)),
  );
  return Math.min(days.length, timesPerWeek);
}

/** Sessions a week in which a line is asked for: the fewest and the most. */
export function timesAWeek(
  { often }: Pick<RoutineItem, 'often'>,
  timesPerWeek: number,
): { least: number; most: number } {
  if (!often) return { least: timesPerWeek, most: timesPerWeek };
  const most = Math.min(often.days, timesPerWeek);
  switch (often.kind) {
    case 'as-needed':
      return { least: 0, most };
    case 'weekly':
      return { least: Math.min(most, often.taperTo ?? most), most };
  }
}
