export {
  BODY_BOUNDS,
  bodyOf,
  KILOGRAMS_PER_POUND,
  kilogramsForce,
  METRES_PER_INCH,
  newtons,
  PROPORTION_SOURCE,
  SEGMENTS,
  SEGMENTS_SOURCE,
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
export { feetOf, furthestFeet, LEAN_LIMITS, TRIED_KILOGRAMS } from './limits';
export { leanForce, legShare, leverShare } from './statics';
export { adjustmentFor, adjustmentsOf } from './adjustments';
export {
  adjustmentsAt,
  feetForLean,
  heightOfSite,
  modelLean,
  modelLie,
  modelLoad,
  type Lean,
} from './load';
export { mostByHand } from './hands';
export type { LoadedSetup, LoadModelled } from './modelled';
