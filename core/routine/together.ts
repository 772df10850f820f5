import type { SiteId } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { isAlwaysThere } from './atHand';
import type { PressItem } from './routine';

/** Sites at which both hands can press both sides at one time. Common practice, no published source. */
const BOTH_HANDS: ReadonlySet<string> = new Set<SiteId>(['skull-base', 'neck-groove']);

/** Whether a tool presses both sides whether one wants it or not: two balls joined. */
export const pressesBoth = (toolId: string): boolean => findTool(toolId)?.contacts === 2;

/**
 * Whether a line can press both sides at one time: with two balls joined beside the spine, with both hands at the skull
 * base and the grooves of the neck. Common practice, no published source.
 */
export const canPressTogether = ({
  siteId,
  toolId,
  sides,
}: Pick<PressItem, 'siteId' | 'toolId' | 'sides'>): boolean =>
  sides === 'both' && (pressesBoth(toolId) || (BOTH_HANDS.has(siteId) && isAlwaysThere(toolId)));

/**
 * A line with its sides worked as its tool works them: both at one time where the tool presses both, one after the other
 * where it cannot press both.
 */
export function withTurns(item: PressItem): PressItem {
  const must = item.sides === 'both' && pressesBoth(item.toolId);
  if (must) return item.together ? item : { ...item, together: true, extraPoints: 0 };
  if (!item.together || canPressTogether(item)) return item;
  const { together: _no, ...inTurn } = item;
  return inTurn;
}
