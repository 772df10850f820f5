import type { Point } from '#core/geometry';
import { atHeight, PROPORTIONS, UNITS_PER_STATURE } from './proportions';

const { shoulderHalfBreadth, hipHalfBreadth } = PROPORTIONS;
const SHOULDER = atHeight(PROPORTIONS.shoulderHeight);
const HIP = atHeight(PROPORTIONS.hipHeight);
const KNEE = atHeight(PROPORTIONS.kneeHeight);
const ANKLE = atHeight(PROPORTIONS.ankleHeight);
const CHIN = atHeight(PROPORTIONS.chinHeight);
const ACROMION = UNITS_PER_STATURE * shoulderHalfBreadth;
const HIP_SIDE = UNITS_PER_STATURE * hipHalfBreadth;

/** Where the joints lie on one half of the body, arms a little away from the trunk. */
const ARM_OUT = (10 * Math.PI) / 180;
const SHOULDER_JOINT: Point = [ACROMION - 12, SHOULDER + 14];
const ELBOW: Point = [
  SHOULDER_JOINT[0] + UNITS_PER_STATURE * PROPORTIONS.upperArm * Math.sin(ARM_OUT),
  SHOULDER_JOINT[1] + UNITS_PER_STATURE * PROPORTIONS.upperArm * Math.cos(ARM_OUT),
];
const FOREARM_OUT = (14 * Math.PI) / 180;
const WRIST: Point = [
  ELBOW[0] + UNITS_PER_STATURE * PROPORTIONS.forearm * Math.sin(FOREARM_OUT),
  ELBOW[1] + UNITS_PER_STATURE * PROPORTIONS.forearm * Math.cos(FOREARM_OUT),
];
const HAND_OUT = (9 * Math.PI) / 180;

/** Joints of one half of the standing body, x measured from the midline. */
export const JOINTS = {
  shoulder: SHOULDER_JOINT,
  elbow: ELBOW,
  wrist: WRIST,
  fingertip: [
    WRIST[0] + UNITS_PER_STATURE * PROPORTIONS.hand * Math.sin(HAND_OUT),
    WRIST[1] + UNITS_PER_STATURE * PROPORTIONS.hand * Math.cos(HAND_OUT),
  ],
  hip: [HIP_SIDE, HIP],
  knee: [52, KNEE],
  ankle: [49, ANKLE],
} as const satisfies Record<string, Point>;

/** Points set off from a joint, so that a changed proportion moves the drawing with it. */
const from = ([x, y]: Point, offsets: readonly Point[]): Point[] =>
  offsets.map(([dx, dy]): Point => [x + dx, y + dy]);

/**
 * A point of the hand in body coordinates.
 *
 * @param across from the hand’s middle line towards the thumb
 * @param along from the wrist towards the fingertips
 */
export const onHand = ([across, along]: Point): Point => [
  WRIST[0] + across * Math.cos(HAND_OUT) + along * Math.sin(HAND_OUT),
  WRIST[1] - across * Math.sin(HAND_OUT) + along * Math.cos(HAND_OUT),
];

const HAND: readonly Point[] = [
  [15.5, -3],
  [17, 5],
  [24, 17],
  [31, 31],
  [36, 45],
  [38.5, 56],
  [37.5, 62.5],
  [33.5, 64],
  [29.5, 59],
  [25.5, 50],
  [23, 46],
  [22, 56],
  [22.6, 72],
  [23, 88],
  [21.5, 96.5],
  [17.2, 99],
  [13.4, 96.5],
  [12.2, 91.5],
  [11.6, 100],
  [7.4, 107],
  [2.6, 105.4],
  [0.8, 97],
  [-1, 101.5],
  [-5.4, 103.4],
  [-9.4, 99.6],
  [-10.4, 91],
  [-12.6, 90.6],
  [-17, 91],
  [-20.4, 86.5],
  [-21.4, 75],
  [-21.8, 60],
  [-21.6, 44],
  [-20, 26],
  [-17, 10],
  [-15.6, 0],
];

