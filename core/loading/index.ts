export {
  BODY_BOUNDS,
  bodyOf,
  GRAVITY,
  KILOGRAMS_PER_POUND,
  kilogramsForce,
  METRES_PER_INCH,
  newtons,
  SEGMENTS,
  USUAL_BODY,
  type Body,
  type Segment,
} from './body';
export {
  NEEDS,
  postureSchema,
  type Adjustment,
  type LoadModel,
  type Need,
  type Posture,
} from './posture';
export { findPosture, isOnFloor, movesBetween, POSTURES } from './postures';
export { furthestFeet, LEAN_LIMITS, TRIED_KILOGRAMS } from './limits';
export { leanForce, legShare, leverShare } from './statics';
export { adjustmentFor, adjustmentsOf } from './adjustments';
export {
  adjustmentsAt,
  heightOfSite,
  modelLean,
  modelLie,
  modelLoad,
  type Lean,
  type LoadedSetup,
  type LoadModelled,
} from './load';
