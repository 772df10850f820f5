import type { KeptUntil } from '#core/retention';
import { counted, fullDay } from '~/ui/parts/words';

/**
 * How long a record has to be kept, as a sentence.
 *
 * @param years null: the practice has not said
 */
export function keptWords(
  { years, kept, mayGo }: { years: number | null; kept: KeptUntil | null; mayGo: boolean },
  practiceName: string,
): string {
  if (years === null || kept === null)
    return `${practiceName} has not said how long records are kept.`;
  if (years === 0) return `${practiceName} keeps no record longer than it is wanted.`;
  const from =
    kept.counts === 'of age'
      ? `after coming of age on ${fullDay(kept.from)}`
      : `after the last contact on ${fullDay(kept.from)}`;
  return mayGo
    ? `It had to be kept ${counted(years, 'year')} ${from}; that is over since ${fullDay(kept.until)}.`
    : `It has to be kept ${counted(years, 'year')} ${from}: to ${fullDay(kept.until)}.`;
}
