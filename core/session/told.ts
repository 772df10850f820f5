import { isHold } from '#core/routine';
import { advance, write } from './advance';
import type { SessionEvent } from './event';
import { limitOf, stepOf } from './read';
import type { Rating, SessionState } from './state';

type Told = Extract<SessionEvent, { type: 'told' }>;

/** What was told of a hold, as ratings: how it was while pressing, and on letting go. */
function ratingsOf({ before, after }: Told, seconds: number): Rating[] {
  if (before === undefined) return [];
  const first: Rating = { grade: before, atSeconds: 0, when: 'pressing' };
  return after === undefined
    ? [first]
    : [first, { grade: after, atSeconds: Math.round(seconds), when: 'letting go' }];
}

/**
 * A hold of a session that is told afterwards. Done, it counts as long as it was prescribed, within what the site’s cap
 * leaves: how long it really was nobody knows.
 */
export function told(state: SessionState, event: Told): SessionState {
  const step = stepOf(state);
  if (!state.byHand || !step || event.step !== state.stepIndex) return state;
  if (!event.done) {
    return advance({ ...state, holds: write(state, { outcome: 'skipped' }) }, event.at);
  }
  const seconds = Math.round(limitOf(state) * 10) / 10;
  const held = isHold(step)
    ? { contactSeconds: seconds, ratings: ratingsOf(event, seconds) }
    : { seconds };
  return advance({ ...state, holds: write(state, { ...held, outcome: 'told' }) }, event.at);
}
