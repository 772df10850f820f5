import type { Point } from '#core/geometry';
import { HEAD } from './head';

/**
 * The body from the side, facing right, in body coordinates: x forward from the line through ear,
 * shoulder, hip and ankle. Head and neck are those of the close-up.
 */
const [profile = []] = HEAD.outlines;
const CHIN_TO_CHEST = profile.slice(
  0,
  profile.findIndex(([, y]) => y > 200),
);
/** Lines of the face, from the side, and the shade of the hair; they lie on the head. */
export const SIDE_HEAD_LINES: readonly (readonly Point[])[] = HEAD.lines
  .filter(({ weight, points }) => weight === 'firm' && points.every(([, y]) => y < 134))
  .map(({ points }) => points);
export const SIDE_HAIR: readonly Point[] = HEAD.tones[0] ?? [];
const NAPE = profile.slice(profile.findIndex(([x, y]) => x < -55 && y < 190 && y > 180));

const FRONT_OF_TRUNK: readonly Point[] = [
  [43, 214],
  [58, 238],
  [64, 262],
  [60, 292],
  [53, 324],
  [50, 356],
  [51, 388],
  [51, 420],
  [47, 450],
  [42, 480],
];
const BACK_OF_TRUNK: readonly Point[] = [
  [-74, 486],
  [-73, 462],
  [-62, 432],
  [-49, 408],
  [-44, 382],
  [-48, 350],
  [-60, 312],
  [-71, 276],
  [-75, 244],
  [-71, 216],
];

/** Standing, legs straight. */
export const SIDE_STANDING: readonly Point[] = [
  ...CHIN_TO_CHEST,
  ...FRONT_OF_TRUNK,
  [50, 520],
  [54, 560],
  [53, 604],
  [47, 650],
  [41, 688],
  [42, 708],
  [38, 732],
  [30, 772],
  [27, 824],
  [22, 876],
  [18, 924],
  [21, 948],
  [40, 966],
  [66, 980],
  [90, 989],
  [95, 997],
  [82, 1000],
  [0, 1000],
  [-38, 1000],
  [-47, 990],
  [-43, 971],
  [-31, 950],
  [-24, 928],
  [-28, 886],
  [-40, 838],
  [-47, 794],
  [-43, 758],
  [-32, 728],
  [-31, 704],
  [-39, 660],
  [-50, 612],
  [-56, 566],
  [-58, 538],
  [-68, 514],
  ...BACK_OF_TRUNK,
  ...NAPE,
];

/** Head and trunk alone, closed at the hip, for a body whose legs are bent. */
export const SIDE_TRUNK: readonly Point[] = [
  ...CHIN_TO_CHEST,
  ...FRONT_OF_TRUNK,
  [30, 512],
  [-10, 526],
  [-50, 520],
  [-68, 506],
  ...BACK_OF_TRUNK,
  ...NAPE,
];

/** Arm hanging at the side, seen from the side. */
export const SIDE_ARM: readonly Point[] = [
  [-26, 196],
  [-4, 188],
  [20, 200],
  [28, 232],
  [25, 276],
  [20, 326],
  [19, 368],
  [24, 410],
  [22, 456],
  [16, 500],
  [20, 530],
  [20, 566],
  [10, 604],
  [0, 600],
  [-6, 566],
  [-8, 530],
  [-9, 502],
  [-14, 456],
  [-18, 410],
  [-20, 366],
  [-26, 318],
  [-32, 268],
  [-34, 226],
];

/** How far the back (negative) and the chest (positive) stand off the middle line, by height. */
export const backOffset = (y: number): number => {
  const line = [
    ...NAPE.slice().reverse(),
    ...BACK_OF_TRUNK.slice().reverse(),
    [-58, 538] as Point,
    [-50, 612] as Point,
    [-31, 704] as Point,
    [-47, 794] as Point,
  ];
  const index = line.findIndex(([, at]) => at >= y);
  const to = line[Math.max(0, index)] ?? [-50, y];
  const from = line[Math.max(0, index - 1)] ?? to;
  const share = to[1] === from[1] ? 0 : (y - from[1]) / (to[1] - from[1]);
  return from[0] + (to[0] - from[0]) * share;
};
