import type { Point } from '#core/geometry';
import { HANDS } from './hands';
import { minus, plus, reach, turned } from './rig';
import { type ArmPose, SIDE_LENGTHS, sideBody, type SideBody } from './sideFigure';

const { upperArm, forearm } = SIDE_LENGTHS;

const ARM = [upperArm, forearm] as const;

/** An arm that brings a hand’s tip to a place, the hand pointing along a direction. */
export function armTo(
  shoulder: Point,
  target: Point,
  points: number,
  bends: 1 | -1,
  shape: NonNullable<ArmPose['shape']>,
  size: readonly [number, number] = ARM,
): ArmPose {
  const tip = turned(HANDS[shape].tip, points - 180);
  const [upper, fore] = reach(shoulder, minus(target, tip), size, bends);
  return { upper, fore, hand: points, shape };
}

const withArm = (body: SideBody, arm: SideBody['arm']): SideBody => ({ ...body, arm });

/** Arms in a pose on a body that is there already. */
export function armsOn(body: SideBody, arm: ArmPose | null, farArm: ArmPose | null): SideBody {
  const of = (pose: ArmPose | null) =>
    pose &&
    sideBody({
      hip: [0, 0],
      pelvis: 0,
      arm: pose,
      leg: { thigh: 180, shank: 180, foot: 90 },
    }).arm;
  const shift = (one: SideBody['arm']) => {
    if (!one) return null;
    const by = minus(body.shoulder, one.limb.joints[0] ?? [0, 0]);
    return {
      hand: one.hand.map((point) => plus(point, by)),
      onHand: (place: Point) => plus(one.onHand(place), by),
      limb: {
        joints: one.limb.joints.map((point) => plus(point, by)),
        outline: one.limb.outline.map((point) => plus(point, by)),
        put: (point: Point) => plus(one.limb.put(point), by),
      },
    };
  };
  return { ...withArm(body, shift(of(arm))), farArm: shift(of(farArm)) };
}
