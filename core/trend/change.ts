import type { Source } from '#core/knowledge';
import { slopeInterval } from './slopeInterval';
import { theilSen } from './theilSen';

/**
 * A fall of 2 points on a 0–10 rating is the usual “meaningful” change.
 * Farrar et al. 2001, Pain 94:149 (value from memory).
 */
export const MEANINGFUL_GRADES = 2;

export interface Change {
  /**
   * `less` and `more`: it is there, and enough to matter. `slight`: it is there and does not matter yet.
   * `no change`: it may be no more than wavering.
   */
  verdict: 'less' | 'more' | 'slight' | 'no change' | 'too few';
  /** Fitted change over the span, in grades; null when there is too little to fit. */
  grades: number | null;
  /** Between which changes it lies with 95 %, in grades, lowest first; null when there is too little. */
  interval: readonly [number, number] | null;
  says: string;
  /** Whose word it is that such a change is there, and that it matters. */
  sources: readonly Source[];
}

const SOURCES: readonly Source[] = [
  { kind: 'citation', work: 'Sen 1968, JASA 63:1379' },
  { kind: 'citation', work: 'Farrar et al. 2001, Pain 94:149' },
];
/** With fewer sessions nothing is said. */
const FEWEST = 5;

const weeks = (days: number): string => {
  const count = Math.max(1, Math.round(days / 7));
  return count === 1 ? '1 week' : `${count} weeks`;
};

const size = (grades: number): string => Math.abs(grades).toFixed(1).replace(/\.0$/, '');

/**
 * Says in words what a fitted change of a rating amounts to: whether it is there at all, which its interval
 * says, and whether it is enough to matter, which is another question.
 *
 * @param fit the change over the span and the interval it lies in, in grades; null when nothing was fitted
 * @param count how many sessions were rated
 * @param days the span
 * @example wordChange({ grades: -3, interval: [-4, -2] }, 12, 28).says
 *   // Down 3 in 4 weeks (2 to 4): more than wavering, enough to matter.
 */
export function wordChange(
  fit: { grades: number; interval: readonly [number, number] } | null,
  count: number,
  days: number,
): Change {
  if (fit === null || count < FEWEST) {
    return {
      verdict: 'too few',
      grades: fit?.grades ?? null,
      interval: null,
      says: 'Too few ratings to tell.',
      sources: SOURCES,
    };
  }
  const { grades, interval } = fit;
  const [low, high] = interval;
  const isThere = low > 0 || high < 0;
  const told = { grades, interval, sources: SOURCES };
  const moved = size(grades) === '0' ? 'Level' : `${grades < 0 ? 'Down' : 'Up'} ${size(grades)}`;
  if (!isThere) {
    const rest = moved === 'Level' ? '.' : ', which may be no more than wavering.';
    return { verdict: 'no change', says: `${moved} in ${weeks(days)}${rest}`, ...told };
  }
  const ends = [low, high].map(Math.abs).sort((a, b) => a - b);
  const range = [...new Set(ends.map(size))].join(' to ');
  const within = range === size(grades) ? '' : ` (${range})`;
  const says = `${moved} in ${weeks(days)}${within}: more than wavering`;
  if (Math.abs(grades) < MEANINGFUL_GRADES) {
    return { verdict: 'slight', says: `${says}, too little to matter yet.`, ...told };
  }
  return {
    verdict: grades < 0 ? 'less' : 'more',
    says: `${says}, enough to matter.`,
    ...told,
  };
}

/**
 * What ratings of one place over days amount to.
 *
 * @param points [day counted from the first, rating], the earliest first
 * @example changeOf([[0, 7], [1, 7], [3, 6]]).says // Too few ratings to tell.
 */
export function changeOf(points: readonly (readonly [number, number])[]): Change {
  const days = points.at(-1)?.[0] ?? 0;
  const line = theilSen(points);
  const interval = slopeInterval(points);
  const fit = line &&
    interval && {
      grades: line.slope * days,
      interval: [interval[0] * days, interval[1] * days] as const,
    };
  return wordChange(fit, points.length, days);
}
