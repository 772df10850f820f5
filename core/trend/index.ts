export { slopeInterval } from './slopeInterval';
export { theilSen, type Line } from './theilSen';
export { weeksOf, type WeekCount } from './weeks';
export { foundRows, type FoundRow, type FoundThen } from './foundRows';
export { dropRows, type DropRow, type RatedPlace, type Stroke } from './dropRows';
export {
  lately,
  TELL_FOR_DAYS,
  triage,
  type Concerns,
  type DayGroup,
  type Lately,
  type LoggedSession,
} from './triage';
export { changeOf, MEANINGFUL_GRADES, type Change } from './change';
