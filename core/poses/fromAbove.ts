import type { Point } from '#core/geometry';
import { plus, turned } from './rig';
import type { DrawnBody } from './scene';

const oval = (rx: number, ry: number, [x, y]: Point = [0, 0]): Point[] =>
  Array.from({ length: 16 }, (_, index): Point => {
    const angle = (index / 16) * 2 * Math.PI;
    return [x + rx * Math.sin(angle), y - ry * Math.cos(angle)];
  });

/** The head from above, the nose up; thousandths of stature, about the middle of the neck. */
const HEAD: readonly Point[] = [
  [0, -74],
  [7, -80],
  [12, -72],
  [30, -62],
  [42, -40],
  [47, -6],
  [46, 24],
  [34, 52],
  [14, 64],
  [-14, 64],
  [-34, 52],
  [-46, 24],
  [-47, -6],
  [-42, -40],
  [-30, -62],
  [-12, -72],
  [-7, -80],
];
const EAR: readonly Point[] = [
  [46, -4],
  [54, 0],
  [56, 12],
  [50, 18],
  [45, 14],
];
const SHOULDERS: readonly Point[] = [
  [0, -40],
  [60, -46],
  [112, -44],
  [136, -22],
  [140, 14],
  [122, 42],
  [70, 54],
  [0, 58],
  [-70, 54],
  [-122, 42],
  [-140, 14],
  [-136, -22],
  [-112, -44],
  [-60, -46],
];

/** Head and shoulders from above, the head turned so many degrees to the right of the picture. */
export function fromAbove(degrees: number, ghost = false): DrawnBody {
  const put = (point: Point): Point => plus(turned(point, degrees), [0, 0]);
  const flip = ([x, y]: Point): Point => [-x, y];
  return {
    ghost,
    layers: [
      { depth: 'far', outlines: ghost ? [] : [SHOULDERS] },
      {
        depth: 'body',
        outlines: [EAR.map(put), EAR.map(flip).map(put), HEAD.map(put)],
      },
    ],
    face: [],
    hair: oval(41, 50, [0, 4]).map(put),
  };
}
