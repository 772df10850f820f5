import type { Point } from '#core/geometry';
import { placed, skinAt } from './placing';
import { reach } from './rig';
import type { Thing } from './scene';
import { SIDE_LENGTHS, type SideBody, sideBody, type SidePose } from './sideFigure';
import { solve, type Wanted } from './wanted';

const { thigh, shank, ankleHeight } = SIDE_LENGTHS;

const LEG = [thigh, shank] as const;

/** The floor is at y = 0. */
export const ground = (from: number, to: number): Thing => ({
  what: 'floor',
  solid: false,
  points: [
    [from, 0],
    [to, 0],
  ],
});

const cushion = (at: Point, broad: number): Thing => ({
  what: 'cushion',
  solid: true,
  points: [
    [at[0] - broad / 2, at[1]],
    [at[0] + broad / 2, at[1]],
    [at[0] + broad / 2, 0],
    [at[0] - broad / 2, 0],
  ],
});

/** Feet flat on the floor, knees bent. */
export const bentLeg = (hip: Point, away: number) => {
  const [up, down] = reach(hip, [hip[0] + away, -ankleHeight], LEG, -1);
  return { thigh: up, shank: down, foot: 90 };
};

export const FLAT = 270;

/** A body on its back, head to the left, knees bent, the trunk lifted over what lies under it. */
export function onBack(side: Wanted['side'] | null, proud: number): SideBody {
  const legs = (hip: Point) => ({ leg: bentLeg(hip, 250), farLeg: bentLeg(hip, 214) });
  const base: SidePose = {
    hip: [0, 0],
    pelvis: FLAT,
    arm: { upper: 96, fore: 84 },
    ...legs([0, -70]),
  };
  const isHigh = side !== null && side.at[1] < 392;
  const pose = (tip: number): SidePose =>
    isHigh ? { ...base, chest: FLAT + tip } : { ...base, pelvis: FLAT - tip };
  const rests = (body: SideBody) =>
    isHigh
      ? Math.max(body.trunk.put([-74, 486])[1], body.trunk.put([-73, 462])[1])
      : Math.max(body.trunk.put([-75, 244])[1], body.trunk.put([-71, 276])[1]);
  const put = (tip: number) => placed(pose(tip), (body) => [0, -rests(body)]);
  const off = (tip: number) => (side === null ? 0 : -skinAt(put(tip), side)[1] - proud);
  const tip = side === null || proud === 0 ? 0 : solve(off, -8, 34);
  const hip = put(tip).trunk.joints[0] ?? [0, 0];
  const placedPose = { ...pose(tip), hip, ...legs(hip) };
  // The head sinks until it rests.
  const headDown = (neck: number) => {
    const chest = placedPose.chest ?? placedPose.pelvis;
    return sideBody({ ...placedPose, neck: chest - neck * 0.5, head: chest - neck });
  };
  const head = (body: SideBody) => Math.max(...body.hair.map(([, y]) => y));
  const most = isHigh ? 30 : 12;
  const nod = head(headDown(most)) < 0 ? most : solve((neck) => head(headDown(neck)), 0, most);
  return headDown(nod);
}

/** What the head lies on when it does not reach the floor. */
export const underHead = (body: SideBody): Thing[] => {
  const low = body.hair.reduce((most, point) => (point[1] > most[1] ? point : most));
  return low[1] < -14 ? [cushion(low, 150)] : [];
};

export const DOWN: Point = [0, 1];
