import { findSite } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { findPosture, isOnFloor, movesBetween, type Posture } from '#core/loading';
import { mayUse, mostSites, type ScreenFinding } from '#core/screening';
import {
  HAND_LOAD_SECONDS,
  isHold,
  isPress,
  layOut,
  NECK_START_SECONDS,
  placesPressed,
  sidesInOrder,
  surfaceOf,
  type CheckContext,
  type PressItem,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import { comesBefore } from './before';
import type { Priority } from './priorities';
import type { Choice, Piece, Pool, Puzzle } from './puzzle';

/** A routine as a puzzle, with what stands behind each of its numbers. */
export interface FitPuzzle {
  puzzle: Puzzle;
  /** The line of each piece, and its choices as lines. */
  lines: readonly { item: RoutineItem; choices: readonly RoutineItem[] }[];
}

/** Parts of a second in which hand work is counted, so that its sums are whole. */
const HUNDREDTHS = 100;
const THOUSANDTHS = 1000;

/** A line by itself: what it takes but for moving, what is done of it, and where it presses. */
function alone(item: RoutineItem) {
  const { blocks, totalSeconds } = layOut({ items: [item] });
  const contact = new Map<string, number>();
  let work = 0;
  let hands = 0;
  for (const { step, seconds } of blocks) {
    work += seconds;
    if (!isHold(step)) continue;
    hands += Math.round(seconds * (findTool(step.toolId)?.tiredness ?? 0) * HUNDREDTHS);
    // As it is asked for: what a cap would cut short is no way of doing it.
    for (const place of placesPressed(step))
      contact.set(place, (contact.get(place) ?? 0) + step.limitSeconds);
  }
  const posture = postureOf(item, blocks);
  const moving = movesBetween(null, posture).seconds + movesBetween(posture, null).seconds;
  return { seconds: totalSeconds.most - moving, work, hands, contact };
}

/** The posture of a line; null: standing. */
function postureOf(item: RoutineItem, blocks = layOut({ items: [item] }).blocks): Posture | null {
  if (isPress(item)) return findPosture(item.positionId) ?? null;
  const timed = blocks.find(({ step }) => !isHold(step) && step.limitSeconds > 0)?.step;
  return timed?.positionId ? (findPosture(timed.positionId) ?? null) : null;
}

/** Whether a line is only told, wherever one is. */
const isOnlyTold = (item: RoutineItem): boolean =>
  !isPress(item) &&
  layOut({ items: [item] }).blocks.every(({ step }) => !isHold(step) && step.limitSeconds === 0);

const timeShareOf = (item: PressItem, screening: readonly ScreenFinding[]): number =>
  Math.min(
    ...sidesInOrder(item).map(
      (side) =>
        mayUse({ ...item, side, method: item.dose.method, surfaceId: surfaceOf(item) }, screening)
          .timeShare,
    ),
  );

/** Lines one of which has to be done as well: a hold before pin-and-glide, the measure before the one after. */
function needsOf(item: RoutineItem, at: number, items: readonly RoutineItem[]): number[][] {
  const those = (fits: (other: RoutineItem) => boolean) => {
    const found = items.flatMap((other, n) => (n !== at && fits(other) ? [n] : []));
    return found.length > 0 ? [found] : [];
  };
  if (isPress(item)) {
    return item.dose.method === 'pin-and-glide'
      ? those(
          (other) =>
            isPress(other) && other.siteId === item.siteId && comesBefore(other, item, false),
        )
      : [];
  }
  if (item.kind === 'test' && item.when !== 'before') {
    // In between is between something.
    const around =
      item.when === 'between'
        ? [
            ...those((other) => isPress(other) && items.indexOf(other) < at),
            ...those((other) => isPress(other) && items.indexOf(other) > at),
          ]
        : [];
    const first = those(
      (other) =>
        !isPress(other) &&
        other.kind === 'test' &&
        other.testId === item.testId &&
        other.when === 'before',
    );
    return [...around, ...first];
  }
  if (item.kind === 'note') {
    const next = items.findIndex((other, n) => n > at && (isPress(other) || other.kind !== 'note'));
    return next === -1 ? [] : [[next]];
  }
  return [];
}

interface PoolOf extends Pool {
  draw: (its: ReturnType<typeof alone>, item: RoutineItem) => number;
}

/** What all lines together may use only so much of. */
function poolsOf(
  items: readonly RoutineItem[],
  { screening = [], firstVersion, settledSites }: CheckContext,
  reasons: Routine['reasons'],
  sessionsADay: number,
): PoolOf[] {
  const presses = items.flatMap((item, n) => (isPress(item) ? [{ item, n }] : []));
  const hands: PoolOf = {
    most: HAND_LOAD_SECONDS * HUNDREDTHS,
    when: null,
    draw: ({ hands: tiring }) => tiring,
  };
  const places = new Map<string, number>();
  for (const { item } of presses) {
    const site = findSite(item.siteId);
    if (!site) continue;
    const cap = Math.round(site.capSeconds * timeShareOf(item, screening));
    const aSession = Math.min(cap, Math.floor((cap * site.sessionsPerDay) / sessionsADay));
    // Of two lines on one place the stricter limit holds.
    for (const place of alone(item).contact.keys())
      places.set(place, Math.min(aSession, places.get(place) ?? aSession));
  }
  const byPlace = [...places].map(([place, most]): PoolOf => ({
    most,
    when: null,
    draw: ({ contact }) => contact.get(place) ?? 0,
  }));
  const isNeck = (item: RoutineItem) => isPress(item) && findSite(item.siteId)?.region === 'neck';
  const settled = new Set(
    settledSites ?? (firstVersion ? [] : presses.map(({ item }) => item.siteId)),
  );
  const fresh = presses.flatMap(({ item, n }) =>
    isNeck(item) && !settled.has(item.siteId) ? [n] : [],
  );
  const neck =
    fresh.length === 0 || (reasons?.neck ?? '').trim() !== ''
      ? []
      : (['left', 'right'] as const).map((side): PoolOf => ({
          most: NECK_START_SECONDS,
          when: fresh,
          draw: ({ contact }, item) =>
            isNeck(item)
              ? [...contact]
                  .filter(([place]) => place.endsWith(`:${side}`) || place.endsWith(':mid'))
                  .reduce((sum, [, seconds]) => sum + seconds * sessionsADay, 0)
              : 0,
        }));
  return [hands, ...byPlace, ...neck];
}

/**
 * A routine as a puzzle: seconds, worth and what is drawn of each choice, in whole numbers.
 *
 * @param given lines that may be done at all, each with its choices, from the whole of it down
 * @param budgetSeconds of one session
 */
export function puzzleOf(
  routine: Routine,
  given: readonly { item: RoutineItem; choices: readonly RoutineItem[] }[],
  {
    priorities,
    starred,
    context,
    budgetSeconds,
    sessionsADay,
  }: {
    priorities: ReadonlyMap<string, Priority>;
    starred: ReadonlySet<string>;
    context: CheckContext;
    budgetSeconds: number;
    sessionsADay: number;
  },
): FitPuzzle {
  const items = given.map(({ item }) => item);
  const pools = poolsOf(items, context, routine.reasons, sessionsADay);
  const stands = items.map((item) => postureOf(item));
  const postures: (Posture | null)[] = [
    null,
    ...new Map(
      stands.flatMap((posture) => (posture ? [[posture.id, posture] as const] : [])),
    ).values(),
  ];
  const pieces = given.map(({ item, choices }, at): Piece => {
    const whole = alone(item).work;
    const weight = priorities.get(item.id)?.weight ?? 1;
    return {
      posture: isOnlyTold(item) ? null : postures.findIndex((one) => one?.id === stands[at]?.id),
      starred: starred.has(item.id),
      choices: choices.map((choice): Choice => {
        const its = alone(choice);
        const share = whole === 0 ? 1 : its.work / whole;
        return {
          seconds: its.seconds,
          worth: Math.round(weight * share * THOUSANDTHS),
          draws: pools.map(({ draw }) => draw(its, choice)),
        };
      }),
      after: items.flatMap((other, n) => (n !== at && comesBefore(other, item, n < at) ? [n] : [])),
      needs: needsOf(item, at, items),
      site: isPress(item) ? item.siteId : null,
    };
  });
  return {
    lines: given,
    puzzle: {
      pieces,
      budgetSeconds,
      moves: postures.map((from) => postures.map((to) => movesBetween(from, to).seconds)),
      onFloor: postures.map((one) => one !== null && isOnFloor(one)),
      pools: pools.map(({ most, when }) => ({ most, when })),
      mostSites: mostSites(context.screening ?? []),
    },
  };
}
