import type { Side } from '#core/anatomy';
import type { PressItem } from './routine';

/** The sides of an item in the order they are worked: the affected side first. */
export function sidesInOrder(item: Pick<PressItem, 'sides' | 'affectedSide'>): Side[] {
  if (item.sides !== 'both') return [item.sides];
  return item.affectedSide === 'right' ? ['right', 'left'] : ['left', 'right'];
}

/** Points on one side: the affected side gets its extra share, unless both are pressed at one time. */
export const pointsOn = (
  item: Pick<PressItem, 'points' | 'extraPoints' | 'affectedSide' | 'together'>,
  side: Side,
): number =>
  item.points +
  (side !== 'mid' && !item.together && side === item.affectedSide ? item.extraPoints : 0);
