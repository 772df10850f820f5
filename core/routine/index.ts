export {
  itemSchema,
  LIMITS,
  routineSchema,
  type Routine,
  type RoutineItem,
  type SidesChoice,
} from './routine';
export { newItem, usualDose } from './newItem';
export { pointsOn, sidesInOrder } from './sidesInOrder';
export { expand, type HoldStep } from './expand';
export { COUNT_IN_SECONDS, layOut, type Block, type Layout, type PositionBand } from './layOut';
export { totalsOf, type Totals } from './totals';
export { checkRoutine, type CheckContext } from './check';
export { placeKey } from './placeKey';
