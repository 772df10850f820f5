export {
  calibrate,
  CALIBRATION_SOURCE,
  gradeAt,
  pressureFor,
  type Calibration,
  type KnownRating,
} from './calibrate';
export { explainPressure, type Standing, type Step } from './explain';
export {
  ballForce,
  ballPressure,
  deepest,
  layerFactor,
  LOCKED_SHARE,
  widthAt,
  type Layer,
} from './indentation';
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
export { mostLoad, scaleKilograms, type Wish } from './scale';
export {
  samplePressure,
  presses,
  setupOf,
  setupMean,
  setupPressure,
  type Setup,
  type SetupIds,
  type SetupPressure,
} from './setup';
