import { dayOfYears, type Day } from '#core/calendar';
import { OF_AGE } from '#core/screening';

/** Until when a record has to be kept, and what that is counted from. */
export interface KeptUntil {
  /** The last day on which it has to be kept. */
  until: Day;
  from: Day;
  /** `of age`: it is counted from the day they come of age, which is later than the last contact. */
  counts: 'last contact' | 'of age';
}

/**
 * The last day a record has to be kept: so many years after the last contact, or after coming of age where that is later. How
 * many years, the code of the place says; that they are counted so is common practice, no published source.
 *
 * @param years whole years; 0: nothing has to be kept beyond the last contact
 * @example keptUntil({ lastContact: '2026-03-10', bornOn: null }, 10).until // => '2036-03-10'
 */
export function keptUntil(
  { lastContact, bornOn }: { lastContact: Day; bornOn: Day | null },
  years: number,
): KeptUntil {
  const ofAge = bornOn === null ? null : dayOfYears(bornOn, OF_AGE);
  const later = ofAge !== null && ofAge > lastContact;
  const from = later ? ofAge : lastContact;
  return { until: dayOfYears(from, years), from, counts: later ? 'of age' : 'last contact' };
}
