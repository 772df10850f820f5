export { findStartingPlan, STARTING_PLANS, type StartingPlan } from './startingPlans';
export { plannedLines, takenFrom, type PlanClient, type PlannedLine } from './begin';
export { asTemplate, compareRoutines, linesOfOther, type ComparedLine } from './held';
