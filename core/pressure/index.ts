export {
  calibrate,
  CALIBRATION_SOURCE,
  gradeAt,
  pressureFor,
  type Calibration,
  type KnownRating,
} from './calibrate';
export { explainPressure, type Step } from './explain';
export { foamStrain, foamTangent } from './foam';
export {
  combinedModulus,
  giveBetweenPlates,
  hertzCylinder,
  hertzSphere,
  type Contact,
  type Elastic,
} from './hertz';
export { ladderOf, nextRung, NOTICED, setupKey, type AtHand, type Rung } from './ladder';
export {
  pressingOn,
  pressureAt,
  PRESSURE_SOURCES,
  samplePressureAt,
  type Pressing,
  type PressureBands,
} from './press';
export { knownRatings, type RatedSetup } from './ratings';
export { scaleKilograms } from './scale';
export {
  samplePressure,
  setupOf,
  setupPeak,
  setupPressure,
  type Setup,
  type SetupIds,
  type SetupPressure,
} from './setup';
export { FLESH, layerFactor } from './tissue';
