import { Temporal } from 'temporal-polyfill';
import type { Day } from './day';

/**
 * Whole years from a day to another: an age on its birthday and after it. Who was born on 29 February is a year older on
 * 1 March where there is none.
 *
 * @throws RangeError when one of them is no day
 * @example yearsBetween('2010-03-12', '2026-03-11') // 15
 */
export const yearsBetween = (from: Day, to: Day): number =>
  Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'year' }).years;
