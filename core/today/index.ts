export type { Known, KnownSession, KnownVersion, OwnFigure } from './known';
export { startOf } from './start';
export { borneFrom, ledSteps, practiseOf } from './practise';
export { withOwn, type OwnAnswers } from './onDevice';
export { ownSession, type OwnSession } from './ownSession';
export { ledIdFrom, ledText } from './ledName';
