import { findSite, PRESSURE_CEILING_LIMIT, SENSITIVITY, type Site } from '#core/anatomy';
import { contactPerPoint, METHODS, methodOf } from '#core/dosage';
import { findPosition, findTool } from '#core/equipment';
import { COMMON_PRACTICE, verdictRank, type Finding } from '#core/knowledge';
import { layOut } from './layOut';
import { type Routine, type RoutineItem } from './routine';
import { pointsOn, sidesInOrder } from './sidesInOrder';

/** What the checks know of the client. */
export interface CheckContext {
  minutesPerDay: number | null;
  /** No version has been issued before. */
  firstVersion: boolean;
}

type ItemRule = (item: RoutineItem, site: Site) => Finding[];

const finding = (
  item: RoutineItem,
  rest: Omit<Finding, 'itemId' | 'source'> & Partial<Pick<Finding, 'source'>>,
): Finding => ({ source: COMMON_PRACTICE, ...rest, itemId: item.id });

const ceiling: ItemRule = (item, site) => {
  const { ceilingGrade, label } = SENSITIVITY[site.sensitivity];
  const limit = Math.min(ceilingGrade, PRESSURE_CEILING_LIMIT);
  if (item.grade <= limit) return [];
  return [
    finding(item, {
      rule: 'pressure ceiling',
      verdict: 'refuse',
      reason: `Grade ${item.grade} is above the ceiling of ${limit} for ${site.plainName.toLowerCase()}, a ${label.toLowerCase()} site.`,
      inputs: { grade: item.grade, ceilingGrade: limit, sensitivity: site.sensitivity },
    }),
  ];
};

const methodFits: ItemRule = (item, site) => {
  const method = methodOf(item.dose);
  if (!site.methods.includes(method.id)) {
    const offered = site.methods.map((id) => METHODS[id].name).join(' or ');
    return [
      finding(item, {
        rule: 'method for the site',
        verdict: 'refuse',
        reason: `${site.plainName} is not worked by ${method.name}; use ${offered}.`,
        inputs: { method: method.id, site: site.id },
      }),
    ];
  }
  const { least, most } = contactPerPoint(item.dose);
  const findings: Finding[] = [];
  if (item.dose.method === 'fade' && least > most) {
    findings.push(
      finding(item, {
        rule: 'least before longest',
        verdict: 'refuse',
        reason: `The least hold of ${least} s is longer than the longest of ${most} s.`,
        inputs: { minSeconds: least, capSeconds: most },
      }),
    );
  }
  const { seconds } = method;
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
  return findings;
};

const setupFits: ItemRule = (item, site) => {
  const known = site.setups.some(
    (setup) => setup.toolId === item.toolId && setup.positionId === item.positionId,
  );
  if (known) return [];
  const tool = findTool(item.toolId)?.name.toLowerCase() ?? 'an unknown tool';
  const position = findPosition(item.positionId)?.name ?? 'an unknown position';
  return [
    finding(item, {
      rule: 'setup for the site',
      verdict: 'refuse',
      reason: `${site.plainName} is not reached with ${tool}, ${position}.`,
      inputs: { tool: item.toolId, position: item.positionId },
    }),
  ];
};

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

const ITEM_RULES: ItemRule[] = [ceiling, methodFits, setupFits, sidesFit];

function perPlace(routine: Routine): Finding[] {
  const asked = new Map<string, { seconds: number; item: RoutineItem; site: Site; side: string }>();
  for (const item of routine.items) {
    const site = findSite(item.siteId);
    if (!site) continue;
    for (const side of sidesInOrder(item)) {
      const key = `${site.id}:${side}`;
      const before = asked.get(key)?.seconds ?? 0;
      const seconds =
        before + contactPerPoint(item.dose).least * pointsOn(item, side) * item.repetitions;
      asked.set(key, { seconds, item, site, side });
    }
  }
  return [...asked.values()].flatMap(({ seconds, item, site, side }) => {
    const where = side === 'mid' ? '' : ` on the ${side}`;
    const findings: Finding[] = [];
    if (seconds > site.capSeconds) {
      findings.push(
        finding(item, {
          rule: 'site cap',
          verdict: 'refuse',
          reason: `${site.plainName} takes at most ${site.capSeconds} s a session${where}; this asks for at least ${seconds} s.`,
          inputs: { askedSeconds: seconds, capSeconds: site.capSeconds, side },
        }),
      );
    }
    return findings;
  });
}

