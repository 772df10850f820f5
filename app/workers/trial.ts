import type { Outcome, TrialPlan } from '#core/simulation';

/** What the page asks of the worker: the same clients under each policy. */
export interface TrialQuestion {
  plans: readonly TrialPlan[];
}

export type TrialAnswer =
  { is: 'under way'; share: number } | { is: 'done'; outcomes: readonly Outcome[] };
