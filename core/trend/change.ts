import type { Source } from '#core/knowledge';

/**
 * A fall of 2 points on a 0–10 rating is the usual “meaningful” change.
 * Farrar et al. 2001, Pain 94:149 (value from memory).
 */
export const MEANINGFUL_GRADES = 2;

export interface Change {
  verdict: 'less' | 'more' | 'no change' | 'too few';
  /** Fitted change over the span, in grades; null when there is too little to fit. */
  grades: number | null;
  says: string;
  source: Source;
}

const SOURCE: Source = { kind: 'citation', work: 'Farrar et al. 2001, Pain 94:149' };
const FEWEST = 5;

const weeks = (days: number): string => {
  const count = Math.max(1, Math.round(days / 7));
  return count === 1 ? '1 week' : `${count} weeks`;
};

/** Says in words what a fitted change of a rating amounts to. */
export function wordChange(grades: number | null, count: number, days: number): Change {
  if (grades === null || count < FEWEST) {
    return { verdict: 'too few', grades, says: 'Too few ratings to tell.', source: SOURCE };
  }
  const size = Math.abs(grades).toFixed(1).replace(/\.0$/, '');
  if (Math.abs(grades) < MEANINGFUL_GRADES) {
    const turn = grades < 0 ? 'down' : 'up';
    const moved = size === '0' ? 'Level' : `${turn === 'down' ? 'Down' : 'Up'} ${size}`;
    return {
      verdict: 'no change',
      grades,
      says: `${moved} in ${weeks(days)}: too little to count as change.`,
      source: SOURCE,
    };
  }
  return {
    verdict: grades < 0 ? 'less' : 'more',
    grades,
    says: `${grades < 0 ? 'Down' : 'Up'} ${size} in ${weeks(days)}: more than a rating wavers by itself.`,
    source: SOURCE,
  };
}
