import type { Activity } from '#core/activities';
import { findSite, type Site } from '#core/anatomy';
import { METHODS, USUALLY_LEAST, type Dose } from '#core/dosage';
import { isPress, type PressItem, type RoutineItem } from '#core/routine';

/** Times are trimmed in steps of so many seconds. */
const STEP_SECONDS = 5;
/** A hold until it fades with less time than this is no such hold any more; our estimate, seconds. */
const LEAST_FADE = 45;
/** Squeezes one after the other along a muscle: fewer spots are no kneading. Common practice, no published source. */
const LEAST_SPOTS = 3;
/** Least useful of what is not pressed. Common practice, no published source. */
const LEAST = { stretchSeconds: 30, rounds: 3, drill: 4, breaths: 10, warmUpMinutes: 2 } as const;

/** From one number down to another: itself, then whole steps, then the least. */
function downTo(from: number, least: number, step = STEP_SECONDS): number[] {
  if (least >= from) return [from];
  const found = [from];
  for (let at = Math.ceil(from / step - 1) * step; at > least; at -= step) found.push(at);
  return [...found, least];
}

/** The least hold of a method at a site that is of use, seconds. Common practice, no published source. */
function leastHold(site: Site, method: Extract<Dose, { holdSeconds: number }>['method']): number {
  const { from } = site.usualHoldSeconds;
  const own = METHODS[method].seconds.least;
  switch (method) {
    case 'cross-grain':
      return USUALLY_LEAST['cross-grain'] ?? own;
    case 'timed':
    case 'press-and-move':
    case 'brief':
      return Math.max(own, Math.min(from, USUALLY_LEAST[method] ?? from));
    case 'pincer':
    case 'search':
    case 'strokes':
      return Math.max(own, Math.min(from, METHODS[method].seconds.usual));
    case 'circles':
    case 'slow-roll':
      return own;
  }
}

/** A dose with less and less time, down to the least that is of use. */
function shorterDoses(site: Site, dose: Dose): Dose[] {
  switch (dose.method) {
    case 'fade':
      return downTo(dose.capSeconds, Math.max(dose.minSeconds, LEAST_FADE)).map((capSeconds) => ({
        ...dose,
        capSeconds,
      }));
    case 'sweep':
      return downTo(dose.sweepSeconds, USUALLY_LEAST.sweep ?? 0).map((sweepSeconds) => ({
        ...dose,
        sweepSeconds,
      }));
    // It is short already, and grows by itself.
    case 'build-up':
      return [dose];
    case 'pin-and-glide':
      return downTo(dose.bends, METHODS['pin-and-glide'].counts?.least ?? dose.bends, 1).map(
        (bends) => ({ ...dose, bends }),
      );
    case 'glide':
      return downTo(dose.strokes, METHODS.glide.counts?.least ?? dose.strokes, 1).map(
        (strokes) => ({ ...dose, strokes }),
      );
    case 'knead':
      return downTo(dose.squeezes, 1, 1).map((squeezes) => ({ ...dose, squeezes }));
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return downTo(dose.holdSeconds, leastHold(site, dose.method)).map((holdSeconds) => ({
        ...dose,
        holdSeconds,
      }));
  }
}

/** Shorter first; then each point once; then fewer points, on both sides alike, the affected side keeping more. */
function pressChoices(item: PressItem, site: Site): PressItem[] {
  const shorter = shorterDoses(site, item.dose).map((dose) => ({ ...item, dose }));
  const least = shorter.at(-1) ?? item;
  const rarer = downTo(item.repetitions, 1, 1)
    .slice(1)
    .map((repetitions) => ({ ...least, repetitions }));
  const once = rarer.at(-1) ?? least;
  // Angles, gaps and directions are all gone through.
  const leastPoints = site.spots
    ? Math.min(item.points, site.points.from)
    : item.dose.method === 'knead'
      ? Math.min(item.points, LEAST_SPOTS)
      : 1;
  const fewer = downTo(item.points, leastPoints, 1)
    .slice(1)
    .map((points) => ({ ...once, points, extraPoints: Math.min(once.extraPoints, points) }));
  return [...shorter, ...rarer, ...fewer];
}

function activityChoices(item: Activity): Activity[] {
  switch (item.kind) {
    case 'stretch': {
      const shorter = downTo(item.holdSeconds, LEAST.stretchSeconds).map((holdSeconds) => ({
        ...item,
        holdSeconds,
      }));
      const least = shorter.at(-1) ?? item;
      const rarer = downTo(item.repetitions, 1, 1).slice(1);
      return [...shorter, ...rarer.map((repetitions) => ({ ...least, repetitions }))];
    }
    case 'contract-relax':
      return downTo(item.rounds, LEAST.rounds, 1).map((rounds) => ({ ...item, rounds }));
    case 'drill':
      return downTo(item.repetitions, LEAST.drill, 1).map((repetitions) => ({
        ...item,
        repetitions,
      }));
    case 'breathing':
      return downTo(item.breaths, LEAST.breaths).map((breaths) => ({ ...item, breaths }));
    case 'warm-up':
      return downTo(item.minutes, LEAST.warmUpMinutes, 1).map((minutes) => ({ ...item, minutes }));
    case 'cold':
    case 'test':
    case 'note':
    case 'and-then':
      return [item];
  }
}

/**
 * How much of a line may be done: all of it, then less and less, down to the least that is of use. Never one side only, and
 * the affected side keeps its extra share.
 *
 * @example choicesOf(timed hold of 60 s where 30 s is usual).map(({ dose }) => dose.holdSeconds) // => [60, 55, … 30]
 */
export function choicesOf(item: RoutineItem): RoutineItem[] {
  if (!isPress(item)) return activityChoices(item);
  const site = findSite(item.siteId);
  return site ? pressChoices(item, site) : [item];
}
