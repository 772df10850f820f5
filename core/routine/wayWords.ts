import { findSurface, findTool } from '#core/equipment';
import { adjustmentFor, findPosture } from '#core/loading';
import type { PressItem } from './routine';

/** How a site is reached, in words: tool, posture, and what differs from the usual. */
export function wayWords({
  siteId,
  toolId,
  positionId,
  surfaceId,
  adjustmentId,
  ownWay,
}: Pick<
  PressItem,
  'siteId' | 'toolId' | 'positionId' | 'surfaceId' | 'adjustmentId' | 'ownWay'
>): string[] {
  const tool = findTool(toolId);
  const posture = findPosture(positionId);
  const surface = surfaceId !== null && tool?.drive === 'body' ? findSurface(surfaceId) : undefined;
  const way = tool && posture && adjustmentFor(siteId, tool, posture, adjustmentId);
  // What is usual everywhere goes without saying; what is usual only here does not.
  const adjustment = adjustmentId !== null || way?.hips === 'on' ? way : undefined;
  return [
    ownWay?.thing || tool?.name,
    posture?.name,
    surface && `on ${surface.name}`,
    adjustment?.name,
  ].filter((words) => words !== undefined);
}
