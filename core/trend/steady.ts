import { slopeInterval } from './slopeInterval';
import { theilSen } from './theilSen';

/** With fewer figures nothing is said of where they are going; our own choice. */
const FEWEST = 5;

/** How far figures went over their span, and between which changes that lies with 95 %. */
export interface Steady {
  by: number;
  /** Nearer to nothing first. */
  between: readonly [number, number];
}

/**
 * Where figures are going, over all of them rather than the first and the last: the median of the slopes of all pairs with
 * 95 % (Theil 1950; Sen 1968, JASA 63:1379).
 *
 * @param points [day counted from the first, figure], the earliest first
 * @returns null where there are too few, or it may be no more than wavering
 * @example steady([[0, 1], [7, 2], [14, 3], [21, 4], [28, 5]]) // { by: 4, between: [4, 4] }
 */
export function steady(points: readonly (readonly [number, number])[]): Steady | null {
  const [line, interval] = [theilSen(points), slopeInterval(points)];
  const days = points.at(-1)?.[0] ?? 0;
  if (points.length < FEWEST || !line || !interval) return null;
  const [low, high] = interval;
  if (low <= 0 && high >= 0) return null;
  const [near, far] = [low * days, high * days].sort((a, b) => Math.abs(a) - Math.abs(b));
  return { by: line.slope * days, between: [near ?? 0, far ?? 0] };
}

const size = (value: number): string => Math.abs(value).toFixed(1).replace(/\.0$/, '');

/**
 * The same in words.
 *
 * @example steadyWords({ by: -3, between: [-2, -4] }) // '3 less (2 to 4)'
 */
export function steadyWords({ by, between }: Steady): string {
  const ends = [...new Set(between.map(size))].join(' to ');
  const within = ends === size(by) ? '' : ` (${ends})`;
  return `${size(by)} ${by > 0 ? 'more' : 'less'}${within}`;
}
