import { findStretch, kindOf, type Activity } from '#core/activities';
import { findSite } from '#core/anatomy';
import { findTool, isOwnHand, thingOf, type ThingId } from '#core/equipment';
import { findPosture, type Posture } from '#core/loading';
import { methodOf } from '#core/dosage';
import type { Rung } from '#core/pressure';
import {
  checkItem,
  isPress,
  isRefused,
  ladderFor,
  surfaceOf,
  thingsNeeded,
  withTurns,
  type LadderClient,
  type PressItem,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import type { Kit } from './kits';

/** What becomes of a line away from home. */
export type AwayLine = { item: RoutineItem } & (
  | { is: 'same'; as: RoutineItem }
  /** Another way, with its estimated pressure as a share of the line’s own. */
  | { is: 'instead'; as: PressItem; says: string; pressureShare: number }
  | { is: 'left out'; why: string }
);

/** A routine with what is at hand. */
export interface Away {
  kit: Kit;
  items: readonly RoutineItem[];
  lines: readonly AwayLine[];
}

/** Estimates that differ by less are the same; our own, as a share. */
const SAME = 1e-9;

const hasTool = (toolId: string, { tools }: Kit): boolean => {
  const tool = findTool(toolId);
  return tool !== undefined && (isOwnHand(tool) || tools.includes(tool.id));
};
/**
 * Whether a posture can be taken there. One sits down anywhere; only where the body presses on something does it matter on
 * what.
 */
const canBeIn = (posture: Posture, { surfaces, standing }: Kit, byHand: boolean): boolean => {
  if (posture.where === 'chair' && byHand) return true;
  return (
    (posture.where !== 'wall' || standing) && posture.surfaces.some((id) => surfaces.includes(id))
  );
};

/** Whether a line can be done as it stands. */
function isThere(item: PressItem, kit: Kit): boolean {
  const posture = findPosture(item.positionId);
  const surface = surfaceOf(item);
  const tool = findTool(item.toolId);
  if (!posture || !tool || (item.ownWay?.thing ?? '') !== '') return false;
  const onIt = tool.drive === 'body' ? surface !== null && kit.surfaces.includes(surface) : true;
  return (
    hasTool(item.toolId, kit) &&
    onIt &&
    canBeIn(posture, kit, tool.drive !== 'body') &&
    missingThing(item, kit) === null
  );
}

/** What a jacket, a belt or a step stands in for, wherever one is. Common practice, no published source. */
const ALWAYS: readonly ThingId[] = ['cushion', 'strap', 'chair'];

/** A thing it does not go without and that is not there, by name; null when there is none. */
function missingThing(item: RoutineItem, { things }: Kit): string | null {
  const missing = thingsNeeded(item).find((id) => !things.includes(id) && !ALWAYS.includes(id));
  return missing === undefined ? null : thingOf(missing).name;
}

const isAllowed = (item: PressItem, client: LadderClient): boolean => {
  const site = findSite(item.siteId);
  return (
    site !== undefined &&
    !isRefused(item, client) &&
    checkItem(item, site, client.screening).every(({ verdict }) => verdict !== 'refuse')
  );
};

/** Why a site is not worked there at all, whatever is at hand; null when it may be. Our own caution. */
function notThere({ siteId }: PressItem, kit: Kit): string | null {
  const site = findSite(siteId);
  if (site?.region === 'foot' && !kit.bareFeet) return 'It wants bare feet.';
  const isDelicate = site?.sensitivity === 'guarded' || site?.sensitivity === 'delicate';
  return isDelicate && !kit.still
    ? 'It is a delicate place, and there may be jolts: not while one is moved about.'
    : null;
}

/** A line reached the way of a rung. */
function via(item: PressItem, { setup }: Rung, kit: Kit): PressItem {
  const { ownWay: _own, ...rest } = item;
  const how = findSite(item.siteId)?.setups.find(
    ({ toolId, positionId }) => toolId === setup.tool.id && positionId === setup.posture.id,
  )?.how;
  const surface = setup.posture.surfaces.find((id) => kit.surfaces.includes(id));
  return {
    ...rest,
    toolId: setup.tool.id,
    positionId: setup.posture.id,
    surfaceId: setup.tool.drive === 'body' ? setup.surface.id : (surface ?? null),
    adjustmentId: setup.adjustment.id,
    instructions: how ?? item.instructions,
  };
}

/**
 * The nearest way of a line with what is at hand: the same method and dose, allowed for this body, never a higher estimate
 * of pressure nor a higher end of its band; of those the firmest, then the one in the same posture.
 */
function pressAway(item: PressItem, kit: Kit, client: LadderClient): AwayLine {
  const none = (why: string): AwayLine => ({ item, is: 'left out', why });
  const place = notThere(item, kit);
  if (place !== null) return none(place);
  if (isThere(item, kit) && isAllowed(item, client)) return { item, is: 'same', as: item };
  const view = ladderFor(item, { ...client, tools: kit.tools, places: kit.surfaces });
  const today = view?.rungs.find(({ key }) => key === view.todayKey);
  if (!view || !today) return none('It is a way of their own, for which nothing else stands in.');
  const method = methodOf(item.dose).name;
  const there = view.rungs
    .filter(({ key, setup }) => key !== view.todayKey && hasTool(setup.tool.id, kit))
    .filter(({ setup }) => canBeIn(setup.posture, kit, setup.tool.drive !== 'body'))
    .map((rung) => ({ rung, as: via(item, rung, kit) }))
    // Both sides at one time is another dose.
    .filter(({ as }) => withTurns(as).together === item.together)
    .filter(({ as }) => missingThing(as, kit) === null);
  if (there.length === 0) {
    const thing = hasTool(item.toolId, kit) ? missingThing(item, kit) : null;
    if (thing !== null) return none(`It asks for a ${thing}.`);
    return none(`Nothing at hand reaches it by its method, ${method}.`);
  }
  const allowed = there.filter(({ as }) => isAllowed(as, client));
  if (allowed.length === 0) return none('What is at hand is not for this body there.');
  const gentle = allowed.filter(
    ({ rung }) =>
      rung.ratio <= 1 + SAME && rung.kilopascals.high <= today.kilopascals.high * (1 + SAME),
  );
  const other = ({ as }: { as: PressItem }) => Number(as.positionId !== item.positionId);
  const [nearest] = gentle.toSorted((a, b) => b.rung.ratio - a.rung.ratio || other(a) - other(b));
  if (!nearest) return none('All that is at hand presses harder than what they do at home.');
  const { as, rung } = nearest;
  return {
    item,
    is: 'instead',
    as,
    says: [
      rung.setup.tool.name.toLowerCase(),
      rung.setup.posture.name,
      ...(rung.setup.adjustment.does === 'usual' ? [] : [rung.setup.adjustment.name]),
    ].join(', '),
    pressureShare: rung.ratio,
  };
}

/** The posture an activity is done in; null: standing or sitting, as one is. */
const postureOf = (item: Activity): Posture | null => {
  if (item.kind !== 'stretch' && item.kind !== 'contract-relax') return null;
  const id = findStretch(item.stretchId)?.positionId ?? null;
  return id === null ? null : (findPosture(id) ?? null);
};

function activityAway(item: Activity, kit: Kit): AwayLine {
  const demands = kindOf(item).demands(item);
  const posture = postureOf(item);
  const thing = missingThing(item, kit);
  const lies = demands.needs.some((need) => need === 'lie face down' || need === 'get down and up');
  if (thing !== null) return { item, is: 'left out', why: `It asks for a ${thing}.` };
  if (demands.standing && !kit.standing) {
    return { item, is: 'left out', why: 'It is done standing.' };
  }
  if (posture && !canBeIn(posture, kit, true)) {
    return { item, is: 'left out', why: `It is done ${posture.name}, which cannot be done there.` };
  }
  if (
    lies &&
    !kit.surfaces.some((id) => id === 'hard-floor' || id === 'mat' || id === 'mattress')
  ) {
    return { item, is: 'left out', why: 'It is done lying down.' };
  }
  return { item, is: 'same', as: item };
}

/** A line that goes with another one that is not in is not in either. */
function goesWith(lines: readonly AwayLine[]): AwayLine[] {
  const isIn = (fits: (item: RoutineItem) => boolean) =>
    lines.some((line) => line.is !== 'left out' && fits(line.item));
  return lines.map((line, at): AwayLine => {
    const { item } = line;
    if (line.is === 'left out') return line;
    if (item.kind === 'note') {
      const next = lines.slice(at + 1).find((one) => one.item.kind !== 'note');
      return next?.is === 'left out'
        ? { item, is: 'left out', why: 'It goes with what comes after it, which is left out.' }
        : line;
    }
    if (isPress(item)) {
      if (item.dose.method !== 'pin-and-glide') return line;
      const isHold = (other: RoutineItem) =>
        isPress(other) && other.siteId === item.siteId && methodOf(other.dose).phase === 'static';
      const hadHold = lines.some((one) => isHold(one.item));
      return hadHold && !isIn(isHold)
        ? { item, is: 'left out', why: 'The hold that calms the place before it is left out.' }
        : line;
    }
    if (item.kind !== 'test' || item.when === 'before') return line;
    const isBefore = (other: RoutineItem) =>
      !isPress(other) &&
      other.kind === 'test' &&
      other.testId === item.testId &&
      other.when === 'before';
    return lines.some((one) => isBefore(one.item)) && !isIn(isBefore)
      ? {
          item,
          is: 'left out',
          why: 'It is not measured before, so that nothing can be told from it.',
        }
      : line;
  });
}

/**
 * A routine for another place: the same lines with the same times, each by the nearest way that is at hand, never pressed
 * harder, or honestly left out.
 *
 * @param client the body, what screening found, and ratings; what is at hand is the kit’s
 */
export function awayFrom({ items }: Pick<Routine, 'items'>, kit: Kit, client: LadderClient): Away {
  const lines = goesWith(
    items.map((item) => (isPress(item) ? pressAway(item, kit, client) : activityAway(item, kit))),
  );
  return {
    kit,
    lines,
    items: lines.flatMap((line) => (line.is === 'left out' ? [] : [line.as])),
  };
}
