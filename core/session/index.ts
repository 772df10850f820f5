export { eventSchema, eventBodySchema, type EventBody, type SessionEvent } from './event';
export {
  SKIP_REASONS,
  STOP_REASONS,
  stopReason,
  type SkipReason,
  type StopReason,
} from './reasons';
export { begin, type HoldRecord, type Phase, type SessionState } from './state';
export { apply, replay } from './apply';
export { due } from './due';
export {
  ceilingOf,
  heldSeconds,
  limitOf,
  ratingDue,
  restLeft,
  countInLeft,
  RATE_EVERY_SECONDS,
} from './read';
export { summarise, type PlaceSummary, type SessionSummary } from './summarise';
