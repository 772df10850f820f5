import { z } from 'zod';
import type { Source } from '#core/knowledge';

/** Who or what brings the load: the body leaning or lying, hanging arms, a pressing hand, a helper. */
export const DRIVES = ['body', 'arms', 'hand', 'helper'] as const;
export type Drive = (typeof DRIVES)[number];

const millimetres = z.number().positive();

/** What meets the skin: a ball or rounded tip, or a roller. Millimetres. */
const faceSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('sphere'), radiusMillimetres: millimetres }),
  z.object({
    kind: z.literal('cylinder'),
    radiusMillimetres: millimetres,
    lengthMillimetres: millimetres,
  }),
]);

/** How much the tool itself gives. */
const stuffSchema = z.discriminatedUnion('kind', [
  /** Rubber by its Shore A hardness; its modulus follows by Gent’s relation. */
  z.object({ kind: z.literal('shore A'), value: z.number().min(5).max(95) }),
  /** Anything else by the modulus of a solid that would give as much; megapascals. */
  z.object({ kind: z.literal('modulus'), megapascals: z.number().positive() }),
  /** A foam layer over a hard core; it stiffens as it is pressed together. */
  z.object({
    kind: z.literal('layer'),
    foamMegapascals: z.number().positive(),
    foamMillimetres: millimetres,
  }),
  /** Air in a skin: the pressure it is as stiff as, kilopascals. */
  z.object({
    kind: z.literal('air'),
    kilopascals: z.number().positive(),
    low: z.number().positive(),
    high: z.number().positive(),
  }),
]);

/** How worn the foam of a roller is. */
export const FOAM_AGES = ['new', 'used', 'worn'] as const;
export type FoamAge = (typeof FOAM_AGES)[number];

/** Shape of a tool entry. `widthMillimetres` is the diameter of what meets the skin. */
export const toolSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  name: z.string().min(3),
  form: z.enum(['ball', 'two balls', 'roller', 'knob', 'hand', 'head']),
  widthMillimetres: millimetres,
  face: faceSchema,
  /** How far it stands out from the surface it lies on; 0 for a hand-held tool. */
  proudMillimetres: z.number().min(0),
  stuff: stuffSchema,
  stuffSource: z.custom<Source>(),
  hardness: z.enum(['soft', 'medium', 'firm', 'hard']),
  drive: z.enum(DRIVES),
  /** Contacts that share the load. */
  contacts: z.number().int().min(1).max(2),
  reach: z.string().min(5),
  held: z.string().min(5),
  /** Whether a tight spot can slip round it. */
  slips: z.enum(['blocks', 'slips past']),
  goodFor: z.string().min(5),
  notFor: z.string().min(5),
  /** Made of rubber: not with a latex or rubber allergy. */
  rubber: z.boolean(),
  /** How much a second with it tires the hands, 0–1; our estimate. */
  tiredness: z.number().min(0).max(1),
  /** Regions it is never used on. */
  notOn: z.array(z.string()),
});

export interface Tool extends z.infer<typeof toolSchema> {
  source: Source;
}
