import { CROTCH, CROWN, HALF, JOINTS, VIEWS } from '#core/anatomy';
import { mirror, type Point } from '#core/geometry';
import { HANDS, type HandShape } from './hands';
import { bend, distance, plus, turned, type Limb, type Posed } from './rig';

/** Joints of one half of the body from the front or the back, x from the midline. */
export const FRONT_JOINTS = {
  pelvis: [0, 474],
  waist: [0, 398],
  neck: [0, 178],
  skull: [0, 122],
  shoulder: [112, 196],
  elbow: JOINTS.elbow,
  wrist: JOINTS.wrist,
  hip: [52, 476],
  knee: [53, 714],
  ankle: [49, 955],
} as const satisfies Record<string, Point>;

const J = FRONT_JOINTS;
export const FRONT_LENGTHS = {
  upperArm: distance(J.shoulder, J.elbow),
  forearm: distance(J.elbow, J.wrist),
  thigh: distance(J.hip, J.knee),
  shank: distance(J.knee, J.ankle),
} as const;

const both = (half: readonly Point[]): Point[] => [...half, ...mirror(half)];

const TRUNK: Limb = {
  outline: [
    CROWN,
    ...both([
      ...HALF.headAndShoulder,
      [122, 206],
      [116, 232],
      ...HALF.trunk,
      [96, 494],
      [58, 512],
      [CROTCH[0] + 14, CROTCH[1] - 4],
    ]),
  ],
  bones: [
    { joint: J.pelvis, gives: 0 },
    { joint: J.waist, gives: 70 },
    { joint: J.neck, gives: 26 },
    { joint: J.skull, gives: 14 },
  ],
  along: ([, y]) => -y,
};

const WRIST_ROW = J.wrist[1] + 3;
const ARM: Limb = {
  outline: [
    [96, 178],
    [112, 176],
    [124, 184],
    ...HALF.arm.filter(([, y]) => y < WRIST_ROW),
    [104, 240],
    [94, 210],
  ],
  bones: [
    { joint: J.shoulder, gives: 0 },
    { joint: J.elbow, gives: 26 },
  ],
  along: ([, y]) => y,
};

const LEG: Limb = {
  outline: [[88, 456], ...HALF.leg, [8, 506], [26, 470], [58, 450]],
  bones: [
    { joint: J.hip, gives: 0 },
    { joint: J.knee, gives: 34 },
    { joint: J.ankle, gives: 14 },
  ],
  along: ([, y]) => y,
};

/** How far the arm and the forearm stand off the vertical at rest, degrees. */
const ARM_OUT = 10;
const FORE_OUT = 14;

/** An arm or a leg: degrees it is lifted outwards from hanging straight down, from the shoulder or hip outwards. */
export interface SideLimb {
  out: readonly number[];
  /** What each bone is seen shortened by. */
  lengths?: readonly number[];
  shape?: HandShape;
  /** The hand’s own direction, where it is not the forearm’s; degrees outwards as above. */
  hand?: number;
  /** Behind the trunk, one with it, or in front of it. */
  depth?: 'far' | 'body' | 'near';
}

/** A body from the front or the back. `right` is the right half of the picture. */
export interface FrontPose {
  hip: Point;
  /** Directions upwards along the trunk, degrees clockwise from straight up. */
  pelvis: number;
  chest?: number;
  neck?: number;
  head?: number;
  arms: { right: SideLimb; left: SideLimb };
  legs: { right: SideLimb; left: SideLimb };
  seen: 'front' | 'back';
  /** How far the shoulders are lifted. */
  shrug?: number;
}

/** A limb of one half, with its hand where it has one. */
export interface HalfLimb {
  limb: Posed;
  hand: readonly Point[] | null;
  onHand: (place: Point) => Point;
  depth: 'far' | 'body' | 'near';
}

export interface FrontBody {
  trunk: Posed;
  arms: { right: HalfLimb; left: HalfLimb };
  legs: { right: HalfLimb; left: HalfLimb };
  face: readonly (readonly Point[])[];
  hair: readonly Point[];
}

