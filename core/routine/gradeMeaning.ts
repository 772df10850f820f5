/** What a pressure grade feels like, 0–10. Common practice, no published source. */
const MEANINGS = [
  'the weight of the hand',
  'just felt',
  'lightly felt',
  'felt, quite easy',
  'clearly felt, breathing easily',
  'strong, still breathing easily',
  'very strong, no longer for everybody',
  'as much as is ever asked, never held tight',
] as const;

/**
 * What a pressure grade feels like, in words; null above what is ever asked for.
 *
 * @example gradeMeaning(4) // => 'clearly felt, breathing easily'
 */
export const gradeMeaning = (grade: number): string | null => MEANINGS[grade] ?? null;
