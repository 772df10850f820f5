import { quantileSorted } from 'd3-array';
import { chanceFrom, type Chance } from './chance';

/** How a routine is dosed, and how it rises. Seconds, grades 0–10. */
export interface Policy {
  grade: number;
  holdSeconds: number;
  /** Points a side; both sides are worked. */
  points: number;
  timesPerWeek: number;
  /**
   * `never`; `weekly`: longer or harder each week whatever the days after were; `as borne`: only after quiet days, and
   * softer after a flare-up.
   */
  rises: 'never' | 'weekly' | 'as borne';
}

/** A kind of invented client. All figures are our own estimates and describe nobody. */
export interface ClientKind {
  id: string;
  name: string;
  /** Tenderness at the start, grade. */
  start: number;
  /** Change of a day by itself, grades; negative gets better. */
  drift: number;
  /** Most that a session takes off, grades. */
  gain: number;
  /** Strain that half of these clients flare up after. */
  tolerance: number;
}

export const CLIENT_KINDS: readonly ClientKind[] = [
  { id: 'ordinary', name: 'Ordinary', start: 6, drift: -0.01, gain: 0.16, tolerance: 2.4 },
  { id: 'sensitive', name: 'Sensitive', start: 7, drift: 0, gain: 0.13, tolerance: 1.3 },
  { id: 'robust', name: 'Robust', start: 5.5, drift: -0.015, gain: 0.18, tolerance: 4 },
  { id: 'stubborn', name: 'Stubborn', start: 6.5, drift: 0.005, gain: 0.06, tolerance: 2.4 },
];

/** A share of clients below, in the middle and above: the 10th, 50th and 90th of a hundred. */
export interface Band {
  low: number;
  middle: number;
  high: number;
}

/** What became of the clients under one policy. */
export interface Outcome {
  /** Tenderness at the start and after each week. */
  tenderness: Band[];
  /** Flare-ups a client, over all weeks. */
  flareUps: Band & { mean: number };
  /** Minutes practised a week. */
  minutes: Band;
}

/** What is tried: one policy on so many clients of a kind over so many weeks. */
export interface TrialPlan {
  policy: Policy;
  kind: ClientKind;
  clients: number;
  weeks: number;
  /** The same seed gives the same clients and the same days. */
  seed: number;
}

const HOLDS_SECONDS_MOST = 180;
const GRADE_MOST = 7;
/** The grade that does most for a point, and how fast it does less beside it: our own estimates. */
const BEST_GRADE = 4;
const GRADE_WIDTH = 2.5;
/** A flare-up takes so many days, rests as long, and adds so many grades at first: our own estimates. */
const FLARE = { days: 4, grades: 1.4 } as const;
/** How steeply flare-ups set in about what is borne. */
const STEEP = 3;

interface Person {
  tenderness: number;
  drift: number;
  gain: number;
  tolerance: number;
  adherence: number;
}

function personOf(kind: ClientKind, chance: Chance): Person {
  return {
    tenderness: Math.max(2, Math.min(10, kind.start + chance.normal())),
    drift: kind.drift + 0.01 * chance.normal(),
    gain: Math.max(0, kind.gain * (1 + 0.3 * chance.normal())),
    tolerance: Math.max(0.3, kind.tolerance * (1 + 0.25 * chance.normal())),
    adherence: Math.max(0.3, Math.min(1, 0.85 + 0.12 * chance.normal())),
  };
}

/** Contact of a session on one side, minutes. */
const contactMinutes = ({ holdSeconds, points }: Policy): number => (holdSeconds * points) / 60;

/** Minutes of a session: both sides, with finding the point and changing over. */
const sessionMinutes = (policy: Policy): number =>
  contactMinutes(policy) === 0 ? 0 : 2 + (2 * policy.points * (policy.holdSeconds + 15)) / 60;

/** What a session asks of the tissue: more with the square of the grade, less than in step with time. */
const strainOf = (policy: Policy): number =>
  (policy.grade / BEST_GRADE) ** 2 * Math.sqrt(contactMinutes(policy));

/** What a session takes off, as a share of the most it can: nothing without contact, most at a middling grade. */
const helpOf = (policy: Policy): number =>
  (1 - Math.exp(-contactMinutes(policy))) *
  Math.exp(-(((policy.grade - BEST_GRADE) / GRADE_WIDTH) ** 2));

/** How likely a flare-up is after a session: none without strain, one in two at what is just borne. */
const flareShare = (policy: Policy, tolerance: number): number => {
  const strain = strainOf(policy);
  return strain === 0 ? 0 : 1 / (1 + Math.exp(-STEEP * (strain - tolerance)));
};

