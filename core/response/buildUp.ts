import type { Day } from '#core/calendar';
import type { Dose } from '#core/dosage';
import {
  isHold,
  isPress,
  pressesOf,
  type HoldStep,
  type PressItem,
  type Routine,
  type Step,
} from '#core/routine';
import { responseWords } from './responses';

/** A build-up hold gets longer by so much after a quiet next day; our choice, seconds. */
export const BUILD_UP_SECONDS = 5;

/** What is known of an earlier session. */
export interface Borne {
  day: Day;
  /** Sites that were pressed in it. */
  siteIds: readonly string[];
  /** Of those, the ones where a hold was held. */
  heldSiteIds: readonly string[];
  /** What the client answered about the day after; null while it is not known. */
  response: string | null;
  /** The lines it followed. */
  items: Routine['items'];
}

const sameDose = (a: Dose, b: Dose) =>
  a.method === 'build-up' &&
  b.method === 'build-up' &&
  a.fromSeconds === b.fromSeconds &&
  a.toSeconds === b.toSeconds;

/**
 * How many of the newest answers in a row say that it was borne well. A day nobody was asked about neither counts
 * nor ends the row.
 *
 * @param responses newest first
 * @example quietInRow(['none', null, 'little-sore', 'bruised', 'none']) // => 2
 */
export function quietInRow(responses: readonly (string | null)[]): number {
  const known = responses.filter((one) => one !== null);
  const badly = known.findIndex((one) => responseWords(one).bears !== 'well');
  return badly < 0 ? known.length : badly;
}

/**
 * How long a build-up hold lasts after so many quiet days in a row, in seconds. Common practice (“lengthen over
 * days, only after a quiet one”), no published source; the step is ours.
 *
 * @example builtUp(10, 30, 2) // => 20
 */
export const builtUp = (fromSeconds: number, toSeconds: number, quietDays: number): number =>
  Math.min(toSeconds, fromSeconds + BUILD_UP_SECONDS * quietDays);

/** How the days were after a line was done at its present dose, newest first; two sessions of a day are one. */
function daysAfter(item: PressItem, sessions: readonly Borne[]): (string | null)[] {
  const byDay = new Map<Day, string | null>();
  for (const { day, siteIds, heldSiteIds, response: answer, items } of sessions) {
    if (!siteIds.includes(item.siteId)) continue;
    const then = items.find(({ id }) => id === item.id);
    if (!then || !isPress(then) || !sameDose(then.dose, item.dose)) break;
    const known = byDay.get(day) ?? null;
    const isWorse = answer !== null && responseWords(answer).bears !== 'well';
    // What was left at once was not borne: only what was not quiet counts of it.
    const response = isWorse || heldSiteIds.includes(item.siteId) ? answer : null;
    byDay.set(day, isWorse ? response : (known ?? response));
  }
  return [...byDay.values()];
}

/**
 * The holds of a routine with build-up holds at the time they have grown to: the shorter one until a quiet next
 * day is known, 5 s more after each, never beyond the longer one. Common practice (“lengthen over days, only
 * after a quiet one”), no published source; the step is ours.
 *
 * @param sessions newest first
 * @example 10 to 30 s with two quiet days: limitSeconds 20
 */
export function lengthened(
  steps: readonly HoldStep[],
  routine: Pick<Routine, 'items'>,
  sessions: readonly Borne[],
): HoldStep[];
export function lengthened(
  steps: readonly Step[],
  routine: Pick<Routine, 'items'>,
  sessions: readonly Borne[],
): Step[];
export function lengthened(
  steps: readonly Step[],
  routine: Pick<Routine, 'items'>,
  sessions: readonly Borne[],
): Step[] {
  const quiet = new Map(
    pressesOf(routine)
      .filter(({ dose }) => dose.method === 'build-up')
      .map((item) => [item.id, quietInRow(daysAfter(item, sessions))]),
  );
  return steps.map((step) => {
    const days = quiet.get(step.itemId);
    if (days === undefined || !isHold(step)) return step;
    return { ...step, limitSeconds: builtUp(step.leastSeconds, step.limitSeconds, days) };
  });
}
