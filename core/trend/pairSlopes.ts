type Points = readonly (readonly [number, number])[];

/** The same points are asked for their line and for its interval. */
const known = new WeakMap<Points, Float64Array>();

/**
 * The slopes of all pairs of points with different x, lowest first. Of n points there are up to n(n − 1)/2: they are worked
 * out once for an array of points, which nobody may change afterwards.
 *
 * @param points [x, y]
 * @example pairSlopes([[0, 1], [1, 2], [2, 1]]) // −1, 0, 1
 */
export function pairSlopes(points: Points): Float64Array {
  const before = known.get(points);
  if (before) return before;
  const slopes = new Float64Array((points.length * (points.length - 1)) / 2);
  let count = 0;
  for (let i = 0; i < points.length; i += 1) {
    const [x1 = 0, y1 = 0] = points[i] ?? [];
    for (let j = i + 1; j < points.length; j += 1) {
      const [x2 = 0, y2 = 0] = points[j] ?? [];
      if (x1 === x2) continue;
      slopes[count] = (y2 - y1) / (x2 - x1);
      count += 1;
    }
  }
  const sorted = slopes.subarray(0, count).sort();
  known.set(points, sorted);
  return sorted;
}
