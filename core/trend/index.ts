export { expectedOf, expectedWords, type Expected, type WeekRated } from './expected';
export { goesWith, timeOfHour, type Felt, type Together } from './goesWith';
export { rankSum } from './rankSum';
export { EVERYTHING, isLookedAt, isWithin, rowsWithin, type Looked, type Stretch } from './within';
export { steady, steadyWords, type Steady } from './steady';
export { slopeInterval } from './slopeInterval';
export { theilSen, type Line } from './theilSen';
export { weeksOf, type WeekCount } from './weeks';
export { doseOf, doseRows, SHARE_WEEKS, type DoseRow } from './doseRows';
export { fadeRows, type FadeRow } from './fadeRows';
export { foundRows, type FoundRow, type FoundThen } from './foundRows';
export { dropRows, type DropRow, type RatedPlace, type Stroke } from './dropRows';
export {
  GRAVITY,
  gravestOf,
  lately,
  MARKS,
  TELL_FOR_DAYS,
  triage,
  urgencyOf,
  type Concerns,
  type DayGroup,
  type LoggedSession,
  type MarkId,
  type SeenMark,
  type ToldOf,
} from './triage';
export { changeOf, MEANINGFUL_GRADES, type Change } from './change';
