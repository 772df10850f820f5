import { allowance } from '#core/dosage';
import { findPosture, isOnFloor, movesBetween, type Posture } from '#core/loading';
import { type HoldStep, expand } from './expand';
import { placeKey } from './placeKey';
import { COUNT_IN_SECONDS, pauseBefore } from './pauses';
import type { Routine } from './routine';

/** A hold on the time line of a whole session; seconds from the start. */
export interface Block {
  step: HoldStep;
  startSeconds: number;
  /** Length if every fade hold runs to its limit. */
  seconds: number;
  leastSeconds: number;
}

/** A stretch of the session in one position. */
export interface PositionBand {
  positionId: string;
  startSeconds: number;
  endSeconds: number;
  /** Getting down to or up from the floor comes before this band. */
  viaFloor: boolean;
}

export interface Layout {
  blocks: Block[];
  bands: PositionBand[];
  /** Whole session with moves, rests and count-ins, in seconds. */
  totalSeconds: { least: number; most: number };
}

const onFloor = (posture: Posture | null) => posture !== null && isOnFloor(posture);

/**
 * Puts a routine on a time line, every fade hold at its longest: what the strip draws and the minutes
 * are counted from.
 */
export function layOut(routine: Pick<Routine, 'items'>): Layout {
  const blocks: Block[] = [];
  const bands: PositionBand[] = [];
  const spent = new Map<string, number>();
  let now = 0;
  let early = 0;
  let previous: HoldStep | undefined;

  for (const step of expand(routine)) {
    const position = findPosture(step.positionId) ?? null;
    const before = (previous && findPosture(previous.positionId)) ?? null;
    const move = movesBetween(before, position).seconds;
    let band = bands.at(-1);
    if (!band || band.positionId !== step.positionId) {
      band = {
        positionId: step.positionId,
        startSeconds: now + move,
        endSeconds: now + move,
        viaFloor: onFloor(position) !== onFloor(before),
      };
      bands.push(band);
    }
    const lead = move + pauseBefore(step, previous) + COUNT_IN_SECONDS;
    const key = placeKey(step);
    const spentSeconds = spent.get(key) ?? 0;
    const seconds = allowance({ ...step, spentSeconds });
    const leastSeconds = Math.min(step.leastSeconds, seconds);
    blocks.push({ step, startSeconds: now + lead, seconds, leastSeconds });
    spent.set(key, spentSeconds + seconds);
    now += lead + seconds;
    early += lead + leastSeconds;
    band.endSeconds = now;
    previous = step;
  }

  const last = (previous && findPosture(previous.positionId)) ?? null;
  const getUp = movesBetween(last, null).seconds;
  return { blocks, bands, totalSeconds: { least: early + getUp, most: now + getUp } };
}
