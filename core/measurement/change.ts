import { citation, ownEstimate, type Source } from '#core/knowledge';
import type { Quantity, Way } from './quantity';
import { FINGER_ERROR } from './sources';

export const Z95 = 1.96;

/** Smallest detectable change at 95 % for two readings with these standard errors, in their unit. */
export const mdc95 = (semBefore: number, semAfter: number = semBefore): number =>
  Z95 * Math.hypot(semBefore, semAfter);

/** The standard error that belongs to a smallest detectable change: MDC95 / (1.96 √2). */
export const semOf = (mdc: number): number => mdc / (Z95 * Math.SQRT2);

const FINGERS_SEM_MM = 4;

const shown = (value: number) => String(Math.round(value * 10) / 10);

/** A picture is seldom taken quite from the side; our estimate. */
const PICTURE_SHARE = 1.3;
/** Alone at home, without a second pair of eyes on the start and the end; our estimate. */
const HOME_SHARE = 1.5;
/** Two people set the same test up differently; our estimate. */
export const OTHER_HANDS_SHARE = 1.4;

/**
 * Standard error of a reading by the way it was taken and by whom, in the quantity's unit. Published errors are of one
 * therapist with a goniometer or a rule; how much more other ways and hands bring is our estimate.
 *
 * @example a turn of the neck, SEM 3°: 3° by a therapist, 3.9° from a picture, 4.5° at home
 */
export function semBy(
  quantity: Quantity,
  way: Way,
  atHome = false,
): { sem: number; source: Source } {
  const isPicture = way === 'picture' && quantity.unit === 'deg';
  const byFingers = way === 'fingers' && quantity.sem < FINGERS_SEM_MM;
  const base = byFingers ? FINGERS_SEM_MM : quantity.sem;
  // A rating is the client's own wherever it is given.
  const share =
    (isPicture ? PICTURE_SHARE : 1) * (atHome && quantity.unit !== 'score' ? HOME_SHARE : 1);
  if (byFingers && share === 1) return { sem: base, source: FINGER_ERROR };
  if (share === 1) return { sem: base, source: quantity.semSource };
  const how = [isPicture ? 'from a picture' : null, atHome ? 'at home' : null]
    .filter(Boolean)
    .join(' and ');
  return {
    sem: base * share,
    source: ownEstimate(`${shown(base)} of one therapist, × ${shown(share)} ${how}`),
  };
}

/** A figure with the way it was read, and by whom as far as that is known. */
export interface Read {
  value: number;
  way: Way;
  /** The client took it alone. */
  atHome?: boolean;
  /** Whoever took it; null when that is not known. */
  by?: string | null;
}

/** Whether two readings were taken by two people, as far as is known. */
const otherHands = (before: Read, after: Read): boolean =>
  (before.atHome ?? false) !== (after.atHome ?? false) ||
  (Boolean(before.by) && Boolean(after.by) && before.by !== after.by);

export type ChangeVerdict = 'changed' | 'within measurement error' | 'too few readings';

/** Whether two readings differ by more than measuring does, with the arithmetic. */
export interface Change {
  verdict: ChangeVerdict;
  /** After minus before; null when one is missing. */
  difference: number | null;
  mdc: number | null;
  /** Jacobson and Truax: difference / √(SEM₁² + SEM₂²). */
  reliableChange: number | null;
  /** For the better, for the worse; null when not changed or when neither is better. */
  direction: 'better' | 'worse' | null;
  /** The steps of the sum, to be read beside it. */
  arithmetic: readonly string[];
  source: Source;
}

export const CHANGE_SOURCE = citation(
  'Jacobson & Truax 1991, J. Consult. Clin. Psychol. 59:12; MDC95 = 1.96 √2 SEM',
);

/**
 * Judges a change against measurement error.
 *
 * @example a goniometer with SEM 3°: MDC95 = 1.96 √2 · 3 = 8.3°, so 62° after 50° has changed
 */
export function change(quantity: Quantity, before: Read | null, after: Read | null): Change {
  if (!before || !after) {
    return {
      verdict: 'too few readings',
      difference: null,
      mdc: null,
      reliableChange: null,
      direction: null,
      arithmetic: ['It takes two readings to compare.'],
      source: CHANGE_SOURCE,
    };
  }
  const others = quantity.unit !== 'score' && otherHands(before, after);
  const errorOf = ({ way, atHome }: Read) =>
    semBy(quantity, way, atHome).sem * (others ? OTHER_HANDS_SHARE : 1);
  const [one, two] = [{ sem: errorOf(before) }, { sem: errorOf(after) }];
  const mdc = mdc95(one.sem, two.sem);
  const difference = after.value - before.value;
  const reliableChange = difference / Math.hypot(one.sem, two.sem);
  // A hair's breadth of rounding must not decide: exactly the MDC is not beyond it.
  const changed = Math.abs(difference) > mdc + 1e-9;
  const up = quantity.better === 'more' ? 'better' : 'worse';
  const down = quantity.better === 'more' ? 'worse' : 'better';
  const even = one.sem === two.sem;
  return {
    verdict: changed ? 'changed' : 'within measurement error',
    difference,
    mdc,
    reliableChange,
    direction: !changed || quantity.better === null ? null : difference > 0 ? up : down,
    arithmetic: [
      `Difference: ${shown(after.value)} − ${shown(before.value)} = ${shown(difference)}.`,
      ...(others
        ? [
            `Taken by two people: each error × ${OTHER_HANDS_SHARE}, our estimate, is in the next line.`,
          ]
        : []),
      even
        ? `Standard error of one reading (SEM): ${shown(one.sem)}.`
        : `Standard errors of the two readings (SEM): ${shown(one.sem)} and ${shown(two.sem)}.`,
      even
        ? `Smallest detectable change: 1.96 × √2 × ${shown(one.sem)} = ${shown(mdc)}.`
        : `Smallest detectable change: 1.96 × √(${shown(one.sem)}² + ${shown(two.sem)}²) = ${shown(mdc)}.`,
      `Reliable change: ${shown(difference)} / ${shown(Math.hypot(one.sem, two.sem))} = ${Math.round(reliableChange * 100) / 100}; beyond ±1.96 counts.`,
    ],
    source: CHANGE_SOURCE,
  };
}

/** Left against right, by the same measure: a difference smaller than error is none. */
export const sideDifference = (
  quantity: Quantity,
  left: Read | null,
  right: Read | null,
): { difference: number; beyondError: boolean; less: 'left' | 'right' | null } | null => {
  const judged = change(quantity, left, right);
  if (judged.difference === null) return null;
  const beyondError = judged.verdict === 'changed';
  return {
    difference: Math.abs(judged.difference),
    beyondError,
    less: beyondError ? (judged.difference > 0 ? 'left' : 'right') : null,
  };
};
