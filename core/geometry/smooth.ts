import type { Point, Polygon } from './polygon';

type Curve = readonly [from: Point, leave: Point, arrive: Point, to: Point];

const distance = ([ax, ay]: Point, [bx, by]: Point) => Math.hypot(bx - ax, by - ay);

/**
 * One piece of a centripetal Catmull–Rom curve as a cubic Bézier curve: passes through its points and
 * neither loops nor overshoots where they lie close together.
 */
function piece(before: Point, from: Point, to: Point, after: Point): Curve {
  const [a, b, c] = [
    Math.sqrt(distance(before, from)),
    Math.sqrt(distance(from, to)),
    Math.sqrt(distance(to, after)),
  ];
  const handle = (end: Point, other: Point, beyond: Point, near: number): Point => {
    const weight = 3 * near * (near + b);
    if (weight === 0) return end;
    const own = 2 * near ** 2 + 3 * near * b + b ** 2;
    return [
      (near ** 2 * other[0] - b ** 2 * beyond[0] + own * end[0]) / weight,
      (near ** 2 * other[1] - b ** 2 * beyond[1] + own * end[1]) / weight,
    ];
  };
  return [from, handle(from, to, before, a), handle(to, from, after, c), to];
}

/** A smooth closed curve through points. */
export function smooth(points: readonly Point[]): Curve[] {
  const count = points.length;
  const at = (index: number): Point => points[(index + count) % count] ?? [0, 0];
  return points.map((_, index) => piece(at(index - 1), at(index), at(index + 1), at(index + 2)));
}

/** A smooth open line through points. */
export function smoothLine(points: readonly Point[]): Curve[] {
  const at = (index: number): Point =>
    points[Math.max(0, Math.min(points.length - 1, index))] ?? [0, 0];
  return points
    .slice(1)
    .map((_, index) => piece(at(index - 1), at(index), at(index + 1), at(index + 2)));
}

const STEPS = 6;

function along([from, leave, arrive, to]: Curve, share: number): Point {
  const rest = 1 - share;
  const mix = (axis: 0 | 1) =>
    rest ** 3 * from[axis] +
    3 * rest ** 2 * share * leave[axis] +
    3 * rest * share ** 2 * arrive[axis] +
    share ** 3 * to[axis];
  return [mix(0), mix(1)];
}

/** A smooth closed curve through points, as a fine polygon. */
export const smoothPolygon = (points: readonly Point[]): Polygon =>
  smooth(points).flatMap((curve) =>
    Array.from({ length: STEPS }, (_, step) => along(curve, step / STEPS)),
  );

const figure = (value: number) => Math.round(value * 100) / 100;
const pair = ([x, y]: Point) => `${figure(x)},${figure(y)}`;

/** The path of curves in SVG's terms; closed when it ends where it began. */
export function pathOf(curves: readonly Curve[]): string {
  const [first] = curves;
  if (!first) return '';
  const pieces = curves.map(
    ([, leave, arrive, to]) => `C${pair(leave)} ${pair(arrive)} ${pair(to)}`,
  );
  const closed = curves.at(-1)?.[3] === first[0];
  return `M${pair(first[0])}${pieces.join('')}${closed ? 'Z' : ''}`;
}
