import type { Site } from '#core/anatomy';
import { citation, ownEstimate, type Source } from '#core/knowledge';
import { about, type Uncertain } from '#core/uncertainty';

/** Young’s modulus of relaxed skeletal muscle, pascals: about 10–40 kPa in shear-wave elastography. */
export const MUSCLE_MODULUS: Uncertain = about(20_000, 12_000, 36_000);
/** Flesh hardly changes its volume. */
export const FLESH_POISSON = 0.49;

/** Flesh over bone: how thick, and how much stiffer than a deep half-space a ball finds it. */
export interface Flesh {
  millimetres: number;
  stiffer: Uncertain;
  /** How wide a roller lies on it. */
  rollerMillimetres: number;
}

export const FLESH: Record<Site['flesh'], Flesh> = {
  thin: { millimetres: 22, stiffer: about(6.5, 4.5, 9), rollerMillimetres: 60 },
  middling: { millimetres: 36, stiffer: about(4.6, 3.4, 6.2), rollerMillimetres: 90 },
  thick: { millimetres: 55, stiffer: about(3.4, 2.6, 4.6), rollerMillimetres: 130 },
};

export const FLESH_SOURCES: readonly Source[] = [
  citation('shear-wave elastography of relaxed muscle, Young’s modulus about 10–40 kPa'),
  ownEstimate('thickness of flesh over bone by site, and how much it stiffens a contact'),
];

/**
 * How much stiffer a layer of flesh on bone is than a half-space, for a ball that sinks in by `depth`:
 * 1 + 1.133χ + 1.283χ² + 0.769χ³ + 0.0975χ⁴ with χ = √(Rδ)/h. Dimitriadis et al. 2002, Biophysical
 * Journal 82:2798, bonded incompressible layer (from memory). The table above is checked against it.
 */
export function layerFactor(radius: number, depth: number, thickness: number): number {
  const x = Math.sqrt(radius * depth) / thickness;
  return 1 + 1.133 * x + 1.283 * x ** 2 + 0.769 * x ** 3 + 0.0975 * x ** 4;
}
