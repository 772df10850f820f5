export type { Known, KnownSession, KnownVersion, OwnFigure } from './known';
export type { AskedAfter } from './asked';
export { courseOfOwn, type OwnCourse } from './course';
export { placesOf, type LookedUp } from './lookUp';
export { startOf, type RestToday } from './start';
export { borneFrom, ledSteps, practiseOf } from './practise';
export { withOwn, type OwnAnswer } from './onDevice';
export { ownSession, type OwnSession } from './ownSession';
export { ledIdFrom, ledText } from './ledName';
