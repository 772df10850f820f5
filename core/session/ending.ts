import { stopReason } from './reasons';
import type { SessionState } from './state';

/** How a session ended, in words. */
export interface Ending {
  says: string;
  /** The therapist should look at it. */
  attention: boolean;
}

/**
 * The words for how a session ended: the one table of them, for the log, the review and the client’s list.
 *
 * @example endingOf({ status: 'stopped', stopReason: 'numb', counts: false })
 *   // => { says: 'stopped: numbness, tingling or a shooting pain', attention: true }
 */
export function endingOf({
  status,
  stopReason: reason,
  counts,
  byHand = false,
  takenBack = false,
}: {
  status: SessionState['status'];
  stopReason: string | null;
  counts: boolean;
  byHand?: boolean;
  takenBack?: boolean;
}): Ending {
  if (takenBack) return { says: 'taken back: not done', attention: false };
  if (status === 'finished') {
    return { says: byHand ? 'written down afterwards' : 'finished', attention: false };
  }
  if (status === 'stopped' && reason) {
    const { label, weight } = stopReason(reason);
    return {
      says: `stopped: ${label.charAt(0).toLowerCase()}${label.slice(1)}`,
      attention: weight !== 'ordinary',
    };
  }
  return { says: counts ? 'left open, most of it held' : 'left open', attention: false };
}

/** What is said of a session whose instants were set right; null when its clock was right. */
export function clockSays(clock: 'right' | 'corrected' | 'guessed'): string | null {
  switch (clock) {
    case 'right':
      return null;
    case 'corrected':
      return 'The phone’s clock was wrong; times are set right.';
    case 'guessed':
      return 'The phone’s clock was wrong; the day is a guess.';
  }
}
