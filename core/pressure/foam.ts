/** How far soft foam can be pressed together before its walls meet, as a share of its thickness. */
const PACKED = 0.8;

/**
 * Strain of a foam layer under a pressure: σ = E ε / (1 − ε/ε₀), so that it can never be pressed to
 * nothing. Our own simple law for foam that packs.
 *
 * @returns 0 to 0.8
 */
export const foamStrain = (pascals: number, modulus: number): number =>
  pascals / (modulus + pascals / PACKED);
