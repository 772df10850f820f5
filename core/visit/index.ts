export { openStages, type StageName, type VisitState } from './open';
export {
  summariseVisit,
  summarySchema,
  type VisitFigure,
  type VisitRecord,
  type VisitSummary,
} from './summary';
export { stageToOpen, type OpenStage } from './stageToOpen';
export { doneWhen, type DoneRow, type DoneSpan, type DoneStage, type DoneThen } from './doneWhen';
