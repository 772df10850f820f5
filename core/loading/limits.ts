import { ANKLE, FURTHEST_FEET } from './load';

/** How far a lean can be set, as shares of a standing body; beyond it nobody stands. Our own bounds. */
export const LEAN_LIMITS = {
  /** Contact above the ground. */
  height: { least: 0.36, most: 0.84 },
  /** Contact from the shoulder along a lying body. */
  floor: { least: 0.2, most: 0.54 },
  /** Feet from the wall. */
  feetMost: 0.35,
} as const;

/** So far from the wall the feet of a body can stand whose contact is at this height; metres. */
export const furthestFeet = (heightMetres: number, statureMetres: number): number =>
  Math.min(
    LEAN_LIMITS.feetMost * statureMetres,
    (heightMetres - ANKLE * statureMetres) * FURTHEST_FEET,
  );

/** What is laid on a tool to try it, in kilograms; below it nothing is felt, above it lies a whole body. */
export const TRIED_KILOGRAMS = { least: 0.5, most: 60 } as const;
