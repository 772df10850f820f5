export {
  doseSchema,
  FADED_GRADE,
  METHODS,
  methodOf,
  type Dose,
  type Method,
  type MethodId,
} from './methods';
export { contactPerPoint, type SecondsBand } from './contact';
export { allowance } from './allowance';
