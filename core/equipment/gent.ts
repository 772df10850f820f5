import { about, type Uncertain } from '#core/uncertainty';
import type { FoamAge, Tool } from './tool';

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

/** How much of a roller’s foam is left: it packs down with use. Our estimate. */
const FOAM_LEFT: Record<FoamAge, Uncertain> = {
  new: about(1, 0.9, 1),
  used: about(0.7, 0.55, 0.85),
  worn: about(0.35, 0.2, 0.5),
};
/** A roller whose age nobody knows is anything between. */
const FOAM_LEFT_UNKNOWN = about(0.7, 0.3, 1);

/**
 * How much a tool itself gives, as uncertain inputs: its modulus, the pressure of the air in it, or its foam’s
 * modulus and thickness. Pascals, metres.
 */
export function giveOfTool(
  { stuff }: Pick<Tool, 'stuff'>,
  foam: FoamAge | null = null,
): Record<string, Uncertain> {
  switch (stuff.kind) {
    case 'shore A':
      return {
        toolModulus: about(
          gentModulus(stuff.value) * 1e6,
          gentModulus(stuff.value - SHORE_SLACK) * 1e6,
          gentModulus(Math.min(94, stuff.value + SHORE_SLACK)) * 1e6,
        ),
      };
    case 'modulus': {
      const pascals = stuff.megapascals * 1e6;
      return { toolModulus: about(pascals, pascals / MODULUS_SLACK, pascals * MODULUS_SLACK) };
    }
    case 'air':
      return {
        airPascals: about(stuff.kilopascals * 1000, stuff.low * 1000, stuff.high * 1000),
      };
    case 'layer': {
      const pascals = stuff.foamMegapascals * 1e6;
      const left = foam === null ? FOAM_LEFT_UNKNOWN : FOAM_LEFT[foam];
      const metres = stuff.foamMillimetres / 1000;
      return {
        foamModulus: about(pascals, pascals / 1.6, pascals * 1.6),
        foamMetres: about(left.likely * metres, left.low * metres, left.high * metres),
      };
    }
  }
}

/**
 * The pressure an air-filled ball is as stiff as, from how much it gives between two plates: the force over the
 * cap of the ball that is flattened at each face, F / π(2Rδ − δ²) with δ half of the give.
 *
 * @returns pascals
 * @example airPressure(80.07, 0.033, 0.0065) // => about 125 000
 */
export const airPressure = (force: number, radius: number, give: number): number =>
  force / (Math.PI * (radius * give - (give / 2) ** 2));
