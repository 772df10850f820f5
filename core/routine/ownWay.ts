import { findSite, SITES, type Site } from '#core/anatomy';
import { findTool, type Tool } from '#core/equipment';
import { ownEstimate, type Finding } from '#core/knowledge';
import { findPosture, POSTURES, USUAL_BODY, type Posture } from '#core/loading';
import { presses, setupOf } from '#core/pressure';
import type { PressItem } from './routine';

type Way = Pick<PressItem, 'siteId' | 'toolId' | 'positionId'>;

/** The way of the table with the same tool and posture; undefined when there is none. */
const tableWay = ({ siteId, toolId, positionId }: Way) =>
  findSite(siteId)?.setups.find((one) => one.toolId === toolId && one.positionId === positionId);

/** The line back at the first way of the table. */
export function usualWay(item: PressItem): PressItem {
  const first = tableWay(item) ?? findSite(item.siteId)?.setups[0];
  const { ownWay: _own, ...rest } = item;
  if (!first) return rest;
  return {
    ...rest,
    toolId: first.toolId,
    positionId: first.positionId,
    surfaceId: null,
    adjustmentId: null,
    instructions: first.how,
  };
}

/**
 * Postures that somebody is taught for a place of the same region, with something the body presses on or with the
 * hands: those in which an own way can be.
 */
export function posturesFor(site: Site, tool: Tool): Posture[] {
  const byBody = tool.drive === 'body';
  const used = new Set(
    SITES.filter(({ region }) => region === site.region).flatMap(({ setups }) =>
      setups
        .filter(({ toolId }) => (findTool(toolId)?.drive === 'body') === byBody)
        .map(({ positionId }) => positionId as string),
    ),
  );
  return POSTURES.filter(({ id }) => used.has(id));
}

/** Why nothing can be pressed in that posture; null when it can. */
function cannotPress(item: PressItem, site: Site, tool: Tool): string | null {
  const posture = findPosture(item.positionId);
  const setup = setupOf(item.siteId, item);
  if (!setup.ok) return setup.mistake.says;
  const taught = posturesFor(site, tool);
  if (!taught.some(({ id }) => id === item.positionId)) {
    const names = taught.map(({ name }) => name).join('; ');
    return `${posture?.name ?? item.positionId} reaches nothing of the ${site.region} with ${tool.name.toLowerCase()}. ${names === '' ? 'No posture does.' : `There it is: ${names}.`}`;
  }
  return presses(setup.value, USUAL_BODY)
    ? null
    : `${posture?.name ?? item.positionId}: no weight of the body comes on ${site.plainName.toLowerCase()}.`;
}

type Objection = Pick<Finding, 'rule' | 'verdict' | 'reason' | 'inputs' | 'source'>;

const OWN = ownEstimate('what an own way may not do beyond what every way keeps to');

/** Where flesh is thin or a place is guarded, only the hand feels what it does. */
function tooRough(tool: Tool, site: Site): string | null {
  if (site.sensitivity === 'guarded' && tool.drive !== 'hand') {
    return `${site.plainName} is a guarded place: it is pressed by a hand only, whatever the way.`;
  }
  if ((site.sensitivity === 'guarded' || site.flesh === 'thin') && tool.hardness === 'hard') {
    return `${tool.name} is hard, and the flesh of ${site.plainName.toLowerCase()} is thin or guarded.`;
  }
  return null;
}

/**
 * What speaks against a therapist’s own way, besides all that is looked at with any way: it needs a reason and words, a
 * posture in which the tool can press at all, and where a place is guarded or its flesh thin, a hand. Our own rules.
 */
export function judgeOwnWay(item: PressItem, site: Site): Objection[] {
  const { ownWay, instructions, toolId, positionId } = item;
  if (!ownWay) return [];
  const inputs = { tool: toolId, posture: positionId };
  const refuse = (reason: string): Objection => ({
    rule: 'own way',
    verdict: 'refuse',
    reason,
    inputs,
    source: OWN,
  });
  const objections: Objection[] = [];
  if (ownWay.why.trim() === '') objections.push(refuse('An own way needs its reason.'));
  if (instructions.trim() === '') {
    objections.push(refuse('An own way needs words: nobody else can say how it is done.'));
  }
  const tool = findTool(toolId);
  const against = tool && (tooRough(tool, site) ?? cannotPress(item, site, tool));
  if (against) objections.push(refuse(against));
  if (objections.length > 0) return objections;
  return [
    {
      rule: 'own way',
      verdict: 'note',
      reason: `${ownWay.thing || (tool?.name ?? toolId)} at ${site.plainName.toLowerCase()} is your own way: “${ownWay.why}”. It is estimated as ${(tool?.name ?? toolId).toLowerCase()}.`,
      inputs,
      source: OWN,
    },
  ];
}
