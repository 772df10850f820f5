import type { Point } from '#core/geometry';
import { armsOn, armTo } from './arms';
import { bentLeg, ground, onBack } from './lain';
import { skinAt } from './placing';
import { edgeOfBack, onSeat } from './rest';
import { reach } from './rig';
import { drawnSide, type Scene } from './scene';
import { SIDE_LENGTHS, sideBody, type ArmPose, type LegPose } from './sideFigure';

const { thigh, shank } = SIDE_LENGTHS;
const LEG = [thigh, shank] as const;
const SHORT = [0.78, 0.82] as const;
const RESTING: ArmPose = { upper: 96, fore: 84 };

/** A person on their back over a ball, and where things are in the drawing. */
export interface LainOnBall {
  scene: Scene;
  /** Where the skin meets the ball. */
  contact: Point;
  /** How far to the right of the crown the floor’s 0 lies: a place so far down the body is this much left of it. */
  crownX: number;
}

/** What the nearer leg and the arms do, by how weight is taken off or put on. */
function limbs(
  id: string,
  body: ReturnType<typeof onBack>,
): { leg: LegPose; farLeg: LegPose; arm: ArmPose; farArm: ArmPose | null } {
  const hip = body.trunk.joints[0] ?? [0, 0];
  const farLeg = bentLeg(hip, 214);
  const near = bentLeg(hip, 250);
  const [, farKnee = [0, 0]] = body.farLeg?.joints ?? [];
  const usual = { leg: near, farLeg, arm: RESTING, farArm: null };
  switch (id) {
    case 'hands-and-foot':
      return {
        ...usual,
        arm: armTo(body.shoulder, [body.shoulder[0] + 150, -4], 170, -1, 'flat'),
      };
    case 'ankle-crossed': {
      // The knee tips out towards whoever looks: the leg is seen shortened.
      const seen = [thigh * SHORT[0], shank * SHORT[1]] as const;
      const [up, down] = reach(hip, [farKnee[0] - 12, farKnee[1] - 34], seen, -1);
      return { ...usual, leg: { thigh: up, shank: down, foot: 40, lengths: SHORT } };
    }
    case 'knees-tipped': {
      // Seen from the side, knees that tip towards whoever looks come down.
      const lower = (away: number): LegPose => ({ ...bentLeg(hip, away), lengths: [0.94, 0.86] });
      return { ...usual, leg: lower(330), farLeg: lower(300) };
    }
    case 'knee-hugged': {
      const [up, down] = reach(hip, [hip[0] + 130, hip[1] - 196], LEG, -1);
      const leg: LegPose = { thigh: up, shank: down, foot: 70 };
      const hugged = sideBody({ hip, pelvis: 270, arm: null, leg });
      const [, knee = [0, 0], ankle = [0, 0]] = hugged.leg.joints;
      const shin: Point = [
        knee[0] + (ankle[0] - knee[0]) * 0.2,
        knee[1] + (ankle[1] - knee[1]) * 0.2 - 24,
      ];
      const arm = armTo(body.shoulder, shin, 52, -1, 'flat');
      return { leg, farLeg, arm, farArm: { ...arm, upper: arm.upper - 4 } };
    }
    default:
      return usual;
  }
}

/**
 * Somebody on their back, knees bent, over a ball that lies anywhere under them.
 *
 * @param at where it lies, thousandths of stature from the crown
 * @param proud how far it stands out of the floor, the same unit
 * @param adjustmentId one of the adjustments of lying on the back; another is drawn as the usual one
 */
export function lainOnBall(at: number, proud: number, adjustmentId: string): LainOnBall {
  const spot = onSeat({ part: 'trunk', at: [edgeOfBack(at), at], faces: 'back' });
  const lain = onBack(spot, proud);
  const { leg, farLeg, arm, farArm } = limbs(adjustmentId, lain);
  const hip = lain.trunk.joints[0] ?? [0, 0];
  const legs = sideBody({ hip, pelvis: 270, arm: null, leg, farLeg });
  const body = armsOn({ ...lain, leg: legs.leg, farLeg: legs.farLeg }, arm, farArm);
  const contact = skinAt(lain, spot);
  return {
    contact,
    crownX: contact[0] - at,
    scene: {
      bodies: [drawnSide(body)],
      things: [ground(-560, 420)],
      tools: [],
      contact: null,
      arrows: [],
      says: 'On the back over a ball.',
    },
  };
}
