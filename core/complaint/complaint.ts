import { BODY_PART_IDS, BODY_PARTS, SIDES, type BodyPartId, type Side } from '#core/anatomy';
import { z } from 'zod';
import { isSince } from './since';

/** What the words of a complaint may hold, in characters, and how many places it may be felt at. */
export const COMPLAINT_LIMITS = { what: 120, stops: 160, places: 16, complaints: 8 } as const;

const known: ReadonlySet<string> = new Set(BODY_PART_IDS);

const words = (name: string, most: number) =>
  z
    .string({ error: `${name} must be text.` })
    .trim()
    .max(most, `${name} must be at most ${most} characters.`);

/** Where it is felt: a part of the body as people name it, and on which side. */
const feltAtSchema = z.object({
  part: z.enum(BODY_PART_IDS as [BodyPartId, ...BodyPartId[]], {
    error: 'That is not a part of the body this edition knows.',
  }),
  side: z.enum(SIDES, { error: 'A side is left, right or mid.' }),
});
export type FeltAt = z.infer<typeof feltAtSchema>;

/** What brings a client, in their own words: what, where, since when, and what it keeps them from. */
export const complaintSchema = z.object({
  what: words('The complaint', COMPLAINT_LIMITS.what).min(
    2,
    'Say what it is, in the client’s words.',
  ),
  places: z
    .array(feltAtSchema)
    .max(COMPLAINT_LIMITS.places, `At most ${COMPLAINT_LIMITS.places} places.`)
    .default([]),
  /** A year, a month or a day: 2024, 2024-11, 2024-11-05; empty: not known. */
  since: z
    .string({ error: 'Since when must be text.' })
    .refine((text) => text === '' || isSince(text), {
      error: 'Since when must be a year, a month or a day.',
    })
    .default(''),
  /** What it keeps them from. */
  stops: words('What it stops', COMPLAINT_LIMITS.stops).default(''),
  /** No more to be asked about: it is gone, or something else is looked at. */
  over: z.boolean({ error: 'Over is yes or no.' }).default(false),
});
export type Complaint = z.infer<typeof complaintSchema>;

/** A complaint as any edition stored it: a part of the body that is no longer drawn is no longer said. */
export const storedComplaintSchema = complaintSchema.extend({
  places: z
    .array(z.object({ part: z.string(), side: z.enum(SIDES) }))
    .default([])
    .transform((places) => places.filter((place): place is FeltAt => known.has(place.part))),
});

export const sameSpot = (one: FeltAt, other: FeltAt): boolean =>
  one.part === other.part && one.side === other.side;

const SIDE_WORDS: Record<Side, string> = { left: 'left', right: 'right', mid: '' };

/**
 * Where it is felt, in words.
 *
 * @example placesWords([{ part: 'neck', side: 'left' }, { part: 'neck', side: 'right' }]) // neck, both sides
 */
export function placesWords(places: readonly FeltAt[]): string {
  const parts = [...new Set(places.map(({ part }) => part))];
  return parts
    .map((part) => {
      const sides = places.filter((one) => one.part === part).map(({ side }) => side);
      const both = sides.includes('left') && sides.includes('right');
      const side = both ? 'both sides' : SIDE_WORDS[sides[0] ?? 'mid'];
      return [BODY_PARTS[part].name, side].filter(Boolean).join(', ');
    })
    .join('; ');
}
