import { findSite, type Side, type SiteId } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { findPosture } from '#core/loading';
import { cornerCane, doorFrame, wallBack, wallFront, wallSide } from './atWall';
import { helped } from './helped';
import { footOn, seated, seatedTable, seatedThigh } from './onChair';
import { allFours, lyingBack, lyingFront, lyingKneeUp, sittingFloor } from './onFloor';
import { lyingOtherSide, lyingSide } from './onSide';
import { mirrored, type Scene } from './scene';
import { wanted, type Drawn, type Wanted } from './wanted';

/** How each posture is drawn. */
const POSTURES: Record<string, (given: Wanted) => Drawn> = {
  seated,
  'seated-table': seatedTable,
  'seated-thigh': seatedThigh,
  'helped-upright': (given) => helped(given, false),
  'helped-forward': (given) => helped(given, true),
  'foot-seated': (given) => footOn(given, false),
  'foot-standing': (given) => footOn(given, true),
  'wall-back': wallBack,
  'wall-side': wallSide,
  'wall-front': (given) => wallFront(given, false),
  'wall-front-arm-up': (given) => wallFront(given, true),
  'door-frame': doorFrame,
  corner: cornerCane,
  'lying-back': lyingBack,
  'lying-knee-up': lyingKneeUp,
  'lying-side': (given) => lyingSide(given, false),
  'lying-half-side': (given) => lyingSide(given, true),
  'lying-other-side': lyingOtherSide,
  'sitting-floor': sittingFloor,
  'all-fours': allFours,
  'lying-front': lyingFront,
};

/** Bodies are solved by halving, and the tables they are solved from never change: each is drawn once. */
const drawn = new Map<string, Scene>();
const MOST_DRAWN = 2_000;

/**
 * A setup as a picture: how the body stands, sits or lies, with the tool where it presses.
 *
 * @returns null for a site, tool or posture that is not known, or a posture that is not drawn
 * @example setupScene('deep-buttock', 'tennis-ball', 'lying-back', 'left')?.says
 *   // => 'Tennis ball, floor, on the back: deep buttock, left.'
 */
export function setupScene(
  siteId: string,
  toolId: string,
  positionId: string,
  side: Side,
): Scene | null {
  const key = `${siteId} ${toolId} ${positionId} ${side}`;
  const before = drawn.get(key);
  if (before !== undefined) return before;
  const scene = solved(siteId, toolId, positionId, side);
  // What no table knows could be asked for without end.
  if (scene && drawn.size < MOST_DRAWN) drawn.set(key, scene);
  return scene;
}

function solved(siteId: string, toolId: string, positionId: string, side: Side): Scene | null {
  const site = findSite(siteId);
  const tool = findTool(toolId);
  const posture = findPosture(positionId);
  const draw = posture && POSTURES[posture.id];
  if (!site || !tool || !draw) return null;
  const pose = draw(wanted(site.id as SiteId, tool));
  const named = side === 'mid' ? '' : `, ${side}`;
  const scene: Scene = {
    ...pose,
    says: `${tool.name}, ${posture.name}: ${site.plainName.charAt(0).toLowerCase()}${site.plainName.slice(1)}${named}.`,
  };
  return side === 'mid' || side === pose.side ? scene : mirrored(scene);
}
