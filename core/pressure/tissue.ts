import type { Site } from '#core/anatomy';
import { citation, ownEstimate, type Source } from '#core/knowledge';
import { about, type Uncertain } from '#core/uncertainty';

/** Young’s modulus of relaxed skeletal muscle, pascals. */
export const MUSCLE_MODULUS: Uncertain = about(20_000, 12_000, 36_000);
export const MUSCLE_SOURCE: Source = citation(
  'shear-wave elastography of relaxed muscle, Young’s modulus about 10–40 kPa',
);

/** Flesh over bone. */
export interface Flesh {
  /** Skin to bone, metres. */
  thickness: Uncertain;
  /** How wide a roller lies on it. */
  rollerMillimetres: number;
}

export const FLESH: Record<Site['flesh'], Flesh> = {
  thin: { thickness: about(0.022, 0.016, 0.03), rollerMillimetres: 60 },
  middling: { thickness: about(0.036, 0.027, 0.047), rollerMillimetres: 90 },
  thick: { thickness: about(0.06, 0.045, 0.08), rollerMillimetres: 130 },
};
export const FLESH_SOURCE: Source = ownEstimate('how thick the flesh over bone is, by site');
