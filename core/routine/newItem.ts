import { isAlwaysThere } from './atHand';
import { namedSpots } from './namedSpots';
import { SENSITIVITY, type Site } from '#core/anatomy';
import { contactPerPoint, METHODS, START_GRADE, type Dose, type MethodId } from '#core/dosage';
import { findTool, servesMethod } from '#core/equipment';
import { LIMITS, type PressItem } from './routine';
import { withTurns } from './together';

/** Neck work begins with a minute a side and day; guarded sites with no more than is usual there. */
const NECK_SECONDS = 60;
const longest = (site: Site): number =>
  site.region === 'neck' ? Math.min(site.capSeconds, NECK_SECONDS) : site.capSeconds;

/** The usual dose of a method on a site, in seconds, inside the method's and the site's own limits. */
export function usualDose(site: Site, method: MethodId): Dose {
  const { least, most, usual } = METHODS[method].seconds;
  const inside = (seconds: number) => Math.max(least, Math.min(most, seconds, longest(site)));
  switch (method) {
    case 'fade':
      // A point is given as long as its site takes: older ones, which refer, take longest.
      return {
        method,
        minSeconds: 20,
        capSeconds: inside(
          site.sensitivity === 'guarded'
            ? site.usualHoldSeconds.to
            : Math.max(usual, site.usualHoldSeconds.to),
        ),
      };
    case 'sweep':
      return { method, sweepSeconds: inside(usual) };
    case 'build-up':
      return { method, fromSeconds: least, toSeconds: inside(site.usualHoldSeconds.to) };
    case 'pin-and-glide':
      return { method, bends: METHODS[method].counts?.usual ?? 12, bendSeconds: usual };
    case 'glide':
      return { method, strokes: METHODS[method].counts?.usual ?? 3, strokeSeconds: usual };
    case 'knead':
      return { method, squeezes: METHODS[method].counts?.usual ?? 2, squeezeSeconds: usual };
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
      return { method, holdSeconds: inside(usual) };
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
    case 'search':
      // What is usual at the site comes before what is usual for a short press.
      return {
        method,
        holdSeconds: inside(
          method === 'brief'
            ? Math.max(site.usualHoldSeconds.from, Math.min(usual, site.usualHoldSeconds.to))
            : Math.min(usual, site.usualHoldSeconds.to),
        ),
      };
  }
}

/**
 * Points that go with a dose by itself: as many spots as the cap has room for when every one is looked for, a row of
 * them when the muscle is kneaded along; null where the number is chosen.
 */
export function usualPoints(site: Site, dose: Dose): number | null {
  const most = Math.min(LIMITS.points, Math.floor(site.capSeconds / contactPerPoint(dose).most));
  // Angles, directions, gaps and lanes are all gone through.
  const named = namedSpots(site, dose);
  if (named) return Math.max(1, Math.min(most, site.spots ? site.points.to : named.length));
  return dose.method === 'search' || dose.method === 'knead' ? Math.max(1, most) : null;
}

/**
 * The ways of reaching a site that a method can be done with, gentlest first; those with a tool the client has, or
 * with the hands, before the others.
 *
 * @param tools ids of the client’s tools; null: not known, all alike
 */
export function setupsForMethod(
  site: Site,
  method: MethodId,
  tools: readonly string[] | null = null,
): Site['setups'] {
  const served = site.setups.filter(({ toolId }) => {
    const tool = findTool(toolId);
    return tool !== undefined && servesMethod(tool, method);
  });
  if (tools === null) return served;
  const isAtHand = ({ toolId }: Site['setups'][number]) =>
    isAlwaysThere(toolId) || tools.includes(toolId);
  return [...served.filter(isAtHand), ...served.filter((setup) => !isAtHand(setup))];
}

/**
 * A cautious first line for a site: the site's first method with the gentlest setup it can be done
 * with, with a tool the client has where there is one, grade 3–4, one point, both sides and one more on the affected side.
 */
export function newItem(
  site: Site,
  id: string,
  affectedSide: 'left' | 'right' | null = null,
  tools: readonly string[] | null = null,
): PressItem {
  const [method] = site.methods;
  const [setup] = method ? setupsForMethod(site, method, tools) : [];
  if (!setup || !method) throw new RangeError(`${site.id} has no setup or no method.`);
  const dose = usualDose(site, method);
  const roomForTwo =
    !site.spots && dose.method === 'timed' && dose.holdSeconds * 2 <= longest(site);
  return withTurns({
    id,
    siteId: site.id,
    toolId: setup.toolId,
    positionId: setup.positionId,
    surfaceId: null,
    adjustmentId: null,
    grade: Math.min(START_GRADE.to, SENSITIVITY[site.sensitivity].ceilingGrade),
    dose,
    points: usualPoints(site, dose) ?? 1,
    repetitions: 1,
    sides: site.midline ? 'mid' : 'both',
    affectedSide: site.midline ? null : affectedSide,
    extraPoints: !site.midline && affectedSide && roomForTwo ? 1 : 0,
    restSeconds: 10,
    instructions: setup.how,
  });
}
