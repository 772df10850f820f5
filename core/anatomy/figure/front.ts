import { CROTCH, CROWN, HALF_OUTLINE, onHand } from './body';
import { type Drawing, fine, firm, onBothSides, tonesOnBothSides, whole } from './drawing';

const MIDDLE = [
  // Nose, mouth and chin.
  fine([-5, 79], [-6.5, 83], [-2, 85.5], [2, 85.5], [6.5, 83], [5, 79]),
  firm([-13, 97], [-5, 95.8], [0, 97], [5, 95.8], [13, 97]),
  fine([-6, 103.5], [0, 104.5], [6, 103.5]),
  // Notch between the collarbones, breastbone, midline of the belly, navel.
  fine([-7, 189], [0, 194], [7, 189]),
  fine([0, 206], [0, 276]),
  fine([0, 300], [0, 384]),
  firm([-3, 397], [0, 403], [3, 397]),
];

const HALF = [
  // Brow, closed eye, side of the nose, rim of the ear.
  fine([8, 53], [17, 49.5], [28, 52.5]),
  firm([10.5, 62.5], [17, 65.5], [25, 62.5]),
  fine([3.5, 58], [3, 70], [5.5, 79]),
  fine([46, 59], [48, 64], [46.3, 74]),
  // Hairline.
  fine([0, 25], [14, 25.5], [26, 30], [35, 40], [38.5, 52]),
  // Strap muscle of the neck and the collarbone.
  fine([30, 122], [24, 146], [14, 172], [7, 186]),
  firm([9, 191], [28, 186.5], [54, 186], [82, 178], [106, 180]),
  fine([20, 178], [44, 173], [60, 176]),
  // Shoulder cap against the chest, lower edge of the chest.
  fine([96, 190], [102, 210], [105, 234]),
  firm([104, 246], [92, 264], [66, 277], [36, 279], [12, 271]),
  fine([52, 258], [55, 261], [58, 258]),
  // Edge of the ribs, side of the belly muscle, front hip bone, groin.
  fine([5, 294], [24, 314], [44, 342], [60, 372]),
  fine([50, 356], [51, 396], [47, 430]),
  firm([84, 432], [75, 444], [70, 456]),
  fine([72, 458], [52, 484], [28, 506], [12, 517]),
  // Upper arm, crease of the elbow, forearm.
  fine([114, 246], [122, 280], [132, 322], [140, 352]),
  fine([132, 372], [142, 380], [154, 376], [160, 366]),
  fine([160, 384], [172, 424], [182, 470], [187, 506]),
  // Wrist, ball of the thumb, lines of the palm, fingers.
  fine(onHand([-13, -1]), onHand([0, 1]), onHand([12, -1])),
  fine(onHand([2, 6]), onHand([11, 20]), onHand([13, 34]), onHand([20, 43])),
  fine(onHand([-18, 46]), onHand([-4, 42]), onHand([9, 50]), onHand([18, 54])),
  fine(onHand([12.2, 92]), onHand([11.2, 76]), onHand([10.8, 60])),
  fine(onHand([0.8, 97]), onHand([0.4, 78]), onHand([0.2, 58])),
  fine(onHand([-10.4, 91]), onHand([-10.8, 74]), onHand([-11, 58])),
  // Thigh: edge of the long muscle, drop above the inner knee.
  fine([68, 500], [74, 560], [74, 620], [68, 668]),
  fine([40, 636], [32, 666], [33, 690], [42, 701]),
  fine([22, 540], [38, 596], [44, 640]),
  // Kneecap and shin.
  fine([42, 706], [43, 697], [48, 690], [54, 688.5], [60, 691], [64, 698], [64.5, 706]),
  fine([43, 711], [48, 717.5], [54, 719], [60, 717], [64, 711]),
  fine([48, 727], [53.5, 730], [58, 727]),
  fine([50, 742], [45, 800], [44, 860], [46, 920]),
  fine([66, 760], [66, 810], [60, 862]),
  // Ankle, back of the foot, toes.
  fine([36, 954], [37.5, 960], [35.5, 965]),
  fine([64, 957], [62.5, 963], [64.5, 968]),
  fine([44, 958], [50, 974], [56, 984]),
  fine([44, 988], [46, 994], [46, 998]),
  fine([56, 989], [58, 995], [58, 999]),
  fine([66, 988], [68, 994], [68.5, 999]),
  fine([75, 986], [77, 992], [78, 997]),
];

const TONES = [
  // Hair, neck under the jaw, hollow above the collarbone.
  [
    [0, 1],
    [24, 7],
    [39, 26],
    [42, 48],
    [38, 50],
    [33, 38],
    [22, 29],
    [0, 25.5],
  ],
  [
    [0, 128],
    [22, 118],
    [32, 106],
    [30, 140],
    [20, 140],
    [0, 138],
  ],
  [
    [12, 184],
    [30, 180],
    [60, 176],
    [44, 168],
    [26, 166],
  ],
  // Under the chest, side of the belly, groin.
  [
    [104, 248],
    [70, 280],
    [14, 274],
    [40, 288],
    [84, 284],
    [100, 270],
  ],
  [
    [60, 380],
    [52, 400],
    [50, 440],
    [66, 452],
    [80, 424],
    [76, 400],
  ],
  [
    [70, 462],
    [30, 508],
    [8, 522],
    [12, 540],
    [34, 530],
    [64, 492],
  ],
  // Inner thigh, beside the kneecap, outer shin.
  [
    [10, 546],
    [26, 640],
    [34, 690],
    [40, 630],
    [30, 570],
  ],
  [
    [36, 700],
    [44, 722],
    [52, 732],
    [44, 738],
    [32, 724],
  ],
  [
    [50, 744],
    [46, 840],
    [54, 900],
    [62, 850],
    [64, 780],
  ],
  // Inner side of the arm.
  [
    [112, 262],
    [132, 340],
    [136, 372],
    [142, 350],
    [126, 296],
  ],
] as const;

export const FRONT: Drawing = {
  id: 'front',
  name: 'Front',
  twoSided: true,
  frame: [-245, -12, 490, 1024],
  outlines: [whole(CROWN, HALF_OUTLINE, CROTCH)],
  lines: [...MIDDLE, ...onBothSides(HALF)],
  tones: tonesOnBothSides(TONES),
};
