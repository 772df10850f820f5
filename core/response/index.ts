export { ASKED_WITHIN_DAYS, asksAbout } from './asksAbout';
export { BUILD_UP_SECONDS, builtUp, lengthened, quietInRow, type Borne } from './buildUp';
export {
  RESPONSE_IDS,
  RESPONSES,
  responseWords,
  type ResponseId,
  type ResponseWords,
} from './responses';
