import type { Side } from '#core/anatomy';
import { daysBetween, type Day } from '#core/calendar';
import { changeOf, type Change } from './change';
import { theilSen, type Line } from './theilSen';

/** One session on one site and side: the rating before and the rating after. */
export interface Stroke {
  sessionId: string;
  day: Day;
  before: number;
  after: number | null;
  contactSeconds: number;
  tooMuch: boolean;
}

/** One row of the drop chart. The trend is of the ratings before, x in days from `firstDay`. */
export interface DropRow {
  siteId: string;
  side: Side;
  strokes: Stroke[];
  firstDay: Day;
  trend: Line | null;
  change: Change;
  /** Median fall within a session, in grades; null when no session was rated twice. */
  usualDrop: number | null;
}

export interface RatedPlace {
  siteId: string;
  side: Side;
  sessionId: string;
  day: Day;
  before: number | null;
  after: number | null;
  contactSeconds: number;
  tooMuch: boolean;
}

const middle = (values: number[]): number | null => {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const low = sorted[(sorted.length - 1) >> 1] ?? 0;
  const high = sorted[sorted.length >> 1] ?? 0;
  return (low + high) / 2;
};

function rowOf(siteId: string, side: Side, strokes: Stroke[]): DropRow | null {
  const first = strokes[0];
  if (!first) return null;
  const points = strokes.map(
    (stroke) => [daysBetween(first.day, stroke.day), stroke.before] as const,
  );
  const trend = theilSen(points);
  const drops = strokes.flatMap((stroke) =>
    stroke.after === null ? [] : [stroke.before - stroke.after],
  );
  return {
    siteId,
    side,
    strokes,
    firstDay: first.day,
    trend,
    change: changeOf(points),
    usualDrop: middle(drops),
  };
}

/** Gathers rated sessions into rows, one per site and side, most often worked first. */
export function dropRows(places: readonly RatedPlace[]): DropRow[] {
  const byPlace = new Map<string, { siteId: string; side: Side; strokes: Stroke[] }>();
  for (const { siteId, side, before, ...rest } of places) {
    if (before === null) continue;
    const key = `${siteId}:${side}`;
    const row = byPlace.get(key) ?? { siteId, side, strokes: [] };
    row.strokes.push({ ...rest, before });
    byPlace.set(key, row);
  }
  return [...byPlace.values()]
    .flatMap(({ siteId, side, strokes }) => {
      const ordered = [...strokes].sort((a, b) => a.day.localeCompare(b.day));
      const row = rowOf(siteId, side, ordered);
      return row ? [row] : [];
    })
    .sort((a, b) => b.strokes.length - a.strokes.length);
}
