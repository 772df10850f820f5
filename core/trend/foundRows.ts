import type { Side } from '#core/anatomy';
import { daysBetween, type Day } from '#core/calendar';
import { slopeInterval } from './slopeInterval';
import { theilSen } from './theilSen';

/** How many tender spots one session found at one site and side. */
export interface FoundThen {
  siteId: string;
  side: Side;
  day: Day;
  found: number;
}

/** The spots found at a site and side, session by session. */
export interface FoundRow {
  siteId: string;
  side: Side;
  counts: { day: Day; found: number }[];
  says: string;
}

/** With fewer searches nothing is said of a change. */
const FEWEST = 5;

function change(counts: FoundRow['counts']): string {
  const [first] = counts;
  if (!first || counts.length < FEWEST) return 'Too few searches to say whether they grow fewer.';
  const points = counts.map(({ day, found }) => [daysBetween(first.day, day), found] as const);
  const line = theilSen(points);
  const interval = slopeInterval(points);
  if (!line || !interval) return 'Too few searches to say whether they grow fewer.';
  const [low, high] = interval;
  if (high < 0) return 'Fewer over the weeks: more than wavering.';
  if (low > 0) return 'More over the weeks: more than wavering. Look again at the cause.';
  return 'No change beyond wavering.';
}

/**
 * The number of tender spots that open searches found, by site and side: the main sign of progress (common practice,
 * no published source). Whether they grow fewer is said only where the interval of the slope says so (Sen 1968).
 *
 * @example foundRows([{ siteId: 'calf', side: 'left', day: '2026-03-01', found: 4 }])[0]?.counts
 *   // => [{ day: '2026-03-01', found: 4 }]
 */
export function foundRows(searches: readonly FoundThen[]): FoundRow[] {
  const rows = new Map<string, FoundRow>();
  for (const { siteId, side, day, found } of searches) {
    const key = `${siteId}:${side}`;
    const row = rows.get(key) ?? { siteId, side, counts: [], says: '' };
    rows.set(key, { ...row, counts: [...row.counts, { day, found }] });
  }
  return [...rows.values()].map((row) => {
    const counts = row.counts.toSorted((a, b) => a.day.localeCompare(b.day));
    return { ...row, counts, says: change(counts) };
  });
}
