import type { Point } from '#core/geometry';
import { answer, mistaken, type Outcome } from '#core/knowledge';

const DEGREES = 180 / Math.PI;
/** Points nearer to each other than this make no direction. */
const LEAST_LENGTH = 1e-6;

const between = ([ax, ay]: Point, [bx, by]: Point): Point => [bx - ax, by - ay];
const sizeOf = ([x, y]: Point) => Math.hypot(x, y);

/**
 * The angle at `vertex` between the directions to `one` and `other`, 0–180°. Points in any unit, y
 * downwards; shifting, turning or enlarging the picture changes nothing.
 *
 * @example angleAt([1, 0], [0, 0], [0, 1]) // => 90
 */
export function angleAt(one: Point, vertex: Point, other: Point): Outcome<number> {
  const a = between(vertex, one);
  const b = between(vertex, other);
  if (sizeOf(a) < LEAST_LENGTH || sizeOf(b) < LEAST_LENGTH) {
    return mistaken('does not fit', 'points', 'Two of the points lie on each other. Move one.');
  }
  const cross = a[0] * b[1] - a[1] * b[0];
  const dot = a[0] * b[0] + a[1] * b[1];
  return answer(Math.abs(Math.atan2(cross, dot)) * DEGREES);
}

/** The angle of the line from `foot` to `tip` off the vertical, 0–180°: 0 points straight up. */
export const angleToVertical = (foot: Point, tip: Point): Outcome<number> =>
  angleAt([foot[0], foot[1] - 1], foot, tip);

/** The angle of the line from `foot` to `tip` above the horizontal on its own side, −90–90°. */
export function angleAboveHorizontal(foot: Point, tip: Point): Outcome<number> {
  const off = angleToVertical(foot, tip);
  return off.ok ? answer(90 - off.value) : off;
}

/** What the points on a picture are read as. */
export const PICTURE_READS = ['three points', 'to the vertical', 'above level', 'offset'] as const;
export type PictureRead = (typeof PICTURE_READS)[number];

/** How many points each reading takes. */
export const POINTS_NEEDED: Record<PictureRead, number> = {
  'three points': 3,
  'to the vertical': 2,
  'above level': 2,
  offset: 4,
};

/**
 * How far the first point lies before the second along the level, in cm; the last two points are the
 * ends of a length that is known.
 *
 * @param facing +1 when the person faces right
 */
export function levelOffset(
  [one, other, from, to]: readonly [Point, Point, Point, Point],
  knownCm: number,
  facing: 1 | -1,
): Outcome<number> {
  const known = sizeOf(between(from, to));
  if (known < LEAST_LENGTH) {
    return mistaken('does not fit', 'points', 'The ends of the known length lie on each other.');
  }
  if (!Number.isFinite(knownCm) || knownCm <= 0) {
    return mistaken('out of range', 'known', 'The known length must be more than 0 cm.');
  }
  return answer(((one[0] - other[0]) * facing * knownCm) / known);
}

/** Reads a picture's points; degrees, or cm for an offset. */
export function readPicture(
  read: PictureRead,
  points: readonly Point[],
  { knownCm = 0, facing = 1 }: { knownCm?: number; facing?: 1 | -1 } = {},
): Outcome<number> {
  const [a, b, c, d] = points;
  if (points.length < POINTS_NEEDED[read] || !a || !b) {
    return mistaken('missing', 'points', `This takes ${POINTS_NEEDED[read]} points.`);
  }
  switch (read) {
    case 'three points':
      return c ? angleAt(a, b, c) : mistaken('missing', 'points', 'This takes 3 points.');
    case 'to the vertical':
      return angleToVertical(a, b);
    case 'above level':
      return angleAboveHorizontal(a, b);
    case 'offset':
      return c && d
        ? levelOffset([a, b, c, d], knownCm, facing)
        : mistaken('missing', 'points', 'This takes 4 points.');
  }
}
