/**
 * A ball pressed far into a thin layer of flesh over bone. SI units throughout: newtons, metres, pascals.
 *
 * A contact on a half-space (Hertz) holds only while it is small against the ball and the layer; a tool under a
 * body is neither. Here the force follows the finite-thickness solution for a bonded, incompressible layer
 * (Dimitriadis et al. 2002, Biophysical Journal 82:2798; from memory), which is Hertz for a thick layer and a
 * small load. That flesh locks up as it is squeezed flat, and that the contact is as wide as the ball is at the
 * depth it has reached, are our own additions.
 */

// Looked up once: these run tens of thousands of times in a row.
const { min, PI, sqrt } = Math;

/** A layer of flesh on bone: Young’s modulus in pascals, thickness in metres. */
export interface Layer {
  modulus: number;
  thickness: number;
}

/** Flesh is squeezed flat at this share of its thickness; our estimate. */
export const LOCKED_SHARE = 0.85;

/** The deepest anything can be pressed into a layer, metres: it is never reached. */
export const deepest = ({ thickness }: Layer): number => LOCKED_SHARE * thickness;

/**
 * How much stiffer a layer on bone is than one without end, for a ball pressed in by `depth`:
 * 1 + 1.133χ + 1.283χ² + 0.769χ³ + 0.0975χ⁴ with χ = √(Rδ)/h (Dimitriadis et al. 2002, from memory).
 *
 * @example layerFactor(0.0325, 0.02, 0.06) // => about 1.75
 */
export function layerFactor(radius: number, depth: number, thickness: number): number {
  const x = sqrt(radius * depth) / thickness;
  return 1 + x * (1.133 + x * (1.283 + x * (0.769 + x * 0.0975)));
}

/**
 * Force of a rigid ball pressed into a layer: (16/9) E √R δ^1.5, times the layer’s factor, times 1/(1 − δ/0.85h)
 * as the flesh locks up.
 *
 * @param depth metres, below `deepest(layer)`
 * @returns newtons
 * @example ballForce({ modulus: 20_000, thickness: 0.06 }, 0.0325, 0.0254) // => about 100
 */
export const ballForce = ({ modulus, thickness }: Layer, radius: number, depth: number): number =>
  ((16 / 9) * modulus * sqrt(radius * depth) * depth * layerFactor(radius, depth, thickness)) /
  (1 - depth / (LOCKED_SHARE * thickness));

/**
 * How wide a ball, or the cross-cut of a roller, is at a depth: a² = 2Rδ − δ², and never wider than it is.
 *
 * @returns radius of a round contact, half-width of a line contact; metres
 * @example widthAt(0.0325, 0.0325) // => 0.0325
 */
export const widthAt = (radius: number, depth: number): number => {
  const inside = min(depth, radius);
  return sqrt(inside * (2 * radius - inside));
};

/**
 * Mean pressure of a rigid ball at a depth: its force over the area it covers there. For small depths it goes
 * to half of Hertz’s mean, because the area by geometry is twice Hertz’s.
 *
 * @returns pascals
 */
export const ballPressure = (layer: Layer, radius: number, depth: number): number =>
  depth <= 0 ? 0 : ballForce(layer, radius, depth) / (PI * widthAt(radius, depth) ** 2);
