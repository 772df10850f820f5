import { pairSlopes } from './pairSlopes';

/** Half the width of the middle 95 % of a standard normal, in standard deviations. */
const Z95 = 1.96;

/** How often each value occurs that occurs more than once. */
function ties(values: readonly number[]): number[] {
  const counts = new Map<number, number>();
  for (const value of values) counts.set(value, (counts.get(value) ?? 0) + 1);
  return [...counts.values()].filter((count) => count > 1);
}

/** What n values that come in any order would contribute to the variance of Kendall’s sum. */
const spread = (n: number): number => n * (n - 1) * (2 * n + 5);

const sum = (values: readonly number[], of: (value: number) => number): number =>
  values.reduce((all, value) => all + of(value), 0);

/**
 * The variance of Kendall’s sum of signs over all pairs when y has nothing to do with x, with ties in either
 * (Kendall, _Rank Correlation Methods_, ch. 4; from memory).
 */
function kendallVariance(xs: readonly number[], ys: readonly number[]): number {
  const n = xs.length;
  const [tx, ty] = [ties(xs), ties(ys)];
  const pairs = sum(tx, (t) => t * (t - 1)) * sum(ty, (t) => t * (t - 1));
  const triples = sum(tx, (t) => t * (t - 1) * (t - 2)) * sum(ty, (t) => t * (t - 1) * (t - 2));
  return (
    (spread(n) - sum(tx, spread) - sum(ty, spread)) / 18 +
    (n > 2 ? triples / (9 * n * (n - 1) * (n - 2)) : 0) +
    pairs / (2 * n * (n - 1))
  );
}

/**
 * Between which slopes the line through points lies with 95 %: as many of the slopes of all pairs are left out
 * at either end as chance alone moves Kendall’s sum (Sen 1968, JASA 63:1379). With few points it is all of
 * them, lowest to highest.
 *
 * @param points [x, y]
 * @returns [lowest, highest] in y per x; null when fewer than two different x are given
 * @example slopeInterval([[0, 1], [1, 2], [2, 3], [3, 4], [4, 5]]) // [1, 1]: every pair says one a day
 */
export function slopeInterval(
  points: readonly (readonly [number, number])[],
): [number, number] | null {
  const { count, at } = pairSlopes(points);
  if (count === 0) return null;
  const variance = kendallVariance(
    points.map(([x]) => x),
    points.map(([, y]) => y),
  );
  const chance = Z95 * Math.sqrt(Math.max(0, variance));
  // Counted from one, as Sen has it; between two of them, the outer.
  const low = Math.floor((count - chance) / 2);
  const high = Math.ceil((count + chance) / 2) + 1;
  return [at(Math.max(low, 1) - 1), at(Math.min(high, count) - 1)];
}
