import type { Site } from '#core/anatomy';
import {
  countedIn,
  isOpenEnded,
  methodOf,
  methodSeconds,
  START_GRADE,
  USUALLY_LEAST,
} from '#core/dosage';
import { findSurface, findTool, type SurfaceId } from '#core/equipment';
import { COMMON_PRACTICE, type Finding } from '#core/knowledge';
import { findPosture } from '#core/loading';
import { mayUse, type ScreenFinding } from '#core/screening';
import type { PressItem } from './routine';
import { judgeOwnWay } from './ownWay';
import { canPressTogether, pressesBoth } from './together';
import { sidesInOrder } from './sidesInOrder';

/** What the tool of a line is pressed against: its own surface, or the usual one of its posture. */
export function surfaceOf(item: PressItem): SurfaceId | null {
  const usual = findPosture(item.positionId)?.surfaces[0];
  return findSurface(item.surfaceId ?? usual ?? '')?.id ?? null;
}

type ItemRule = (item: PressItem, site: Site) => Finding[];

/** A finding about one line; common practice unless it says otherwise. */
export const finding = (
  item: PressItem,
  rest: Omit<Finding, 'itemId' | 'source'> & Partial<Pick<Finding, 'source'>>,
): Finding => ({ source: COMMON_PRACTICE, ...rest, itemId: item.id });

/** Site, tool, posture, method, grade and what screening found, side by side. */
function permitted(item: PressItem, site: Site, screening: readonly ScreenFinding[]): Finding[] {
  const seen = new Map<string, Finding>();
  for (const side of sidesInOrder(item)) {
    const use = { ...item, side, method: item.dose.method, surfaceId: surfaceOf(item) };
    for (const reason of mayUse(use, screening).reasons) {
      if (reason.clearedBy) continue;
      const key = `${reason.rule}:${reason.therapist}`;
      if (seen.has(key)) continue;
      seen.set(
        key,
        finding(item, {
          rule: reason.rule,
          verdict: reason.level === 'limit' ? 'note' : 'refuse',
          reason: reason.therapist,
          inputs: {
            grade: item.grade,
            ceilingGrade: reason.ceilingGrade ?? null,
            sensitivity: site.sensitivity,
            level: reason.level,
            side,
          },
          source: reason.source,
        }),
      );
    }
  }
  return [...seen.values()];
}

const methodFits: ItemRule = (item, site) => {
  const method = methodOf(item.dose);
  const { least, most } = methodSeconds(item.dose);
  const findings: Finding[] = [];
  if (isOpenEnded(item.dose) && least > most) {
    findings.push(
      finding(item, {
        rule: 'least before longest',
        verdict: 'refuse',
        reason: `The least hold of ${least} s is longer than the longest of ${most} s.`,
        inputs: { minSeconds: least, capSeconds: most },
      }),
    );
  }
  const { seconds, counts } = method;
  if (most > seconds.most || least < seconds.least) {
    findings.push(
      finding(item, {
        rule: 'range of the method',
        verdict: 'refuse',
        reason: `A ${method.name} lasts ${seconds.least} to ${seconds.most} s; this asks for ${least === most ? most : `${least} to ${most}`} s.`,
        inputs: { leastSeconds: least, mostSeconds: most, from: seconds.least, to: seconds.most },
      }),
    );
  }
  const counted = countedIn(item.dose);
  if (counted && counts && (counted.of < counts.least || counted.of > counts.most)) {
    findings.push(
      finding(item, {
        rule: 'range of the method',
        // What is counted is held to its number where a place is guarded, as what is timed is to its time.
        verdict: site.sensitivity === 'guarded' && counted.of > counts.most ? 'refuse' : 'caution',
        reason: `${method.name.charAt(0).toUpperCase()}${method.name.slice(1)} usually takes ${counts.least} to ${counts.most} ${counted.name}s; this asks for ${counted.of}.`,
        inputs: { [`${counted.name}s`]: counted.of, from: counts.least, to: counts.most },
      }),
    );
  }
  return findings;
};

/** Methods that press one place for a time; of those the still ones for as long as is usual at the site. */
const PRESSES = new Set(['timed', 'press-and-move', 'pincer']);
const STAYS = new Set(['timed', 'pincer']);
/** At a guarded site nothing that stays is longer than usual, until it fades neither. */
const STAYS_GUARDED = new Set(['timed', 'pincer', 'fade', 'build-up', 'press-and-move']);

/**
 * A hold as long as it is usual at the site. What is usual there comes before the method’s own least; longer is
 * refused where a site is guarded, and asks for a second look elsewhere.
 */
