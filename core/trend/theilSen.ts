import { nth } from './nth';
import { pairSlopes } from './pairSlopes';

/** A straight line, y = intercept + slope · x. */
export interface Line {
  slope: number;
  intercept: number;
}

/** Of so many numbers the middle one, or the mean of the middle two. */
function middle(count: number, at: (place: number) => number): number {
  const half = count >> 1;
  return count % 2 === 1 ? at(half) : (at(half - 1) + at(half)) / 2;
}

/**
 * Robust line through points: the slope is the median of the slopes of all pairs (Theil 1950; Sen
 * 1968, JASA 63:1379), the intercept the median of what the slope leaves. One wild day hardly moves it.
 *
 * @returns null when fewer than two different x are given
 * @example theilSen([[0, 6], [1, 5], [2, 4], [3, 9]]) // slope 0: median of −1, −1, 1, −1, 2, 5
 */
export function theilSen(points: readonly (readonly [number, number])[]): Line | null {
  const slopes = pairSlopes(points);
  if (slopes.count === 0) return null;
  const slope = middle(slopes.count, slopes.at);
  const left = Float64Array.from(points, ([x, y]) => y - slope * x);
  return { slope, intercept: middle(left.length, (place) => nth(left, place)) };
}
