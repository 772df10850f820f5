import { nth } from './nth';

type Points = readonly (readonly [number, number])[];

/** The slopes of all pairs of points: so many of them, and which is the one at a place, lowest first and counted from 0. */
export interface PairSlopes {
  count: number;
  at: (place: number) => number;
}

/** The same points are asked for their line and for its interval. */
const known = new WeakMap<Points, PairSlopes>();

/** Asks for one place after the other: what was found parts the rest, so that each takes less than the one before. */
function places(numbers: Float64Array): PairSlopes['at'] {
  const settled: number[] = [];
  return (place) => {
    const below = settled.filter((one) => one < place);
    const above = settled.filter((one) => one > place);
    const within = [Math.max(-1, ...below) + 1, Math.min(numbers.length, ...above) - 1] as const;
    const value = nth(numbers, place, settled.includes(place) ? [place, place] : within);
    settled.push(place);
    return value;
  };
}

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
  const told = { count, at: places(all.subarray(0, count)) };
  known.set(points, told);
  return told;
}
