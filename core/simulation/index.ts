export { chanceFrom, type Chance } from './chance';
export { COURSES, type Course, type CourseId } from './courses';
export { practiseOnce, type Body } from './practiseOnce';
export { simulate, type SimulatedSession } from './simulate';
