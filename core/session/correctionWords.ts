import { findSite, placeOf } from '#core/anatomy';
import type { NotedCorrection } from './summarise';

function placeWords({ siteId, side, name }: Extract<NotedCorrection, { of: 'rating' }>): string {
  if (siteId === null) return name;
  const site = findSite(siteId);
  const place = site ? placeOf(site, side) : siteId;
  return name === '' ? place : `${place} (${name})`;
}

const quoted = (word: string) => (word === '' ? 'nothing' : `“${word}”`);

/**
 * What was said of a session afterwards, as a sentence. Told where it is read and not where it is kept: the names of the
 * sites are a table that a session under way does without.
 *
 * @example correctionWords(correction) // 'Shoulder ridge, right: a rating of 6 was 4.'
 */
export function correctionWords(correction: NotedCorrection): string {
  switch (correction.of) {
    case 'rating':
      return `${placeWords(correction)}: a rating of ${correction.from} was ${correction.to}.`;
    case 'word':
      return `The word for the day was ${quoted(correction.from)}.`;
    case 'session':
      return 'It was not done; taken back.';
  }
}
