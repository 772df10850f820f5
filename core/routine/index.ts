export {
  isPress,
  itemSchema,
  LIMITS,
  activitiesOf,
  pressesOf,
  testsLed,
  pressSchema,
  RAMP,
  routineSchema,
  storedRoutineSchema,
  type PressItem,
  type RampStep,
  type Routine,
  type RoutineItem,
  type SidesChoice,
} from './routine';
export { setupsForMethod, newItem, usualDose, usualPoints } from './newItem';
export { foundSites, itemFromMap, withMapped, type FoundSite, type MappedPoint } from './fromMap';
export { newActivity, placed, rankOf } from './newActivity';
export { pointsOn, sidesInOrder } from './sidesInOrder';
export { expand, reserve } from './expand';
export { holdsAmong, isHold, type ActivityStep, type HoldStep, type Step } from './step';
export { limitSteps } from './limited';
export { layOut, type Block, type Layout, type PositionBand } from './layOut';
export { COUNT_IN_SECONDS, pauseBefore } from './pauses';
export {
  dueLines,
  sessionsAWeek,
  type DoneThen,
  type DueLines,
  type RestingLine,
} from './dueLines';
export { totalsOf, withTests, type Totals } from './totals';
export { checkRoutine, HAND_LOAD_SECONDS, PHASES } from './check';
export { isAlwaysThere } from './atHand';
export { NECK_START_SECONDS } from './checkDay';
export { checkItem, surfaceOf } from './checkItem';
export { checkActivity, stretchOf } from './checkActivity';
export type { CheckContext } from './checkContext';
export { placeKey, placesPressed, sidesPressed } from './placeKey';
export { mendOf, type Mend } from './mend';
export { posturesFor, usualWay } from './ownWay';
export { canPressTogether, withTurns } from './together';
export { settledSites } from './settled';
export { readRoutine, type RetiredLine } from './stored';
export { wayWords } from './wayWords';
export { ladderFor, type LadderClient, type LadderView } from './clientLadder';
export { insteadOf, isRefused, type Instead } from './insteadOf';
export { ledWords, lineTitle, type LedRoutine, type PostureWords, type SiteWords } from './led';
export { gradeMeaning } from './gradeMeaning';
export { gradeWords } from './gradeWords';
export {
  occasionWords,
  sessionDays,
  spreadWeek,
  type Occasion,
  type SpreadDay,
  type SpreadWishes,
} from './spread';
export { spreadSays, type SpreadSays } from './spreadSays';
export { thingsNeeded } from './haveReady';
