export { type Condition, type Detail } from './condition';
export { conditionName } from './conditionName';
export { CONDITION_IDS, CONDITIONS, type ConditionId } from './conditions';
export {
  clearanceFor,
  clearanceSchema,
  clearedAnswers,
  inForce,
  type Clearance,
  type RecordedClearance,
  type ReplyInForce,
  type Screening,
} from './clearance';
export { screeningDue, type DueInput } from './due';
export { LEVELS, levelRank, type Level, type Scope, type ScreenFinding } from './finding';
export {
  answersOf,
  answerWith,
  contradictions,
  INTERVIEW,
  missing,
  noneOf,
  repliesSchema,
  reply,
  unanswered,
  type Contradiction,
  type QuestionGroup,
  type Reply,
} from './interview';
export { mayDo, type DoingPermission } from './mayDo';
export { mayUse, mostSites, type Permission, type Use } from './mayUse';
export { answersSchema, screen, type ScreenAnswer } from './screen';
export { readReplies } from './stored';
export { allStop, type AllStop } from './stop';
export { minorOn, OF_AGE, type Minor } from './minor';
