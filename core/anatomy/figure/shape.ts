import { bandPolygon, ovalPolygon, type Point, type Polygon } from '#core/geometry';
import type { ViewId } from './drawing';

/** A shape on one view of the figure: an oval, or a band of even width along a line. */
export type Shape = { view: ViewId } & (
  | { kind: 'oval'; at: Point; radii: Point; turn: number }
  | { kind: 'band'; along: readonly Point[]; width: number }
);

export const oval = (view: ViewId, at: Point, radii: Point, turn = 0): Shape => ({
  view,
  kind: 'oval',
  at,
  radii,
  turn,
});

export const band = (view: ViewId, width: number, ...along: Point[]): Shape => ({
  view,
  kind: 'band',
  along,
  width,
});

/** A shape as a polygon in body coordinates. */
export const polygonOf = (shape: Shape): Polygon =>
  shape.kind === 'oval'
    ? ovalPolygon(shape.at, shape.radii, shape.turn)
    : bandPolygon(shape.along, shape.width);

/** The middle of a shape. */
export function middleOf(shape: Shape): Point {
  if (shape.kind === 'oval') return shape.at;
  const half = Math.floor((shape.along.length - 1) / 2);
  const [from, to] = [shape.along[half], shape.along[half + 1] ?? shape.along[half]];
  if (!from || !to) throw new RangeError('A band needs a line.');
  return shape.along.length % 2 === 1 ? from : [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
}
