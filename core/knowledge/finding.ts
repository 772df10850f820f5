import type { Source } from './source';

/** How a rule judges: `refuse` blocks the plan, `caution` asks for a second look, `note` only tells. */
export type Verdict = 'refuse' | 'caution' | 'note';

/** What a rule answers: never a bare yes or no, always why, from what and on whose word. */
export interface Finding {
  rule: string;
  verdict: Verdict;
  /** One or two plain sentences for the therapist. */
  reason: string;
  source: Source;
  /** The values the rule looked at, with the unit in the name. */
  inputs: Record<string, string | number | null>;
  /** The routine item that is meant; absent when the whole routine is. */
  itemId?: string;
  /** The recorded reason that answers it: without one it refuses. */
  answeredBy?: 'neck' | 'interview';
}

const RANK: Record<Verdict, number> = { refuse: 0, caution: 1, note: 2 };

/** Orders verdicts, most severe first: smaller is more severe. */
export const verdictRank = (verdict: Verdict): number => RANK[verdict];

/** Marks a figure as this product's own working estimate. */
export const ownEstimate = (note: string): Source => ({ kind: 'own estimate', note });