const NECK_START_SECONDS = 60;

function gentleStart(routine: Routine, context: CheckContext): Finding[] {
  if (!context.firstVersion) return [];
  return routine.items.flatMap((item) => {
    const site = findSite(item.siteId);
    if (!site) return [];
    const most = Math.max(
      ...sidesInOrder(item).map(
        (side) => contactPerPoint(item.dose).most * pointsOn(item, side) * item.repetitions,
      ),
    );
    const findings: Finding[] = [];
    if (site.region === 'neck' && most > NECK_START_SECONDS) {
      findings.push(
        finding(item, {
          rule: 'neck starts with one minute',
          verdict: 'caution',
          reason: `Neck work starts with 1 minute a side; this allows ${most} s. Judge the next day before giving more: overdoing it can bring dizziness or nausea for days.`,
          inputs: { mostSeconds: most, startSeconds: NECK_START_SECONDS },
        }),
      );
    }
    if (item.toolId === 'firm-ball') {
      findings.push(
        finding(item, {
          rule: 'softest tool first',
          verdict: 'caution',
          reason: `A firm ball on the first day for ${site.plainName.toLowerCase()}: people press too hard with it. A tennis ball is the safe start.`,
          inputs: { tool: item.toolId },
        }),
      );
    }
    return findings;
  });
}

function sweepsFirst(routine: Routine): Finding[] {
  return routine.items.flatMap((item, index) => {
    if (item.dose.method !== 'sweep') return [];
    const earlier = routine.items
      .slice(0, index)
      .some((other) => other.siteId === item.siteId && other.dose.method !== 'sweep');
    if (!earlier) return [];
    return [
      finding(item, {
        rule: 'sweep before hold',
        verdict: 'caution',
        reason: `The sweep of ${findSite(item.siteId)?.plainName.toLowerCase() ?? 'this site'} comes after its holds. Sweeps warm up; holds treat.`,
        inputs: { position: index + 1 },
      }),
    ];
  });
}

function fitsTheDay(routine: Routine, context: CheckContext): Finding[] {
  if (context.minutesPerDay === null) return [];
  const { most } = layOut(routine).totalSeconds;
  const over = most - context.minutesPerDay * 60;
  if (over <= 0) return [];
  return [
    {
      rule: 'minutes of the day',
      verdict: 'caution',
      reason: `Up to ${over} s over the ${context.minutesPerDay} minutes this client has. A routine that does not fit is not done.`,
      source: COMMON_PRACTICE,
      inputs: { longestSeconds: most, minutesPerDay: context.minutesPerDay },
    },
  ];
}

/**
 * Judges a routine against the sites' ceilings and caps, the methods' ranges and the usual order.
 *
 * @returns every finding with its reason, most severe first; nothing refused means it may be issued
 */
export function checkRoutine(routine: Routine, context: CheckContext): Finding[] {
  const perItem = routine.items.flatMap((item) => {
    const site = findSite(item.siteId);
    if (!site) {
      return [
        finding(item, {
          rule: 'known site',
          verdict: 'refuse',
          reason: `“${item.siteId}” is not a site this edition knows.`,
          inputs: { site: item.siteId },
        }),
      ];
    }
    return ITEM_RULES.flatMap((rule) => rule(item, site));
  });
  return [
    ...perItem,
    ...perPlace(routine),
    ...gentleStart(routine, context),
    ...sweepsFirst(routine),
    ...fitsTheDay(routine, context),
  ].sort((a, b) => verdictRank(a.verdict) - verdictRank(b.verdict));
}
