import { responseWords } from '#core/response';
import { stopReason } from './reasons';

/** Why nothing may be begun: the therapist’s word after a stop, the interview, or its confirmation is waited for. */
export type InTheWay =
  | {
      waits: 'word';
      day: string;
      /** It came while practising, or was how the day after was. */
      when: 'during' | 'after';
      /** What it was, what it asks for, and whether help is called at once. */
      heard: { label: string; advice: string | null; emergency: boolean };
    }
  /** The course has ended, and they were not told to go on by themselves. */
  | { waits: 'over'; day: string }
  | { waits: 'interview' }
  | { waits: 'confirmation' };

/** What is known of a client when they want to begin. Instants in ms since 1970. */
export interface Beginning {
  interviews: readonly { at: number; confirmed: boolean }[];
  sessions: readonly {
    heardAt: number;
    day: string;
    stopReason: string | null;
    /** Where it was stopped: empty where no place is known, absent in sessions of earlier editions. */
    summary?: { stoppedAt?: readonly unknown[] };
    /** How the day after was, and when that was heard of; null while it is not known. */
    response: string | null;
    responseAt: number | null;
  }[];
  /** The end of the course, while it is over; null or absent: it is under way. */
  over?: { day: string; goesOn: boolean } | null;
  /** The therapist recorded why the routine is issued without an interview. */
  excused: boolean;
}

/**
 * What stands in the way of a session; null when nothing does. A stop, or a day after, that forbids all sessions holds
 * until an interview is held or confirmed after it was heard of, whatever was practised since; nobody practises unscreened. Common
 * practice, no published source.
 */
export function inTheWay({
  interviews,
  sessions,
  over = null,
  excused,
}: Beginning): InTheWay | null {
  const confirmedAt = Math.max(
    -Infinity,
    ...interviews.filter((one) => one.confirmed).map((one) => one.at),
  );
  for (const session of sessions) {
    const { heardAt, day, stopReason: reason, response, responseAt } = session;
    if (response !== null && (responseAt ?? 0) > confirmedAt) {
      const { bears, label, advice } = responseWords(response);
      if (bears === 'not') {
        return { waits: 'word', day, when: 'after', heard: { label, advice, emergency: false } };
      }
    }
    if (reason === null || heardAt <= confirmedAt) continue;
    const { label, advice, weight, nothingStarts, rests } = stopReason(reason);
    // Where nobody knows which place to leave alone, all of them are.
    const isUnplaced = rests && session.summary?.stoppedAt?.length === 0;
    if (!nothingStarts && !isUnplaced) continue;
    const heard = { label, advice, emergency: weight === 'emergency' };
    return { waits: 'word', day, when: 'during', heard };
  }
  if (over && !over.goesOn) return { waits: 'over', day: over.day };
  if (confirmedAt > -Infinity || excused) return null;
  return { waits: interviews.length > 0 ? 'confirmation' : 'interview' };
}
