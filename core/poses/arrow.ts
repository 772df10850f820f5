import { straightPath, type Point } from '#core/geometry';
import type { Scene } from './scene';

/** How long the wings of an arrow’s head are, in body coordinates. */
const HEAD = 17;

/** An arrow of a scene as paths in SVG’s terms: its line, bowed where a movement turns, and its head. */
export function arrowPaths({ from, to, bow = 0 }: Scene['arrows'][number]): [string, string] {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const middle: Point = [(from[0] + to[0]) / 2 - dy * bow, (from[1] + to[1]) / 2 + dx * bow];
  const [ex, ey] = [to[0] - middle[0], to[1] - middle[1]];
  const size = Math.hypot(ex, ey) || 1;
  const [ux, uy] = [ex / size, ey / size];
  const wing = (side: 1 | -1): Point => [
    to[0] - ux * HEAD - uy * side * HEAD * 0.55,
    to[1] - uy * HEAD + ux * side * HEAD * 0.55,
  ];
  return [
    `M${from.join(',')}Q${middle.join(',')} ${to.join(',')}`,
    straightPath([wing(1), to, wing(-1)], false),
  ];
}
