import { descending, rollup, sort } from 'd3-array';
import {
  ACTIVITY_KINDS,
  DRILLS,
  HOME_TESTS,
  STRETCHES,
  type Activity,
  type ActivityKind,
  type Stretch,
} from '#core/activities';
import { findSite } from '#core/anatomy';
import { activitiesOf, pressesOf, type Routine, type RoutineItem } from './routine';

type TestItem = Extract<Activity, { kind: 'test' }>;

interface Wish {
  id: string;
  affectedSide: 'left' | 'right' | null;
}

/** The first that belongs to a site that is pressed and is not there yet; else the first that is not there. */
function firstFitting<T extends { id: string; siteIds: readonly string[] }>(
  table: readonly T[],
  { items }: Pick<Routine, 'items'>,
  taken: ReadonlySet<string>,
): T | undefined {
  const free = table.filter(({ id }) => !taken.has(id));
  const pressed = pressesOf({ items }).map(({ siteId }) => siteId);
  const bySite = (siteId: string) => free.find(({ siteIds }) => siteIds.includes(siteId));
  const regions = new Set(pressed.map((id) => findSite(id)?.region));
  return (
    pressed.map(bySite).find((one) => one !== undefined) ??
    free.find(({ siteIds }) => siteIds.some((id) => regions.has(findSite(id)?.region))) ??
    free[0]
  );
}

/** What lines of a kind name already. */
const takenBy = (kind: ActivityKind, routine: Pick<Routine, 'items'>): ReadonlySet<string> =>
  new Set(
    activitiesOf(routine).flatMap((one) => {
      if (one.kind !== kind) return [];
      if (one.kind === 'stretch' || one.kind === 'contract-relax') return [one.stretchId];
      return one.kind === 'drill' ? [one.drillId] : [];
    }),
  );

/** Both sides, or the middle where there are no sides. */
const sidesFor = ({ sided }: { sided: boolean }) => (sided ? 'both' : 'mid');

/**
 * A usual line of a kind, for what the routine presses: the stretch of a site that is in it and not stretched yet,
 * the drill that belongs to it.
 */
export function newActivity(
  kind: ActivityKind,
  wish: Wish,
  routine: Pick<Routine, 'items'>,
): Activity {
  const usual: Activity = ACTIVITY_KINDS[kind].usual(wish);
  const taken = takenBy(kind, routine);
  const stretches = (table: readonly Stretch[]) => firstFitting(table, routine, taken);
  switch (usual.kind) {
    case 'stretch': {
      const entry = stretches(STRETCHES);
      return entry ? { ...usual, stretchId: entry.id, sides: sidesFor(entry) } : usual;
    }
    case 'contract-relax': {
      const entry = stretches(STRETCHES.filter(({ push }) => push !== null));
      if (!entry) return usual;
      const sided = entry.sided ? {} : { affectedSide: null, extraRounds: 0 };
      return { ...usual, stretchId: entry.id, sides: sidesFor(entry), ...sided };
    }
    case 'drill': {
      const entry = firstFitting(DRILLS, routine, taken);
      return entry ? { ...usual, drillId: entry.id, sides: sidesFor(entry) } : usual;
    }
    case 'test':
      return { ...usual, ...wantedTest(routine) };
    case 'warm-up':
    case 'breathing':
    case 'cold':
    case 'note':
    case 'and-then':
      return usual;
  }
}

/** A test of what is pressed that is not there yet, before; once that is there, the same after. */
function wantedTest(routine: Pick<Routine, 'items'>): Pick<TestItem, 'testId' | 'when'> {
  const there = activitiesOf(routine).filter((one) => one.kind === 'test');
  const has = (testId: string, when: TestItem['when']) =>
    there.some((one) => one.testId === testId && one.when === when);
  const open = there.find(({ testId, when }) => when === 'before' && !has(testId, 'after'));
  if (open) return { testId: open.testId, when: 'after' };
  // What serves most of the sites first; of those, what a site names first.
  const named = pressesOf(routine).flatMap(({ siteId }) => findSite(siteId)?.tests ?? []);
  const serves = rollup(
    named,
    (same) => same.length,
    (id) => id,
  );
  const fitting = sort(
    [...new Set(named)].filter((id) => HOME_TESTS.some((one) => one.id === id)),
    (one, other) => descending(serves.get(one), serves.get(other)),
  );
  const next = [...fitting, ...HOME_TESTS.map(({ id }) => id)].find((id) => !has(id, 'before'));
  return { testId: next ?? 'neck-turn', when: 'before' };
}

/** Where a kind stands among the others; what is pressed, and an instruction, stand at 0. */
const RANK: Partial<Record<NonNullable<RoutineItem['kind']>, number>> = {
  'warm-up': -2,
  breathing: -1,
  stretch: 0.25,
  'contract-relax': 0.25,
  drill: 0.25,
  cold: 1,
  'and-then': 2,
};
const TEST_RANK = { before: -0.5, between: 0, after: 0.5 } as const;
/** Where a line stands in the usual order of a session, as a number that rises; a test in between stands with what is pressed. */
export function rankOf(item: RoutineItem): number {
  if (item.kind === 'test') return TEST_RANK[item.when];
  return item.kind === undefined ? 0 : (RANK[item.kind] ?? 0);
}

/**
 * The lines with a new one where it belongs: warm-up, breathing and tests before, then what is pressed, then stretches
 * and drills, tests after, cold and what comes later; a test in between after half of what is pressed.
 *
 * @example placed([press, cold], stretch) // => [press, stretch, cold]
 */
export function placed(items: readonly RoutineItem[], item: RoutineItem): RoutineItem[] {
  if (item.kind === 'test' && item.when === 'between') {
    const presses = pressesOf({ items: [...items] });
    const half = presses[Math.ceil(presses.length / 2) - 1];
    const at = items.findIndex(({ id }) => id === half?.id);
    if (half) return [...items.slice(0, at + 1), item, ...items.slice(at + 1)];
  }
  const rank = rankOf(item);
  const after = items.findLastIndex((one) => rankOf(one) <= rank);
  return [...items.slice(0, after + 1), item, ...items.slice(after + 1)];
}
