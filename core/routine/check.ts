import { findSite, placeOf as placeName, SITE_ORDER } from '#core/anatomy';
import { methodOf, METHODS } from '#core/dosage';
import { findTool, HELPERS, isOwnHand, thingOf, type ThingId } from '#core/equipment';
import { COMMON_PRACTICE, ownEstimate, verdictRank, type Finding } from '#core/knowledge';
import { mostSites, type ScreenFinding } from '#core/screening';
import { activitiesInOrder, checkActivity, hamstringsFirst, measuredBefore } from './checkActivity';
import type { CheckContext } from './checkContext';
import { fitsTheDay, neckStart, oftenEnough, oftenFits, perPlace } from './checkDay';
import { checkItem, finding } from './checkItem';
import { thingsNeeded } from './haveReady';
import { lineTitle } from './led';
import { setupsForMethod } from './newItem';
import { activitiesOf, pressesOf, type Routine } from './routine';
import { sidesInOrder } from './sidesInOrder';
import { totalsOf } from './totals';

/** Nobody practises unscreened. */
function interviewFirst(routine: Routine, { screened }: CheckContext): Finding[] {
  if (screened !== false) return [];
  const why = (routine.reasons?.interview ?? '').trim();
  return [
    {
      rule: 'interview first',
      verdict: why === '' ? 'refuse' : 'caution',
      reason:
        why === ''
          ? 'No interview was held or confirmed: hold it first, or record why this is issued without one.'
          : `Issued without an interview: “${why}”.`,
      source: COMMON_PRACTICE,
      inputs: { confirmedInterviews: 0 },
      answeredBy: 'interview',
    },
  ];
}

/** Somebody who consents for who is under age: local codes say who may, and from which age nobody has to. */
function consentOnFile(_routine: Routine, { minor = null }: CheckContext): Finding[] {
  if (!minor || minor.consentBy.trim() !== '') return [];
  return [
    {
      rule: 'consent',
      verdict: 'refuse',
      reason: `This client is ${minor.age}: record under “details” who consents, as your local code asks, before anything is issued.`,
      source: COMMON_PRACTICE,
      inputs: { age: minor.age },
    },
  ];
}

function softestFirst(routine: Routine, context: CheckContext): Finding[] {
  if (!context.firstVersion) return [];
  return pressesOf(routine).flatMap((item) => {
    const site = findSite(item.siteId);
    const tool = findTool(item.toolId);
    if (!site || tool?.drive !== 'body' || (tool.hardness !== 'firm' && tool.hardness !== 'hard'))
      return [];
    return [
      finding(item, {
        rule: 'softest tool first',
        verdict: 'caution',
        reason: `${tool.name} on the first day for ${site.plainName.toLowerCase()}: people press too hard with it. Something softer is the safe start.`,
        inputs: { tool: item.toolId },
      }),
    ];
  });
}

/** A tool the client does not have, with the nearest they can take instead. */
function toolsAtHand(routine: Routine, { tools = null }: CheckContext): Finding[] {
  if (tools === null) return [];
  return pressesOf(routine).flatMap((item) => {
    const tool = findTool(item.toolId);
    const site = findSite(item.siteId);
    const isOwnThing = (item.ownWay?.thing ?? '') !== '';
    if (!tool || !site || isOwnThing || isOwnHand(tool) || tools.includes(tool.id)) return [];
    const [other] = setupsForMethod(site, item.dose.method, tools);
    const nearest = other && other.toolId !== tool.id ? findTool(other.toolId) : undefined;
    const isAtHand = nearest && (isOwnHand(nearest) || tools.includes(nearest.id));
    return [
      finding(item, {
        rule: 'tool at hand',
        verdict: 'caution',
        reason: `${HELPERS.includes(tool.id) ? `Nobody at home is known to press ${site.plainName.toLowerCase()} for this client` : `${tool.name} for ${site.plainName.toLowerCase()} is not among this client’s tools`}.${isAtHand ? ` At hand: ${nearest.name.toLowerCase()}.` : ''}`,
        inputs: { tool: tool.id, instead: isAtHand ? nearest.id : null },
      }),
    ];
  });
}

