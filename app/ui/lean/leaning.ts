import type { Point } from '#core/geometry';

/** Turns a point about another, clockwise as seen, by an angle in radians. */
export const turned = ([x, y]: Point, [cx, cy]: Point, angle: number): Point => {
  const [dx, dy] = [x - cx, y - cy];
  return [
    cx + dx * Math.cos(angle) - dy * Math.sin(angle),
    cy + dx * Math.sin(angle) + dy * Math.cos(angle),
  ];
};

/** The lean of a straight body whose contact is `contact` along it, feet `feet` away; radians. */
export const leanAngle = (feet: number, contact: number): number =>
  Math.asin(Math.max(0, Math.min(0.95, feet / contact)));

/** Down to here the body turns as one; below it the foot stays flat on the ground. */
const SHIN_ENDS = 925;
const FOOT_BEGINS = 958;

/** A standing body leaning about its ankle, the feet flat. */
export function leant(points: readonly Point[], ankle: Point, angle: number): Point[] {
  return points.map((point): Point => {
    const share = Math.max(0, Math.min(1, (FOOT_BEGINS - point[1]) / (FOOT_BEGINS - SHIN_ENDS)));
    return turned(point, ankle, -angle * share);
  });
}
