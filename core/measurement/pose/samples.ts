import type { TestId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import type { PictureRead } from '../angle';
import type { Pose } from './body';
import {
  armLiftPose,
  edgePose,
  headForwardPose,
  kneeBendPose,
  shinPose,
  straightLegPose,
} from './side';

/** A drawn figure with an angle that is known by construction. */
export interface Sample {
  id: string;
  name: string;
  testId: TestId;
  quantityId: string;
  read: PictureRead;
  pose: Pose;
  degrees: number;
}

const sample = (
  id: string,
  name: string,
  [testId, quantityId]: readonly [TestId, string],
  read: PictureRead,
  pose: Pose,
): Sample => ({ id, name, testId, quantityId, read, pose, degrees: pose.angle?.degrees ?? 0 });

/** Sample figures to try the angle tool on. */
export const SAMPLES: readonly Sample[] = [
  sample('leg-62', 'Straight leg', ['straight-leg', 'lift'], 'three points', straightLegPose(62)),
  sample(
    'knee-118',
    'Heel to buttock',
    ['heel-to-buttock', 'knee'],
    'three points',
    kneeBendPose(118),
  ),
  sample('edge-64', 'Edge of the bed', ['edge-of-bed', 'knee'], 'three points', edgePose(12, 64)),
  sample(
    'arm-154',
    'Arm overhead',
    ['shoulder-overhead', 'lift'],
    'three points',
    armLiftPose(154),
  ),
  sample(
    'head-44',
    'Head forward',
    ['ear-over-shoulder', 'cva'],
    'above level',
    headForwardPose(44),
  ),
  sample('shin-31', 'Knee to the wall', ['knee-to-wall', 'shin'], 'to the vertical', shinPose(31)),
];

/** The points one would place on a sample, in the order its reading takes them. */
export function pointsOfSample({ read, pose }: Sample): Point[] {
  if (!pose.angle) return [];
  const { one, vertex, other } = pose.angle;
  return read === 'three points' ? [one, vertex, other] : [vertex, other];
}
