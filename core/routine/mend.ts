import { ACTIVITY_KINDS, type Activity } from '#core/activities';
import { findSite, type Site } from '#core/anatomy';
import { findSurface, findTool } from '#core/equipment';
import type { Finding } from '#core/knowledge';
import { findPosture } from '#core/loading';
import type { CheckContext } from './checkContext';
import { checkRoutine } from './check';
import { placed } from './newActivity';
import { setupsForMethod, usualDose, usualPoints } from './newItem';
import { isPress, pressesOf, type PressItem, type Routine, type RoutineItem } from './routine';
import { withTurns } from './together';

/** What answers a finding: the routine as it would be, and what is changed. */
export interface Mend {
  says: string;
  routine: Routine;
}

interface Given {
  routine: Routine;
  finding: Finding;
  context: CheckContext;
}
interface OnPress extends Given {
  item: PressItem;
  site: Site;
}
interface OnLine extends Given {
  item: RoutineItem;
}

const withItem = (routine: Routine, item: RoutineItem): Routine => ({
  ...routine,
  items: routine.items.map((one) => (one.id === item.id ? item : one)),
});
const changed = ({ routine, item }: OnPress, change: Partial<PressItem>, says: string): Mend => ({
  says,
  routine: withItem(routine, withTurns({ ...item, ...change })),
});
const without = (routine: Routine, id: string, says: string): Mend => ({
  says,
  routine: { ...routine, items: routine.items.filter((item) => item.id !== id) },
});
const named = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** The dose that is usual at the site, with as many points as go with it. */
function usualAtSite(given: OnPress): Mend[] {
  const { item, site } = given;
  const dose = usualDose(site, item.dose.method);
  const points = usualPoints(site, dose);
  return [
    changed(given, { dose }, 'the usual dose'),
    changed(given, { dose, points: points ?? 1, extraPoints: 0 }, 'the usual dose and points'),
  ];
}

/** Fewer holds, then shorter ones, until the cap has room. */
function fewer(given: OnPress): Mend[] {
  const { item, site } = given;
  const mends: Mend[] = [];
  if (item.extraPoints > 0) mends.push(changed(given, { extraPoints: 0 }, 'no extra points'));
  for (let points = item.points - 1; points >= 1; points -= 1) {
    mends.push(changed(given, { points, extraPoints: 0 }, named(points, 'point')));
  }
  if (item.repetitions > 1) {
    mends.push(changed(given, { repetitions: 1, extraPoints: 0 }, 'each point once'));
  }
  const dose = usualDose(site, item.dose.method);
  mends.push(
    changed(
      given,
      { dose, points: 1, extraPoints: 0, repetitions: 1 },
      'the usual dose, one point, once',
    ),
  );
  return mends;
}

/** Ways with other tools, those at hand first, softest first. */
function otherTools(given: OnPress): Mend[] {
  const { item, site, context } = given;
  return setupsForMethod(site, item.dose.method, context.tools ?? null)
    .filter(({ toolId }) => toolId !== item.toolId)
    .map(({ toolId, positionId, how }) => {
      const own = !site.setups.some((one) => one.how === item.instructions);
      const tool = findTool(toolId)?.name.toLowerCase() ?? toolId;
      const posture = findPosture(positionId)?.name ?? positionId;
      return changed(
        given,
        {
          toolId,
          positionId,
          surfaceId: null,
          adjustmentId: null,
          ownWay: undefined,
          ...(own ? {} : { instructions: how }),
        },
        `${tool}, ${posture}`,
      );
    });
}

/** What gives more under the same tool. */
const softerGround = (given: OnPress): Mend[] =>
  (findPosture(given.item.positionId)?.surfaces ?? []).map((surfaceId) =>
    changed(given, { surfaceId }, `on ${findSurface(surfaceId)?.name.toLowerCase() ?? surfaceId}`),
  );

/** The line in every other place of the order, the nearest first. */
function elsewhere({ routine, item }: OnLine): Mend[] {
  const at = routine.items.findIndex(({ id }) => id === item.id);
  const rest = routine.items.filter(({ id }) => id !== item.id);
  return rest
    .map((_, index) => (index < at ? index : index + 1))
    .sort((a, b) => Math.abs(a - at) - Math.abs(b - at))
    .map((to) => ({
      says: `as line ${to + 1}`,
      routine: { ...routine, items: [...rest.slice(0, to), item, ...rest.slice(to)] },
    }));
}

/** A test taken before anything is pressed instead. */
function measuredFirst({ routine, item }: OnLine): Mend[] {
  if (item.kind !== 'test') return [];
  const rest = routine.items.filter(({ id }) => id !== item.id);
  const first = { ...item, when: 'before' as const };
  return [{ says: 'measured before instead', routine: { ...routine, items: placed(rest, first) } }];
}

/** The numbers a kind of activity usually has, keeping what it names and says. */
function usualNumbers({ routine, item }: OnLine): Mend[] {
  if (isPress(item)) return [];
  const usual: Activity = ACTIVITY_KINDS[item.kind].usual({ id: item.id, affectedSide: null });
  const kept: Record<string, unknown> = { ...item };
  for (const [key, value] of Object.entries(usual)) {
    if (typeof value === 'number') kept[key] = value;
  }
  // The same kind with its own numbers: the shape is that of both.
  return [{ says: 'the usual numbers', routine: withItem(routine, kept as unknown as Activity) }];
}

function withSides({ routine, item }: OnLine): Mend[] {
  if (!('sides' in item)) return [];
  return (['both', 'mid'] as const)
    .filter((sides) => sides !== item.sides)
    .map((sides) => ({
      says: sides === 'both' ? 'both sides' : 'in the middle',
      routine: withItem(
        routine,
        isPress(item)
          ? withTurns({
              ...item,
              sides,
              ...(sides === 'mid' ? { affectedSide: null, extraPoints: 0 } : {}),
            })
          : ({ ...item, sides } as Activity),
      ),
    }));
}

