import { band, onHand, oval, type Recipe, type Shape } from '../figure';
import type { SiteId } from './sites';

/** Where a site lies on the figure, and how its point is found there as geometry. */
export interface Place {
  /** Where pressing happens; on two-sided views for one half of the body. */
  areas: readonly Shape[];
  spot: Recipe;
}

const THUMB_PAD = onHand([18, 24]);

/** The places of all sites, in body coordinates. Common practice, drawn by us. */
export const PLACES: Record<SiteId, Place> = {
  temple: {
    areas: [oval('head', [27, 57], [8.5, 8]), oval('front', [37, 58], [4.5, 8])],
    spot: { kind: 'offset', mark: 'head: outer corner of the eye', by: [-13, -6] },
  },
  'chewing-muscle': {
    areas: [oval('head', [17, 104.5], [7, 12.5], 14), oval('front', [34, 98], [4.5, 10], 12)],
    spot: {
      kind: 'between',
      marks: ['head: cheekbone', 'head: angle of the jaw'],
      share: 0.6,
    },
  },
  'jaw-outside': {
    areas: [oval('head', [26, 83.5], [6, 4.2])],
    spot: {
      kind: 'between',
      marks: ['head: highest point of the cheek', 'head: front of the ear'],
      share: 0.5,
    },
  },
  'jaw-inside': {
    areas: [oval('head', [35, 96], [5, 4.4])],
    spot: { kind: 'offset', mark: 'head: corner of the mouth', by: [-17, -7] },
  },
  brow: {
    areas: [oval('head', [54, 52.5], [3.6, 3]), oval('front', [10, 54], [4.4, 3])],
    spot: { kind: 'at', mark: 'head: inner end of the brow' },
  },
  'behind-ear': {
    areas: [
      band('head', 5, [-14, 97], [-18.5, 90], [-20, 78], [-18, 64], [-11, 53], [0, 49], [10, 50]),
    ],
    spot: { kind: 'offset', mark: 'head: bony knob behind the ear', by: [-2, 6] },
  },
  'jaw-joint': {
    areas: [oval('head', [10, 80], [4, 5])],
    spot: { kind: 'offset', mark: 'head: front of the ear', by: [5, 3] },
  },
  'skull-base': {
    areas: [band('back', 7, [9, 104.5], [27, 100]), oval('head', [-34, 106], [5, 4])],
    spot: {
      kind: 'between',
      marks: ['back: middle of the skull’s edge', 'back: bony knob behind the ear'],
      share: 0.4,
    },
  },
  'neck-groove': {
    areas: [band('back', 8, [15, 117], [15.5, 150]), band('head', 7, [-32, 120], [-31, 146])],
    spot: { kind: 'offset', mark: 'back: middle of the neck', by: [15, 0] },
  },
  'front-side-neck': {
    areas: [
      band('head', 8, [-13.5, 108], [-4, 138], [8, 170]),
      band('front', 5, [25.5, 141], [21, 157], [15.5, 175]),
    ],
    spot: {
      kind: 'offset',
      mark: 'head: bony knob behind the ear',
      by: [10, 46],
    },
  },
  'collarbone-points': {
    areas: [oval('front', [16, 197], [6.5, 4])],
    spot: { kind: 'offset', mark: 'front: inner end of the collarbone', by: [7, 7] },
  },
  'scalene-front': {
    areas: [band('head', 5, [-14, 148], [-6, 172])],
    spot: {
      kind: 'between',
      marks: ['head: lobe of the ear', 'head: middle of the collarbone'],
      share: 0.7,
    },
  },
  'scalene-middle': {
    areas: [band('head', 5, [-20, 146], [-14, 176])],
    spot: {
      kind: 'offset',
      mark: 'head: middle of the collarbone',
      by: [-3, -28],
    },
  },
  'scalene-back': {
    areas: [band('head', 5, [-27, 156], [-21.5, 180])],
    spot: { kind: 'offset', mark: 'head: middle of the collarbone', by: [-11, -22] },
  },
  'neck-levator': {
    areas: [oval('back', [24.2, 126], [3.6, 7.5]), oval('head', [-21.5, 122], [4, 8])],
    spot: { kind: 'offset', mark: 'head: bony knob behind the ear', by: [-6, 30] },
  },
  'shoulder-ridge': {
    areas: [band('back', 8, [51, 170.5], [82, 179.5]), band('armpit', 7, [54, 168], [78, 171])],
    spot: {
      kind: 'between',
      marks: ['back: big bone at the foot of the neck', 'back: shoulder tip'],
      share: 0.55,
    },
  },
  'blade-corner': {
    areas: [oval('back', [34.5, 203], [7, 7])],
    spot: { kind: 'at', mark: 'back: upper inner corner of the blade' },
  },
  'above-ridge': {
    areas: [band('back', 7, [56, 198], [84, 187])],
    spot: {
      kind: 'offset',
      mark: 'back: shoulder tip',
      by: [-47, 6],
    },
  },
  'below-ridge': {
    areas: [oval('back', [62, 238], [19, 14], -18)],
    spot: {
      kind: 'between',
      marks: ['back: inner end of the blade’s ridge', 'back: outer corner of the blade'],
      share: 0.5,
    },
  },
  'outer-blade-edge': {
    areas: [band('back', 12, [86, 250], [74, 270])],
    spot: {
      kind: 'between',
      marks: ['back: outer corner of the blade', 'back: lower corner of the blade'],
      share: 0.3,
    },
  },
  armpit: {
    areas: [oval('armpit', [141, 232], [6, 12], 30)],
    spot: {
      kind: 'between',
      marks: ['armpit: front armpit fold', 'armpit: back armpit fold'],
      share: 0.75,
    },
  },
  chest: {
    areas: [band('front', 22, [30, 210], [60, 212]), band('armpit', 24, [48, 208], [82, 204])],
    spot: { kind: 'offset', mark: 'front: middle of the collarbone', by: [-8, 26] },
  },
  'chest-under': {
    areas: [oval('front', [88, 214], [10, 13]), oval('armpit', [112, 196], [10, 12], -35)],
    spot: { kind: 'offset', mark: 'front: front armpit fold', by: [-16, -32] },
  },
  'between-blades': {
    areas: [band('back', 13, [24, 218], [24.5, 278])],
    spot: {
      kind: 'between',
      marks: ['back: spine between the blades', 'back: inner edge of the blade'],
      share: 0.7,
    },
  },
  'lower-trapezius': {
    areas: [band('back', 11, [31, 300], [25, 332])],
    spot: {
      kind: 'between',
      marks: ['back: lower corner of the blade', 'back: spine below the blades'],
      share: 0.4,
    },
  },
  'mid-back-lanes': {
    areas: [band('back', 8, [11, 214], [12, 346])],
    spot: { kind: 'offset', mark: 'back: spine below the blades', by: [11.5, 0] },
  },
  'side-of-trunk': {
    areas: [band('back', 11, [93, 262], [88, 304]), band('armpit', 8, [122, 282], [111.5, 312])],
    spot: { kind: 'offset', mark: 'back: back armpit fold', by: [-12, 30] },
  },
  'outer-shoulder': {
    areas: [oval('front', [131, 222], [8, 20]), oval('back', [131, 222], [8, 20])],
    spot: { kind: 'offset', mark: 'front: shoulder tip', by: [13, 36] },
  },
  triceps: {
    areas: [band('back', 18, [133, 302], [141, 340])],
    spot: { kind: 'offset', mark: 'back: point of the elbow', by: [-12, -48] },
  },
  biceps: {
    areas: [band('front', 18, [134, 302], [141, 346])],
    spot: { kind: 'offset', mark: 'front: crease of the elbow', by: [-9, -52] },
  },
  'inner-forearm': {
    areas: [band('front', 14, [158, 426], [170, 472])],
    spot: { kind: 'offset', mark: 'front: crease of the elbow', by: [15, 66] },
  },
  pronator: {
    areas: [oval('front', [153, 402], [7, 10], -14)],
    spot: { kind: 'offset', mark: 'front: crease of the elbow', by: [6, 24] },
  },
  'outer-forearm': {
    areas: [band('back', 17, [161, 408], [174, 460])],
    spot: { kind: 'offset', mark: 'back: point of the elbow', by: [17, 62] },
  },
  'thumb-base': {
    areas: [oval('front', THUMB_PAD, [5, 10], -34)],
    spot: {
      kind: 'between',
      marks: ['front: wrist crease', 'front: thumb knuckle'],
      share: 0.6,
    },
  },
  'rib-edge': {
    areas: [band('front', 8, [11, 303], [30, 324], [50, 354])],
    spot: {
      kind: 'between',
      marks: ['front: lower tip of the breastbone', 'front: lowest front rib'],
      share: 0.5,
    },
  },
  breastbone: {
    areas: [band('front', 9, [0, 210], [0, 272])],
    spot: {
      kind: 'between',
      marks: ['front: collarbone notch', 'front: lower tip of the breastbone'],
      share: 0.5,
    },
  },
  psoas: {
    areas: [oval('front', [36, 426], [9, 12])],
    spot: { kind: 'between', marks: ['front: navel', 'front: front hip bone'], share: 0.5 },
  },
  'inside-hip-bone': {
    areas: [oval('front', [59, 449], [7, 10], 20)],
    spot: { kind: 'offset', mark: 'front: front hip bone', by: [-12, -2] },
  },
  'low-back-lanes': {
    areas: [band('back', 13, [13, 376], [14, 432])],
    spot: { kind: 'offset', mark: 'back: spine at the waist', by: [13, 0] },
  },
  'side-low-back': {
    areas: [band('back', 16, [41, 392], [41, 418])],
    spot: { kind: 'between', marks: ['back: lowest rib', 'back: rim of the pelvis'], share: 0.5 },
  },
  'dimple-points': {
    areas: [oval('back', [21, 465], [7, 8])],
    spot: { kind: 'offset', mark: 'back: dimple', by: [-1, 6] },
  },
  'upper-outer-buttock': {
    areas: [band('back', 18, [56, 450], [78, 456])],
    spot: { kind: 'offset', mark: 'back: hip joint at the side', by: [-28, -22] },
  },
  'deep-buttock': {
    areas: [oval('back', [52, 487], [14, 9])],
    spot: {
      kind: 'crossing',
      below: 'back: thumb of the hand on the hip',
      level: 'back: side hip point',
    },
  },
  'big-buttock': {
    areas: [oval('back', [42, 516], [22, 13])],
    spot: { kind: 'offset', mark: 'back: fold of the buttock', by: [-2, -30] },
  },
  'hip-front': {
    areas: [oval('front', [86, 469], [6, 12], -8)],
    spot: { kind: 'offset', mark: 'front: front hip bone', by: [13, 14] },
  },
  'outer-thigh-band': {
    areas: [band('front', 6, [94.5, 522], [89, 600], [82, 664])],
    spot: { kind: 'offset', mark: 'front: side hip point', by: [-4, 90] },
  },
  'middle-quad': {
    areas: [band('front', 22, [54, 532], [54, 606])],
    spot: {
      kind: 'between',
      marks: ['front: front hip bone', 'front: upper edge of the kneecap'],
      share: 0.6,
    },
  },
  'deep-quad': {
    areas: [band('front', 20, [54, 630], [54, 656])],
    spot: { kind: 'offset', mark: 'front: upper edge of the kneecap', by: [0, -44] },
  },
  'outer-quad': {
    areas: [band('front', 15, [79, 540], [76, 650])],
    spot: {
      kind: 'between',
      marks: ['front: side hip point', 'front: outer edge of the kneecap'],
      share: 0.62,
    },
  },
  'inner-quad': {
    areas: [oval('front', [36, 662], [8, 17], 4)],
    spot: { kind: 'offset', mark: 'front: inner edge of the kneecap', by: [-5, -40] },
  },
  hamstrings: {
    areas: [band('back', 28, [52, 574], [54, 668])],
    spot: {
      kind: 'between',
      marks: ['back: fold of the buttock', 'back: hollow of the knee'],
      share: 0.45,
    },
  },
  'inner-thigh': {
    areas: [band('front', 12, [24, 590], [28.5, 634])],
    spot: { kind: 'between', marks: ['front: groin', 'front: inner knee'], share: 0.5 },
  },
  calf: {
    areas: [band('back', 32, [51, 756], [51, 800])],
    spot: {
      kind: 'between',
      marks: ['back: hollow of the knee', 'back: lower end of the calf'],
      share: 0.6,
    },
  },
  'shin-side': {
    areas: [band('front', 12, [60, 752], [58, 836])],
    spot: { kind: 'offset', mark: 'front: top of the shin', by: [11, 46] },
  },
  'toe-ray-shear': {
    areas: [band('sole', 10, [-15, 42], [22, 50])],
    spot: { kind: 'offset', mark: 'sole: ball of the foot', by: [12, -8] },
  },
  'between-rays': {
    areas: [
      band('foot-top', 4.4, [4.6, 42], [4, 90]),
      band('foot-top', 4.4, [-3.4, 44], [-2.4, 92]),
      band('foot-top', 4.4, [-11, 48], [-8, 90]),
      band('foot-top', 4.4, [-18.4, 54], [-13.4, 88]),
    ],
    spot: {
      kind: 'between',
      marks: ['foot-top: first gap between the toes', 'foot-top: crease of the ankle'],
      share: 0.5,
    },
  },
  'heel-arch': {
    areas: [oval('sole', [-1, 114], [9, 6])],
    spot: { kind: 'offset', mark: 'sole: start of the arch', by: [1, -5] },
  },
  'mid-sole': {
    areas: [band('sole', 9, [-4, 91], [18, 93])],
    spot: {
      kind: 'between',
      marks: ['sole: inner edge at the arch', 'sole: outer edge at the arch'],
      share: 0.5,
    },
  },
  'sole-roll': {
    areas: [band('sole', 12, [-6, 72], [16, 75]), band('sole', 9, [12, 106], [12, 120])],
    spot: {
      kind: 'offset',
      mark: 'sole: ball of the foot',
      by: [14, 20],
    },
  },
  'forefoot-wring': {
    areas: [band('foot-top', 8, [13, 36], [-20, 44])],
    spot: {
      kind: 'between',
      marks: ['foot-top: big-toe knuckle', 'foot-top: gap at the little toe'],
      share: 0.5,
    },
  },
};
