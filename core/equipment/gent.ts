import { about, type Uncertain } from '#core/uncertainty';
import type { Tool } from './tool';

/**
 * Young’s modulus of rubber from its Shore A hardness, megapascals. Gent 1958, Rubber Chemistry and
 * Technology 31:896 (from memory): E = 0.0981 (56 + 7.62336 S) / (0.137505 (254 − 2.54 S)).
 *
 * @param shoreA 5–95
 * @example gentModulus(50) // => about 2.46
 */
export const gentModulus = (shoreA: number): number =>
  (0.0981 * (56 + 7.62336 * shoreA)) / (0.137505 * (254 - 2.54 * shoreA));

/** Shore A is read to about so many degrees. */
const SHORE_SLACK = 6;
/** An estimated modulus may be off by this factor either way. */
const MODULUS_SLACK = 1.3;

/** The modulus of what a tool is made of, pascals; of its foam when it has a layer. */
export function modulusOf({ stuff }: Pick<Tool, 'stuff'>): Uncertain {
  switch (stuff.kind) {
    case 'shore A':
      return about(
        gentModulus(stuff.value) * 1e6,
        gentModulus(stuff.value - SHORE_SLACK) * 1e6,
        gentModulus(Math.min(94, stuff.value + SHORE_SLACK)) * 1e6,
      );
    case 'modulus': {
      const pascals = stuff.megapascals * 1e6;
      return about(pascals, pascals / MODULUS_SLACK, pascals * MODULUS_SLACK);
    }
    case 'layer': {
      const pascals = stuff.foamMegapascals * 1e6;
      return about(pascals, pascals / 1.6, pascals * 1.6);
    }
  }
}
