/** A straight line, y = intercept + slope · x. */
export interface Line {
  slope: number;
  intercept: number;
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const upper = sorted[middle] ?? Number.NaN;
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] ?? Number.NaN) + upper) / 2;
}

/**
 * Robust line through points: the slope is the median of the slopes of all pairs (Theil 1950; Sen
 * 1968, JASA 63:1379), the intercept the median of what the slope leaves. One wild day hardly moves it.
 *
 * @returns null when fewer than two different x are given
 * @example theilSen([[0, 6], [1, 5], [2, 4], [3, 9]]) // slope 0: median of −1, −1, 1, −1, 2, 5
 */
export function theilSen(points: readonly (readonly [number, number])[]): Line | null {
  const slopes: number[] = [];
  points.forEach(([x1, y1], i) => {
    for (const [x2, y2] of points.slice(i + 1)) if (x1 !== x2) slopes.push((y2 - y1) / (x2 - x1));
  });
  if (slopes.length === 0) return null;
  const slope = median(slopes);
  return { slope, intercept: median(points.map(([x, y]) => y - slope * x)) };
}
