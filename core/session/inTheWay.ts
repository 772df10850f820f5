import type { StopReasonWords } from './reasons';
import { stopReason } from './reasons';

/** Why nothing may be begun: the therapist’s word after a stop, the interview, or its confirmation is waited for. */
export type InTheWay =
  | { waits: 'word'; day: string; stopped: StopReasonWords }
  | { waits: 'interview' }
  | { waits: 'confirmation' };

/** What is known of a client when they want to begin. Instants in ms since 1970. */
export interface Beginning {
  interviews: readonly { at: number; confirmed: boolean }[];
  sessions: readonly { heardAt: number; day: string; stopReason: string | null }[];
  /** The therapist recorded why the routine is issued without an interview. */
  excused: boolean;
}

/**
 * What stands in the way of a session; null when nothing does. A stop that forbids all sessions holds until an
 * interview is held or confirmed after it was heard of, whatever was practised since; nobody practises unscreened. Common
 * practice, no published source.
 */
export function inTheWay({ interviews, sessions, excused }: Beginning): InTheWay | null {
  const confirmedAt = Math.max(
    -Infinity,
    ...interviews.filter((one) => one.confirmed).map((one) => one.at),
  );
  for (const { heardAt, day, stopReason: reason } of sessions) {
    if (reason === null || heardAt <= confirmedAt) continue;
    const stopped = stopReason(reason);
    if (stopped.nothingStarts) return { waits: 'word', day, stopped };
  }
  if (confirmedAt > -Infinity || excused) return null;
  return { waits: interviews.length > 0 ? 'confirmation' : 'interview' };
}
