export {
  BODY_BOUNDS,
  bodyOf,
  GRAVITY,
  KILOGRAMS_PER_POUND,
  kilogramsForce,
  METRES_PER_INCH,
  newtons,
  SEGMENTS,
  SEGMENTS_SOURCE,
  segmentShare,
  sharesOf,
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
export { leanForce, legShare, leverShare } from './statics';
export { adjustmentFor, adjustmentsOf } from './adjustments';
export {
  adjustmentsAt,
  FURTHEST_FEET,
  heightOfSite,
  modelLean,
  modelLie,
  modelLoad,
  type Lean,
  type LoadedSetup,
  type LoadModelled,
} from './load';
