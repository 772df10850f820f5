import { isPress, type CheckContext, type RoutineItem } from '#core/routine';
import { againstTaking, isThere, type PlanClient, type PlannedLine } from './begin';

/** A line of somebody else’s routine as it would be prescribed to this client. */
function itemFor(item: RoutineItem, id: string, { affectedSide }: PlanClient): RoutineItem {
  if (!isPress(item)) {
    // More on one side is that other body’s; the rest of an activity fits anybody.
    return item.kind === 'contract-relax'
      ? { ...item, id, affectedSide, extraRounds: affectedSide ? item.extraRounds : 0 }
      : { ...item, id };
  }
  const { mapped: _theirs, ...own } = item;
  if (item.sides === 'mid') return { ...own, id, affectedSide: null, extraPoints: 0 };
  return {
    ...own,
    id,
    // One side alone was that other body’s reason.
    sides: 'both',
    affectedSide,
    extraPoints: affectedSide ? item.extraPoints : 0,
  };
}

/**
 * Somebody else’s routine held against this client’s body: their sides, points of the map and more on one side do not
 * go along; what this body rules out says why and is not taken.
 *
 * @param newId makes an id for a line
 * @param present lines the routine has already; none is taken twice
 */
export const linesOfOther = (
  items: readonly RoutineItem[],
  client: PlanClient,
  context: CheckContext,
  newId: () => string,
  present: readonly RoutineItem[] = [],
): PlannedLine[] =>
  items.map((theirs) => {
    const item = itemFor(theirs, newId(), client);
    return { item, why: '', against: againstTaking(item, context, present) };
  });

/**
 * Lines without what belonged to the client they came from: sides, points of the map, more on one side.
 *
 * @example asTemplate([leftCalfFromTheMap])[0] // the calf on both sides, with its dose and words
 */
export const asTemplate = (items: readonly RoutineItem[]): RoutineItem[] =>
  items.map((item) => itemFor(item, item.id, { affectedSide: null, tools: null }));

/** How a line of an earlier version stands to the routine of now. */
export interface ComparedLine {
  item: RoutineItem;
  is: 'the same' | 'other now' | 'not there now' | 'only now';
  /** The line of now, where both have one. */
  now: RoutineItem | null;
}

const sameLine = (a: RoutineItem, b: RoutineItem): boolean =>
  JSON.stringify({ ...a, id: '' }) === JSON.stringify({ ...b, id: '' });

/**
 * An earlier version beside the routine of now, line by line in its own order, what is only now last.
 *
 * @example compareRoutines([calf], [calf, temple]).map(({ is }) => is) // => ['the same', 'only now']
 */
export function compareRoutines(
  before: readonly RoutineItem[],
  now: readonly RoutineItem[],
): ComparedLine[] {
  const matched = new Set<string>();
  const lines = before.map((item): ComparedLine => {
    const present = now.find((one) => !matched.has(one.id) && isThere(item, [one]));
    if (!present) return { item, is: 'not there now', now: null };
    matched.add(present.id);
    return { item, is: sameLine(item, present) ? 'the same' : 'other now', now: present };
  });
  const added = now
    .filter(({ id }) => !matched.has(id))
    .map((item): ComparedLine => ({ item, is: 'only now', now: item }));
  return [...lines, ...added];
}
