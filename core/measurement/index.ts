export {
  angleAboveHorizontal,
  angleAt,
  angleToVertical,
  levelOffset,
  PICTURE_READS,
  POINTS_NEEDED,
  readPicture,
  type PictureRead,
} from './angle';
export {
  FINGER_WIDTHS,
  homeParts,
  homeSteps,
  homeWays,
  isTaken,
  openParts,
  type HomePart,
  type HomeRow,
  type HomeSide,
  type HomeWay,
} from './atHome';
export {
  change,
  mdc95,
  semBy,
  semOf,
  sideDifference,
  Z95,
  type Change,
  type ChangeVerdict,
  type Read,
} from './change';
export { edgeOfBed, type EdgeOfBed, type ShortMuscles } from './edgeOfBed';
export { leadFrom, leadFromEdgeOfBed, type Lead } from './leads';
export { homeToday, type AskedAtHome, type HomeToday, type TakenAtHome } from './home';
export {
  UNIT_WORDS,
  WAYS,
  type MovementTest,
  type Observation,
  type Ordinary,
  type Quantity,
  type Unit,
  type Way,
} from './quantity';
export {
  against,
  FINGER_MM,
  fingersToMm,
  judgeTry,
  MOST_TRIES,
  readingOf,
  type Reading,
} from './reading';
export { findQuantity, findTest, sitesOfTest, TEST_SECONDS, TESTS, testsFor } from './tests';
export { gravityOf, tiltBetween, type Gravity } from './tilt';
export { steadyTilt, TILT_PATIENCE_MS, type SteadyTilt, type TiltSample } from './steadyTilt';
