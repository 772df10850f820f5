import { band, oval, type Shape } from './figure';

/** A part of the body that sensation may travel to, as people name it. */
export interface BodyPart {
  name: string;
  shapes: readonly Shape[];
}

const part = (name: string, ...shapes: Shape[]): BodyPart => ({ name, shapes });

/** Where sites may refer to. Common practice, no published source. */
export const BODY_PARTS = {
  teeth: part('teeth', oval('head', [54, 101], [7, 5])),
  'above-eye': part(
    'above the eye',
    oval('head', [47, 50], [9, 4]),
    oval('front', [18, 50], [9, 4]),
  ),
  'behind-eye': part(
    'behind the eye',
    oval('head', [42, 62], [6, 5]),
    oval('front', [18, 62], [7, 5]),
  ),
  forehead: part('forehead', oval('head', [50, 38], [6, 9]), oval('front', [14, 40], [13, 8])),
  temple: part('temple', oval('head', [30, 54], [8, 8]), oval('front', [38, 54], [5, 8])),
  ear: part('ear', oval('head', [-4, 75], [11, 16]), oval('front', [47, 68], [4, 10])),
  jaw: part('jaw', oval('head', [26, 112], [15, 9], 15), oval('front', [32, 106], [8, 9])),
  'side-of-head': part(
    'side of the head',
    oval('head', [2, 40], [26, 16]),
    oval('front', [41, 40], [5, 14]),
  ),
  'back-of-head': part(
    'back of the head',
    oval('head', [-40, 62], [13, 24]),
    oval('back', [20, 68], [17, 24]),
  ),
  'round-the-head': part(
    'round the head like a band',
    band('head', 12, [-46, 66], [-20, 50], [14, 44], [46, 44]),
    band('back', 12, [4, 66], [36, 52]),
  ),
  neck: part(
    'neck',
    oval('head', [-26, 128], [9, 22], -8),
    oval('back', [18, 134], [9, 18]),
    oval('front', [24, 146], [6, 16]),
  ),
  shoulder: part(
    'shoulder',
    oval('back', [84, 186], [26, 10], 14),
    oval('front', [88, 186], [24, 9], 6),
  ),
  'front-of-shoulder': part('front of the shoulder', oval('front', [112, 214], [16, 20])),
  'outside-of-shoulder': part(
    'outside of the shoulder',
    oval('front', [133, 226], [8, 26]),
    oval('back', [133, 226], [8, 26]),
  ),
  'back-of-shoulder': part('back of the shoulder', oval('back', [112, 214], [16, 20])),
  chest: part('chest', oval('front', [58, 232], [34, 26])),
  arm: part('arm', band('front', 22, [134, 260], [148, 360], [172, 470])),
  'back-of-arm': part('back of the arm', band('back', 22, [134, 260], [146, 350])),
  elbow: part('elbow', oval('back', [150, 372], [14, 14])),
  hand: part(
    'hand',
    oval('front', [192, 570], [20, 36], -9),
    oval('back', [192, 570], [20, 36], -9),
  ),
  wrist: part('wrist', oval('front', [184, 518], [14, 9]), oval('back', [184, 518], [14, 9])),
  thumb: part('thumb', oval('front', [220, 552], [8, 20], -32)),
  'between-blades': part('between the blades', oval('back', [20, 246], [14, 36])),
  'inner-blade-edge': part('inner edge of the blade', band('back', 10, [34, 212], [36, 280])),
  ribs: part(
    'round the ribs',
    band('back', 12, [20, 300], [62, 306], [92, 290]),
    band('front', 12, [92, 290], [66, 306]),
  ),
  'low-back': part('low back', oval('back', [28, 404], [24, 26])),
  belly: part('belly', oval('front', [34, 390], [24, 34])),
  buttock: part('buttock', oval('back', [48, 496], [36, 34])),
  hip: part('hip', oval('back', [86, 468], [13, 26]), oval('front', [88, 470], [11, 26])),
  groin: part('groin', oval('front', [26, 506], [16, 14], -45)),
  'side-of-thigh': part(
    'side of the thigh',
    band('front', 14, [92, 510], [84, 660]),
    band('back', 14, [92, 510], [84, 660]),
  ),
  'outer-thigh-to-shin': part(
    'outer thigh down to the shin',
    band('front', 14, [92, 510], [82, 680], [70, 760], [66, 860]),
  ),
  'back-of-thigh': part('back of the thigh', oval('back', [54, 620], [26, 60])),
  'back-of-leg': part('back of the leg', band('back', 26, [54, 560], [54, 690], [52, 830])),
  leg: part('leg', band('back', 26, [56, 560], [56, 690], [52, 860])),
  'front-of-thigh': part('front of the thigh', oval('front', [58, 590], [24, 62])),
  'front-of-knee': part('front of the knee', oval('front', [53, 698], [17, 15])),
  'above-kneecap': part('above the kneecap', oval('front', [53, 672], [20, 14])),
  'outer-knee': part('outer side of the knee', oval('front', [74, 704], [6, 20])),
  'inner-knee': part('inner side of the knee', oval('front', [33, 704], [6, 20])),
  heel: part('heel', oval('sole', [0, 134], [17, 15]), oval('back', [50, 974], [14, 14])),
  'top-of-foot': part(
    'top of the foot',
    oval('foot-top', [0, 70], [20, 32]),
    oval('front', [58, 980], [18, 12]),
  ),
  'big-toe': part('big toe', oval('foot-top', [14, 16], [9, 14])),
} as const satisfies Record<string, BodyPart>;

export type BodyPartId = keyof typeof BODY_PARTS;
export const BODY_PART_IDS = Object.keys(BODY_PARTS) as BodyPartId[];
