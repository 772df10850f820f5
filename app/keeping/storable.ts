/** PostgreSQL’s text holds every character but this one. */
const NUL = '\u0000';

/**
 * Whether a text can be stored and read back as it is: no NUL, and no half of a surrogate pair.
 *
 * @example isStorable('a\ud83d') // => false
 */
export const isStorable = (text: string): boolean =>
  !text.includes(NUL) && !/\p{Surrogate}/u.test(text);

/** Whether every text in a value can be stored, names of fields included. */
export function allStorable(value: unknown): boolean {
  if (typeof value === 'string') return isStorable(value);
  if (value === null || typeof value !== 'object') return true;
  return Object.entries(value).every(([name, inner]) => isStorable(name) && allStorable(inner));
}

/** What is said of a text that cannot be stored. */
export const NOT_STORABLE = 'The text holds a character that cannot be stored.';

/** Whole numbers of the database end here. */
export const MOST_INTEGER = 2_147_483_647;
/** The last instant of the year 9999, ms since 1970 UTC: days end there. */
export const LAST_INSTANT = 253_402_300_799_999;
