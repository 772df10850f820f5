import { COMMON_PRACTICE, type Source } from '#core/knowledge';
import { Z95 } from './change';

/** What is seen at the edge of the bed. Angles in degrees; null when not seen or measured. */
export interface EdgeOfBed {
  thighRises: boolean | null;
  /** Of the thigh above level; below it is negative. */
  thighDegrees: number | null;
  kneeDegrees: number | null;
  /** With the knee straightened by hand. */
  thighSinks: boolean | null;
  /** Standard error of one reading of an angle, in degrees. */
  sem: number;
}

export interface ShortMuscles {
  verdict: 'quads' | 'hip flexors' | 'both' | 'neither' | 'look again' | 'not enough seen';
  /** What was observed, and what follows. */
  says: string;
  source: Source;
}

/** A knee bent at least so far is ordinary quad length. Common practice. */
export const ORDINARY_KNEE_DEGREES = 80;

/** Whether the thigh is up, by eye and by angle; null when neither was looked at, or they disagree. */
function thighUp({ thighRises, thighDegrees, sem }: EdgeOfBed): {
  up: boolean | null;
  disagree: boolean;
} {
  if (thighDegrees === null) return { up: thighRises, disagree: false };
  const measured = thighDegrees > 0;
  if (thighRises === null) return { up: measured, disagree: false };
  // Within a reading’s error of level the eye decides.
  const isClear = Math.abs(thighDegrees) > Z95 * sem;
  return isClear && measured !== thighRises
    ? { up: null, disagree: true }
    : { up: thighRises, disagree: false };
}

/**
 * Which muscles are short, from what was observed and nothing else. Common practice, no published source: the thigh
 * rises and the knee straightens when hip flexors and quads are both short; straightening the knee by hand lets the
 * thigh sink when the quads are the short ones; a knee bend of 80° or more is ordinary quad length.
 *
 * @example thigh up, knee 88°: ordinary quads, so what holds the thigh up is the hip flexors
 */
export function edgeOfBed(seen: EdgeOfBed): ShortMuscles {
  const { kneeDegrees: knee, thighSinks, sem } = seen;
  const say = (verdict: ShortMuscles['verdict'], says: string): ShortMuscles => ({
    verdict,
    says:
      knee !== null && Math.abs(knee - ORDINARY_KNEE_DEGREES) < Z95 * sem
        ? `${says} The knee is within a reading’s error of ${ORDINARY_KNEE_DEGREES}°.`
        : says,
    source: COMMON_PRACTICE,
  });
  const { up, disagree } = thighUp(seen);
  const isShort = knee === null ? null : knee < ORDINARY_KNEE_DEGREES;
  const rule = `under ${ORDINARY_KNEE_DEGREES}°`;

  if (disagree) {
    return say('look again', 'By eye and by angle the thigh is not in the same place. Look again.');
  }
  if (up === null) {
    return say(
      'not enough seen',
      isShort === null
        ? 'Not enough seen: note whether the thigh rises and how far the knee is bent.'
        : `The knee bends ${isShort ? rule : `${ORDINARY_KNEE_DEGREES}° or more`}. Not enough seen: note whether the thigh rises.`,
    );
  }
  if (!up) {
    if (isShort === null) {
      return say('not enough seen', 'The thigh stays down. Not enough seen: measure the knee.');
    }
    return isShort
      ? say('quads', `The thigh stays down and the knee bends ${rule}: the quads are short.`)
      : say('neither', 'The thigh stays down and the knee bends freely: neither is short.');
  }
  if (isShort === false) {
    return thighSinks
      ? say(
          'look again',
          `The thigh sinks with the knee straight, as with short quads, and the knee bends ${ORDINARY_KNEE_DEGREES}° or more, as with ordinary ones. Look again.`,
        )
      : say(
          'hip flexors',
          'The thigh rises though the knee bends freely: the hip flexors are short.',
        );
  }
  if (thighSinks === null) {
    return say(
      'not enough seen',
      `The thigh rises${isShort ? ` and the knee bends ${rule}` : ''}. Not enough seen: straighten the knee by hand; does the thigh sink?`,
    );
  }
  if (thighSinks) {
    return say(
      'quads',
      'The thigh sinks once the knee is straightened: the quads are the short ones.',
    );
  }
  return isShort
    ? say('both', `The thigh stays up and the knee bends ${rule}: both are short.`)
    : say(
        'hip flexors',
        'The thigh stays up with the knee straightened: the hip flexors are short. Measure the knee for the quads.',
      );
}
