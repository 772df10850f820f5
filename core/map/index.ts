export {
  compareMaps,
  countByRegion,
  countChanges,
  MEANINGFUL_GRADES,
  MEANINGFUL_SOURCE,
  MOVED_MM,
  rankPoints,
  type ComparedPoint,
  type PointChange,
} from './compare';
export { readEntry, type Entry } from './entry';
export {
  FINGERTIP_MM,
  homeView,
  judgePlace,
  pointAt,
  sideSign,
  snap,
  zoneTouched,
  type Placed,
} from './place';
export { MOST_OFFSET_MM, needsLooking, pointSchema, type TenderPoint } from './point';
export { relatedSites, type Suggestion } from './suggest';
