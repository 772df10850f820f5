import { COMMON_PRACTICE, type Source } from '#core/knowledge';

/** What is seen at the edge of the bed. Knee bend in degrees; null when not measured. */
export interface EdgeOfBed {
  thighRises: boolean | null;
  kneeDegrees: number | null;
  /** With the knee straightened by hand; null when not tried. */
  thighSinks: boolean | null;
}

export interface ShortMuscles {
  verdict: 'quads' | 'hip flexors' | 'both' | 'neither' | 'look again';
  says: string;
  source: Source;
}

/** A knee bent at least so far is ordinary quad length. Common practice. */
export const ORDINARY_KNEE_DEGREES = 80;

/**
 * Which muscles are short. Common practice, no published source: the thigh rises and the knee
 * straightens when hip flexors and quads are both short; straightening the knee by hand lets the thigh
 * sink when the quads are the short ones; a knee bend of 80° or more is ordinary quad length.
 */
export function edgeOfBed({ thighRises, kneeDegrees, thighSinks }: EdgeOfBed): ShortMuscles {
  const say = (verdict: ShortMuscles['verdict'], says: string): ShortMuscles => ({
    verdict,
    says,
    source: COMMON_PRACTICE,
  });
  if (thighRises === null && kneeDegrees === null) {
    return say('look again', 'Note whether the thigh rises and how far the knee is bent.');
  }
  const straight = kneeDegrees !== null && kneeDegrees < ORDINARY_KNEE_DEGREES;
  if (!thighRises) {
    return straight
      ? say(
          'quads',
          `The thigh stays down and the knee bends less than ${ORDINARY_KNEE_DEGREES}°: the quads are short.`,
        )
      : say('neither', 'The thigh stays down and the knee bends freely: neither is short.');
  }
  if (thighSinks === null) {
    return say(
      'look again',
      'The thigh rises: straighten the knee by hand and see whether it sinks.',
    );
  }
  if (thighSinks) {
    return say(
      'quads',
      'The thigh sinks once the knee is straightened: the quads are the short ones.',
    );
  }
  return straight
    ? say(
        'both',
        'The thigh stays up and the knee straightens: hip flexors and quads are both short.',
      )
    : say(
        'hip flexors',
        'The thigh stays up though the knee bends freely: the hip flexors are short.',
      );
}
