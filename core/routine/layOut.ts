import { allowance } from '#core/dosage';
import { findPosture, isOnFloor, movesBetween, type Posture } from '#core/loading';
import { expand } from './expand';
import { placesPressed } from './placeKey';
import { COUNT_IN_SECONDS, pauseBefore } from './pauses';
import type { Routine } from './routine';
import { isHold, type Step } from './step';

/** A step on the time line of a whole session; seconds from the start. */
export interface Block {
  step: Step;
  startSeconds: number;
  /** Length if every fade hold runs to its limit. */
  seconds: number;
  leastSeconds: number;
}

/** A stretch of the session in one position. */
export interface PositionBand {
  /** Null: standing. */
  positionId: string | null;
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

const postureOf = (id: string | null): Posture | null =>
  id === null ? null : (findPosture(id) ?? null);

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
  let here: string | null = null;
  // Standing, one is still where one stood up: at the wall, by the chair; from the floor one has got up.
  let stand: Posture | null = null;
  let previous: Step | undefined;

  for (const step of expand(routine)) {
    // What is only told is done as one is.
    const place: string | null = isHold(step) || step.limitSeconds > 0 ? step.positionId : here;
    const position = postureOf(place);
    const before = postureOf(here);
    const move = movesBetween(stand, position).seconds;
    let band = bands.at(-1);
    if (!band || band.positionId !== place) {
      band = {
        positionId: place,
        startSeconds: now + move,
        endSeconds: now + move,
        viaFloor: onFloor(position) !== onFloor(before),
      };
      bands.push(band);
    }
    const isTold = !isHold(step) && step.limitSeconds === 0;
    const lead = move + pauseBefore(step, previous) + (isTold ? 0 : COUNT_IN_SECONDS);
    let seconds = isHold(step) ? 0 : step.limitSeconds || (step.takesSeconds ?? 0);
    if (isHold(step)) {
      const keys = placesPressed(step);
      const spentSeconds = Math.max(...keys.map((key) => spent.get(key) ?? 0));
      seconds = allowance({ ...step, spentSeconds });
      for (const key of keys) spent.set(key, (spent.get(key) ?? 0) + seconds);
    }
    const leastSeconds = isHold(step) ? Math.min(step.leastSeconds, seconds) : seconds;
    blocks.push({ step, startSeconds: now + lead, seconds, leastSeconds });
    now += lead + seconds;
    early += lead + leastSeconds;
    band.endSeconds = now;
    previous = step;
    if (position !== null || onFloor(stand)) stand = position;
    here = place;
  }

  const getUp = movesBetween(stand, null).seconds;
  return { blocks, bands, totalSeconds: { least: early + getUp, most: now + getUp } };
}
