import { randomLcg, randomNormal } from 'd3-random';

/** A source of chance that repeats itself for the same seed. */
export interface Chance {
  /** Uniform in [0, 1). */
  next: () => number;
  /** Normal with mean 0 and deviation 1. */
  normal: () => number;
  /** A whole number in [0, below). */
  below: (below: number) => number;
  /** True with this probability. */
  happens: (probability: number) => boolean;
  /** Sixteen random bytes, for ids. */
  bytes: () => Uint8Array;
}

/**
 * Chance from a seed.
 *
 * @param seed a whole number; the same seed always gives the same sequence
 */
export function chanceFrom(seed: number): Chance {
  const next = randomLcg((((seed * 2654435761) >>> 0) % 4294967296) / 4294967296);
  const below = (limit: number) => Math.floor(next() * limit);
  return {
    next,
    normal: randomNormal.source(next)(0, 1),
    below,
    happens: (probability) => next() < probability,
    bytes: () => Uint8Array.from({ length: 16 }, () => below(256)),
  };
}
