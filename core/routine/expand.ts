import { kindOf, type Activity } from '#core/activities';
import { findSite, SENSITIVITY, type Side, type Site } from '#core/anatomy';
import { contactPerPoint } from '#core/dosage';
import { findTool } from '#core/equipment';
import { namedSpots } from './namedSpots';
import { placesPressed } from './placeKey';
import { isPress, type PressItem, type Routine, type RoutineItem } from './routine';
import { pointsOn, sidesInOrder } from './sidesInOrder';
import { isHold, type ActivityStep, type HoldStep, type Step } from './step';

/** Where a site is not known any more, nothing limits the grade but the scale. */
const MOST_GRADE = 10;

/** The name of a point by its place in the order, from 0, and which point of the map it is. */
function spotOf(
  site: Site | undefined,
  { mapped = [], dose }: PressItem,
  side: Side,
  at: number,
): Pick<HoldStep, 'spot' | 'thread'> {
  const named = site && namedSpots(site, dose)?.[at];
  if (named !== undefined) return { spot: named };
  const point = mapped.filter((one) => one.side === side)[at];
  if (!point) return {};
  return { thread: point.thread, ...(point.name ? { spot: point.name } : {}) };
}

const asNeeded = ({ often }: Pick<RoutineItem, 'often'>): { asNeeded?: true } =>
  often?.kind === 'as-needed' ? { asNeeded: true } : {};

function holdsOf(item: PressItem): Omit<HoldStep, 'index' | 'reservedSeconds'>[] {
  const { least, most } = contactPerPoint(item.dose);
  const site = findSite(item.siteId);
  const capSeconds = site?.capSeconds ?? 0;
  const sessionsPerDay = site?.sessionsPerDay ?? 1;
  const ceilingGrade = site ? SENSITIVITY[site.sensitivity].ceilingGrade : MOST_GRADE;
  const inOrder = sidesInOrder(item);
  return (item.together ? inOrder.slice(0, 1) : inOrder).flatMap((side) => {
    const points = pointsOn(item, side);
    return Array.from({ length: points * item.repetitions }, (_, n) => ({
      itemId: item.id,
      siteId: item.siteId,
      side,
      ...(item.together ? { together: true as const } : {}),
      toolId: item.toolId,
      positionId: item.positionId,
      surfaceId: item.surfaceId,
      adjustmentId: item.adjustmentId,
      grade: item.grade,
      ...(item.fromGrade === undefined ? {} : { fromGrade: item.fromGrade }),
      dose: item.dose,
      point: Math.floor(n / item.repetitions) + 1,
      points,
      ...spotOf(site, item, side, Math.floor(n / item.repetitions)),
      repetition: (n % item.repetitions) + 1,
      repetitions: item.repetitions,
      restSeconds: n === 0 ? 0 : item.restSeconds,
      leastSeconds: least,
      limitSeconds: most,
      ceilingGrade,
      capSeconds,
      ...(sessionsPerDay > 1 ? { dayCapSeconds: capSeconds * sessionsPerDay } : {}),
      instructions: item.instructions,
      ...(findTool(item.toolId)?.drive === 'helper' ? { helper: true as const } : {}),
      ...asNeeded(item),
      ...(site?.emptyStomach ? { emptyStomach: true as const } : {}),
    }));
  });
}

function partsOf(activity: Activity): Omit<ActivityStep, 'index'>[] {
  const kind = kindOf(activity);
  const picture = kind.picture(activity);
  return kind.parts(activity).map(({ seconds, ...part }) => ({
    kind: activity.kind,
    itemId: activity.id,
    ...part,
    title: kind.title(activity),
    instructions: activity.instructions,
    limitSeconds: seconds,
    ...asNeeded(activity),
    ...(picture ? { picture } : {}),
    asks: kind.demands(activity),
  }));
}

/** A step before it is known where it stands. */
type Unplaced = Omit<HoldStep, 'index' | 'reservedSeconds'> | Omit<ActivityStep, 'index'>;

/**
 * Unrolls a routine into its steps: line by line, affected side first, point by point, repetition by
 * repetition. Everything that counts seconds, draws them or guides through them starts from this list.
 */
export function expand(routine: { items: readonly PressItem[] }): HoldStep[];
export function expand(routine: Pick<Routine, 'items'>): Step[];
export function expand(routine: { items: readonly RoutineItem[] }): Step[] {
  const steps = routine.items.flatMap((item): Unplaced[] =>
    isPress(item) ? holdsOf(item) : partsOf(item),
  );
  return reserve(
    steps.map((step, index): Step =>
      step.kind === undefined ? { ...step, index, reservedSeconds: 0 } : { ...step, index },
    ),
  );
}

/**
 * The same steps, each hold knowing what the later ones on its place need at least. What is left out needs
 * nothing.
 */
export function reserve<S extends Step>(steps: readonly S[]): S[] {
  const reserved = new Map<string, number>();
  return steps
    .toReversed()
    .map((step) => {
      if (!isHold(step)) return step;
      const keys = placesPressed(step);
      const reservedSeconds = Math.max(...keys.map((key) => reserved.get(key) ?? 0));
      if (!step.leftOut) {
        for (const key of keys) reserved.set(key, (reserved.get(key) ?? 0) + step.leastSeconds);
      }
      return { ...step, reservedSeconds };
    })
    .reverse();
}
