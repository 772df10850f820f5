import type { Fit, FitWish } from '#core/fit';
import type { Outcome } from '#core/knowledge';
import type { CheckContext, Routine } from '#core/routine';

/** What the page asks of the worker. */
export interface FitQuestion {
  routine: Routine;
  wish: FitWish;
  context: CheckContext;
}

export type FitAnswer = { is: 'under way'; share: number } | { is: 'done'; outcome: Outcome<Fit> };