const HEAD_AND_SHOULDER: readonly Point[] = [
  // Head: skull, ear, cheek and the angle of the jaw.
  [17, 2.5],
  [32, 12],
  [41.5, 28],
  [44.5, 44],
  [45, 52],
  [48.2, 54.5],
  [50.2, 60],
  [49.6, 69],
  [46.8, 78],
  [43.6, 83],
  [41.6, 86],
  [39.6, 99],
  [36, CHIN - 21],
  // Neck and the slope of the shoulder.
  [31, CHIN - 10],
  [29.5, CHIN + 8],
  [31, CHIN + 19],
  [40, CHIN + 30],
  [62, SHOULDER - 14],
  [92, SHOULDER - 5],
  [ACROMION - 14, SHOULDER + 1],
  [ACROMION, SHOULDER + 10],
];

const ARM: readonly Point[] = [
  // Shoulder cap and the outside of the upper arm.
  ...from(SHOULDER_JOINT, [
    [21, 14],
    [26, 36],
    [27, 62],
    [30, 84],
    [36, 112],
    [44, 140],
    [50, 164],
  ]),
  // Outside of the forearm down to the wrist.
  ...from(ELBOW, [
    [20.5, -4],
    [24, 14],
    [31, 38],
    [37, 66],
    [42, 94],
    [47.5, 124],
  ]),
  // Hand, palm forward: thumb outwards, four fingers, heel of the hand.
  ...HAND.map(onHand),
  // Inside of the forearm and the upper arm up to the armpit.
  ...from(ELBOW, [
    [18, 122],
    [11, 90],
    [2, 58],
    [-8, 34],
    [-16.5, 12],
    [-19.5, -8],
  ]),
  ...from(SHOULDER_JOINT, [
    [10, 148],
    [5, 120],
    [-2, 92],
    [-8, 68],
  ]),
];

const TRUNK: readonly Point[] = [
  [104, SHOULDER + 62],
  // Side of the trunk, waist and hip.
  [100.5, SHOULDER + 82],
  [97, SHOULDER + 110],
  [90, SHOULDER + 144],
  [83, SHOULDER + 176],
  [80, SHOULDER + 200],
  [82, SHOULDER + 222],
  [89, HIP - 36],
  [HIP_SIDE, HIP - 10],
];

const LEG: readonly Point[] = [
  [HIP_SIDE + 4.5, HIP + 18],
  [HIP_SIDE + 5, HIP + 54],
  // Outside of the thigh, knee and calf.
  [97.5, HIP + 100],
  [92.5, HIP + 150],
  [86, HIP + 200],
  [80.5, KNEE - 24],
  [79, KNEE - 6],
  [77.5, KNEE + 14],
  [78.5, KNEE + 40],
  [80.5, KNEE + 66],
  [79, KNEE + 96],
  [74, KNEE + 136],
  [68.5, KNEE + 178],
  [65.5, ANKLE - 34],
  [65, ANKLE - 12],
  [67, ANKLE - 1],
  // Foot, seen from the front, turned out a little.
  [68, ANKLE + 7],
  [75, ANKLE + 17],
  [83, ANKLE + 26],
  [88, ANKLE + 32],
  [86, ANKLE + 36.5],
  [76, ANKLE + 38.5],
  [60, ANKLE + 38.5],
  [46, ANKLE + 37.5],
  [36, ANKLE + 34],
  [33.5, ANKLE + 26],
  [34, ANKLE + 14],
  [33, ANKLE + 3],
  [31.5, ANKLE - 6],
  [34, ANKLE - 18],
  // Inside of the calf, knee and thigh.
  [34.5, ANKLE - 44],
  [33, ANKLE - 86],
  [28.5, KNEE + 130],
  [23.5, KNEE + 92],
  [22, KNEE + 66],
  [24.5, KNEE + 38],
  [28, KNEE + 12],
  [27.5, KNEE - 10],
  [26, KNEE - 34],
  [21.5, KNEE - 80],
  [15.5, HIP + 120],
  [9, HIP + 78],
  [3.5, HIP + 50],
];

/** The pieces of one half of the silhouette, in order from crown to crotch. */
export const HALF = {
  headAndShoulder: HEAD_AND_SHOULDER,
  arm: ARM,
  trunk: TRUNK,
  leg: LEG,
} as const;

/** One half of the silhouette from crown to crotch, palms forward. */
export const HALF_OUTLINE: readonly Point[] = [...HEAD_AND_SHOULDER, ...ARM, ...TRUNK, ...LEG];

/** The crown and the crotch, which lie on the midline. */
export const CROWN: Point = [0, 0];
export const CROTCH: Point = [0, HIP + 44];
