import { PROPORTIONS } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { corner, FLOOR, LENGTH, step, UNIT, type Limb, type Pose } from './body';

/** Head and jaw from the side, the jaw open so many degrees. */
export function jawPose(degrees: number): Pose {
  const skull: Point = [0, 200];
  const ear: Point = [-6, 214];
  const chin: Point = step(ear, 122 + degrees, 118);
  const closed: Point = step(ear, 122, 118);
  return {
    limbs: [
      { from: [-30, 240], to: [-44, 400], broad: [96, 110], layer: 'body' },
      { from: ear, to: chin, broad: [58, 40], layer: 'body' },
    ],
    head: { at: [skull[0], skull[1] - 12], radius: 100, faces: [1, 0] },
    things: [],
    angle: corner(closed, ear, chin, degrees),
  };
}

/** Seen from the front: trunk and head tipped aside. */
function frontPose({
  trunk = 0,
  neck = trunk,
  arms = 172,
}: Partial<Record<'trunk' | 'neck' | 'arms', number>>) {
  const hip: Point = [0, 470];
  const chest = step(hip, trunk, LENGTH.trunk);
  const skull = step(chest, neck, LENGTH.neck);
  const half = PROPORTIONS.shoulderHalfBreadth * UNIT * 0.82;
  const limbs: Limb[] = [
    { from: hip, to: step(hip, trunk, LENGTH.trunk * 0.4), broad: [190, 158], layer: 'body' },
    {
      from: step(hip, trunk, LENGTH.trunk * 0.4),
      to: step(hip, trunk, LENGTH.trunk * 0.9),
      broad: [158, 214],
      layer: 'body',
    },
    { from: chest, to: skull, broad: [64, 56], layer: 'body' },
  ];
  for (const side of [-1, 1] as const) {
    const shoulder = step(step(chest, trunk + 180, 14), trunk + 90 * side, half);
    const elbow = step(shoulder, trunk + side * arms, LENGTH.upperArm);
    limbs.push({ from: shoulder, to: elbow, broad: [52, 40], layer: 'arm' });
    limbs.push({
      from: elbow,
      to: step(elbow, trunk + side * arms, LENGTH.forearm),
      broad: [38, 22],
      layer: 'arm',
    });
    const top: Point = [hip[0] + side * 52, hip[1] + 10];
    const knee = step(top, 180, LENGTH.thigh);
    limbs.push({ from: top, to: knee, broad: [96, 64], layer: 'body' });
    limbs.push({
      from: knee,
      to: step(knee, 180, LENGTH.shank),
      broad: [62, 40],
      layer: 'body',
    });
  }
  return { limbs, hip, chest, skull };
}

/** Stands, seen from the front, head or trunk tipped to the side by so many degrees. */
export function sideBendPose(what: 'neck' | 'trunk', degrees: number): Pose {
  const built = frontPose(what === 'neck' ? { trunk: 0, neck: degrees } : { trunk: degrees });
  const from = what === 'neck' ? built.chest : built.hip;
  const size = what === 'neck' ? 220 : 420;
  return {
    limbs: built.limbs,
    head: {
      at: step(built.skull, what === 'neck' ? degrees : degrees, 36),
      radius: 58,
      faces: [0, 0],
    },
    things: [FLOOR],
    angle: corner(step(from, 0, size), from, step(from, degrees, size), degrees),
  };
}

/** Lies face down, seen from the feet, the shins sunk outwards by so many degrees. */
export function hipTurnPose(degrees: number): Pose {
  const knees: readonly Point[] = [
    [-70, 300],
    [70, 300],
  ];
  const limbs = knees.flatMap((knee, index): Limb[] => [
    {
      from: knee,
      to: step(knee, (index === 0 ? -1 : 1) * degrees, LENGTH.shank),
      broad: [74, 42],
      layer: 'body',
    },
  ]);
  const [, right = [0, 0] as Point] = knees;
  return {
    limbs: [{ from: [-78, 318], to: [78, 318], broad: [110, 110], layer: 'far' }, ...limbs],
    head: { at: [0, 318], radius: 0, faces: [0, 0] },
    things: [
      [
        [-320, 376],
        [320, 376],
      ],
    ],
    angle: corner(step(right, 0, 230), right, step(right, degrees, 230), degrees),
  };
}

/** From above: shoulders and a head turned to the right by so many degrees. */
export function neckTurnPose(degrees: number): Pose {
  const at: Point = [0, 0];
  const faces = step([0, 0], degrees, 1);
  return {
    limbs: [{ from: [-150, 20], to: [150, 20], broad: [120, 120], layer: 'far' }],
    head: { at, radius: 78, faces },
    things: [],
    angle: corner(step(at, 0, 190), at, step(at, degrees, 190), degrees),
  };
}
