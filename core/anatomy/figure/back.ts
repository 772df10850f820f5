import { CROTCH, CROWN, HALF_OUTLINE, onHand } from './body';
import { type Drawing, fine, firm, onBothSides, tonesOnBothSides, whole } from './drawing';

const MIDDLE = [
  fine([0, 112], [0, 170]),
  fine([0, 184], [0.5, 300], [0, 440]),
  firm([0, 470], [-0.5, 500], [0, 524]),
];

const HALF = [
  // Hairline at the nape, back of the ear.
  fine([0, 101], [14, 103], [26, 98], [35, 88], [40, 74]),
  fine([46, 60], [44.5, 68], [45, 78]),
  // Cords of the neck, slope of the shoulder.
  fine([14, 112], [13, 140], [18, 160]),
  fine([36, 158], [62, 172], [92, 180]),
  // Shoulder blade: ridge, inner edge, lower corner, outer edge.
  firm([35, 221], [58, 207], [84, 196], [112, 188]),
  firm([37, 206], [33, 226], [34, 258], [42, 288], [50, 297]),
  fine([50, 297], [64, 280], [82, 254], [96, 234]),
  // Lower edge of the kite muscle, side of the trunk.
  fine([33, 232], [22, 270], [6, 322]),
  fine([104, 246], [98, 282], [80, 330], [52, 384], [26, 424]),
  // Furrow beside the spine, rim of the pelvis, dimple, rump.
  fine([22, 330], [24, 376], [22, 424]),
  fine([86, 428], [64, 428], [42, 438], [26, 452]),
  firm([20, 455], [23, 459], [27, 456]),
  fine([22, 464], [10, 480], [2, 494]),
  firm([4, 530], [24, 545], [54, 547], [82, 534]),
  fine([92, 470], [84, 492], [82, 516]),
  // Upper arm, point of the elbow, forearm.
  fine([112, 236], [120, 270], [122, 300]),
  fine([144, 236], [140, 268], [142, 300], [146, 340]),
  firm([143, 366], [149, 374], [156, 370]),
  fine([150, 386], [162, 430], [174, 478], [182, 506]),
  // Wrist, knuckles, fingers, thumb.
  fine(onHand([-9, -6]), onHand([-6, -2]), onHand([-2, -5])),
  fine(onHand([-19, 55]), onHand([-15, 51]), onHand([-11, 55])),
  fine(onHand([-9, 54]), onHand([-4.5, 50]), onHand([-0.5, 54])),
  fine(onHand([1.5, 54]), onHand([6, 49.5]), onHand([10.5, 54])),
  fine(onHand([12.5, 55]), onHand([16.5, 51]), onHand([20.5, 55])),
  fine(onHand([12.2, 92]), onHand([11.4, 76]), onHand([11, 64])),
  fine(onHand([0.8, 97]), onHand([0.4, 78]), onHand([0.2, 62])),
  fine(onHand([-10.4, 91]), onHand([-10.8, 74]), onHand([-11, 63])),
  fine(onHand([20, 26]), onHand([28, 42]), onHand([33, 54])),
  // Back of the thigh, hollow of the knee.
  fine([52, 560], [56, 620], [56, 670]),
  fine([36, 690], [40, 706], [40, 724]),
  fine([70, 690], [68, 706], [69, 724]),
  firm([42, 714], [54, 719], [66, 714]),
  // Calf heads, heel cord, heel.
  fine([54, 738], [54, 780], [53, 806]),
  fine([25, 792], [30, 814], [39, 824], [48, 821], [53, 806]),
  fine([53, 806], [60, 813], [68, 808], [75, 788]),
  fine([44, 880], [44.5, 920], [43, 954]),
  fine([56, 880], [55, 920], [57, 954]),
  fine([40, 984], [50, 988.5], [61, 984]),
  fine([36, 954], [37.5, 960], [35.5, 965]),
  fine([65, 955], [63, 961], [65, 967]),
];

const TONES = [
  // Hair, nape.
  [
    [0, 1],
    [26, 8],
    [41, 28],
    [43, 56],
    [38, 84],
    [24, 98],
    [0, 100],
  ],
  [
    [6, 112],
    [12, 150],
    [0, 172],
    [0, 112],
  ],
  // Spine, under the blade, flank.
  [
    [0, 190],
    [8, 260],
    [9, 360],
    [7, 440],
    [0, 446],
  ],
  [
    [52, 298],
    [90, 250],
    [98, 262],
    [86, 300],
    [64, 316],
  ],
  [
    [84, 300],
    [80, 384],
    [60, 396],
    [70, 350],
  ],
  // Rump and its fold, side of the hip.
  [
    [2, 470],
    [10, 500],
    [12, 524],
    [2, 530],
  ],
  [
    [8, 534],
    [50, 550],
    [88, 536],
    [70, 560],
    [30, 560],
  ],
  [
    [94, 470],
    [86, 494],
    [92, 520],
    [99, 500],
  ],
  // Hollow of the knee, inner calf, under the calf.
  [
    [40, 696],
    [56, 710],
    [70, 696],
    [68, 728],
    [42, 728],
  ],
  [
    [52, 742],
    [54, 804],
    [62, 790],
    [62, 750],
  ],
  [
    [34, 832],
    [48, 842],
    [66, 820],
    [58, 880],
    [44, 880],
  ],
  // Arm.
  [
    [112, 262],
    [132, 340],
    [136, 372],
    [142, 350],
    [126, 296],
  ],
] as const;

export const BACK: Drawing = {
  id: 'back',
  name: 'Back',
  twoSided: true,
  frame: [-245, -12, 490, 1024],
  outlines: [whole(CROWN, HALF_OUTLINE, CROTCH)],
  lines: [...MIDDLE, ...onBothSides(HALF)],
  tones: tonesOnBothSides(TONES),
};
