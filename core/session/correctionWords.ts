import { findSite, placeOf } from '#core/anatomy';
import { isHold, type Step } from '#core/routine';
import type { SessionState } from './state';

function nameOf(step: Step | undefined): string {
  if (!step) return 'a hold';
  if (!isHold(step)) return step.title;
  const site = findSite(step.siteId);
  const place = site ? placeOf(site, step.side) : step.siteId;
  return step.spot ? `${place} (${step.spot})` : place;
}

const quoted = (word: string) => (word === '' ? 'nothing' : `“${word}”`);

/**
 * What was said of a session afterwards, a sentence each, oldest first.
 *
 * @example correctionWords(state) // [{ at, says: 'Shoulder ridge, right: a rating of 6 was 4.' }]
 */
export const correctionWords = ({
  steps,
  corrections,
}: Pick<SessionState, 'steps' | 'corrections'>): { at: number; says: string }[] =>
  corrections.map((one) => {
    switch (one.of) {
      case 'rating':
        return {
          at: one.at,
          says: `${nameOf(steps[one.step])}: a rating of ${one.from} was ${one.to}.`,
        };
      case 'word':
        return { at: one.at, says: `The word for the day was ${quoted(one.from)}.` };
      case 'session':
        return { at: one.at, says: 'It was not done; taken back.' };
    }
  });
