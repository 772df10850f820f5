import { ACTIVITY_KINDS, findDrill, findStretch, WARM_UPS, type Activity } from '#core/activities';
import { findSite } from '#core/anatomy';
import { findTest } from '#core/measurement';
import {
  checkRoutine,
  isPress,
  newItem,
  placed,
  setupsForMethod,
  usualDose,
  usualPoints,
  type CheckContext,
  type RoutineItem,
} from '#core/routine';
import type { PlanLine, StartingPlan } from './startingPlans';

/** What a line is made for. */
export interface PlanClient {
  affectedSide: 'left' | 'right' | null;
  /** Ids of the tools the client has; null: not known. */
  tools: readonly string[] | null;
}

/** A line of a plan as it would be prescribed to this client, and why it is in it. */
export interface PlannedLine {
  item: RoutineItem;
  why: string;
  /** What of this client speaks against it; it is not taken then. */
  against: string | null;
}

const sidesOf = (sided: boolean) => (sided ? 'both' : 'mid');

function named(activity: Activity, names: string | undefined): Activity {
  if (names === undefined) return activity;
  switch (activity.kind) {
    case 'stretch':
    case 'contract-relax': {
      const entry = findStretch(names);
      if (!entry) return activity;
      return { ...activity, stretchId: entry.id, sides: sidesOf(entry.sided) };
    }
    case 'drill': {
      const entry = findDrill(names);
      return entry ? { ...activity, drillId: entry.id, sides: sidesOf(entry.sided) } : activity;
    }
    case 'test':
      return findTest(names) ? { ...activity, testId: names } : activity;
    case 'warm-up':
      return names in WARM_UPS ? { ...activity, way: names as keyof typeof WARM_UPS } : activity;
    case 'breathing':
    case 'cold':
    case 'note':
    case 'and-then':
      return activity;
  }
}

function itemOf(line: PlanLine, id: string, client: PlanClient): RoutineItem {
  if ('kind' in line) {
    const wish = { id, affectedSide: client.affectedSide };
    const usual: Activity = ACTIVITY_KINDS[line.kind].usual(wish);
    return 'title' in line
      ? {
          ...usual,
          ...(usual.kind === line.kind && { title: line.title }),
          instructions: line.says,
        }
      : named(usual, line.names);
  }
  const site = findSite(line.siteId);
  if (!site) throw new RangeError(`A starting plan names an unknown site: ${line.siteId}.`);
  const item = newItem(site, id, client.affectedSide, client.tools);
  if (line.method === undefined) return item;
  const [setup] = setupsForMethod(site, line.method, client.tools);
  const dose = usualDose(site, line.method);
  return {
    ...item,
    dose,
    points: usualPoints(site, dose) ?? 1,
    extraPoints: 0,
    ...(setup && { toolId: setup.toolId, positionId: setup.positionId, instructions: setup.how }),
  };
}

/** Whether the routine has such a line already: a site once, one warm-up, each stretch and drill once. */
export function isThere(item: RoutineItem, present: readonly RoutineItem[]): boolean {
  return present.some((one) => {
    if (isPress(item)) return isPress(one) && one.siteId === item.siteId;
    if (one.kind !== item.kind) return false;
    if (item.kind === 'drill') return one.kind === 'drill' && one.drillId === item.drillId;
    if (item.kind === 'test') {
      return one.kind === 'test' && one.testId === item.testId && one.when === item.when;
    }
    if ('stretchId' in item) return 'stretchId' in one && one.stretchId === item.stretchId;
    return !('title' in item);
  });
}

const THERE = 'It is in the routine already.';

/** Why a line is not taken: it is there already, or this body rules it out; null when it may be. */
export function againstTaking(
  item: RoutineItem,
  context: CheckContext,
  present: readonly RoutineItem[],
): string | null {
  if (isThere(item, present)) return THERE;
  const [against] = checkRoutine(
    { items: [item], timesPerWeek: 7, message: '' },
    { ...context, minutesPerDay: null, screened: true },
  ).filter(({ verdict, answeredBy }) => verdict === 'refuse' && answeredBy === undefined);
  return against?.reason ?? null;
}

/**
 * A starting plan as lines for this client, each with its reason: those their body rules out say why and are not
 * taken. Sides are both, with the affected one first; tools are theirs where a site can be reached with one.
 *
 * @param newId makes an id for a line
 * @param present lines the routine has already; none is taken twice
 */
export function plannedLines(
  plan: StartingPlan,
  client: PlanClient,
  context: CheckContext,
  newId: () => string,
  present: readonly RoutineItem[] = [],
): PlannedLine[] {
  return plan.lines.map((line) => {
    const item = itemOf(line, newId(), client);
    return { item, why: line.why, against: againstTaking(item, context, present) };
  });
}

/** The lines that may be taken, in the order of a session, after those that are there. */
export const takenFrom = (
  lines: readonly PlannedLine[],
  present: readonly RoutineItem[] = [],
): RoutineItem[] =>
  lines
    .filter(({ against }) => against === null)
    .reduce<RoutineItem[]>((items, { item }) => placed(items, item), [...present]);
