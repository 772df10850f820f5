export { adherenceOf, type Adherence, type Known, type Practised } from './evidence';
export { HOW_SEEN, type HowSeen, type SeenTo } from './seenTo';
export type { Variable } from './changes';
export { RULES, type Weight } from './rules';
export { isSeenTo, propose, withTaken, type Proposal, type Proposals } from './propose';
