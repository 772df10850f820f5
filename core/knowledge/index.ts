export { COMMON_PRACTICE, type Source } from './source';
export { ownEstimate, verdictRank, type Finding, type Verdict } from './finding';
