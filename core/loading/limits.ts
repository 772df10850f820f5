import { answer, mistaken, type Outcome } from '#core/knowledge';
import type { Body } from './body';
import { feetForLean, SLIDES_AT } from './load';

/** How far a lean can be set, as shares of a standing body; beyond it nobody stands. Our own bounds. */
export const LEAN_LIMITS = {
  /** Contact above the ground. */
  height: { least: 0.36, most: 0.84 },
  /** Contact from the shoulder along a lying body. */
  floor: { least: 0.2, most: 0.54 },
  /** Feet from the wall. */
  feetMost: 0.35,
} as const;

/**
 * So far from the wall the feet of a body can stand whose contact is at this height: further ones slide. Skin and
 * cloth hold on a floor with about 0.4 to 0.6 of what presses on it (from memory). Metres.
 */
export const furthestFeet = (heightMetres: number, statureMetres: number): number =>
  Math.min(
    LEAN_LIMITS.feetMost * statureMetres,
    feetForLean(SLIDES_AT, heightMetres / statureMetres, statureMetres),
  );

/** Feet that somebody typed, metres, or the sentence that says how far they can stand. */
export function feetOf(
  feetMetres: number,
  heightMetres: number,
  { statureMetres }: Pick<Body, 'statureMetres'>,
): Outcome<number> {
  const most = furthestFeet(heightMetres, statureMetres);
  if (feetMetres >= 0 && feetMetres <= most) return answer(feetMetres);
  return mistaken(
    'out of range',
    'feet',
    `The feet can stand 0 to ${Math.floor(most * 100)} cm from below the ball there; further away they slide.`,
  );
}

/** What is laid on a tool to try it, in kilograms; below it nothing is felt, above it lies a whole body. */
export const TRIED_KILOGRAMS = { least: 0.5, most: 60 } as const;
