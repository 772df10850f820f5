export { COMMON_PRACTICE, citation, sourceWords, type Source } from './source';
export { ownEstimate, verdictRank, type Finding, type Verdict } from './finding';
export {
  answer,
  firstMistake,
  mistaken,
  outside,
  type Bounds,
  type Mistake,
  type Outcome,
} from './mistake';
export {
  noLongerUsed,
  presentId,
  RETIRED,
  type Retired,
  type RetiredTables,
  type Table,
} from './retired';
