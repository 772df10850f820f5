import type { SiteId } from '#core/anatomy';
import type { Tool } from '#core/equipment';
import { frontSpot, outerEdge, sideSpot, type SideSpot } from './rest';
import type { Scene } from './scene';

/** An adult’s stature that tools are drawn to scale beside; the drawing is of nobody in particular. */
const STATURE_MILLIMETRES = 1720;

/** Millimetres in the drawing’s unit, a thousandth of stature. */
export const inDrawing = (millimetres: number): number =>
  (millimetres / STATURE_MILLIMETRES) * 1000;

/** What a scene is asked for: where, and with what. */
export interface Wanted {
  siteId: SiteId;
  tool: Tool;
  side: SideSpot;
  front: readonly [number, number];
  outer: readonly [number, number];
  /** How far the tool stands out from what it lies on. */
  proud: number;
}

export const wanted = (siteId: SiteId, tool: Tool): Wanted => ({
  siteId,
  tool,
  side: sideSpot(siteId),
  front: frontSpot(siteId),
  outer: outerEdge(siteId),
  proud: inDrawing(tool.widthMillimetres),
});

/** A scene and the side of the body it is drawn for. */
export interface Drawn extends Omit<Scene, 'says'> {
  side: 'left' | 'right';
}

/**
 * Where a rising or falling figure crosses zero, by halving.
 *
 * @returns the value between both at which `off` is nearest to zero
 */
export function solve(off: (value: number) => number, from: number, to: number): number {
  const rises = off(to) > off(from);
  let [low, high] = [from, to];
  for (let round = 0; round < 40; round += 1) {
    const middle = (low + high) / 2;
    if (off(middle) > 0 === rises) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}
