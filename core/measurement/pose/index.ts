export { type Limb, type Pose } from './body';
export { poseOf } from './poseOf';
export { pointsOfSample, SAMPLES, type Sample } from './samples';
