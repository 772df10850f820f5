export {
  itemSchema,
  LIMITS,
  routineSchema,
  storedRoutineSchema,
  type Routine,
  type RoutineItem,
  type SidesChoice,
} from './routine';
export { setupsForMethod, newItem, usualDose } from './newItem';
export { pointsOn, sidesInOrder } from './sidesInOrder';
export { expand, type HoldStep } from './expand';
export { limitSteps } from './limited';
export { layOut, type Block, type Layout, type PositionBand } from './layOut';
export { COUNT_IN_SECONDS } from './pauses';
export { TEST_SECONDS, totalsOf, withTests, type Totals } from './totals';
export { checkRoutine, type CheckContext } from './check';
export { placeKey } from './placeKey';
export { wayWords } from './wayWords';
