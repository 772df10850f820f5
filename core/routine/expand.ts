import { findSite, SENSITIVITY, type Side } from '#core/anatomy';
import { contactPerPoint, type Dose } from '#core/dosage';
import { placeKey } from './placeKey';
import type { Routine, RoutineItem } from './routine';
import { pointsOn, sidesInOrder } from './sidesInOrder';

/** One hold (or one sweep) of a routine, in the order it is done. */
export interface HoldStep {
  index: number;
  itemId: string;
  siteId: string;
  side: Side;
  toolId: string;
  positionId: string;
  surfaceId: string | null;
  adjustmentId: string | null;
  grade: number;
  dose: Dose;
  /** 1-based among `points` on this side. */
  point: number;
  points: number;
  /** 1-based among `repetitions` of this point. */
  repetition: number;
  repetitions: number;
  /** Rest before this hold, when it follows another hold on the same place; seconds. */
  restSeconds: number;
  /** The shortest useful length; seconds. */
  leastSeconds: number;
  /** The hold's own limit before the site's cap is looked at; seconds. */
  limitSeconds: number;
  /** The grade never to exceed on this site. */
  ceilingGrade: number;
  /** Longest contact on this site and side in one session; seconds. */
  capSeconds: number;
  /** The same in a whole day; that of a session when absent. */
  dayCapSeconds?: number;
  /** The least time of later holds on the same site and side; seconds. */
  reservedSeconds: number;
  instructions: string;
  /** Passed over after a full meal. */
  emptyStomach?: true;
  /** What screening found speaks against this hold: why, for the client. It is passed over. */
  leftOut?: string;
  /** What screening found lowers this hold: why, for the client. */
  limitedBy?: string;
}

/** Where a site is not known any more, nothing limits the grade but the scale. */
const MOST_GRADE = 10;

function holdsOf(item: RoutineItem): Omit<HoldStep, 'index' | 'reservedSeconds'>[] {
  const { least, most } = contactPerPoint(item.dose);
  const site = findSite(item.siteId);
  const capSeconds = site?.capSeconds ?? 0;
  const sessionsPerDay = site?.sessionsPerDay ?? 1;
  const ceilingGrade = site ? SENSITIVITY[site.sensitivity].ceilingGrade : MOST_GRADE;
  return sidesInOrder(item).flatMap((side) => {
    const points = pointsOn(item, side);
    return Array.from({ length: points * item.repetitions }, (_, n) => ({
      itemId: item.id,
      siteId: item.siteId,
      side,
      toolId: item.toolId,
      positionId: item.positionId,
      surfaceId: item.surfaceId,
      adjustmentId: item.adjustmentId,
      grade: item.grade,
      dose: item.dose,
      point: Math.floor(n / item.repetitions) + 1,
      points,
      repetition: (n % item.repetitions) + 1,
      repetitions: item.repetitions,
      restSeconds: n === 0 ? 0 : item.restSeconds,
      leastSeconds: least,
      limitSeconds: most,
      ceilingGrade,
      capSeconds,
      ...(sessionsPerDay > 1 ? { dayCapSeconds: capSeconds * sessionsPerDay } : {}),
      instructions: item.instructions,
      ...(site?.emptyStomach ? { emptyStomach: true as const } : {}),
    }));
  });
}

/**
 * Unrolls a routine into its holds: item by item, affected side first, point by point, repetition by
 * repetition. Everything that counts seconds, draws them or guides through them starts from this list.
 */
export function expand(routine: Pick<Routine, 'items'>): HoldStep[] {
  return reserve(
    routine.items.flatMap(holdsOf).map((hold, index) => ({ ...hold, index, reservedSeconds: 0 })),
  );
}

/**
 * The same holds, each knowing what the later ones on its place need at least. What is left out needs
 * nothing.
 */
export function reserve(steps: readonly HoldStep[]): HoldStep[] {
  const reserved = new Map<string, number>();
  return steps
    .toReversed()
    .map((step) => {
      const key = placeKey(step);
      const reservedSeconds = reserved.get(key) ?? 0;
      if (!step.leftOut) reserved.set(key, reservedSeconds + step.leastSeconds);
      return { ...step, reservedSeconds };
    })
    .reverse();
}
