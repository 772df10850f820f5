import { type LOOKED_AT_FOR, responseWords } from '#core/response';
import { stopReason } from '#core/session';
import { middleOf, type Adherence, type Known, type Line, type Then } from './evidence';

/** What speaks for a proposal: in words with its figures, and the sessions it was read from. */
export interface Ground {
  says: string;
  sessionIds: readonly string[];
}

/** What a rule looks at besides the line itself. */
export interface Around {
  known: Known;
  adherence: Adherence;
}

export const idsOf = (then: readonly Then[]): string[] => then.map(({ id }) => id);
export const count = (many: number, one: string, more = `${one}s`) =>
  `${many} ${many === 1 ? one : more}`;
export const lowered = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

/** The sessions among these after which it was so. */
export const answered = (then: readonly Then[], ...responses: string[]): Then[] =>
  then.filter(({ response }) => response !== null && responses.includes(response));

export const ofAnswers = (told: readonly Then[], { recent }: Line, response: string): Ground => ({
  says: `“${responseWords(response).label}” the day after ${told.length} of the last ${count(recent.length, 'session')}.`,
  sessionIds: idsOf(told),
});

/** Stopped for this in one of the latest sessions. */
export const stoppedFor = ({ recent }: Line, ...reasons: string[]): Ground | null => {
  const stopped = recent.filter(({ stopReason: one }) => one !== null && reasons.includes(one));
  const [first] = stopped;
  if (!first?.stopReason) return null;
  return {
    says: `${count(stopped.length, 'session was', 'sessions were')} stopped: ${lowered(stopReason(first.stopReason).label)}.`,
    sessionIds: idsOf(stopped),
  };
};

/**
 * What is told of a line that has to be looked at: while it rests for that, what was told there; else only what was told
 * without a place, since what is known by its place has been looked at by now.
 */
export function toBeLookedAt(line: Line, why: (typeof LOOKED_AT_FOR)[number]): Ground | null {
  const rests = line.rests === why;
  const recent = rests ? line.recent : line.recent.filter(({ isUnplaced }) => isUnplaced);
  const told = answered(recent, why);
  const of = { ...line, recent };
  return either(
    stoppedFor(of, why),
    told.length > 0 ? ofAnswers(told, of, why) : null,
    rests ? { says: 'It rests until somebody has looked at it.', sessionIds: [] } : null,
  );
}

export const either = (...grounds: (Ground | null)[]): Ground | null => {
  const found = grounds.filter((one) => one !== null);
  if (found.length === 0) return null;
  return {
    says: found.map(({ says }) => says).join(' '),
    sessionIds: [...new Set(found.flatMap(({ sessionIds }) => sessionIds))],
  };
};

/** Nothing rises, and nothing is called stuck, before so many sessions at one dose; our own estimates. */
export const BEFORE_RISING = { sessions: 4, days: 5, answers: 2, share: 0.7 } as const;
export const STUCK = { sessions: 6, days: 14, grade: 2 } as const;
/** So low, so many sessions running, over so many days: it is quiet; our own estimates. */
export const QUIET = { grade: 1, sessions: 5, days: 10 } as const;

export const ratedOf = (then: readonly Then[]) =>
  then.filter((one): one is Then & { before: number } => one.before !== null);

const range = (grades: readonly number[]): string => {
  const [low, high] = [Math.min(...grades), Math.max(...grades)];
  return low === high ? String(low) : `${low} to ${high}`;
};

/** Less tender for good: the latest first ratings are all next to nothing. */
export function quiet({ then, days }: Line): Ground | null {
  const last = ratedOf(then).slice(-QUIET.sessions);
  if (last.length < QUIET.sessions || days < QUIET.days) return null;
  if (last.some(({ before }) => before > QUIET.grade)) return null;
  return {
    says: `${range(last.map(({ before }) => before))} of 10 on first pressing in the last ${last.length} sessions.`,
    sessionIds: idsOf(last),
  };
}

export const ends = (rated: readonly { before: number }[]) => {
  const grades = rated.map(({ before }) => before);
  return [middleOf(grades.slice(0, 3)), middleOf(grades.slice(-3))] as const;
};

/** The last few ratings lie under the first few: whatever else it is, it is not stuck. */
function isLower(rated: readonly { before: number }[]): boolean {
  const [early, late] = ends(rated);
  return early !== null && late !== null && late < early;
}

/** Nothing moves though it is done. */
export function stuck({ then, days, change }: Line, { adherence }: Around): Ground | null {
  const rated = ratedOf(then);
  if (rated.length < STUCK.sessions || days < STUCK.days) return null;
  if (change.verdict !== 'no change') return null;
  const level = middleOf(rated.slice(-STUCK.sessions).map(({ before }) => before)) ?? 0;
  if (level <= STUCK.grade || isLower(rated)) return null;
  if (adherence.share !== null && adherence.share < BEFORE_RISING.share) return null;
  return {
    says: `${change.says} ${rated.length} rated sessions in ${days} days at this dose, lately about ${level} of 10 on first pressing.`,
    sessionIds: idsOf(rated),
  };
}

/** Held to its longest without fading, the second try too. */
export function capped({ item, then }: Line): Ground | null {
  if (item.dose.method !== 'fade') return null;
  const last = then.slice(-4);
  const found = last.filter((one) => one.capped);
  if (found.length < 3) return null;
  return {
    says: `Not faded at its longest in ${found.length} of the last ${last.length} sessions, the second try included.`,
    sessionIds: idsOf(found),
  };
}

/** Rated above the ceiling, or ended for it, in most of the latest sessions. */
export function pressedTooHard({ recent, ceiling }: Line): Ground | null {
  const over = recent.filter(
    ({ before, tooMuch }) => tooMuch || (before !== null && before > ceiling),
  );
  if (over.length < 2) return null;
  const grades = over.flatMap(({ before }) => before ?? []);
  return {
    says: `Above the ceiling of ${ceiling} in ${over.length} of the last ${recent.length} sessions${grades.length > 0 ? `: ${range(grades)} of 10` : ''}.`,
    sessionIds: idsOf(over),
  };
}
