import { yearsBetween, type Day } from '#core/calendar';

/** Under this age somebody else consents, as most codes have it; local codes decide. Common practice, no published source. */
export const OF_AGE = 18;

/** Somebody under age, and who consents for them: empty while nobody is on file. */
export interface Minor {
  age: number;
  consentBy: string;
}

/**
 * Whether somebody is under age on a day; null where they are not, or the birthday is not known.
 *
 * @example minorOn({ bornOn: '2010-03-12', consentBy: 'her mother' }, '2026-03-11') // => { age: 15, consentBy: 'her mother' }
 */
export function minorOn(
  { bornOn, consentBy }: { bornOn: Day | null; consentBy: string },
  today: Day,
): Minor | null {
  if (bornOn === null) return null;
  const age = Math.max(0, yearsBetween(bornOn, today));
  return age < OF_AGE ? { age, consentBy } : null;
}
