import type { Point } from '#core/geometry';
import { GROUND, lowest } from './placing';
import type { Thing } from './scene';
import { type ArmPose, type LegPose, type SideBody, sideBody, type SidePose } from './sideFigure';

export const SEAT_LEVEL: LegPose = { thigh: 91, shank: 180, foot: 90 };

const FAR_LEVEL: LegPose = { ...SEAT_LEVEL, thigh: 88 };

/** So high that the feet stand on the ground. */
export const HIP: Point = [
  0,
  GROUND - lowest([sideBody({ hip: [0, 0], pelvis: 0, arm: null, leg: FAR_LEVEL }).leg.outline]),
];

/** A chair under a body that sits. */
export function chairUnder(body: SideBody): Thing[] {
  const seat = lowest([
    body.trunk.outline.filter(([, y]) => y > HIP[1] - 30),
    (body.farLeg ?? body.leg).outline.slice(-8),
  ]);
  const back = Math.min(...body.trunk.outline.map(([x]) => x)) - 8;
  return [
    {
      what: 'chair',
      solid: true,
      points: [
        [back - 4, seat],
        [back + 250, seat],
        [back + 250, seat + 20],
        [back - 4, seat + 20],
      ],
    },
    {
      what: 'chair',
      solid: true,
      points: [
        [back - 18, seat - 300],
        [back - 2, seat - 300],
        [back - 2, seat + 20],
        [back - 18, seat + 20],
      ],
    },
    {
      what: 'chair',
      solid: false,
      points: [
        [back - 10, seat + 20],
        [back - 10, GROUND],
      ],
    },
    {
      what: 'chair',
      solid: false,
      points: [
        [back + 238, seat + 20],
        [back + 238, GROUND],
      ],
    },
  ];
}

export const tableAt = (from: number, to: number, top: number): Thing[] => [
  {
    what: 'table',
    solid: true,
    points: [
      [from, top],
      [to, top],
      [to, top + 20],
      [from, top + 20],
    ],
  },
  {
    what: 'table',
    solid: false,
    points: [
      [to - 24, top + 20],
      [to - 24, GROUND],
    ],
  },
];

/** Somebody who sits, before the arms do anything. */
export function seatedBody(change: Partial<SidePose> = {}, leg: LegPose = SEAT_LEVEL): SideBody {
  return sideBody({
    hip: HIP,
    pelvis: 358,
    chest: 0,
    neck: 2,
    head: 0,
    arm: null,
    leg,
    farLeg: FAR_LEVEL,
    ...change,
  });
}

export const RESTING: ArmPose = { upper: 166, fore: 104, shape: 'relaxed' };

export const shapeOf = (toolId: string): NonNullable<ArmPose['shape']> => {
  switch (toolId) {
    case 'thumb':
      return 'thumb';
    case 'knuckle':
      return 'knuckle';
    case 'fist':
    case 'stick-roller':
    case 'press-tool':
    case 'massage-gun':
      return 'fist';
    default:
      return 'flat';
  }
};
