import type { TestId } from '#core/anatomy';
import type { Pose } from './body';
import { hipTurnPose, jawPose, neckTurnPose, sideBendPose } from './others';
import {
  armLiftPose,
  breathPose,
  edgePose,
  elbowPose,
  handBehindPose,
  headForwardPose,
  kneeBendPose,
  neckPose,
  pressPose,
  shinPose,
  squatPose,
  straightLegPose,
} from './side';

/** How a test looks. */
export function poseOf(testId: TestId): Pose {
  switch (testId) {
    case 'straight-leg':
      return straightLegPose(70);
    case 'heel-to-buttock':
      return kneeBendPose(122);
    case 'edge-of-bed':
      return edgePose(6, 82);
    case 'shoulder-overhead':
      return armLiftPose(164);
    case 'ear-over-shoulder':
      return headForwardPose(47);
    case 'knee-to-wall':
      return shinPose(34);
    case 'neck-turn':
      return neckTurnPose(68);
    case 'neck-side-bend':
      return sideBendPose('neck', 38);
    case 'neck-up-down':
      return neckPose(48);
    case 'jaw-opening':
      return jawPose(24);
    case 'hand-behind-back':
      return handBehindPose();
    case 'elbow-wrist':
      return elbowPose();
    case 'trunk-side-bend':
      return sideBendPose('trunk', 24);
    case 'breath':
      return breathPose();
    case 'hip-turn':
      return hipTurnPose(36);
    case 'squat':
      return squatPose();
    case 'press-test':
      return pressPose();
  }
}
