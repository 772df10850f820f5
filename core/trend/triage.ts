import { addDays, type Day } from '#core/calendar';
import { afterWords, responseWords, type RestingPlace, type StoredAfter } from '#core/response';
import { stopReason } from '#core/session';

/** How far back a stop that the therapist should hear of is told, in days. */
export const TELL_FOR_DAYS = 7;

/** What somebody has seen to. */
export interface SeenMark {
  about: string;
  /** The session it was about, or the last one that was known then. */
  sessionId: string | null;
  day: Day;
}

/** The marks of a day sheet that can be answered. */
export const MARKS = ['told', 'hard', 'pain', 'quiet'] as const;
export type MarkId = (typeof MARKS)[number];

/** What of a logged session the day sheet looks at. */
export interface LoggedSession {
  /** Absent: nothing of it can be seen to. */
  id?: string;
  day: Day;
  /** Its stop reason’s id; null when it was not stopped. */
  stopReason: string | null;
  /** A hold in it was ended because the pressure was too much. */
  tooMuch: boolean;
  /** A hold in it stayed only pain after easing off. */
  onlyPain: boolean;
  /** How the day after was; null while it is not known. */
  response: string | null;
  places?: StoredAfter['places'];
  besides?: StoredAfter['besides'];
  /** What was pressed when it was stopped. */
  stoppedAt?: readonly RestingPlace[] | null;
}

/**
 * How grave something is, the gravest 0. A stop for chest pain stands before one for dizziness, that before numbness, a
 * bruise before soreness, and what hurts before who is only quiet. Common practice, no published source.
 */
export const GRAVITY = {
  emergency: 0,
  stopsAll: 1,
  nothingStarts: 2,
  stopped: 3,
  bruised: 4,
  onlyPain: 5,
  tooHard: 6,
  sore: 7,
  wrote: 8,
  quiet: 9,
  none: 20,
} as const;

/** Something a session, or the day after it, has told. */
export interface ToldOf {
  day: Day;
  label: string;
  when: 'during' | 'after';
  gravity: number;
  sessionId: string | null;
  /** Where, so far as that was said. */
  places: readonly RestingPlace[];
}

/** What the last days of a client say, by themselves; what somebody has seen to is left out. */
export interface Lately {
  /** The gravest stop or day after that was no ordinary one, the latest of those; null when there was none. */
  told: ToldOf | null;
  pressedTooHard: number;
  /** Sessions in which a point stayed only pain. */
  onlyPain: number;
  sessions: number;
  /** The last of them; null when there was none. */
  lastSession: string | null;
}

const capital = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

function toldOf(session: LoggedSession): ToldOf[] {
  const {
    id: sessionId = null,
    day,
    stopReason: reason,
    response,
    places,
    besides,
    stoppedAt,
  } = session;
  const stop = reason === null ? null : stopReason(reason);
  const after = response === null ? null : responseWords(response);
  return [
    ...(stop && stop.weight !== 'ordinary'
      ? [
          {
            day,
            sessionId,
            label: stop.label,
            places: stoppedAt ?? [],
            when: 'during' as const,
            gravity:
              stop.weight === 'emergency'
                ? GRAVITY.emergency
                : stop.nothingStarts
                  ? GRAVITY.nothingStarts
                  : GRAVITY.stopped,
          },
        ]
      : []),
    ...(after && after.bears !== 'well'
      ? [
          {
            day,
            sessionId,
            label: capital(afterWords({ response, places, besides }) ?? after.label),
            places: places ?? [],
            when: 'after' as const,
            gravity:
              after.bears === 'not'
                ? GRAVITY.nothingStarts
                : response === 'sore'
                  ? GRAVITY.sore
                  : GRAVITY.bruised,
          },
        ]
      : []),
  ];
}

/**
 * The gravest that sessions, or the days after them, have told, the latest of those; null when all was ordinary.
 *
 * @param sessions oldest first
 */
export function gravestOf(sessions: readonly LoggedSession[]): ToldOf | null {
  const told = sessions.flatMap(toldOf);
  const gravest = Math.min(...told.map(({ gravity }) => gravity));
  return told.findLast(({ gravity }) => gravity === gravest) ?? null;
}

/** The sessions after the one that was the last when somebody saw to a mark. */
function since(
  sessions: readonly LoggedSession[],
  seen: readonly SeenMark[],
  about: MarkId,
): readonly LoggedSession[] {
  const last = seen.findLast((one) => one.about === about);
  if (!last) return sessions;
  return sessions.slice(sessions.findIndex(({ id }) => id === last.sessionId) + 1);
}

/**
 * @param sessions of one client, oldest first
 * @param seen what was seen to, oldest first: what is told of a session once it was seen to is told no more, and what is
 *   counted is counted from then on
 */
export function lately(
  sessions: readonly LoggedSession[],
  today: Day,
  seen: readonly SeenMark[] = [],
): Lately {
  const recent = sessions.filter(({ day }) => day > addDays(today, -TELL_FOR_DAYS));
  const answered = new Set(
    seen.flatMap(({ about, sessionId }) => (about === 'told' && sessionId ? [sessionId] : [])),
  );
  return {
    told: gravestOf(recent.filter(({ id }) => id === undefined || !answered.has(id))),
    pressedTooHard: since(recent, seen, 'hard').filter(({ tooMuch }) => tooMuch).length,
    onlyPain: since(recent, seen, 'pain').filter(({ onlyPain }) => onlyPain).length,
    sessions: recent.length,
    lastSession: recent.at(-1)?.id ?? null,
  };
}

/** Why a client is looked at, and whether they come today anyway. */
export interface Concerns {
  comesToday: boolean;
  /** They wrote and nobody has answered. */
  wrote?: boolean;
  /** What they answered alone stops everything. */
  stopsAll: boolean;
  told: Pick<ToldOf, 'gravity'> | null;
  pressedTooHard: number;
  onlyPain: number;
  /** Days without a session, once they are too many; null before. */
  quietDays: number | null;
}

export type DayGroup = 'coming' | 'look' | 'rest';

/**
 * How urgently somebody should look at a client: by the gravest of what there is.
 *
 * @example urgencyOf({ …calm, quietDays: 23 }) // => GRAVITY.quiet
 */
export const urgencyOf = (seen: Concerns): number =>
  Math.min(
    GRAVITY.none,
    ...(seen.stopsAll ? [GRAVITY.stopsAll] : []),
    ...(seen.told ? [seen.told.gravity] : []),
    ...(seen.onlyPain > 0 ? [GRAVITY.onlyPain] : []),
    ...(seen.pressedTooHard > 0 ? [GRAVITY.tooHard] : []),
    ...(seen.wrote === true ? [GRAVITY.wrote] : []),
    ...(seen.quietDays === null ? [] : [GRAVITY.quiet]),
  );

/** Where a client stands on the day sheet: who comes today, then who wants a look, then the others. */
export function triage(seen: Concerns): DayGroup {
  if (seen.comesToday) return 'coming';
  return urgencyOf(seen) < GRAVITY.none ? 'look' : 'rest';
}
