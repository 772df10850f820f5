import { addDays, type Day } from '#core/calendar';
import { afterWords, responseWords, type StoredAfter } from '#core/response';
import { stopReason } from '#core/session';

/** How far back a stop that the therapist should hear of is told, in days. */
export const TELL_FOR_DAYS = 7;

/** What of a logged session the day sheet looks at. */
export interface LoggedSession {
  day: Day;
  /** Its stop reason's id; null when it was not stopped. */
  stopReason: string | null;
  /** A hold in it was ended because the pressure was too much. */
  tooMuch: boolean;
  /** A hold in it stayed only pain after easing off. */
  onlyPain: boolean;
  /** How the day after was; null while it is not known. */
  response: string | null;
  places?: StoredAfter['places'];
  besides?: StoredAfter['besides'];
}

/** What the last days of a client say, by themselves. */
export interface Lately {
  /** The latest stop that is no ordinary one, or day after that was not quiet; null when there was none. */
  told: { day: Day; label: string; when: 'during' | 'after' } | null;
  pressedTooHard: number;
  /** Sessions in which a point stayed only pain. */
  onlyPain: number;
  sessions: number;
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** @param sessions of one client, oldest first */
export function lately(sessions: readonly LoggedSession[], today: Day): Lately {
  const recent = sessions.filter(({ day }) => day > addDays(today, -TELL_FOR_DAYS));
  const told = recent.flatMap(({ day, stopReason: reason, response, places, besides }) => {
    const stop = reason === null ? null : stopReason(reason);
    const after = response === null ? null : responseWords(response);
    return [
      ...(stop && stop.weight !== 'ordinary'
        ? [{ day, label: stop.label, when: 'during' as const }]
        : []),
      ...(after && after.bears !== 'well'
        ? [
            {
              day,
              label: capital(afterWords({ response, places, besides }) ?? after.label),
              when: 'after' as const,
            },
          ]
        : []),
    ];
  });
  return {
    told: told.at(-1) ?? null,
    pressedTooHard: recent.filter(({ tooMuch }) => tooMuch).length,
    onlyPain: recent.filter(({ onlyPain }) => onlyPain).length,
    sessions: recent.length,
  };
}

/** Why a client is looked at, and whether they come today anyway. */
export interface Concerns {
  comesToday: boolean;
  /** They wrote and nobody has answered. */
  wrote?: boolean;
  /** What they answered alone stops everything. */
  stopsAll: boolean;
  told: Lately['told'];
  pressedTooHard: number;
  onlyPain: number;
  /** Days without a session, once they are too many; null before. */
  quietDays: number | null;
}

export type DayGroup = 'coming' | 'look' | 'rest';

/** Where a client stands on the day sheet: who comes today, then who wants a look, then the others. */
export function triage(seen: Concerns): DayGroup {
  if (seen.comesToday) return 'coming';
  const isConcern =
    seen.wrote === true ||
    seen.stopsAll ||
    seen.told !== null ||
    seen.quietDays !== null ||
    seen.pressedTooHard > 0 ||
    seen.onlyPain > 0;
  return isConcern ? 'look' : 'rest';
}
