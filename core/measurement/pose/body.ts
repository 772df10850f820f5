import { PROPORTIONS } from '#core/anatomy';
import type { Point } from '#core/geometry';

/** A limb of a drawn person: a tapering stroke. */
export interface Limb {
  from: Point;
  to: Point;
  /** Breadths at both ends. */
  broad: readonly [number, number];
  /** Drawn from the back to the front, each layer with its own line. */
  layer: 'far' | 'body' | 'arm';
}

/** A person drawn from joints, in thousandths of stature, y downwards. */
export interface Pose {
  limbs: readonly Limb[];
  head: { at: Point; radius: number; faces: Point };
  /** Things around: floor, bed, wall. */
  things: readonly (readonly Point[])[];
  /** The angle that is measured: the end of one arm, the corner, the end of the other. */
  angle: { one: Point; vertex: Point; other: Point; degrees: number } | null;
}

const RADIANS = Math.PI / 180;
export const UNIT = 1000;
export const LENGTH = {
  trunk: (PROPORTIONS.shoulderHeight - PROPORTIONS.hipHeight) * UNIT,
  neck: 84,
  upperArm: PROPORTIONS.upperArm * UNIT,
  forearm: (PROPORTIONS.forearm + PROPORTIONS.hand * 0.75) * UNIT,
  thigh: (PROPORTIONS.hipHeight - PROPORTIONS.kneeHeight) * UNIT,
  shank: (PROPORTIONS.kneeHeight - PROPORTIONS.ankleHeight) * UNIT,
  foot: 110,
} as const;

/** A step from a joint: degrees clockwise from straight up, as seen. */
export const step = ([x, y]: Point, degrees: number, size: number): Point => [
  x + size * Math.sin(degrees * RADIANS),
  y - size * Math.cos(degrees * RADIANS),
];

interface Joints {
  hip: Point;
  /** Directions of the segments, degrees clockwise from straight up. */
  trunk: number;
  neck?: number;
  arm?: readonly [number, number];
  leg: readonly [thigh: number, shank: number, foot: number];
  farLeg?: readonly [number, number, number];
}

/** A body from the side, built from its joints. */
export function bodyOf({
  hip,
  trunk,
  neck = trunk,
  arm = [trunk + 180, trunk + 180],
  leg,
  farLeg,
}: Joints) {
  const shoulder = step(hip, trunk, LENGTH.trunk);
  const waist = step(hip, trunk, LENGTH.trunk * 0.36);
  const chest = step(hip, trunk, LENGTH.trunk * 0.74);
  const skull = step(shoulder, neck, LENGTH.neck);
  const elbow = step(shoulder, arm[0], LENGTH.upperArm);
  const hand = step(elbow, arm[1], LENGTH.forearm);
  const legOf = ([thigh, shank, foot]: readonly [number, number, number], far: boolean) => {
    const knee = step(hip, thigh, LENGTH.thigh);
    const ankle = step(knee, shank, LENGTH.shank);
    const limb = (from: Point, to: Point, broad: readonly [number, number]): Limb => ({
      from,
      to,
      broad,
      layer: far ? 'far' : 'body',
    });
    return {
      knee,
      ankle,
      limbs: [
        limb(hip, knee, [118, 66]),
        limb(knee, ankle, [68, 38]),
        limb(ankle, step(ankle, foot, LENGTH.foot), [36, 22]),
      ],
    };
  };
  const near = legOf(leg, false);
  const other = farLeg ? legOf(farLeg, true) : null;
  const faces = step(skull, neck + 90, 1);
  return {
    shoulder,
    skull,
    elbow,
    hand,
    knee: near.knee,
    ankle: near.ankle,
    faces: [faces[0] - skull[0], faces[1] - skull[1]] as Point,
    limbs: [
      ...(other?.limbs ?? []),
      { from: shoulder, to: skull, broad: [52, 50] as const, layer: 'body' },
      { from: hip, to: waist, broad: [132, 106] as const, layer: 'body' },
      { from: waist, to: chest, broad: [106, 134] as const, layer: 'body' },
      { from: chest, to: shoulder, broad: [134, 104] as const, layer: 'body' },
      ...near.limbs,
      { from: shoulder, to: elbow, broad: [56, 42] as const, layer: 'arm' },
      { from: elbow, to: hand, broad: [40, 24] as const, layer: 'arm' },
    ] satisfies Limb[],
  };
}

type Built = ReturnType<typeof bodyOf>;

export const posed = (
  built: Built,
  angle: Pose['angle'],
  ...things: (readonly Point[])[]
): Pose => ({
  limbs: built.limbs,
  head: { at: step(built.skull, headLean(built), 34), radius: 62, faces: built.faces },
  things,
  angle,
});
const headLean = ({ shoulder, skull }: Built): number =>
  Math.atan2(skull[0] - shoulder[0], shoulder[1] - skull[1]) / RADIANS;

export const corner = (
  one: Point,
  vertex: Point,
  other: Point,
  degrees: number,
): Pose['angle'] => ({
  one,
  vertex,
  other,
  degrees,
});
export const FLOOR: readonly Point[] = [
  [-360, 1000],
  [420, 1000],
];
export const BED: readonly Point[] = [
  [-520, 596],
  [40, 596],
  [40, 640],
  [-520, 640],
];
export const FLAT: readonly Point[] = [
  [-640, 606],
  [640, 606],
];