const usualTime: ItemRule = (item, site) => {
  const { method } = item.dose;
  const { least, most } = methodSeconds(item.dose);
  const usual = site.usualHoldSeconds;
  const from = Math.min(USUALLY_LEAST[method] ?? 0, PRESSES.has(method) ? usual.from : Infinity);
  const inputs = { leastSeconds: least, mostSeconds: most, from, to: usual.to };
  if (least < from) {
    return [
      finding(item, {
        rule: 'shorter than usual',
        verdict: 'caution',
        reason: `A ${methodOf(item.dose).name} of ${site.plainName.toLowerCase()} usually lasts ${from} s or more; this asks for ${least} s.`,
        inputs,
      }),
    ];
  }
  const isGuarded = site.sensitivity === 'guarded';
  const stays = isGuarded ? STAYS_GUARDED : STAYS;
  if (!stays.has(method) || most <= usual.to) return [];
  return [
    finding(item, {
      rule: 'longer than usual',
      verdict: isGuarded ? 'refuse' : 'caution',
      reason: `${site.plainName} is usually held ${usual.from} to ${usual.to} s; this asks for ${most} s.${isGuarded ? ' It is a guarded place: no longer than that.' : ''}`,
      inputs,
    }),
  ];
};

/** A hard ball wants something that gives. */
const surfaceFits: ItemRule = (item) => {
  const tool = findTool(item.toolId);
  const hardBall = tool?.form === 'ball' && (tool.hardness === 'firm' || tool.hardness === 'hard');
  const posture = findPosture(item.positionId);
  if (!tool || !hardBall || posture?.where !== 'floor' || surfaceOf(item) !== 'hard-floor')
    return [];
  return [
    finding(item, {
      rule: 'hard ball on a hard floor',
      verdict: 'caution',
      reason: `${tool.name} on a hard floor: a hard ball wants a mat, a carpet or a mattress under it.`,
      inputs: { tool: tool.id, surface: 'hard-floor' },
    }),
  ];
};

const toolWords = ({ toolId }: PressItem): string =>
  (findTool(toolId)?.name ?? 'that tool').toLowerCase();

const sidesFit: ItemRule = (item, site) => {
  if (site.midline !== (item.sides === 'mid')) {
    return [
      finding(item, {
        rule: 'sides of the site',
        verdict: 'refuse',
        reason: site.midline
          ? `${site.plainName} lies in the middle and has no sides.`
          : `${site.plainName} has a left and a right; choose one or both.`,
        inputs: { sides: item.sides },
      }),
    ];
  }
  if (item.together && !canPressTogether(item)) {
    return [
      finding(item, {
        rule: 'both sides at one time',
        verdict: 'refuse',
        reason: `${site.plainName} cannot be pressed on both sides at one time with ${toolWords(item)}: two balls joined do it beside the spine, both hands at the skull base and the grooves of the neck.`,
        inputs: { tool: item.toolId, sides: item.sides },
      }),
    ];
  }
  if (!item.together && item.sides === 'both' && pressesBoth(item.toolId)) {
    return [
      finding(item, {
        rule: 'both sides at one time',
        verdict: 'caution',
        reason:
          'Two balls joined press both sides at one time; as it stands each side is led by itself, and both are pressed twice.',
        inputs: { tool: item.toolId, sides: item.sides },
      }),
    ];
  }
  if (item.sides === 'left' || item.sides === 'right') {
    return [
      finding(item, {
        rule: 'both sides',
        verdict: 'caution',
        reason: `Only the ${item.sides} is worked. Points left on the other side are said to wake the treated ones.`,
        inputs: { sides: item.sides },
      }),
    ];
  }
  return [];
};

/** Above the grades the trade asks for at a site, below its ceiling: a second look. */
const usualGrade: ItemRule = (item, { plainName, usualGrade: atSite }) => {
  const usual = item.dose.method === 'slow-roll' ? START_GRADE : atSite;
  if (!usual || item.grade <= usual.to) return [];
  return [
    finding(item, {
      rule: 'firmer than usual',
      verdict: 'caution',
      reason: `${plainName} is usually worked at ${usual.from} to ${usual.to} of 10; this asks for ${item.grade}.`,
      inputs: { grade: item.grade, from: usual.from, to: usual.to },
    }),
  ];
};

/** A therapist’s own way. */
const ownWayFits: ItemRule = (item, site) =>
  judgeOwnWay(item, site).map((objection) => finding(item, objection));

const ITEM_RULES: ItemRule[] = [
  ownWayFits,
  methodFits,
  usualTime,
  usualGrade,
  surfaceFits,
  sidesFit,
];

/** What speaks against one line of a routine. */
export const checkItem = (
  item: PressItem,
  site: Site,
  screening: readonly ScreenFinding[],
): Finding[] => [
  ...permitted(item, site, screening),
  ...ITEM_RULES.flatMap((rule) => rule(item, site)),
];
