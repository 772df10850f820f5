import { COMMON_PRACTICE, ownEstimate, type Source } from '#core/knowledge';
import { responseWords } from '#core/response';
import { RAMP, type RampStep } from '#core/routine';
import { daysBetween } from '#core/calendar';
import { LEAVING_REASONS, SKIP_REASONS, stopReason } from '#core/session';
import {
  active,
  fewerPoints,
  longer,
  moreLoad,
  morePoints,
  nextRung,
  out,
  rarer,
  shorter,
  softer,
  type LineChange,
} from './changes';
import {
  boreWell,
  middleOf,
  type Adherence,
  type Known,
  type Line,
  type Practised,
  type Then,
} from './evidence';

/**
 * What kind of word a proposal is. `safety`: what it is about acts at once already, and somebody has to look; `down`:
 * less of something; `look`: no change of dose, look for the cause; `up`: more of one thing; `taper`: it may get rarer,
 * and end.
 */
export type Weight = 'safety' | 'down' | 'look' | 'up' | 'taper';

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

/** One rule of what the record supports. */
export interface Rule {
  id: string;
  weight: Weight;
  /** What is proposed, as a heading: “Softer”. */
  title: string;
  /** The rule in a sentence, as a therapist would say it. */
  rule: string;
  source: Source;
  /** What speaks for it at a line; null: nothing does. */
  ground: (line: Line, around: Around) => Ground | null;
  /** How it could be done, the first that is possible; none: it asks somebody to look. */
  ways: (line: Line, around: Around) => (LineChange | null)[];
}

const idsOf = (then: readonly Then[]): string[] => then.map(({ id }) => id);
const count = (many: number, one: string, more = `${one}s`) => `${many} ${many === 1 ? one : more}`;
const lowered = (words: string) => `${words.charAt(0).toLowerCase()}${words.slice(1)}`;

/** The sessions among these after which it was so. */
const answered = (then: readonly Then[], ...responses: string[]): Then[] =>
  then.filter(({ response }) => response !== null && responses.includes(response));

const ofAnswers = (told: readonly Then[], { recent }: Line, response: string): Ground => ({
  says: `“${responseWords(response).label}” the day after ${told.length} of the last ${count(recent.length, 'session')}.`,
  sessionIds: idsOf(told),
});

/** Stopped for this in one of the latest sessions. */
const stoppedFor = ({ recent }: Line, ...reasons: string[]): Ground | null => {
  const stopped = recent.filter(({ stopReason: one }) => one !== null && reasons.includes(one));
  const [first] = stopped;
  if (!first?.stopReason) return null;
  return {
    says: `${count(stopped.length, 'session was', 'sessions were')} stopped: ${lowered(stopReason(first.stopReason).label)}.`,
    sessionIds: idsOf(stopped),
  };
};

