import { nth } from './nth';

type Points = readonly (readonly [number, number])[];

/** The slopes of all pairs of points: so many of them, and which is the one at a place, lowest first and counted from 0. */
export interface PairSlopes {
  count: number;
  at: (place: number) => number;
}

/** The same points are asked for their line and for its interval. */
const known = new WeakMap<Points, PairSlopes>();

/**
 * The slopes of all pairs of points with different x. Of n points there are up to n(n − 1)/2: they are worked out once for
 * an array of points, which nobody may change afterwards.
 *
 * @param points [x, y]
 * @example pairSlopes([[0, 1], [1, 2], [2, 1]]) // −1, 0, 1: { count: 3, at(0) = −1 }
 */
export function pairSlopes(points: Points): PairSlopes {
  const before = known.get(points);
  if (before) return before;
  const xs = Float64Array.from(points, ([x]) => x);
  const ys = Float64Array.from(points, ([, y]) => y);
  const all = new Float64Array((xs.length * (xs.length - 1)) / 2);
  let count = 0;
  for (let i = 0; i < xs.length; i += 1) {
    const [x, y] = [xs[i] ?? 0, ys[i] ?? 0];
    for (let j = i + 1; j < xs.length; j += 1) {
      const run = (xs[j] ?? 0) - x;
      if (run === 0) continue;
      all[count] = ((ys[j] ?? 0) - y) / run;
      count += 1;
    }
  }
  const slopes = all.subarray(0, count);
  const told = { count, at: (place: number) => nth(slopes, place) };
  known.set(points, told);
  return told;
}
