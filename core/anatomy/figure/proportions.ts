/**
 * Heights and breadths as fractions of stature, after Drillis & Contini 1966 as reproduced in Winter,
 * Biomechanics and Motor Control of Human Movement. Quoted from memory.
 */
export const PROPORTIONS = {
  ankleHeight: 0.039,
  kneeHeight: 0.285,
  hipHeight: 0.53,
  shoulderHeight: 0.818,
  chinHeight: 0.87,
  eyeHeight: 0.936,
  shoulderHalfBreadth: 0.129,
  hipHalfBreadth: 0.0955,
  upperArm: 0.186,
  forearm: 0.146,
  hand: 0.108,
  foot: 0.152,
} as const;

/** Body coordinates run in thousandths of stature. */
export const UNITS_PER_STATURE = 1000;

/** The y of a height above the ground, in body coordinates: 0 at the crown, 1000 at the ground. */
export const atHeight = (fraction: number): number => UNITS_PER_STATURE * (1 - fraction);
