export { adherenceOf, type Adherence, type Known, type Practised } from './evidence';
export { VARIABLES, type Variable } from './changes';
export { RULES, type Weight } from './rules';
export { propose, withTaken, type Proposal, type Proposals } from './propose';
