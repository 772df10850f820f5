import type { TestId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import type { PictureRead } from '#core/measurement';
import type { Scene } from './scene';
import {
  armLiftScene,
  edgeScene,
  headForwardScene,
  kneeBendScene,
  shinScene,
  straightLegScene,
} from './angleScenes';

/** A drawn figure with an angle that is known by construction. */
export interface Sample {
  id: string;
  name: string;
  testId: TestId;
  quantityId: string;
  read: PictureRead;
  scene: Scene;
  degrees: number;
}

const sample = (
  id: string,
  name: string,
  [testId, quantityId]: readonly [TestId, string],
  read: PictureRead,
  scene: Omit<Scene, 'says'>,
): Sample => ({
  id,
  name,
  testId,
  quantityId,
  read,
  scene: { ...scene, says: `${name}, drawn` },
  degrees: scene.angle?.degrees ?? 0,
});

/** Sample figures to try the angle tool on. */
export const SAMPLES: readonly Sample[] = [
  sample('leg-62', 'Straight leg', ['straight-leg', 'lift'], 'three points', straightLegScene(62)),
  sample(
    'knee-118',
    'Heel to buttock',
    ['heel-to-buttock', 'knee'],
    'three points',
    kneeBendScene(118),
  ),
  sample('edge-64', 'Edge of the bed', ['edge-of-bed', 'knee'], 'three points', edgeScene(12, 64)),
  sample(
    'arm-154',
    'Arm overhead',
    ['shoulder-overhead', 'lift'],
    'three points',
    armLiftScene(154),
  ),
  sample(
    'head-44',
    'Head forward',
    ['ear-over-shoulder', 'cva'],
    'above level',
    headForwardScene(44),
  ),
  sample('shin-31', 'Knee to the wall', ['knee-to-wall', 'shin'], 'to the vertical', shinScene(31)),
];

/** The points one would place on a sample, in the order its reading takes them. */
export function pointsOfSample({ read, scene }: Sample): Point[] {
  if (!scene.angle) return [];
  const { one, vertex, other } = scene.angle;
  return read === 'three points' ? [one, vertex, other] : [vertex, other];
}
