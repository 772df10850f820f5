import { SIDES, type Side } from '#core/anatomy';
import { isDay } from '#core/calendar';
import { z } from 'zod';
import { SYSTEM } from './codes';

/** A resource this product has no place for, or not as it is told; the message says why. */
export class NotForUs extends Error {}

const coding = z.looseObject({ system: z.string().optional(), code: z.string().optional() });
export const concept = z.looseObject({
  coding: z.array(coding).optional(),
  text: z.string().optional(),
});
export type Concept = z.infer<typeof concept>;
const reference = z.looseObject({ reference: z.string().optional() });
const quantityShape = z.looseObject({ value: z.number().optional() });

export const component = z.looseObject({
  code: concept,
  valueInteger: z.number().optional(),
  valueBoolean: z.boolean().optional(),
  valueString: z.string().optional(),
  valueQuantity: quantityShape.optional(),
  valueCodeableConcept: concept.optional(),
});
type Component = z.infer<typeof component>;

const extension = z.looseObject({
  url: z.string(),
  valueString: z.string().optional(),
  valueBoolean: z.boolean().optional(),
  valueInteger: z.number().optional(),
  valueReference: reference.optional(),
});

/** What of any resource is looked at. */
export const resourceShape = z.looseObject({
  resourceType: z.string(),
  id: z.string().optional(),
  status: z.string().optional(),
  code: concept.optional(),
  verificationStatus: concept.optional(),
  extension: z.array(extension).optional(),
  note: z.array(z.looseObject({ text: z.string().optional() })).optional(),
  subject: reference.optional(),
  encounter: reference.optional(),
  partOf: z.array(reference).optional(),
  basedOn: z.array(reference).optional(),
  focus: z.array(reference).optional(),
  effectiveDateTime: z.string().optional(),
  bodySite: z.union([concept, z.array(concept)]).optional(),
  method: concept.optional(),
  component: z.array(component).optional(),
  valueInteger: z.number().optional(),
  valueString: z.string().optional(),
  valueQuantity: quantityShape.optional(),
});
export type Resource = z.infer<typeof resourceShape>;

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i;

/** The id a reference leads to, where it is a UUID. */
export const idIn = (to: { reference?: string | undefined } | undefined): string | null => {
  const id = (to?.reference ?? '').replace(/^urn:uuid:|^[A-Za-z]+\//, '');
  return UUID.test(id) ? id : null;
};

export function idOf({ id }: Resource): string {
  if (id === undefined || !UUID.test(id)) throw new NotForUs('its id is no UUID');
  return id;
}

/** The code a concept has in a system; null: none. */
export const codeIn = (of: Concept | undefined, system: string): string | null =>
  of?.coding?.find((one) => one.system === system)?.code ?? null;
export const codesIn = (of: Concept | undefined, system: string): string[] =>
  (of?.coding ?? []).flatMap((one) => (one.system === system && one.code ? [one.code] : []));

const isSide = (text: string | null): text is Side =>
  text !== null && SIDES.some((one) => one === text);
export const sideIn = (of: Concept | undefined): Side => {
  const side = codeIn(of, SYSTEM.side);
  return isSide(side) ? side : 'mid';
};

/** Where something was: the first place that is told. */
export const placeOf = ({ bodySite }: Resource): Concept | undefined =>
  Array.isArray(bodySite) ? bodySite[0] : bodySite;

export function dayIn(text: string | undefined, what: string): string {
  const day = (text ?? '').slice(0, 10);
  if (!isDay(day)) throw new NotForUs(`${what} is no day`);
  return day;
}

export const partsOf = ({ component: parts = [] }: Resource, code: string): Component[] =>
  parts.filter((one) => codesIn(one.code, SYSTEM.observed).includes(code));
export const partOf = (resource: Resource, code: string): Component | undefined =>
  partsOf(resource, code)[0];

/** A rating of 0–10; null where none is told. */
export function ratingIn(value: number | undefined, what = 'a rating'): number | null {
  if (value === undefined) return null;
  if (!Number.isInteger(value) || value < 0 || value > 10)
    throw new NotForUs(`${what} of ${value} is none of 0 to 10`);
  return value;
}

export const saysOf = ({ extension: all = [] }: Resource, url: string) =>
  all.find((one) => one.url === url);
/** A longer note is no remark. */
const LONGEST_NOTE = 4_000;

export function noteOf({ note }: Resource): string {
  const text = note?.[0]?.text ?? '';
  if (text.length > LONGEST_NOTE)
    throw new NotForUs(`its note has more than ${LONGEST_NOTE} characters`);
  return text;
}

/** A text of one line; null: it is not told. */
export function lineIn(text: string | undefined, what: string): string | null {
  if ((text ?? '').length > 400) throw new NotForUs(`${what} has more than 400 characters`);
  return text ?? null;
}

/** JSON within an extension of ours. */
export function jsonIn(text: string | undefined, what: string): unknown {
  try {
    return JSON.parse(text ?? '');
  } catch {
    throw new NotForUs(`${what} cannot be read`);
  }
}