const timesAWeek = ({ routine }: Given, ...times: number[]): Mend[] =>
  times
    .filter((timesPerWeek) => timesPerWeek !== routine.timesPerWeek)
    .map((timesPerWeek) => ({
      says: `${timesPerWeek} times a week`,
      routine: { ...routine, timesPerWeek },
    }));

/** Lines taken out from the end, until what is left is allowed. */
const lastOut = ({ routine }: Given): Mend[] =>
  pressesOf(routine)
    .toReversed()
    .map((item) =>
      without(
        routine,
        item.id,
        `${findSite(item.siteId)?.plainName.toLowerCase() ?? item.siteId} taken out`,
      ),
    );

function lessOften({ routine, item }: OnLine): Mend[] {
  const { often } = item;
  if (often?.kind !== 'weekly') return [];
  const days = Math.min(often.days, routine.timesPerWeek);
  return [
    {
      says: `on ${named(days, 'day')} a week`,
      routine: withItem(routine, { ...item, often: { ...often, days } }),
    },
    {
      says: 'not less often later',
      routine: withItem(routine, { ...item, often: { ...often, taperTo: null } }),
    },
    {
      says: `on ${named(days, 'day')} a week, not less often later`,
      routine: withItem(routine, { ...item, often: { ...often, days, taperTo: null } }),
    },
  ];
}

/** For each rule that has a mend: what might answer it, the least change first. */
const ON_PRESS: Readonly<Record<string, (given: OnPress) => Mend[]>> = {
  'least before longest': usualAtSite,
  'range of the method': usualAtSite,
  'shorter than usual': usualAtSite,
  'longer than usual': usualAtSite,
  'hard ball on a hard floor': softerGround,
  'both sides at one time': (given) => [...otherTurns(given), ...otherTools(given)],
  'firmer than usual': (given) => {
    const grade = given.site.usualGrade?.to ?? Number(given.finding.inputs.to);
    return [changed(given, { grade }, `to ${grade} of 10`)];
  },
  'softest tool first': otherTools,
  'tool at hand': otherTools,
  'site cap': fewer,
  'cap cuts a later point short': fewer,
  'site cap of a day': (given) => [...timesAWeek(given, 7), ...fewer(given)],
};

function otherTurns(given: OnPress): Mend[] {
  const { together: _no, ...inTurn } = given.item;
  return [
    changed(given, {}, 'both sides at one time'),
    { says: 'one side after the other', routine: withItem(given.routine, inTurn) },
  ];
}

const ON_LINE: Readonly<Record<string, (given: OnLine) => Mend[]>> = {
  'sides of the site': withSides,
  'sides of the stretch': withSides,
  'sides of the drill': withSides,
  'both sides': withSides,
  'usual repetitions': usualNumbers,
  'usual rounds': usualNumbers,
  'shorter than usual': usualNumbers,
  'longer than usual': usualNumbers,
  'static before moving': elsewhere,
  'sweep before hold': elsewhere,
  'order of sites': elsewhere,
  'order of activities': elsewhere,
  'stretch after pressing': elsewhere,
  'hamstrings before quads': elsewhere,
  'measured once': ({ routine, item }) => [without(routine, item.id, 'measured once')],
  'measured before as well': measuredFirst,
  'tapers to less': lessOften,
  'more often than the sessions': lessOften,
};

const ON_ROUTINE: Readonly<Record<string, (given: Given) => Mend[]>> = {
  'fewer sites': lastOut,
  'one new neck site at a time': lastOut,
  'too seldom': (given) => timesAWeek(given, 3, 5),
  'minutes of the day': (given) => timesAWeek(given, 7),
};

function candidates(given: Given): Mend[] {
  const { finding, routine } = given;
  const item = routine.items.find(({ id }) => id === finding.itemId);
  const site = item && isPress(item) ? findSite(item.siteId) : undefined;
  return [
    ...(item && isPress(item) && site
      ? (ON_PRESS[finding.rule]?.({ ...given, item, site }) ?? [])
      : []),
    ...(item ? (ON_LINE[finding.rule]?.({ ...given, item }) ?? []) : []),
    ...(ON_ROUTINE[finding.rule]?.(given) ?? []),
  ];
}

/** How much speaks against a routine, the gravest first. */
const weightOf = (findings: readonly Finding[]): readonly number[] =>
  (['refuse', 'caution', 'note'] as const).map(
    (verdict) => findings.filter((one) => one.verdict === verdict).length,
  );

/** Whether one weight is less than another: gravest first. */
function isLighter(one: readonly number[], other: readonly number[]): boolean {
  const at = one.findIndex((count, index) => count !== other[index]);
  return at !== -1 && (one[at] ?? 0) < (other[at] ?? 0);
}

const isSame = (one: Finding, other: Finding): boolean =>
  one.rule === other.rule && one.itemId === other.itemId;

/**
 * The least change that answers a finding and brings nothing graver with it; null where there is none, as for what only
 * a therapist can decide. Taking mend after mend comes to an end: each leaves less that speaks against the routine.
 */
export function mendOf(
  routine: Routine,
  finding: Finding,
  context: CheckContext,
  present: readonly Finding[] = checkRoutine(routine, context),
): Mend | null {
  const before = weightOf(present);
  const seen = present.filter((one) => isSame(one, finding)).length;
  return (
    candidates({ routine, finding, context }).find((mend) => {
      const after = checkRoutine(mend.routine, context);
      return (
        after.filter((one) => isSame(one, finding)).length < seen &&
        isLighter(weightOf(after), before)
      );
    }) ?? null
  );
}