const either = (...grounds: (Ground | null)[]): Ground | null => {
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

const ratedOf = (then: readonly Then[]) =>
  then.filter((one): one is Then & { before: number } => one.before !== null);

const range = (grades: readonly number[]): string => {
  const [low, high] = [Math.min(...grades), Math.max(...grades)];
  return low === high ? String(low) : `${low} to ${high}`;
};

/** Less tender for good: the latest first ratings are all next to nothing. */
function quiet({ then, days }: Line): Ground | null {
  const last = ratedOf(then).slice(-QUIET.sessions);
  if (last.length < QUIET.sessions || days < QUIET.days) return null;
  if (last.some(({ before }) => before > QUIET.grade)) return null;
  return {
    says: `${range(last.map(({ before }) => before))} of 10 on first pressing in the last ${last.length} sessions.`,
    sessionIds: idsOf(last),
  };
}

const ends = (rated: readonly { before: number }[]) => {
  const grades = rated.map(({ before }) => before);
  return [middleOf(grades.slice(0, 3)), middleOf(grades.slice(-3))] as const;
};

/** The last few ratings lie under the first few: whatever else it is, it is not stuck. */
function isLower(rated: readonly { before: number }[]): boolean {
  const [early, late] = ends(rated);
  return early !== null && late !== null && late < early;
}

/** Nothing moves though it is done. */
function stuck({ then, days, change }: Line, { adherence }: Around): Ground | null {
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
function capped({ item, then }: Line): Ground | null {
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
function pressedTooHard({ recent, ceiling }: Line): Ground | null {
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

/** All that has to hold before anything rises; the first that does not is what is waited for. */
export function waitsFor(line: Line, { adherence, known }: Around): string | null {
  const { then, recent, ceiling, rests, drop, change, days, item } = line;
  if (rests) return 'It is bruised and rests.';
  if (item.ramp?.length === 0) return 'Its ramp says that nothing rises.';
  if (then.length < BEFORE_RISING.sessions)
    return `${count(then.length, 'session')} at this dose so far; nothing rises before ${BEFORE_RISING.sessions}.`;
  if (days < BEFORE_RISING.days)
    return `At this dose for ${count(days, 'day')}; nothing rises before ${BEFORE_RISING.days}.`;
  const last = then.at(-1);
  if (last?.response === null) return 'How the day after the last session was is not known yet.';
  const known5 = then.slice(-5).filter(({ response }) => response !== null);
  if (known5.length < BEFORE_RISING.answers)
    return `The day after was told only ${known5.length === 1 ? 'once' : 'never'} lately.`;
  const badly = known5.find(({ response }) => boreWell(response) === false);
  if (badly?.response)
    return `It was ${lowered(responseWords(badly.response).label)} after one of the last sessions.`;
  if (adherence.share !== null && adherence.share < BEFORE_RISING.share)
    return `Only ${adherence.done} of ${adherence.asked} sessions were done in ${count(adherence.days, 'day')}.`;
  if (adherence.share === null)
    return 'Too little was asked for yet to judge how regularly it is done.';
  const grades = recent.flatMap(({ before }) => before ?? []);
  if (grades.length === 0) return 'It was not rated lately.';
  if (Math.max(...grades) >= ceiling) return `Rated at its ceiling of ${ceiling} lately.`;
  if (recent.some(({ tooMuch, onlyPain }) => tooMuch || onlyPain))
    return 'A hold was ended for the pressure lately.';
  if (Math.max(...grades) > item.grade + 1)
    return `It is felt at up to ${Math.max(...grades)} where ${item.grade} is asked for.`;
  if (drop === null) return 'It was not rated twice in a session.';
  if (drop < 1) return 'It hardly falls within a session.';
  if (change.verdict === 'more') return 'It rises over the days.';
  const [early, late] = ends(ratedOf(then));
  if (early !== null && late !== null && late > early) return 'It is no less tender than at first.';
  const restedBefore = known.sessions.at(-1);
  if (
    restedBefore &&
    restedBefore.stopReason !== null &&
    stopReason(restedBefore.stopReason).weight !== 'ordinary'
  )
    return 'The last session was stopped for a reason.';
  return null;
}

/** Going well: little soreness, the rating falls in the session, and over the days. */
function goingWell(line: Line, around: Around): Ground | null {
  if (waitsFor(line, around) !== null) return null;
  const { then, drop, days } = line;
  const rated = ratedOf(then);
  const answers = then.filter(({ response }) => response !== null);
  return {
    says: `Borne well after ${answers.length} of ${then.length} sessions that were asked about, in ${count(days, 'day')}; falls by ${drop ?? 0} within a session; ${rated[0]?.before ?? '–'} at first, ${rated.at(-1)?.before ?? '–'} now.`,
    sessionIds: idsOf(then),
  };
}

/** A routine that is asked for and hardly done; our own estimates. */
export const HARDLY_DONE = { share: 0.5, days: 14, asked: 6 } as const;
/** Less often than this it is no routine. */
const LEAST_OFTEN = 2;

/** What of a whole routine the record supports: asked for as often as it is done, or somebody asks what stops them. */
export interface RoutineChange {
  ground: Ground;
  /** Times a week it would be asked for; null: none is proposed, somebody asks. */
  timesPerWeek: number | null;
}

const WHY_WORDS: Readonly<Record<string, string>> = Object.fromEntries(
  [...SKIP_REASONS, ...LEAVING_REASONS].map(({ id, label }) => [id, label]),
);

/** Why holds were passed over or left, the most frequent first: “No time (6)”. */
function reasonsGiven(sessions: readonly Practised[]): string {
  const counts = new Map<string, number>();
  for (const { places } of sessions)
    for (const { why = {} } of places)
      for (const [id, many] of Object.entries(why)) counts.set(id, (counts.get(id) ?? 0) + many);
  return [...counts]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2)
    .map(([id, many]) => `${WHY_WORDS[id] ?? id} (${many})`)
    .join(', ');
}

/** Hardly done of what is asked for: asked for as often as it is done, rather than a routine nobody has time for. */
export function hardlyDone({ adherence, known }: Around): RoutineChange | null {
  const { done, begun, asked, days, share } = adherence;
  // What is begun and broken off is another matter: what ended it is looked at line by line.
  if (share === null || begun >= asked * HARDLY_DONE.share) return null;
  if (days < HARDLY_DONE.days || asked < HARDLY_DONE.asked) return null;
  const { timesPerWeek } = known.routine;
  const wish = Math.max(LEAST_OFTEN, Math.ceil((done * 7) / days) + 1);
  const lately = known.sessions.filter(({ day }) => daysBetween(day, known.today) <= days);
  const reasons = reasonsGiven(lately);
  return {
    ground: {
      says: `${done} of ${asked} sessions were done in ${days} days.${reasons ? ` Passed over or left for: ${reasons}.` : ''}`,
      sessionIds: lately.map(({ id }) => id),
    },
    timesPerWeek: done > 0 && wish < timesPerWeek ? wish : null,
  };
}

/** What may rise at the neck. Common practice, no published source: time or pressure, not both. */
const AT_NECK: readonly RampStep[] = ['time', 'load'];

const EASED = 'Rated nothing or next to nothing over weeks, it may get shorter and rarer, and end.';

/**
 * What the record may support, the gravest first: at each line the first that has something to speak for it and a way to
 * be done. Common practice throughout, no published source; the counts and days are our own estimates.
 */
export const RULES: readonly Rule[] = [
  {
    id: 'numb',
    weight: 'safety',
    title: 'Take it out until somebody has looked',
    rule: 'Numb, tingling or shooting: nothing is pressed there until someone has looked at it in person.',
    source: COMMON_PRACTICE,
    ground: (line) => {
      const told = answered(line.recent, 'numb');
      return either(
        stoppedFor(line, 'numb'),
        told.length > 0 ? ofAnswers(told, line, 'numb') : null,
      );
    },
    ways: (line) => [out(line)],
  },
  {
    id: 'dizzy',
    weight: 'safety',
    title: 'See them before anything goes on',
    rule: 'Dizzy or sick: no session until somebody has asked them; the neck first of all.',
    source: COMMON_PRACTICE,
    ground: (line) => {
      const told = answered(line.recent, 'dizzy');
      return either(
        stoppedFor(line, 'dizzy', 'alarm'),
        told.length > 0 ? ofAnswers(told, line, 'dizzy') : null,
      );
    },
    // A neck that made somebody dizzy is not pressed on; of other places nobody knows yet.
    ways: (line) => (line.isNeck ? [out(line)] : []),
  },
  {
    id: 'travelling',
    weight: 'safety',
    title: 'Take it out until somebody has looked',
    rule: 'What is felt elsewhere must stop on letting go; where it stays, it is looked at in person.',
    source: COMMON_PRACTICE,
    ground: (line) => stoppedFor(line, 'travelling'),
    ways: (line) => [out(line)],
  },
  {
    id: 'only-pain',
    weight: 'safety',
    title: 'Take it out until somebody has looked',
    rule: 'A place that only hurts, also after easing off, is no tender point to hold.',
    source: COMMON_PRACTICE,
    ground: ({ recent }) => {
      const found = recent.filter(({ onlyPain }) => onlyPain);
      if (found.length < 2) return null;
      return {
        says: `It stayed only pain in ${found.length} of the last ${recent.length} sessions.`,
        sessionIds: idsOf(found),
      };
    },
    ways: (line) => [out(line)],
  },
  {
    id: 'bruised',
    weight: 'down',
    title: 'Softer once the bruise has gone',
    rule: 'Bruised the next day was too hard: it rests until the bruise has gone, then less load.',
    source: COMMON_PRACTICE,
    ground: (line) => {
      const told = answered(line.recent, 'bruised');
      return either(
        told.length > 0 ? ofAnswers(told, line, 'bruised') : null,
        line.rests ? { says: 'It is bruised and rests.', sessionIds: [] } : null,
      );
    },
    ways: (line, { known }) => [nextRung(line, known.ladder, -1), softer(line), shorter(line)],
  },
  {
    id: 'too-hard',
    weight: 'down',
    title: 'Softer',
    rule: 'Nobody presses above the ceiling of a site: a softer tool or posture first, since the hand does not hold back.',
    source: COMMON_PRACTICE,
    ground: pressedTooHard,
    ways: (line, { known }) => [nextRung(line, known.ladder, -1), softer(line), shorter(line)],
  },
  {
    id: 'rising',
    weight: 'down',
    title: 'Softer, and look at it',
    rule: 'More tender over the days than at first: less load, and a look at what keeps it going.',
    source: COMMON_PRACTICE,
    ground: ({ change, then }) =>
      change.verdict === 'more' ? { says: change.says, sessionIds: idsOf(ratedOf(then)) } : null,
    ways: (line, { known }) => [softer(line), nextRung(line, known.ladder, -1), shorter(line)],
  },
  {
    id: 'sore-again',
    weight: 'down',
    title: 'Softer',
    rule: 'Sore the day after, more than once: less load. Marked tenderness next day was too hard.',
    source: COMMON_PRACTICE,
    ground: (line) => {
      const told = answered(line.recent, 'sore');
      return told.length > 1 ? ofAnswers(told, line, 'sore') : null;
    },
    ways: (line, { known }) => [softer(line), nextRung(line, known.ladder, -1), shorter(line)],
  },
  {
    id: 'sore',
    weight: 'down',
    title: 'Shorter',
    rule: 'More than a little sore the day after: less time first, the load stays.',
    source: COMMON_PRACTICE,
    ground: (line) => {
      const told = answered(line.recent, 'sore');
      return told.length === 1 ? ofAnswers(told, line, 'sore') : null;
    },
    ways: (line) => [shorter(line), fewerPoints(line), softer(line)],
  },
  {
    id: 'capped',
    weight: 'look',
    title: 'Find it anew together',
    rule: 'Not fading at its longest after second tries: the point, the angle or the tool is looked at, not more force.',
    source: COMMON_PRACTICE,
    ground: capped,
    ways: () => [],
  },
  {
    id: 'stuck',
    weight: 'look',
    title: 'Look for the cause',
    rule: 'No change in about two weeks: posture, gait, training, core support; not more force.',
    source: COMMON_PRACTICE,
    ground: stuck,
    ways: () => [],
  },
  {
    id: 'quiet',
    weight: 'taper',
    title: 'Rarer, and then end',
    rule: EASED,
    source: ownEstimate(
      `a first rating of ${QUIET.grade} or less in ${QUIET.sessions} sessions over ${QUIET.days} days`,
    ),
    ground: quiet,
    ways: (line, { known }) => [rarer(line, known.routine.timesPerWeek)],
  },
  {
    id: 'well',
    weight: 'up',
    title: 'One step more',
    rule: 'Going well, with the day after known and quiet: longer, then more points, then more load, then a firmer or smaller tool, then the active method. One thing at a time; at the neck time or pressure.',
    source: COMMON_PRACTICE,
    ground: goingWell,
    ways: (line, { known }) => {
      const way: Record<RampStep, () => LineChange | null> = {
        time: () => longer(line),
        points: () => morePoints(line),
        load: () => moreLoad(line),
        tool: () => nextRung(line, known.ladder, 1),
        method: () => active(line, known.ladder),
      };
      return (line.item.ramp ?? RAMP)
        .filter((step) => !line.isNeck || AT_NECK.includes(step))
        .map((step) => way[step]());
    },
  },
];
