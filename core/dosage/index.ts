export { MOVEMENTS, movementsIn, type MovementId } from './movements';
export { doseSchema, type Dose } from './dose';
export {
  FADED_GRADE,
  METHOD_IDS,
  METHODS,
  methodOf,
  START_GRADE,
  USUALLY_LEAST,
  type Method,
  type MethodId,
} from './methods';
export {
  contactPerPoint,
  countedIn,
  isOpenEnded,
  methodSeconds,
  type SecondsBand,
} from './contact';
export { allowance } from './allowance';
export { OFTEN_LIMITS, oftenSchema, oftenWords, type Often } from './often';
