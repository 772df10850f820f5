import { curveCatmullRom, curveCatmullRomClosed, type CurveFactory } from 'd3-shape';
import type { Point, Polygon } from './polygon';

type Curve = readonly [from: Point, leave: Point, arrive: Point, to: Point];

/** Centripetal: the curve neither loops nor overshoots where its points lie close together. */
const ALPHA = 0.5;

/** What a curve of d3 draws through points, as cubic Bézier pieces. */
function drawn(factory: CurveFactory, points: readonly Point[]): Curve[] {
  const curves: Curve[] = [];
  let at: Point = [0, 0];
  const to = (leave: Point, arrive: Point, end: Point) => {
    curves.push([at, leave, arrive, end]);
    at = end;
  };
  const context = {
    moveTo: (x: number, y: number) => {
      at = [x, y];
    },
    lineTo: (x: number, y: number) => to(at, [x, y], [x, y]),
    bezierCurveTo: (ax: number, ay: number, bx: number, by: number, x: number, y: number) =>
      to([ax, ay], [bx, by], [x, y]),
    closePath: () => undefined,
  };
  // Of all that a canvas can do, a curve asks for these four.
  const curve = factory(context as unknown as Parameters<CurveFactory>[0]);
  curve.lineStart();
  for (const [x, y] of points) curve.point(x, y);
  curve.lineEnd();
  return curves;
}

/** A smooth closed curve through points, the first one first. */
export const smooth = (points: readonly Point[]): Curve[] =>
  // d3 begins a closed curve at its second point.
  drawn(curveCatmullRomClosed.alpha(ALPHA), [...points.slice(-1), ...points.slice(0, -1)]);

/** A smooth open line through points. */
export const smoothLine = (points: readonly Point[]): Curve[] =>
  drawn(curveCatmullRom.alpha(ALPHA), points);

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
  const [x, y] = curves.at(-1)?.[3] ?? [];
  const closed = x === first[0][0] && y === first[0][1];
  return `M${pair(first[0])}${pieces.join('')}${closed ? 'Z' : ''}`;
}
