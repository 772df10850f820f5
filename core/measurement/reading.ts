import { answer, mistaken, type Outcome } from '#core/knowledge';
import { median } from 'd3-array';
import { Z95 } from './change';
import { UNIT_WORDS, type Quantity } from './quantity';

export const MOST_TRIES = 3;

/** Up to three tries: the median is kept, the spread is shown. */
export interface Reading {
  value: number;
  tries: readonly number[];
  /** Largest minus smallest try. */
  spread: number;
  /** The tries differ by more than the smallest detectable change: measure again. */
  uneven: boolean;
}

const withUnit = (value: number, { unit }: Quantity) =>
  unit === 'deg' ? `${value}°` : `${value} ${UNIT_WORDS[unit]}`;

/** Judges one typed figure; the sentence names what a body can show. */
export function judgeTry(quantity: Quantity, value: number): Outcome<number> {
  if (Number.isFinite(value) && value >= quantity.least && value <= quantity.most) {
    return answer(value);
  }
  const given = Number.isFinite(value)
    ? `${withUnit(value, quantity)} was given`
    : 'that is no number';
  return mistaken(
    'out of range',
    quantity.id,
    `${quantity.name.charAt(0).toUpperCase()}${quantity.name.slice(1)} lies between ${withUnit(quantity.least, quantity)} and ${withUnit(quantity.most, quantity)} on a human body; ${given}.`,
  );
}

/** Makes a reading of one to three tries, in the quantity's unit. */
export function readingOf(quantity: Quantity, tries: readonly number[]): Outcome<Reading> {
  if (tries.length === 0) return mistaken('missing', quantity.id, 'A reading needs a try.');
  if (tries.length > MOST_TRIES) {
    return mistaken('out of range', quantity.id, `At most ${MOST_TRIES} tries are kept.`);
  }
  for (const value of tries) {
    const judged = judgeTry(quantity, value);
    if (!judged.ok) return judged;
  }
  const value = median(tries) ?? 0;
  const spread = Math.max(...tries) - Math.min(...tries);
  return answer({
    value,
    tries,
    spread,
    uneven: spread > Z95 * Math.SQRT2 * quantity.sem,
  });
}

/** Width of a finger, in mm; our own estimate. Three fingers make an ordinary jaw opening. */
export const FINGER_MM = 15;

/** Finger widths as millimetres. */
export const fingersToMm = (fingers: number): number => Math.round(fingers * FINGER_MM);

/** Where a figure lies against what is ordinary. */
export function against(
  { ordinary }: Pick<Quantity, 'ordinary'>,
  value: number,
): 'below' | 'ordinary' | 'above' | null {
  if (!ordinary) return null;
  if (ordinary.from !== null && value < ordinary.from) return 'below';
  if (ordinary.to !== null && value > ordinary.to) return 'above';
  return 'ordinary';
}
