import { median, quantileSorted } from 'd3-array';

/** How tender a site was on first pressing in one week of one client, from their first week there, 0. */
export interface WeekRated {
  clientId: string;
  siteId: string;
  week: number;
  /** The mean of the week, grades. */
  grade: number;
}

/** What became of a site in this practice after some weeks, beside what became of it here. */
export interface Expected {
  siteId: string;
  /** After so many weeks. */
  week: number;
  /** Others of whom it is known. */
  others: number;
  /** Change of the others since their first week, grades: lower quarter, middle, upper quarter; null: too few. */
  usual: readonly [number, number, number] | null;
  /** The same here; null while it is not known. */
  here: number | null;
}

/** With fewer others nothing is said of what is usual; our own choice. */
const FEWEST_OTHERS = 5;
/** Weeks at which it is looked at: the latest that this client has reached. */
const WEEKS = [2, 4, 8] as const;

/** By how much a site changed from somebody’s first week to another; null where one of them is not known. */
function changeAt(rows: readonly WeekRated[], week: number): number | null {
  const at = (of: number) => rows.find((row) => row.week === of)?.grade;
  const [first, then] = [at(0), at(week)];
  return first === undefined || then === undefined ? null : then - first;
}

/**
 * What is usual in this practice at the sites of one client, from its own record and no promise: how the others’ ratings on
 * first pressing had changed after as many weeks. Clients differ in what ails them and in what they were given: it says what
 * was, not what will be.
 *
 * @param rows of the whole practice, this client among them
 * @returns one for each site this client was rated at for two weeks or more, in the order of the rows
 * @example Five others with −1, −2, −2, −3, −4 after four weeks: usual [−3, −2, −2], in the middle 2 lower.
 */
export function expectedOf(rows: readonly WeekRated[], clientId: string): Expected[] {
  const own = rows.filter((row) => row.clientId === clientId);
  const sites = [...new Set(own.map(({ siteId }) => siteId))];
  return sites.flatMap((siteId): Expected[] => {
    const mine = own.filter((row) => row.siteId === siteId);
    const reached = Math.max(...mine.map(({ week }) => week));
    const week = WEEKS.findLast((one) => one <= reached);
    if (week === undefined) return [];
    const others = new Map<string, WeekRated[]>();
    for (const row of rows) {
      if (row.siteId !== siteId || row.clientId === clientId) continue;
      others.set(row.clientId, [...(others.get(row.clientId) ?? []), row]);
    }
    const changes = [...others.values()]
      .flatMap((all) => changeAt(all, week) ?? [])
      .sort((a, b) => a - b);
    const quarter = (share: number) => quantileSorted(changes, share) ?? 0;
    return [
      {
        siteId,
        week,
        others: changes.length,
        usual:
          changes.length < FEWEST_OTHERS
            ? null
            : [quarter(0.25), median(changes) ?? 0, quarter(0.75)],
        here: changeAt(mine, week),
      },
    ];
  });
}

const size = (grades: number): string => Math.abs(grades).toFixed(1).replace(/\.0$/, '');

/** A change of a rating in words: “2 lower”. */
const changeWords = (grades: number): string =>
  Math.abs(grades) < 0.05 ? 'as at first' : `${size(grades)} ${grades < 0 ? 'lower' : 'higher'}`;

/** What is usual, and what is so here, in a sentence or two. */
export function expectedWords({ week, others, usual, here }: Omit<Expected, 'siteId'>): string {
  const after = `after ${week} weeks`;
  const mine = here === null ? '' : ` Here ${changeWords(here)}.`;
  if (!usual)
    return `${others === 0 ? 'Nobody else' : `Only ${others} other${others === 1 ? '' : 's'}`} in this practice to compare with ${after}.${mine}`;
  const [low, middle, high] = usual;
  return `Of ${others} others in this practice, ${after}: ${changeWords(middle)} in the middle, half of them from ${changeWords(low)} to ${changeWords(high)}.${mine}`;
}
