import { randomLcg } from 'd3-random';

const FULL = 4294967296;
/** Spreads neighbouring seeds far apart (Knuth’s multiplicative hash). */
const SPREAD = 2654435761;

/**
 * A source of numbers from 0 to 1 that repeats itself for the same seed.
 *
 * @param seed a whole number
 */
export const seeded = (seed: number): (() => number) =>
  randomLcg(((Math.imul(seed, SPREAD) >>> 0) % FULL) / FULL);
