export {
  compareMaps,
  countByRegion,
  countChanges,
  rankPoints,
  type ComparedPoint,
  type PointChange,
} from './compare';
export { readEntry, type Entry } from './entry';
export { nearby, type Nearby } from './nearby';
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
export { needsLooking, pointSchema, storedPointSchema, type TenderPoint } from './point';
export { referralCm, referralRows, type ReferralRow } from './referral';
export { relatedSites, type Suggestion } from './suggest';
