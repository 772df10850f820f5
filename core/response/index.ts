export { ASKED_WITHIN_DAYS, asksAbout } from './asksAbout';
export { BUILD_UP_SECONDS, builtUp, lengthened, quietInRow, type Borne } from './buildUp';
export { afterWords, responseAt, type StoredAfter } from './afterWords';
export { LOOKED_AT_FOR } from './lookedAt';
export {
  LOOKED_AT,
  LAID_TO_REST,
  laidAbout,
  lookedAbout,
  RESTS_BECAUSE,
  restsOf,
  wordOnPlace,
  restSteps,
  type BruiseSeen,
  type Rest,
  type RestingPlace,
  type ToldAfter,
} from './rest';
export {
  ASKS_WHERE,
  BESIDES,
  BESIDES_IDS,
  DAY_AFTER,
  RESPONSE_IDS,
  RESPONSES,
  responseWords,
  type BesidesId,
  type ResponseId,
  type ResponseWords,
} from './responses';
