import type { AskPeriod, Day } from '#core/calendar';

/** How a course of visits and home work ended. */
export const OUTCOMES = [
  { id: 'goal met', label: 'Goal met' },
  { id: 'no change', label: 'No change: nothing more to expect from it' },
  { id: 'referred', label: 'Referred to somebody else' },
  { id: 'stopped', label: 'Stopped: by them, or for another reason' },
] as const;
export type Outcome = (typeof OUTCOMES)[number]['id'];
export const OUTCOME_IDS = OUTCOMES.map(({ id }) => id) as [Outcome, ...Outcome[]];

/** One step of a course: its end, or that it was taken up again. */
export type CourseStep =
  | {
      what: 'ended';
      outcome: Outcome;
      /** They may go on with the routine by themselves. */
      goesOn: boolean;
      /** What they read with it. */
      word: string;
      day: Day;
    }
  | { what: 'resumed'; word: string; day: Day };

/** The end of a course that is over. */
export type CourseOver = Extract<CourseStep, { what: 'ended' }>;

/**
 * The end of a course, while it is over; null while it is under way. The last step holds.
 *
 * @param steps oldest first
 */
export function overOf(steps: readonly CourseStep[]): CourseOver | null {
  const last = steps.at(-1);
  return last?.what === 'ended' ? last : null;
}

/**
 * What is asked for, and when, with nothing asked for while a course is over, its last day included: nobody has missed what
 * was not asked for. A version that was in force when it ended is in force again when it is taken up.
 *
 * @param periods each from its day on, oldest first
 * @param steps oldest first
 * @example askedWithin([{ from: '2026-03-02', timesPerWeek: 7 }], [{ what: 'ended', day: '2026-03-30', … }])
 *   // => [{ from: '2026-03-02', timesPerWeek: 7 }, { from: '2026-03-30', timesPerWeek: 0 }]
 */
export function askedWithin<T extends AskPeriod>(
  periods: readonly T[],
  steps: readonly CourseStep[],
): T[] {
  const found: T[] = [];
  /** The version in force, whether or not the course is. */
  let inForce: T | null = null;
  let isOver = false;
  const turns = [
    ...periods.map((period) => ({ from: period.from, period })),
    ...steps.map((step) => ({ from: step.day, step })),
  ].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : 0));
  for (const turn of turns) {
    if ('period' in turn) {
      inForce = turn.period;
      found.push(isOver ? { ...turn.period, timesPerWeek: 0 } : turn.period);
    } else {
      isOver = turn.step.what === 'ended';
      if (inForce) {
        found.push({
          ...inForce,
          from: turn.from,
          timesPerWeek: isOver ? 0 : inForce.timesPerWeek,
        });
      }
    }
  }
  return found;
}

/** How a course ended, in words. */
export const outcomeWords = (id: string): string => {
  const label = OUTCOMES.find((one) => one.id === id)?.label ?? id;
  return (label.split(':')[0] ?? label).toLowerCase();
};