const flip = ([x, y]: Point): Point => [-x, y];

/** A limb of the mirrored half: bent as on this one, and mirrored back. */
function half(
  limb: Limb,
  at: Point,
  turn: number,
  { out, lengths = [], shape = 'relaxed', depth = 'body', hand }: SideLimb,
  side: 'right' | 'left',
  wrist: Point | null,
): HalfLimb {
  const rest = limb === ARM ? [ARM_OUT, FORE_OUT] : [0, 0, 0];
  const sign = side === 'right' ? 1 : -1;
  // Lifted outwards is anticlockwise on the right half; mirrored on the left.
  const turns = limb.bones.map(
    (_, index) => sign * turn - ((out[index] ?? out.at(-1) ?? 0) - (rest[index] ?? 0)),
  );
  const here: Point = side === 'right' ? at : flip(at);
  const posed = bend(limb, here, turns, lengths);
  const back = (point: Point): Point => (side === 'right' ? point : flip(point));
  const put = (point: Point): Point => back(posed.put(side === 'right' ? point : flip(point)));
  const fore = hand === undefined ? (turns.at(-1) ?? 0) - FORE_OUT : sign * turn - hand;
  const onHand = (place: Point): Point =>
    wrist ? back(plus(posed.put(wrist), turned(place, fore))) : back(here);
  return {
    limb: { joints: posed.joints.map(back), put, outline: posed.outline.map(back) },
    hand: wrist ? HANDS[shape].outline.map(onHand) : null,
    onHand,
    depth,
  };
}

const FACE = VIEWS.front.lines
  .filter(({ points }) => points.every(([, y]) => y < 108))
  .map(({ points }) => points);
const [HAIR = []] = VIEWS.front.tones;
const NAPE_HAIR: readonly Point[] = [
  [0, 1],
  [30, 11],
  [44, 44],
  [46, 66],
  [38, 100],
  [20, 112],
  [0, 108],
  [-20, 112],
  [-38, 100],
  [-46, 66],
  [-44, 44],
  [-30, 11],
];

/** The trunk with its shoulders lifted. */
function shrugged(by: number): Limb {
  if (by === 0) return TRUNK;
  const lift = ([x, y]: Point): Point => {
    const share = y < 150 || y > 260 ? 0 : Math.min(1, Math.max(0, (Math.abs(x) - 34) / 70));
    return [x, y - by * share];
  };
  return { ...TRUNK, outline: TRUNK.outline.map(lift) };
}

/** Builds a body from the front or the back. */
export function frontBody(pose: FrontPose): FrontBody {
  const { hip, pelvis, chest = pelvis, neck = chest, head = neck, shrug = 0 } = pose;
  const trunk = bend(shrugged(shrug), hip, [pelvis, chest, neck, head]);
  const raised = ([x, y]: Point, what: Limb): Point => [x, what === ARM ? y - shrug : y];
  const limbOf = (what: Limb, rest: Point, turn: number, of: SideLimb, side: 'right' | 'left') =>
    half(
      what,
      trunk.put(raised(side === 'right' ? rest : flip(rest), what)),
      turn,
      of,
      side,
      what === ARM ? J.wrist : null,
    );
  const arm = (side: 'right' | 'left') => limbOf(ARM, J.shoulder, chest, pose.arms[side], side);
  // A leg’s directions are its own: the pelvis may tip without it.
  const leg = (side: 'right' | 'left') => limbOf(LEG, J.hip, 0, pose.legs[side], side);
  return {
    trunk,
    arms: { right: arm('right'), left: arm('left') },
    legs: { right: leg('right'), left: leg('left') },
    face: pose.seen === 'front' ? FACE.map((line) => line.map(trunk.put)) : [],
    hair:
      pose.seen === 'front' ? [...HAIR, ...mirror(HAIR)].map(trunk.put) : NAPE_HAIR.map(trunk.put),
  };
}
