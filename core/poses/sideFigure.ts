import { SIDE_ARM, SIDE_HEAD_LINES, SIDE_HAIR, SIDE_STANDING, SIDE_TRUNK } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { HANDS, type HandShape } from './hands';
import { bend, distance, plus, turned, type Limb, type Posed } from './rig';

/** Joints of the standing body seen from the side, facing right; thousandths of stature. */
export const SIDE_JOINTS = {
  hip: [-8, 474],
  waist: [-2, 398],
  neck: [-16, 204],
  skull: [-8, 124],
  shoulder: [-4, 212],
  elbow: [1, 386],
  wrist: [6, 533],
  knee: [4, 714],
  ankle: [-5, 952],
} as const satisfies Record<string, Point>;

const J = SIDE_JOINTS;
/** Lengths of the bones, thousandths of stature. */
export const SIDE_LENGTHS = {
  upperArm: distance(J.shoulder, J.elbow),
  forearm: distance(J.elbow, J.wrist),
  thigh: distance(J.hip, J.knee),
  shank: distance(J.knee, J.ankle),
  ankleHeight: 1000 - J.ankle[1],
} as const;

/** Head and trunk; the chin stays with the skull, so the way up leans forward there. */
const TRUNK: Limb = {
  outline: SIDE_TRUNK,
  bones: [
    { joint: J.hip, gives: 0 },
    { joint: J.waist, gives: 62 },
    { joint: J.neck, gives: 30 },
    { joint: J.skull, gives: 12 },
  ],
  along: ([x, y]) => (y < 190 ? 0.35 * x : 0) - y,
};

/** What of a line runs below a height, without the rest. */
const below = (line: readonly Point[], height: number): Point[] => {
  const first = line.findIndex(([, y]) => y > height);
  const last = line.findLastIndex(([, y]) => y > height);
  return line.slice(first, last + 1);
};
/** A line that runs down and up again, without what lies below a height. */
const above = (line: readonly Point[], height: number): readonly [down: Point[], up: Point[]] => {
  const first = line.findIndex(([, y]) => y > height);
  const last = line.findLastIndex(([, y]) => y > height);
  return [line.slice(0, first), line.slice(last + 1)];
};

const LEG: Limb = {
  outline: [
    ...below(SIDE_STANDING, 517),
    // Round the hip joint, under the skin of the trunk.
    [-64, 506],
    [-60, 474],
    [-38, 446],
    [-6, 436],
    [26, 450],
    [44, 484],
  ],
  bones: [
    { joint: J.hip, gives: 0 },
    { joint: J.knee, gives: 34 },
    { joint: J.ankle, gives: 20 },
  ],
  along: ([, y]) => y,
};

const [armDown, armUp] = above(SIDE_ARM, J.wrist[1] - 18);
const ARM: Limb = {
  outline: [...armDown, [19, J.wrist[1]], [6, J.wrist[1] + 6], [-8, J.wrist[1]], ...armUp],
  bones: [
    { joint: J.shoulder, gives: 0 },
    { joint: J.elbow, gives: 26 },
  ],
  along: ([, y]) => y,
};

/** Directions of an arm: upper arm, forearm and hand, degrees clockwise from straight up. */
export interface ArmPose {
  upper: number;
  fore: number;
  hand?: number;
  shape?: HandShape;
  /** As in `bend`. */
  lengths?: readonly number[];
}
/** Directions of a leg; the foot’s is the way the toes point. */
export interface LegPose {
  thigh: number;
  shank: number;
  foot: number;
  lengths?: readonly number[];
}

/** A body from the side, facing right, by the directions of its parts. */
export interface SidePose {
  hip: Point;
  /** Directions upwards along the trunk: pelvis, chest, neck and head. */
  pelvis: number;
  chest?: number;
  neck?: number;
  head?: number;
  arm: ArmPose | null;
  farArm?: ArmPose | null;
  leg: LegPose;
  farLeg?: LegPose | null;
}

/** An arm in a pose, with its hand. */
export interface PosedArm {
  limb: Posed;
  hand: readonly Point[];
  /** A place of the hand at rest, wrist at the origin and fingers down, where it lies now. */
  onHand: (place: Point) => Point;
}

/** A body in a pose: what is drawn, and where any point of the standing body lies now. */
export interface SideBody {
  trunk: Posed;
  arm: PosedArm | null;
  farArm: PosedArm | null;
  leg: Posed;
  farLeg: Posed | null;
  /** Lines of the face and the hair, by the head. */
  face: readonly (readonly Point[])[];
  hair: readonly Point[];
  shoulder: Point;
  skull: Point;
}

function armOf(shoulder: Point, pose: ArmPose): PosedArm {
  const { upper, fore, hand = fore, shape = 'relaxed', lengths = [] } = pose;
  const limb = bend(ARM, shoulder, [upper - 180, fore - 180], lengths);
  const wrist = limb.put(J.wrist);
  const onHand = (place: Point) => plus(wrist, turned(place, hand - 180));
  return { limb, hand: HANDS[shape].outline.map(onHand), onHand };
}

const legOf = (hip: Point, { thigh, shank, foot, lengths = [] }: LegPose): Posed =>
  bend(LEG, hip, [thigh - 180, shank - 180, foot - 90], lengths);

/** Builds a body from the side. */
export function sideBody(pose: SidePose): SideBody {
  const { hip, pelvis, chest = pelvis, neck = chest, head = neck } = pose;
  const trunk = bend(TRUNK, hip, [pelvis, chest, neck, head]);
  const shoulder = trunk.put(J.shoulder);
  return {
    trunk,
    arm: pose.arm && armOf(shoulder, pose.arm),
    farArm: pose.farArm ? armOf(shoulder, pose.farArm) : null,
    leg: legOf(hip, pose.leg),
    farLeg: pose.farLeg ? legOf(hip, pose.farLeg) : null,
    face: SIDE_HEAD_LINES.map((line) => line.map(trunk.put)),
    hair: SIDE_HAIR.map(trunk.put),
    shoulder,
    skull: trunk.put(J.skull),
  };
}
