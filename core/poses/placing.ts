import type { Point } from '#core/geometry';
import type { Thing } from './scene';
import { type SideBody, sideBody, type SidePose } from './sideFigure';
import type { Wanted } from './wanted';

export const GROUND = 1000;

export const floor = (from: number, to: number): Thing => ({
  what: 'floor',
  solid: false,
  points: [
    [from, GROUND],
    [to, GROUND],
  ],
});

const WALL_THICK = 26;

export const wall = (x: number, away: 1 | -1, top = -40): Thing => ({
  what: 'wall',
  solid: true,
  points: [
    [x, top],
    [x, GROUND],
    [x + away * WALL_THICK, GROUND],
    [x + away * WALL_THICK, top],
  ],
});

/** The skin of a body from the side at a place of the standing one. */
export const skinAt = (body: SideBody, { part, at }: Wanted['side']): Point => {
  const limb =
    part === 'leg' ? body.leg : part === 'arm' ? (body.arm?.limb ?? body.trunk) : body.trunk;
  return limb.put(at);
};

/** Puts a body where two of its figures come out right: `off` says how far it is to be moved. */
export function placed(pose: SidePose, off: (body: SideBody) => Point): SideBody {
  const body = sideBody({ ...pose, hip: [0, 0] });
  return sideBody({ ...pose, hip: off(body) });
}

export const lowest = (lines: readonly (readonly Point[])[]): number =>
  Math.max(...lines.flat().map(([, y]) => y));

export const outlinesOf = (body: SideBody) => [
  body.trunk.outline,
  body.leg.outline,
  ...(body.farLeg ? [body.farLeg.outline] : []),
];
