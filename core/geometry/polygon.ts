import { mean } from 'd3-array';
import { polygonArea, polygonContains } from 'd3-polygon';

/** A point of a drawing: x to the right, y downwards, in the drawing's own unit. */
export type Point = readonly [x: number, y: number];
/** A closed line: the last point joins the first. */
export type Polygon = readonly Point[];

const edges = (polygon: Polygon): [Point, Point][] =>
  polygon.map((from, index) => [from, polygon[(index + 1) % polygon.length] ?? from]);

/** d3 takes points that may be written to; it writes to none. */
const forD3 = (polygon: Polygon) => polygon as [number, number][];

/** Whether a point lies inside a polygon (even–odd rule; a point on the line may count either way). */
export const inside = ([x, y]: Point, polygon: Polygon): boolean =>
  polygonContains(forD3(polygon), [x, y]);

/** Area of a polygon that does not cross itself, in the square of its unit. */
export const areaOf = (polygon: Polygon): number => Math.abs(polygonArea(forD3(polygon)));

/** The middle of a polygon's corners. */
export const centreOf = (polygon: Polygon): Point => [
  mean(polygon, ([x]) => x) ?? 0,
  mean(polygon, ([, y]) => y) ?? 0,
];

/** A polygon as a mirror on the midline shows it. */
export const mirror = (polygon: Polygon): Polygon =>
  polygon.map(([x, y]): Point => [-x, y]).reverse();

const turn = ([ax, ay]: Point, [bx, by]: Point, [cx, cy]: Point): number =>
  (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);

function cross([a, b]: [Point, Point], [c, d]: [Point, Point]): boolean {
  return turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0;
}

/** Whether two polygons have a point in common: their lines cross, or one lies in the other. */
export function touches(one: Polygon, other: Polygon): boolean {
  const [first] = one;
  const [second] = other;
  if (!first || !second) return false;
  if (inside(first, other) || inside(second, one)) return true;
  const otherEdges = edges(other);
  return edges(one).some((edge) => otherEdges.some((against) => cross(edge, against)));
}

/** Distance from a point to the nearest place of a polygon's line. */
export function distanceToOutline([x, y]: Point, polygon: Polygon): number {
  return Math.min(
    ...edges(polygon).map(([[ax, ay], [bx, by]]) => {
      const length = (bx - ax) ** 2 + (by - ay) ** 2;
      const share = length === 0 ? 0 : ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length;
      const along = Math.max(0, Math.min(1, share));
      return Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay));
    }),
  );
}

const GRID = 40;

/** What share of the smaller polygon the other covers, counted on a grid over the smaller one; 0–1. */
export function overlapShare(one: Polygon, other: Polygon): number {
  const small = areaOf(one) <= areaOf(other) ? one : other;
  const large = small === one ? other : one;
  const xs = small.map(([x]) => x);
  const ys = small.map(([, y]) => y);
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
  let own = 0;
  let shared = 0;
  for (let column = 0; column < GRID; column += 1) {
    for (let row = 0; row < GRID; row += 1) {
      const at: Point = [left + (wide * (column + 0.5)) / GRID, top + (high * (row + 0.5)) / GRID];
      if (!inside(at, small)) continue;
      own += 1;
      if (inside(at, large)) shared += 1;
    }
  }
  return own === 0 ? 0 : shared / own;
}
