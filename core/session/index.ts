export { eventSchema, eventBodySchema, type EventBody, type SessionEvent } from './event';
export {
  LEAVING_REASONS,
  SKIP_REASONS,
  STOP_REASONS,
  stopReason,
  type LeavingReason,
  type SkipReason,
  type StopReason,
  type StopReasonWords,
} from './reasons';
export { byHand, type ToldByHand } from './byHand';
export { isAfterwards, mayTakeBack } from './correct';
export { correctionWords } from './correctionWords';
export { begin, type HoldRecord, type Phase, type SessionState } from './state';
export { apply, replay } from './apply';
export { clockSays, endingOf, type Ending } from './ending';
export { due } from './due';
export { CLOCK_TOLERANCE_MS, correctClock, TAKE_UP_WITHIN_MS, type ClockCorrection } from './clock';
export { secondsLeft } from './left';
export {
  ceilingOf,
  countNow,
  countsByTouch,
  heldBefore,
  heldSeconds,
  ledBefore,
  limitOf,
  ratingDue,
  restLeft,
  type Count,
  countInLeft,
} from './read';
export {
  summarise,
  type ActivitySummary,
  type PlaceSummary,
  type SessionSummary,
} from './summarise';
export { inTheWay, type Beginning, type InTheWay } from './inTheWay';
