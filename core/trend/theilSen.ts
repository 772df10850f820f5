import { pairSlopes } from './pairSlopes';

/** A straight line, y = intercept + slope · x. */
export interface Line {
  slope: number;
  intercept: number;
}

/** Of numbers in order, lowest first. */
function middle(sorted: ArrayLike<number>): number {
  const half = sorted.length >> 1;
  const upper = sorted[half] ?? Number.NaN;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? Number.NaN) + upper) / 2;
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
  if (slopes.length === 0) return null;
  const slope = middle(slopes);
  const left = Float64Array.from(points, ([x, y]) => y - slope * x).sort();
  return { slope, intercept: middle(left) };
}
