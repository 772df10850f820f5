import type { Point } from '#core/geometry';

export type HandShape = 'relaxed' | 'flat' | 'fist' | 'thumb' | 'knuckle' | 'pinch';

/** A hand from the side, wrist at the origin, fingers hanging down; thousandths of stature. */
interface Hand {
  outline: readonly Point[];
  /** What presses. */
  tip: Point;
}

/** Hands as they press. Lengths after the stature shares of the figure; shapes drawn by eye. */
export const HANDS: Record<HandShape, Hand> = {
  relaxed: {
    outline: [
      [11, -6],
      [14, 12],
      [19, 26],
      [21, 40],
      [17, 45],
      [12, 38],
      [11, 54],
      [9, 70],
      [3, 75],
      [-4, 71],
      [-10, 52],
      [-13, 26],
      [-12, 6],
      [-11, -6],
    ],
    tip: [3, 74],
  },
  flat: {
    outline: [
      [11, -6],
      [14, 12],
      [21, 26],
      [27, 42],
      [25, 49],
      [19, 47],
      [12, 38],
      [10, 58],
      [8, 84],
      [4, 101],
      [-1, 105],
      [-5, 99],
      [-9, 72],
      [-12, 42],
      [-13, 20],
      [-11, -6],
    ],
    tip: [1, 104],
  },
  fist: {
    outline: [
      [11, -6],
      [16, 12],
      [21, 28],
      [20, 46],
      [10, 57],
      [-4, 57],
      [-15, 46],
      [-16, 24],
      [-12, 6],
      [-11, -6],
    ],
    tip: [3, 57],
  },
  thumb: {
    outline: [
      [11, -6],
      [16, 10],
      [22, 28],
      [24, 48],
      [24, 66],
      [20, 73],
      [14, 70],
      [11, 56],
      [4, 54],
      [-8, 55],
      [-16, 44],
      [-17, 24],
      [-12, 6],
      [-11, -6],
    ],
    tip: [20, 72],
  },
  knuckle: {
    outline: [
      [11, -6],
      [16, 12],
      [21, 30],
      [19, 46],
      [12, 54],
      [8, 66],
      [2, 68],
      [-3, 60],
      [-5, 54],
      [-14, 46],
      [-16, 24],
      [-12, 6],
      [-11, -6],
    ],
    tip: [3, 67],
  },
  pinch: {
    outline: [
      [11, -6],
      [16, 10],
      [24, 28],
      [27, 50],
      [22, 72],
      [17, 76],
      [16, 66],
      [17, 50],
      [10, 40],
      [7, 52],
      [9, 68],
      [6, 78],
      [0, 78],
      [-6, 64],
      [-12, 40],
      [-13, 18],
      [-11, -6],
    ],
    tip: [13, 76],
  },
};
