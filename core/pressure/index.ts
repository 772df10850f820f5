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
export { ladderOf, nextRung, NOTICED, setupKey, setupsFor, type AtHand, type Rung } from './ladder';
export {
  LOAD_BOUNDS,
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
  modelSetup,
  samplePressure,
  setupOf,
  setupPeak,
  setupPressure,
  type Setup,
  type SetupIds,
  type SetupPressure,
} from './setup';
export { FLESH, layerFactor, MUSCLE_MODULUS } from './tissue';
