/**
 * Hertz contact of elastic bodies. Johnson, Contact Mechanics, Cambridge UP 1985, ch. 4 (from memory).
 * SI units throughout: newtons, metres, pascals.
 */

// Looked up once: these run tens of thousands of times in a row.
const { cbrt, PI, sqrt } = Math;

/** Peak and mean pressure, half-width of the contact and how far the bodies come together. */
export interface Contact {
  peakPascals: number;
  meanPascals: number;
  /** Radius of a round contact; half-width of a line contact. */
  radiusMetres: number;
  /** Approach of the two bodies. */
  approachMetres: number;
}

/** An elastic body: Young’s modulus in pascals, Poisson’s ratio. */
export interface Elastic {
  modulus: number;
  poisson: number;
}

const compliance = ({ modulus, poisson }: Elastic): number => (1 - poisson * poisson) / modulus;

/** Combined modulus of two bodies: 1/E* = (1−ν₁²)/E₁ + (1−ν₂²)/E₂. Pascals. */
export const combinedModulus = (one: Elastic, other: Elastic): number =>
  1 / (compliance(one) + compliance(other));

/** How much of the approach happens in the first of two bodies, 0–1. */
export const shareOfApproach = (one: Elastic, other: Elastic): number =>
  compliance(one) / (compliance(one) + compliance(other));

/**
 * A ball pressed on a half-space: a = (3FR/4E*)^⅓, p₀ = 3F/2πa², mean ⅔ p₀, δ = a²/R.
 *
 * @example hertzSphere(100, 0.033, 133_333) // radius about 26.5 mm, peak about 68 kPa
 */
export function hertzSphere(force: number, radius: number, modulus: number): Contact {
  const contact = cbrt((3 * force * radius) / (4 * modulus));
  const peakPascals = contact === 0 ? 0 : (3 * force) / (2 * PI * contact * contact);
  return {
    peakPascals,
    meanPascals: (2 / 3) * peakPascals,
    radiusMetres: contact,
    approachMetres: (contact * contact) / radius,
  };
}

/**
 * A roller pressed on a half-space along a line: a = (4P'R/πE*)^½, p₀ = 2P'/πa, mean π/4 p₀. A line
 * contact has no approach of its own on a half-space; a²/R is given, as for a ball.
 *
 * @param linePerMetre load per metre of contact, N/m
 */
export function hertzCylinder(linePerMetre: number, radius: number, modulus: number): Contact {
  const half = sqrt((4 * linePerMetre * radius) / (PI * modulus));
  const peakPascals = half === 0 ? 0 : (2 * linePerMetre) / (PI * half);
  return {
    peakPascals,
    meanPascals: (PI / 4) * peakPascals,
    radiusMetres: half,
    approachMetres: (half * half) / radius,
  };
}

/**
 * How much a ball gives between two hard plates, both faces together, metres: twice the approach of
 * one face. What a deformation test of a ball measures.
 */
export const giveBetweenPlates = (force: number, radius: number, ball: Elastic): number =>
  2 * hertzSphere(force, radius, 1 / compliance(ball)).approachMetres;
