import { answer, citation, firstMistake, outside, type Outcome } from '#core/knowledge';

/** A body as the loads are computed from it. */
export interface Body {
  massKilograms: number;
  statureMetres: number;
}

/** Whom we compute for when nothing is known: said wherever it is used. */
export const USUAL_BODY: Body = { massKilograms: 70, statureMetres: 1.72 };

export const BODY_BOUNDS = {
  massKilograms: { name: 'Body mass', least: 30, most: 250, unit: 'kg' },
  statureMetres: { name: 'Stature', least: 1.2, most: 2.2, unit: 'm' },
} as const;

/** A body inside human bounds, or the sentence that says which figure is not. */
export function bodyOf(massKilograms: number, statureMetres: number): Outcome<Body> {
  const bad = firstMistake(
    outside('mass', massKilograms, BODY_BOUNDS.massKilograms),
    outside('stature', statureMetres, BODY_BOUNDS.statureMetres),
  );
  return bad ?? answer({ massKilograms, statureMetres });
}

/** Standard gravity, m/s²; so 1 kgf = 9.80665 N exactly. */
export const GRAVITY = 9.80665;
export const KILOGRAMS_PER_POUND = 0.45359237;
export const METRES_PER_INCH = 0.0254;

export const newtons = (kilograms: number): number => kilograms * GRAVITY;
export const kilogramsForce = (force: number): number => force / GRAVITY;

/** Segment mass in percent of body mass, women and men. */
export const SEGMENTS = {
  head: { men: 6.94, women: 6.68, count: 1, at: 0.06 },
  upperTrunk: { men: 15.96, women: 15.45, count: 1, at: 0.24 },
  middleTrunk: { men: 16.33, women: 14.65, count: 1, at: 0.345 },
  lowerTrunk: { men: 11.17, women: 12.47, count: 1, at: 0.445 },
  upperArm: { men: 2.71, women: 2.55, count: 2, at: 0.29 },
  forearm: { men: 1.62, women: 1.38, count: 2, at: 0.43 },
  hand: { men: 0.61, women: 0.56, count: 2, at: 0.55 },
  thigh: { men: 14.16, women: 14.78, count: 2, at: 0.57 },
  shank: { men: 4.33, women: 4.81, count: 2, at: 0.82 },
  foot: { men: 1.37, women: 1.29, count: 2, at: 0.98 },
} as const;
export type Segment = keyof typeof SEGMENTS;

export const PROPORTION_SOURCE = citation(
  'Drillis & Contini 1966, in Winter, Biomechanics and Motor Control of Human Movement',
);
export const SEGMENTS_SOURCE = citation('de Leva 1996, Journal of Biomechanics 29:1223');

/** Share of body mass of one segment, the mean of women and men; 0–1. */
export const segmentShare = (segment: Segment): number =>
  (SEGMENTS[segment].men + SEGMENTS[segment].women) / 200;

/** Share of body mass of several segments, one of each named. */
export const sharesOf = (...segments: Segment[]): number =>
  segments.reduce((sum, segment) => sum + segmentShare(segment), 0);
