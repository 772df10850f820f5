import type { Side } from '#core/anatomy';
import { daysBetween, type Day } from '#core/calendar';
import { changeOf, type Change } from './change';
import { steady, type Steady } from './steady';
import { theilSen, type Line } from './theilSen';

/** One session on one site and side: the rating before and the rating after. */
export interface Stroke {
  sessionId: string;
  day: Day;
  before: number;
  after: number | null;
  contactSeconds: number;
  tooMuch: boolean;
  /** How the day after was; null: not known. */
  response?: string | null;
  /** Its stop reason’s id; null: it was not stopped. */
  stopReason?: string | null;
}

/** One row of the drop chart. The trend is of the ratings before, x in days from `firstDay`. */
export interface DropRow {
  siteId: string;
  side: Side;
  /** The point of the map it is, and what it is called; absent: the site as a whole. */
  point?: { thread: string; name: string };
  strokes: Stroke[];
  firstDay: Day;
  trend: Line | null;
  change: Change;
  /** Median fall within a session, in grades; null when no session was rated twice. */
  usualDrop: number | null;
  /** Whether that fall grows or shrinks over the weeks; null: no more than wavering, or too few. */
  dropTrend: Steady | null;
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
  response?: string | null;
  stopReason?: string | null;
  /** The points of the map that were worked there. */
  points?: readonly {
    thread: string;
    name: string;
    before: number | null;
    after: number | null;
    contactSeconds: number;
  }[];
}

const middle = (values: number[]): number | null => {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const low = sorted[(sorted.length - 1) >> 1] ?? 0;
  const high = sorted[sorted.length >> 1] ?? 0;
  return (low + high) / 2;
};

/** Strokes of one row before anything is worked out of them. */
interface Gathered {
  siteId: string;
  side: Side;
  point?: { thread: string; name: string };
  strokes: Stroke[];
}
type Rated = Omit<Gathered, 'strokes'> & { stroke: Stroke };

function rowOf({ siteId, side, point, strokes }: Gathered): DropRow | null {
  const first = strokes[0];
  if (!first) return null;
  const points = strokes.map(
    (stroke) => [daysBetween(first.day, stroke.day), stroke.before] as const,
  );
  const trend = theilSen(points);
  const drops = strokes.flatMap(({ day, before, after }) =>
    after === null ? [] : [[daysBetween(first.day, day), before - after] as const],
  );
  return {
    siteId,
    side,
    ...(point ? { point } : {}),
    strokes,
    firstDay: first.day,
    trend,
    change: changeOf(points),
    usualDrop: middle(drops.map(([, drop]) => drop)),
    dropTrend: steady(drops),
  };
}

/** What is rated in one session at one place: its mapped points each, or the place as a whole. */
function ratingsOf(place: RatedPlace): Rated[] {
  const { siteId, side, sessionId, day, tooMuch, response = null, stopReason = null } = place;
  // Written out: of a long record there are tens of thousands.
  const strokeOf = (
    before: number,
    { after, contactSeconds }: Pick<RatedPlace, 'after' | 'contactSeconds'>,
  ): Stroke => ({ sessionId, day, before, after, contactSeconds, tooMuch, response, stopReason });
  const followed: Rated[] = [];
  for (const point of place.points ?? []) {
    if (point.before === null) continue;
    const { thread, name } = point;
    followed.push({ siteId, side, point: { thread, name }, stroke: strokeOf(point.before, point) });
  }
  if (followed.length > 0 || place.before === null) return followed;
  return [{ siteId, side, stroke: strokeOf(place.before, place) }];
}

/**
 * Gathers rated sessions into rows, most often worked first: one for every point of the map that was followed, one for
 * a site and side where none was.
 */
export function dropRows(places: readonly RatedPlace[]): DropRow[] {
  const rows = new Map<string, Gathered>();
  for (const { stroke, ...where } of places.flatMap(ratingsOf)) {
    const key = where.point?.thread ?? `${where.siteId}:${where.side}`;
    const strokes = rows.get(key)?.strokes ?? [];
    strokes.push(stroke);
    // A point is called what it was called last.
    rows.set(key, { ...where, strokes });
  }
  return [...rows.values()]
    .flatMap((gathered) => {
      const strokes = gathered.strokes.toSorted((a, b) => a.day.localeCompare(b.day));
      const row = rowOf({ ...gathered, strokes });
      return row ? [row] : [];
    })
    .sort((a, b) => b.strokes.length - a.strokes.length);
}
