import { scaleLinear } from 'd3-scale';
import { PRESSURE_CEILING_LIMIT, type Side } from '#core/anatomy';
import { isHold, type Block, type Layout } from '#core/routine';

export const HEIGHT = 236;
export const TOP = 22;
export const AXIS = 116;
const REACH = 66;
export const FOOT = 212;
export const PAD = 12;
/** Width of a drawn letter of a label, in pixels; near enough to keep labels apart. */
export const LETTER = 6.3;

const ACTIVITY_REACH = 18;

const heightOf = scaleLinear([0, PRESSURE_CEILING_LIMIT], [4, REACH]).clamp(true);

/** The blocks of one line and side that follow one another. */
export interface Group {
  key: string;
  itemId: string;
  side: Side;
  blocks: Block[];
}

export function groupsOf(layout: Layout): Group[] {
  const groups: Group[] = [];
  for (const block of layout.blocks) {
    const { itemId, side } = block.step;
    const last = groups.at(-1);
    if (last?.itemId === itemId && last.side === side) last.blocks.push(block);
    else groups.push({ key: `${itemId}:${side}`, itemId, side, blocks: [block] });
  }
  return groups;
}

/**
 * The outline of a hold that rises from one grade to another while it goes on, as the points of a polygon; null for one
 * that keeps to its grade.
 */
export function risingOutline(block: Block, x: (seconds: number) => number): string | null {
  const { step } = block;
  if (!isHold(step) || step.fromGrade === undefined || step.fromGrade >= step.grade) return null;
  const { left, width } = box(block, x);
  const [low, high] = [heightOf(step.fromGrade), heightOf(step.grade)];
  const up = step.together ? 1 : step.side === 'left' ? 1 : step.side === 'mid' ? 0.5 : 0;
  const down = step.together ? 1 : 1 - up;
  const corner = (at: number, reach: number, share: number) =>
    `${at},${AXIS + (share === 0 ? -up : down) * reach}`;
  return [
    corner(left, low, 0),
    corner(left + width, high, 0),
    corner(left + width, high, 1),
    corner(left, low, 1),
  ].join(' ');
}

/** Where a hold is drawn, in px. */
export function box(block: Block, x: (seconds: number) => number) {
  const left = x(block.startSeconds);
  const width = Math.max(2, x(block.startSeconds + block.seconds) - left - 1.5);
  // What is not pressed has no grade: a low block on the line.
  const reach = isHold(block.step) ? heightOf(block.step.grade) : ACTIVITY_REACH;
  if (isHold(block.step) && block.step.together) {
    return { left, width, top: AXIS - reach, height: 2 * reach };
  }
  switch (block.step.side) {
    case 'left':
      return { left, width, top: AXIS - reach, height: reach };
    case 'right':
      return { left, width, top: AXIS, height: reach };
    case 'mid':
      return { left, width, top: AXIS - reach / 2, height: reach };
  }
}
