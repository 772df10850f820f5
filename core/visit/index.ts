export { openStages, type StageName, type VisitState } from './open';
export {
  measureName,
  summariseVisit,
  summarySchema,
  type VisitFigure,
  type VisitRecord,
  type VisitSummary,
} from './summary';
