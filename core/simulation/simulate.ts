import { Temporal } from 'temporal-polyfill';
import { addDays, daysBetween, type Day } from '#core/calendar';
import {
  expand,
  holdsAmong,
  placesPressed,
  type HoldStep,
  type Routine,
  type Step,
} from '#core/routine';
import type { SessionEvent } from '#core/session';
import { v7 as uuid } from 'uuid';
import { chanceFrom, type Chance } from './chance';
import { COURSES, type CourseId } from './courses';
import { practiseOnce, type Body, type Felt } from './practiseOnce';

/** One practised session of an invented client. */
export interface SimulatedSession {
  id: string;
  versionId: string;
  day: Day;
  startedAt: number;
  events: SessionEvent[];
}

interface IssuedVersion {
  id: string;
  from: Day;
  routine: Routine;
}

const WORST_SIDE = 0.8;

function startOfSession(day: Day, timeZone: string, chance: Chance): number {
  const evening = chance.happens(0.7);
  const hour = evening ? 18 + chance.below(4) : 12 + chance.below(3);
  return Temporal.PlainDate.from(day)
    .toZonedDateTime({ timeZone, plainTime: { hour, minute: chance.below(60) } })
    .add({ seconds: chance.below(60) }).epochMilliseconds;
}

/** The place that says how tender a hold is: the worse of two that are pressed at one time. */
const firstPlace = (step: HoldStep): string => placesPressed(step)[0] ?? '';

/** Shares of holds, 0–1, that come to each of these; `picked`: of the lines done as needed. */
export type FeltShares = Partial<Record<Exclude<Felt, 'as rated'> | 'picked', number>>;

/** What each hold of a session comes to, drawn once, and what was picked. */
function feltOn(
  shares: FeltShares | undefined,
  steps: readonly Step[],
  chance: Chance,
): Pick<Body, 'feels' | 'picked'> {
  if (!shares) return {};
  const drawn = new Map<number, Felt>();
  for (const { index } of steps) {
    let left = chance.next();
    const kinds = ['changed', 'only pain', 'eased', 'nothing'] as const;
    const kind = kinds.find((one) => (left -= shares[one] ?? 0) < 0);
    drawn.set(index, kind ?? 'as rated');
  }
  const asNeeded = new Set(steps.flatMap((one) => (one.asNeeded ? [one.itemId] : [])));
  return {
    feels: ({ index }) => drawn.get(index) ?? 'as rated',
    picked: [...asNeeded].filter(() => chance.happens(shares.picked ?? 0)),
  };
}

/** How tender each place is on a day: its start, the drift so far, and the day's wavering. */
function bodyOn(courseId: CourseId, done: number, chance: Chance, steps: readonly HoldStep[]) {
  const course = COURSES[courseId];
  const today = new Map<string, number>();
  for (const step of steps) {
    const key = firstPlace(step);
    if (today.has(key)) continue;
    const lead = step.side === 'left' ? WORST_SIDE : -WORST_SIDE;
    const drift = course.perSession * done;
    const grade = course.startGrade + lead + drift + chance.normal() * course.waver;
    today.set(key, Math.max(0.6, grade) + course.overPress);
  }
  const word = course.words[chance.below(course.words.length)] ?? '';
  return {
    tenderness: (step: HoldStep) =>
      (today.get(firstPlace(step)) ?? 0) * (step.point === 1 ? 1 : 0.85),
    fadeSeconds: course.fadeSeconds * Math.exp(-done * Math.max(0, -course.perSession) * 0.12),
    easesOff: course.overPress === 0,
    stopsAtStep: chance.happens(course.stopShare)
      ? 1 + chance.below(Math.max(1, steps.length - 1))
      : null,
    word,
  };
}

/**
 * Weeks of sessions of an invented client, always the same for the same arguments.
 *
 * @param plan.until the last day that may have a session
 * @returns sessions in order of time, each with its whole log
 */
export function simulate(plan: {
  seed: number;
  course: CourseId;
  versions: readonly IssuedVersion[];
  until: Day;
  timeZone: string;
  /** How often a hold comes to something else than its rating, and a line as needed is picked; never when absent. */
  felt?: FeltShares;
}): SimulatedSession[] {
  const chance = chanceFrom(plan.seed);
  // A chance of its own: the same client without it is the same in all else.
  const feltBy = chanceFrom(plan.seed + 1);
  const course = COURSES[plan.course];
  const first = plan.versions[0];
  if (!first) return [];
  const days = daysBetween(first.from, plan.until) + 1;
  const sessions: SimulatedSession[] = [];
  for (let n = 0; n < days; n += 1) {
    if (course.quietAfterWeeks !== null && n >= course.quietAfterWeeks * 7) break;
    const day = addDays(first.from, n);
    const version = plan.versions.findLast((candidate) => candidate.from <= day) ?? first;
    const share = Math.min(1, version.routine.timesPerWeek / 7);
    if (!chance.happens(course.adherence * share)) continue;
    const steps = expand(version.routine);
    const startedAt = startOfSession(day, plan.timeZone, chance);
    const body = {
      ...bodyOn(plan.course, sessions.length, chance, holdsAmong(steps)),
      ...feltOn(plan.felt, steps, feltBy),
    };
    const { events } = practiseOnce(steps, startedAt, body, chance);
    sessions.push({
      id: uuid({ msecs: startedAt, random: chance.bytes() }),
      versionId: version.id,
      day,
      startedAt,
      events,
    });
  }
  return sessions;
}