/** What rests is not led, whatever is issued. */
function resting(routine: Routine, { rests = [] }: CheckContext): Finding[] {
  return pressesOf(routine).flatMap((item) => {
    const rest = rests.find(
      ({ siteId, side }) => siteId === item.siteId && sidesInOrder(item).includes(side),
    );
    const site = findSite(item.siteId);
    if (!rest || !site) return [];
    return [
      finding(item, {
        rule: 'resting place',
        verdict: 'caution',
        reason: `${placeName(site, rest.side)} is left out for now: ${rest.because}`,
        inputs: { side: rest.side },
      }),
    ];
  });
}

/** A thing besides tools that the client does not have: said once, for the first line that asks for it. */
function thingsAtHand(routine: Routine, { things = null }: CheckContext): Finding[] {
  if (things === null) return [];
  const said = new Set<ThingId>();
  return routine.items.flatMap((item) =>
    thingsNeeded(item)
      .filter((id) => !things.includes(id) && !said.has(id))
      .map((id): Finding => {
        said.add(id);
        const { name, instead } = thingOf(id);
        return {
          rule: 'thing at hand',
          verdict: instead === null ? 'caution' : 'note',
          reason: `${lineTitle(item)} asks for ${name === 'something steady to hold' ? name : `a ${name}`}, which this client does not have.${instead ? ` It goes with ${instead}.` : ''}`,
          source: COMMON_PRACTICE,
          inputs: { thing: id, instead },
          itemId: item.id,
        };
      }),
  );
}

/** In the order they come on one site. */
export const PHASES = ['warm-up', 'static', 'moving'] as const;
const ORDER_SAYS = {
  'warm-up': 'Sweeps warm up; holds treat.',
  static: 'Static holds calm the point before anything moves over it.',
  moving: '',
} as const;

/** Sweep before hold, static before moving, on each site. */
function phasesInOrder(routine: Routine): Finding[] {
  const presses = pressesOf(routine);
  return presses.flatMap((item, index) => {
    const { phase, name } = methodOf(item.dose);
    const late = presses
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
    const calmed = presses
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
  const presses = pressesOf(routine);
  const place = (siteId: string) => presses.findIndex((item) => item.siteId === siteId);
  return SITE_ORDER.flatMap(({ first, then, why }) => {
    const item = presses[place(then)];
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
  const sites = new Set(pressesOf(routine).map((item) => item.siteId)).size;
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

export const HAND_LOAD_SECONDS = 240;

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

/** Most severe first; one that a reason answers keeps its place, so that its field stays while the reason is typed. */
const placeOf = ({ verdict, answeredBy }: Finding): number =>
  verdictRank(answeredBy ? 'refuse' : verdict);

/**
 * Judges a routine against the sites' ceilings and caps, the methods' ranges and the usual order.
 *
 * @returns every finding with its reason, most severe first; nothing refused means it may be issued
 */
export function checkRoutine(routine: Routine, context: CheckContext): Finding[] {
  const screening = context.screening ?? [];
  const perItem = pressesOf(routine).flatMap((item) => {
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
    ...activitiesOf(routine).flatMap((one) => checkActivity(one, screening)),
    ...perPlace(routine, screening),
    ...fewerSites(routine, screening),
    ...interviewFirst(routine, context),
    ...neckStart(routine, context),
    ...softestFirst(routine, context),
    ...consentOnFile(routine, context),
    ...resting(routine, context),
    ...toolsAtHand(routine, context),
    ...thingsAtHand(routine, context),
    ...oftenEnough(routine),
    ...oftenFits(routine),
    ...phasesInOrder(routine),
    ...sitesInOrder(routine),
    ...activitiesInOrder(routine),
    ...hamstringsFirst(routine),
    ...measuredBefore(routine),
    ...handsLast(routine),
    ...fitsTheDay(routine, context),
  ].sort((a, b) => placeOf(a) - placeOf(b));
}