/** One step more: longer first, then harder. */
function more(policy: Policy): Policy {
  if (policy.holdSeconds < 60)
    return { ...policy, holdSeconds: Math.min(60, policy.holdSeconds + 15) };
  if (policy.grade < GRADE_MOST) return { ...policy, grade: policy.grade + 1 };
  return { ...policy, holdSeconds: Math.min(HOLDS_SECONDS_MOST, policy.holdSeconds + 15) };
}

/** One step less: softer first, then shorter. */
const less = (policy: Policy): Policy =>
  policy.grade > 2
    ? { ...policy, grade: policy.grade - 1 }
    : { ...policy, holdSeconds: Math.max(10, Math.round((policy.holdSeconds * 2) / 3)) };

/** Sessions without a flare-up before anything rises as borne. */
const QUIET_BEFORE_RISING = 4;

interface Course {
  tenderness: number[];
  flareUps: number;
  minutes: number;
}

function courseOf(person: Person, { policy: first, weeks }: TrialPlan, chance: Chance): Course {
  let policy = first;
  let { tenderness } = person;
  let flaredOn = -Infinity;
  let quiet = 0;
  const course: Course = { tenderness: [tenderness], flareUps: 0, minutes: 0 };
  for (let day = 0; day < weeks * 7; day += 1) {
    if (policy.rises === 'weekly' && day > 0 && day % 7 === 0) policy = more(policy);
    const flared = day - flaredOn <= FLARE.days;
    tenderness += person.drift + 0.05 * chance.normal();
    // Drawn whether or not they practise: two policies meet the same days.
    const [wishes, reacts] = [chance.next(), chance.next()];
    const practises = wishes < person.adherence * Math.min(1, policy.timesPerWeek / 7);
    if (practises && !flared && contactMinutes(policy) > 0) {
      course.minutes += sessionMinutes(policy);
      tenderness -= person.gain * helpOf(policy) * Math.min(1, tenderness / 4);
      if (reacts < flareShare(policy, person.tolerance)) {
        course.flareUps += 1;
        flaredOn = day;
        quiet = 0;
        tenderness += FLARE.grades;
        if (policy.rises === 'as borne') policy = less(policy);
      } else {
        quiet += 1;
        if (policy.rises === 'as borne' && quiet >= QUIET_BEFORE_RISING) {
          quiet = 0;
          policy = strainOf(more(policy)) <= strainOf(first) * 2 ? more(policy) : policy;
        }
      }
    }
    // What a flare-up added goes again over its days.
    if (flared && day > flaredOn) tenderness -= FLARE.grades / FLARE.days;
    tenderness = Math.max(0, Math.min(10, tenderness));
    if (day % 7 === 6) course.tenderness.push(tenderness);
  }
  return course;
}

function bandOf(values: readonly number[]): Band {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => quantileSorted(sorted, share) ?? 0;
  return { low: at(0.1), middle: at(0.5), high: at(0.9) };
}

/**
 * A policy on invented clients, the same for the same plan. A thinking aid: the model behind it is our own and describes
 * nobody; only that nothing helps without contact, and that too much flares up, is built in by intent.
 *
 * @param progress called with the share that is done, 0–1; answering false ends it
 * @returns null when it was ended
 * @example runTrial({ policy: { …, holdSeconds: 0 }, … }) // no flare-ups, and only what they drift by themselves
 */
export function runTrial(
  plan: TrialPlan,
  progress: (share: number) => boolean = () => true,
): Outcome | null {
  const courses: Course[] = [];
  for (let n = 0; n < plan.clients; n += 1) {
    if (n % 25 === 0 && !progress(n / plan.clients)) return null;
    // A chance of their own each: the same clients under another policy.
    const chance = chanceFrom(plan.seed * 100_003 + n);
    courses.push(courseOf(personOf(plan.kind, chance), plan, chance));
  }
  const flares = courses.map(({ flareUps }) => flareUps);
  return {
    tenderness: Array.from({ length: plan.weeks + 1 }, (_, week) =>
      bandOf(courses.map((one) => one.tenderness[week] ?? 0)),
    ),
    flareUps: {
      ...bandOf(flares),
      mean: flares.reduce((sum, count) => sum + count, 0) / Math.max(1, flares.length),
    },
    minutes: bandOf(courses.map(({ minutes }) => minutes / plan.weeks)),
  };
}
