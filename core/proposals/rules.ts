import { COMMON_PRACTICE, ownEstimate, type Source } from '#core/knowledge';
import { RAMP, type RampStep } from '#core/routine';
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
import type { Line } from './evidence';
import {
  answered,
  capped,
  either,
  idsOf,
  ofAnswers,
  pressedTooHard,
  QUIET,
  quiet,
  ratedOf,
  stoppedFor,
  stuck,
  toBeLookedAt,
  type Around,
  type Ground,
} from './grounds';
import { goingWell } from './waits';

/**
 * What kind of word a proposal is. `safety`: what it is about acts at once already, and somebody has to look; `down`:
 * less of something; `look`: no change of dose, look for the cause; `up`: more of one thing; `taper`: it may get rarer,
 * and end.
 */
export type Weight = 'safety' | 'down' | 'look' | 'up' | 'taper';

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
    ground: (line) => toBeLookedAt(line, 'numb'),
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
    ground: (line) => toBeLookedAt(line, 'travelling'),
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
        line.rests === 'bruise' ? { says: 'It is bruised and rests.', sessionIds: [] } : null,
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
