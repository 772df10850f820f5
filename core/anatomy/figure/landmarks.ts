import type { Point } from '#core/geometry';
import { JOINTS, onHand } from './body';
import type { ViewId } from './drawing';

/** Places a hand can feel, in body coordinates; on two-sided views for one half of the body. */
const LANDMARKS = {
  front: {
    'inner end of the brow': [10, 53],
    'outer corner of the eye': [26, 63],
    'collarbone notch': [0, 192],
    'inner end of the collarbone': [9, 190],
    'middle of the collarbone': [56, 185],
    'shoulder tip': [117, 182],
    'front armpit fold': [104, 246],
    'strap muscle at the jaw': [29, 130],
    'lower tip of the breastbone': [0, 290],
    navel: [0, 400],
    'front hip bone': [72, 452],
    'side hip point': [98, 470],
    'crease of the elbow': [147, 378],
    'wrist crease': JOINTS.wrist,
    'thumb knuckle': onHand([30, 38]),
    'upper edge of the kneecap': [53.5, 687],
    'inner edge of the kneecap': [41, 702],
    'outer edge of the kneecap': [66, 702],
    'inner knee': [28, 706],
    groin: [14, 516],
    'top of the shin': [48, 744],
    'outer ankle': [66, 960],
    'lowest front rib': [60, 372],
  },
  back: {
    'middle of the skull’s edge': [0, 101],
    'bony knob behind the ear': [37, 99],
    ear: [46, 70],
    'middle of the neck': [0, 132],
    'big bone at the foot of the neck': [0, 170],
    'shoulder tip': [117, 185],
    'upper inner corner of the blade': [36, 205],
    'inner end of the blade’s ridge': [35, 221],
    'lower corner of the blade': [48, 296],
    'outer corner of the blade': [90, 240],
    'back armpit fold': [104, 246],
    'inner edge of the blade': [33, 246],
    'spine between the blades': [0, 246],
    'spine below the blades': [0, 310],
    'lowest rib': [44, 384],
    'rim of the pelvis': [42, 431],
    'spine at the waist': [0, 402],
    dimple: [23, 457],
    'top of the rump cleft': [0, 470],
    'thumb of the hand on the hip': [52, 432],
    'side hip point': [98, 486],
    'hip joint at the side': [97, 474],
    'fold of the buttock': [44, 546],
    'point of the elbow': [149, 370],
    'back of the wrist': JOINTS.wrist,
    'hollow of the knee': [54, 716],
    'lower end of the calf': [50, 824],
  },
  head: {
    'outer corner of the eye': [42, 64],
    'inner end of the brow': [54, 52],
    'front of the ear': [5, 76],
    'bony knob behind the ear': [-15, 90],
    'highest point of the cheek': [46, 84],
    'angle of the jaw': [9, 115],
    cheekbone: [24, 80],
    'corner of the mouth': [52.5, 103],
    'edge of the skull at the nape': [-42, 106],
    'collarbone notch': [22, 191],
    'middle of the collarbone': [-14, 190],
    'lobe of the ear': [0, 91],
    'front edge of the trapezius': [-34, 150],
  },
  armpit: {
    'middle of the collarbone': [52, 182],
    'shoulder tip': [116, 160],
    'front armpit fold': [128, 214],
    'back armpit fold': [148, 230],
    'inner end of the collarbone': [9, 190],
  },
  sole: {
    'middle of the heel': [-1, 138],
    'ball of the foot': [-12, 54],
    'little-toe ball': [22, 58],
    'start of the arch': [-3, 118],
    'inner edge at the arch': [-11, 90],
    'outer edge at the arch': [24, 92],
  },
  'foot-top': {
    'first gap between the toes': [6, 12],
    'gap at the little toe': [-20, 30],
    'crease of the ankle': [0, 116],
    'big-toe knuckle': [18, 46],
    'little-toe knuckle': [-26, 50],
  },
} as const satisfies Record<ViewId, Record<string, Point>>;

type Landmarks = typeof LANDMARKS;
/** A landmark together with the view it is named in. */
export type Landmark = { [View in ViewId]: `${View}: ${keyof Landmarks[View] & string}` }[ViewId];

/** Where a landmark lies, and in which view. */
export function placeOfLandmark(landmark: Landmark): { view: ViewId; at: Point } {
  const cut = landmark.indexOf(': ');
  const view = landmark.slice(0, cut) as ViewId;
  const table: Record<string, Point> = LANDMARKS[view];
  const at = table[landmark.slice(cut + 2)];
  if (!at) throw new RangeError(`There is no landmark “${landmark}”.`);
  return { view, at };
}

/** All landmarks of a view with their names. */
export const landmarksOf = (view: ViewId): { name: string; at: Point }[] =>
  Object.entries(LANDMARKS[view]).map(([name, at]) => ({ name, at }));
