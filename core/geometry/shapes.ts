import type { Point, Polygon } from './polygon';

const TURN = 2 * Math.PI;

/**
 * An oval as a polygon.
 *
 * @param turnDegrees how far its long side is turned, clockwise as seen
 */
export function ovalPolygon(
  [cx, cy]: Point,
  [rx, ry]: Point,
  turnDegrees = 0,
  corners = 32,
): Polygon {
  const turned = (turnDegrees * TURN) / 360;
  return Array.from({ length: corners }, (_, index): Point => {
    const angle = (index * TURN) / corners;
    const [x, y] = [rx * Math.cos(angle), ry * Math.sin(angle)];
    return [
      cx + x * Math.cos(turned) - y * Math.sin(turned),
      cy + x * Math.sin(turned) + y * Math.cos(turned),
    ];
  });
}

const CAP_CORNERS = 14;

function cap(at: Point, away: number, half: number): Point[] {
  return Array.from({ length: CAP_CORNERS + 1 }, (_, index): Point => {
    const angle = away - TURN / 4 + (index * TURN) / 2 / CAP_CORNERS;
    return [at[0] + half * Math.cos(angle), at[1] + half * Math.sin(angle)];
  });
}

/** A band of even width along a line, with round ends, as a polygon: how a strap of muscle is drawn. */
export function bandPolygon(line: readonly Point[], width: number): Polygon {
  const half = width / 2;
  const heading = (index: number): number => {
    const from = line[Math.max(0, index - 1)] ?? [0, 0];
    const to = line[Math.min(line.length - 1, index + 1)] ?? from;
    return Math.atan2(to[1] - from[1], to[0] - from[0]);
  };
  const beside = (side: 1 | -1): Point[] =>
    line.slice(1, -1).map((at, index): Point => {
      const normal = heading(index + 1) + (side * TURN) / 4;
      return [at[0] + half * Math.cos(normal), at[1] + half * Math.sin(normal)];
    });
  const first = line[0];
  const last = line.at(-1);
  if (!first || !last) return [];
  return [
    ...cap(last, heading(line.length - 1), half),
    ...beside(1).reverse(),
    ...cap(first, heading(0) + TURN / 2, half),
    ...beside(-1),
  ];
}
