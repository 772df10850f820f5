export {
  askedWithin,
  OUTCOME_IDS,
  OUTCOMES,
  outcomeWords,
  overOf,
  type CourseOver,
  type CourseStep,
  type Outcome,
} from './course';
