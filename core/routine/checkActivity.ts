import {
  findStretch,
  kindOf,
  type Activity,
  type ActivityKind,
  TEST_MOMENTS,
  type TestMoment,
} from '#core/activities';
import { findSite, type Side } from '#core/anatomy';
import { COMMON_PRACTICE, type Finding } from '#core/knowledge';
import { mayDo, type ScreenFinding } from '#core/screening';
import { isPress, type Routine, type RoutineItem } from './routine';

const finding = (
  activity: Activity,
  rest: Omit<Finding, 'itemId' | 'source'> & Partial<Pick<Finding, 'source'>>,
): Finding => ({ source: COMMON_PRACTICE, ...rest, itemId: activity.id });

const sidesOf = (activity: Activity): readonly Side[] => [
  ...new Set(
    kindOf(activity)
      .parts(activity)
      .map(({ side }) => side),
  ),
];

/** What screening found, held against what the activity asks of the body; each reason once. */
function permitted(activity: Activity, screening: readonly ScreenFinding[]): Finding[] {
  const demands = kindOf(activity).demands(activity);
  const said = new Map<string, Finding>();
  for (const side of sidesOf(activity)) {
    for (const reason of mayDo(demands, side, screening).reasons) {
      if (reason.clearedBy || said.has(reason.therapist)) continue;
      said.set(
        reason.therapist,
        finding(activity, {
          rule: reason.rule,
          verdict: reason.level === 'limit' ? 'note' : 'refuse',
          reason: `${kindOf(activity).title(activity)}: ${reason.therapist}`,
          inputs: { level: reason.level, side },
          source: reason.source,
        }),
      );
    }
  }
  return [...said.values()];
}

/** What speaks against one line that is not pressed. */
export const checkActivity = (
  activity: Activity,
  screening: readonly ScreenFinding[],
): Finding[] => [
  ...permitted(activity, screening),
  ...kindOf(activity)
    .judge(activity)
    .map((own) => finding(activity, { ...own, inputs: { ...own.inputs } })),
];

/** The stretch of a line that is one; undefined for any other. */
export const stretchOf = (item: RoutineItem) =>
  item.kind === 'stretch' || item.kind === 'contract-relax'
    ? findStretch(item.stretchId)
    : undefined;

type Place = 'first' | 'middle' | 'last';
const PLACE: Partial<Record<ActivityKind, Place>> = {
  'warm-up': 'first',
  cold: 'last',
  'and-then': 'last',
};
const TEST_PLACE: Record<TestMoment, Place> = { before: 'first', between: 'middle', after: 'last' };

/** Where in a session a line belongs; what has no place may stand anywhere. */
const placeOf = (activity: Activity): Place | undefined =>
  activity.kind === 'test' ? TEST_PLACE[activity.when] : PLACE[activity.kind];

function misplaced(activity: Activity, { items }: Pick<Routine, 'items'>): string | null {
  const at = items.findIndex(({ id }) => id === activity.id);
  const pressesBefore = items.slice(0, at).some((item) => isPress(item));
  const pressesAfter = items.slice(at + 1).some((item) => isPress(item));
  const name = kindOf(activity).title(activity);
  switch (placeOf(activity)) {
    case 'first':
      return pressesBefore
        ? `${name} comes after pressing. ${activity.kind === 'test' ? 'Measure before anything is pressed.' : 'Warm up first of all.'}`
        : null;
    case 'middle':
      return pressesBefore && pressesAfter
        ? null
        : `${name} is to be measured in between and has no pressing ${pressesBefore ? 'after' : 'before'} it.`;
    case 'last':
      return pressesAfter ? `${name} comes before pressing. It belongs at the end.` : null;
    default:
      return null;
  }
}

/** Stretches after the holds of what they lengthen, warm-up first, cold and what follows last. */
export function activitiesInOrder(routine: Pick<Routine, 'items'>): Finding[] {
  return routine.items.flatMap((item, index) => {
    if (isPress(item)) return [];
    const findings: Finding[] = [];
    const place = misplaced(item, routine);
    if (place !== null) {
      findings.push(
        finding(item, {
          rule: 'order of activities',
          verdict: 'caution',
          reason: place,
          inputs: { line: index + 1 },
        }),
      );
    }
    const stretched = stretchOf(item);
    const later = routine.items
      .slice(index + 1)
      .find((one) => isPress(one) && stretched?.siteIds.some((id) => id === one.siteId));
    if (stretched && later && isPress(later)) {
      const site = findSite(later.siteId)?.plainName.toLowerCase() ?? later.siteId;
      findings.push(
        finding(item, {
          rule: 'stretch after pressing',
          verdict: 'caution',
          reason: `${stretched.name} comes before ${site} is pressed. Stretch after the holds.`,
          inputs: { line: index + 1 },
        }),
      );
    }
    return findings;
  });
}

/** A figure after pressing says nothing without the one before it. Common practice, no published source. */
export function measuredBefore(routine: Pick<Routine, 'items'>): Finding[] {
  const tests = routine.items.flatMap((item) =>
    !isPress(item) && item.kind === 'test' ? [item] : [],
  );
  return tests.flatMap((item) => {
    const { testId, when } = item;
    const twin = tests.find((one) => one !== item && one.testId === testId && one.when === when);
    if (twin && tests.indexOf(twin) < tests.indexOf(item)) {
      return [
        finding(item, {
          rule: 'measured once',
          verdict: 'caution',
          reason: `${kindOf(item).title(item)} is measured twice at the same moment.`,
          inputs: { test: testId, when },
        }),
      ];
    }
    if (when === 'before' || tests.some((one) => one.testId === testId && one.when === 'before')) {
      return [];
    }
    return [
      finding(item, {
        rule: 'measured before as well',
        verdict: 'caution',
        reason: `${kindOf(item).title(item)} is measured ${TEST_MOMENTS[when].says} and never before: nothing can be told from that.`,
        inputs: { test: testId, when },
      }),
    ];
  });
}

/** When the front of the thigh is stretched, the back comes before: it may cramp as the knee bends. */
export function hamstringsFirst(routine: Pick<Routine, 'items'>): Finding[] {
  const front = routine.items.findIndex(
    (item) => !isPress(item) && stretchOf(item)?.siteIds.includes('middle-quad'),
  );
  const item = routine.items[front];
  if (!item || isPress(item)) return [];
  const isBackBefore = routine.items
    .slice(0, front)
    .some((one) => !isPress(one) && stretchOf(one)?.siteIds.includes('hamstrings'));
  if (isBackBefore) return [];
  return [
    finding(item, {
      rule: 'hamstrings before quads',
      verdict: 'note',
      reason:
        'The front of the thigh is stretched without the back of it before: that may cramp as the knee bends.',
      inputs: { line: front + 1 },
    }),
  ];
}
