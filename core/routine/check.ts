import { findSite, SITE_ORDER, type Side, type Site } from '#core/anatomy';
import { contactPerPoint, methodOf, METHODS } from '#core/dosage';
import { findTool } from '#core/equipment';
import { COMMON_PRACTICE, ownEstimate, verdictRank, type Finding } from '#core/knowledge';
import { mayUse, mostSites, type ScreenFinding } from '#core/screening';
import { checkItem, finding, surfaceOf } from './checkItem';
import { layOut } from './layOut';
import type { Routine, RoutineItem } from './routine';
import { pointsOn, sidesInOrder } from './sidesInOrder';
import { totalsOf } from './totals';

/** What the checks know of the client. */
export interface CheckContext {
  minutesPerDay: number | null;
  /** No version has been issued before. */
  firstVersion: boolean;
  /** What screening found; nothing when absent. */
  screening?: readonly ScreenFinding[];
}

function perPlace(routine: Routine, screening: readonly ScreenFinding[]): Finding[] {
  const asked = new Map<string, { seconds: number; item: RoutineItem; site: Site; side: Side }>();
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
    const { timeShare } = mayUse(
      { ...item, side, method: item.dose.method, surfaceId: surfaceOf(item) },
      screening,
    );
    const capSeconds = Math.round(site.capSeconds * timeShare);
    const where = side === 'mid' ? '' : ` on the ${side}`;
    const findings: Finding[] = [];
    if (seconds > capSeconds) {
      findings.push(
        finding(item, {
          rule: 'site cap',
          verdict: 'refuse',
          reason: `${site.plainName} takes at most ${capSeconds} s a session${where}${timeShare < 1 ? ', as screening limits it' : ''}; this asks for at least ${seconds} s.`,
          inputs: { askedSeconds: seconds, capSeconds, timeShare, side },
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
    const tool = findTool(item.toolId);
    if (tool?.drive === 'body' && (tool.hardness === 'firm' || tool.hardness === 'hard')) {
      findings.push(
        finding(item, {
          rule: 'softest tool first',
          verdict: 'caution',
          reason: `${tool.name} on the first day for ${site.plainName.toLowerCase()}: people press too hard with it. Something softer is the safe start.`,
          inputs: { tool: item.toolId },
        }),
      );
    }
    return findings;
  });
}

const PHASES = ['warm-up', 'static', 'moving'] as const;
const ORDER_SAYS = {
  'warm-up': 'Sweeps warm up; holds treat.',
  static: 'Static holds calm the point before anything moves over it.',
  moving: '',
} as const;

/** Sweep before hold, static before moving, on each site. */
function phasesInOrder(routine: Routine): Finding[] {
  return routine.items.flatMap((item, index) => {
    const { phase, name } = methodOf(item.dose);
    const late = routine.items
      .slice(0, index)
      .find(
        (other) =>
          other.siteId === item.siteId &&
          PHASES.indexOf(methodOf(other.dose).phase) > PHASES.indexOf(phase),
      );
    const site = findSite(item.siteId)?.plainName.toLowerCase() ?? 'this site';
    if (late) {
      return [
        finding(item, {
          rule: phase === 'warm-up' ? 'sweep before hold' : 'static before moving',
          verdict: 'caution',
          reason: `The ${name} of ${site} comes after its ${METHODS[late.dose.method].name}. ${ORDER_SAYS[phase]}`,
          inputs: { line: index + 1 },
        }),
      ];
    }
    const calmed = routine.items
      .slice(0, index)
      .some((other) => other.siteId === item.siteId && methodOf(other.dose).phase === 'static');
    if (item.dose.method !== 'pin-and-glide' || calmed) return [];
    return [
      finding(item, {
        rule: 'static before moving',
        verdict: 'caution',
        reason: `Pin-and-glide of ${site} without a hold before it. ${ORDER_SAYS.static}`,
        inputs: { line: index + 1 },
      }),
    ];
  });
}

/** The usual order of sites that belong together. */
function sitesInOrder(routine: Routine): Finding[] {
  const place = (siteId: string) => routine.items.findIndex((item) => item.siteId === siteId);
  return SITE_ORDER.flatMap(({ first, then, why }) => {
    const item = routine.items[place(then)];
    if (!item || place(first) <= place(then)) return [];
    return [
      finding(item, {
        rule: 'order of sites',
        verdict: 'caution',
        reason: why,
        inputs: { first, then },
      }),
    ];
  });
}

function fewerSites(routine: Routine, screening: readonly ScreenFinding[]): Finding[] {
  const most = mostSites(screening);
  const sites = new Set(routine.items.map((item) => item.siteId)).size;
  if (most === null || sites <= most) return [];
  return [
    {
      rule: 'fewer sites',
      verdict: 'refuse',
      reason: `Screening allows ${most} sites in a session; this has ${sites}.`,
      source: COMMON_PRACTICE,
      inputs: { sites, mostSites: most },
    },
  ];
}

const HAND_LOAD_SECONDS = 240;

function handsLast(routine: Routine): Finding[] {
  const { handLoadSeconds } = totalsOf(routine);
  if (handLoadSeconds <= HAND_LOAD_SECONDS) return [];
  return [
    {
      rule: 'tired hands',
      verdict: 'caution',
      reason: `The hands press for up to ${handLoadSeconds} s, weighted by what tires them. Change hands, use an elbow or a tool.`,
      source: ownEstimate('four minutes of tiring hand work in a session'),
      inputs: { handLoadSeconds, most: HAND_LOAD_SECONDS },
    },
  ];
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
  const screening = context.screening ?? [];
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
    return checkItem(item, site, screening);
  });
  return [
    ...perItem,
    ...perPlace(routine, screening),
    ...fewerSites(routine, screening),
    ...gentleStart(routine, context),
    ...phasesInOrder(routine),
    ...sitesInOrder(routine),
    ...handsLast(routine),
    ...fitsTheDay(routine, context),
  ].sort((a, b) => verdictRank(a.verdict) - verdictRank(b.verdict));
}
