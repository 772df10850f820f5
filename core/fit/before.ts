import { SITE_ORDER } from '#core/anatomy';
import { methodOf } from '#core/dosage';
import { isPress, PHASES, rankOf, stretchOf, type RoutineItem } from '#core/routine';

/** Its place in the usual order; null for what is held by what stands beside it: a test in between, a note. */
const stageOf = (item: RoutineItem): number | null =>
  item.kind === 'note' || (item.kind === 'test' && item.when === 'between') ? null : rankOf(item);

const stretches = (item: RoutineItem, siteId: string): boolean =>
  stretchOf(item)?.siteIds.some((id) => id === siteId) ?? false;

/**
 * Whether one line has to come before another in the same session, by the usual order: warm up, sweep, hold, move, stretch,
 * measure, after-care; sites that belong together in theirs; hamstrings before quads. Common practice, no published source.
 *
 * @param isEarlier whether the first stands before the second as the plan is now: what is in between stays so
 */
export function comesBefore(one: RoutineItem, other: RoutineItem, isEarlier: boolean): boolean {
  const [stage, otherStage] = [stageOf(one), stageOf(other)];
  if (isPress(one) && isPress(other)) {
    if (one.siteId === other.siteId) {
      const [phase, otherPhase] = [one, other].map(({ dose }) =>
        PHASES.indexOf(methodOf(dose).phase),
      );
      return (phase ?? 0) < (otherPhase ?? 0);
    }
    return SITE_ORDER.some(({ first, then }) => first === one.siteId && then === other.siteId);
  }
  if (stage !== null && otherStage !== null && stage !== otherStage) return stage < otherStage;
  if (stage === null || otherStage === null) {
    // A test in between keeps what is pressed before it before, and after it after; nothing else is held by it.
    const isBetween = [one, other].some((item) => !isPress(item) && item.kind === 'test');
    const meets = [one, other].some((item) => isPress(item));
    return isBetween && meets && isEarlier;
  }
  return stretches(one, 'hamstrings') && stretches(other, 'middle-quad');
}
