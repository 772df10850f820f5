import { KILOGRAMS_PER_POUND, METRES_PER_INCH } from '#core/loading';

/** How weights and lengths are shown. */
export type Units = 'metric' | 'imperial';

export const unitsOf = (text: string | null): Units => (text === 'lb' ? 'imperial' : 'metric');

export const weightUnit = (units: Units): string => (units === 'metric' ? 'kg' : 'lb');
export const lengthUnit = (units: Units): string => (units === 'metric' ? 'cm' : 'in');

/** Kilograms as they are shown. */
export const shownWeight = (kilograms: number, units: Units): number =>
  units === 'metric' ? kilograms : kilograms / KILOGRAMS_PER_POUND;
export const givenWeight = (shown: number, units: Units): number =>
  units === 'metric' ? shown : shown * KILOGRAMS_PER_POUND;

/** Metres as they are shown, in centimetres or inches. */
export const shownLength = (metres: number, units: Units): number =>
  units === 'metric' ? metres * 100 : metres / METRES_PER_INCH;
export const givenLength = (shown: number, units: Units): number =>
  units === 'metric' ? shown / 100 : shown * METRES_PER_INCH;

/** A figure with as many digits as an estimate bears: 3 at most. */
export function rounded(value: number): string {
  const size = Math.abs(value);
  if (size >= 100) return String(Math.round(value));
  if (size >= 10) return String(Math.round(value));
  return String(Math.round(value * 10) / 10);
}

/** A band as “8 to 15”. */
export const bandWords = ({ low, high }: { low: number; high: number }): string =>
  `${rounded(low)} to ${rounded(high)}`;
