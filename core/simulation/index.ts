export { chanceFrom, type Chance } from './chance';
export { COURSES, type Course, type CourseId } from './courses';
export { practiseOnce, type Body } from './practiseOnce';
export { simulate, type SimulatedSession } from './simulate';
export {
  CLIENT_KINDS,
  runTrial,
  type Band,
  type ClientKind,
  type Outcome,
  type Policy,
  type TrialPlan,
} from './policyTrial';
