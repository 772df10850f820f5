import { findSite, type Region } from '#core/anatomy';
import { MEANINGFUL_GRADES } from '#core/trend';
import type { TenderPoint } from './point';

/** A shift of a point beyond this counts as moved; our own estimate of how well a place is met again, mm. */
export const MOVED_MM = 10;
export type PointChange = 'new' | 'gone' | 'less' | 'more' | 'same' | 'not looked at';

/** One point at two dates. */
export interface ComparedPoint {
  thread: string;
  change: PointChange;
  before: TenderPoint | null;
  after: TenderPoint | null;
  /** Grades now minus then; null when one of them is missing. */
  difference: number | null;
  /** Two grades or more: beyond the noise of a rating. */
  meaningful: boolean;
  /** How far it lies from where it was, mm; null when one of them is missing. */
  shiftMm: number | null;
  moved: boolean;
}

function compareOne(
  thread: string,
  before: TenderPoint | null,
  after: TenderPoint | null,
): ComparedPoint {
  const difference = before && after ? after.rating - before.rating : null;
  const samePlace = before?.siteId === after?.siteId && before?.side === after?.side;
  const shiftMm =
    before && after && samePlace
      ? Math.round(Math.hypot(after.across - before.across, after.down - before.down))
      : null;
  const moved = before !== null && after !== null && (!samePlace || (shiftMm ?? 0) > MOVED_MM);
  const meaningful = difference !== null && Math.abs(difference) >= MEANINGFUL_GRADES;
  const change = ((): PointChange => {
    if (after === null) return 'not looked at';
    if (before === null || before.rating === 0) return after.rating === 0 ? 'gone' : 'new';
    if (after.rating === 0) return 'gone';
    if (difference === null || difference === 0) return 'same';
    return difference < 0 ? 'less' : 'more';
  })();
  return { thread, change, before, after, difference, meaningful, shiftMm, moved };
}

const ORDER: readonly PointChange[] = ['new', 'more', 'same', 'less', 'gone', 'not looked at'];

/**
 * Every point of two maps, worst news first. A point rated 0 now is gone; one that was on the earlier
 * map and was not pressed again is said to be not looked at, never gone.
 */
export function compareMaps(
  before: readonly TenderPoint[],
  after: readonly TenderPoint[],
): ComparedPoint[] {
  const then = new Map(before.map((point) => [point.thread, point]));
  const now = new Map(after.map((point) => [point.thread, point]));
  const threads = [...new Set([...now.keys(), ...then.keys()])];
  return threads
    .map((thread) => compareOne(thread, then.get(thread) ?? null, now.get(thread) ?? null))
    .filter(({ before: old, after: present }) => present !== null || (old?.rating ?? 0) > 0)
    .sort(
      (a, b) =>
        ORDER.indexOf(a.change) - ORDER.indexOf(b.change) ||
        (b.after?.rating ?? 0) - (a.after?.rating ?? 0),
    );
}

/** How many points are tender, by region of the body, in body order. */
export function countByRegion(points: readonly TenderPoint[]): { region: Region; count: number }[] {
  const counts = new Map<Region, number>();
  for (const { siteId, rating } of points) {
    const region = findSite(siteId)?.region;
    if (region && rating > 0) counts.set(region, (counts.get(region) ?? 0) + 1);
  }
  return [...counts].map(([region, count]) => ({ region, count }));
}

/** How many points each change befell. */
export const countChanges = (compared: readonly ComparedPoint[]): Record<PointChange, number> => {
  const counts = Object.fromEntries(ORDER.map((change) => [change, 0])) as Record<
    PointChange,
    number
  >;
  for (const { change } of compared) counts[change] += 1;
  return counts;
};

/** The points in the order they are worked: the starred one first, then by rating. */
export const rankPoints = <T extends Pick<TenderPoint, 'worst' | 'rating'>>(
  points: readonly T[],
): T[] => [...points].sort((a, b) => Number(b.worst) - Number(a.worst) || b.rating - a.rating);
