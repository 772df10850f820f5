import { BODY_PART_IDS, findSite, SIDES, type BodyPartId } from '#core/anatomy';
import { presentId } from '#core/knowledge';
import { z } from 'zod';

/** How far a point may lie from the middle of its site before it belongs to another, in mm. */
export const MOST_OFFSET_MM = 300;

const millimetres = (name: string) =>
  z
    .number({ error: `${name} must be a number of millimetres.` })
    .min(-MOST_OFFSET_MM, `${name} is further than a point can lie from its site.`)
    .max(MOST_OFFSET_MM, `${name} is further than a point can lie from its site.`);

const known: ReadonlySet<string> = new Set(BODY_PART_IDS);

const fields = z.object({
  /** The same point over the visits has the same thread. */
  thread: z.uuid({ error: 'A point needs a UUID.' }),
  siteId: z.string().refine((id) => findSite(id) !== undefined, {
    error: 'That is not a site this edition knows.',
  }),
  side: z.enum(SIDES, { error: 'A side is left, right or mid.' }),
  /** From the site's own spot, in mm: `across` away from the midline, `down` towards the feet. */
  across: millimetres('The step across'),
  down: millimetres('The step down'),
  /** While pressing, 0–10. */
  rating: z
    .number({ error: 'The rating is a number from 0 to 10.' })
    .int('The rating is a whole number from 0 to 10.')
    .min(0, 'The rating is at least 0.')
    .max(10, 'The rating is at most 10.'),
  tautBand: z.boolean().nullable().default(null),
  /** Where pressing sends a feeling; empty: nowhere; null: not asked. */
  refersTo: z
    .array(z.enum(BODY_PART_IDS as [BodyPartId, ...BodyPartId[]]))
    .max(12, 'At most 12 places a point sends to.')
    .nullable()
    .default(null),
  /** Whether what it sends stops when the pressure is taken off. */
  stopsOnRelease: z.boolean().nullable().default(null),
  worseOnBreath: z.boolean().nullable().default(null),
  worst: z.boolean().default(false),
  /** A bruise is seen there: the place rests; null: not looked at. */
  bruised: z.boolean().nullable().default(null),
  note: z.string().trim().max(400, 'The note may have at most 400 characters.').default(''),
});

/** A tender point as it was found: where, how tender, what pressing it does. */
export const pointSchema = fields.refine(
  ({ siteId, side }) => (findSite(siteId)?.midline ?? false) === (side === 'mid'),
  {
    error: 'The side does not fit the site.',
    path: ['side'],
  },
);
export type TenderPoint = z.infer<typeof pointSchema>;

/** A point as any edition stored it: its site may be one that is no longer used. */
export const storedPointSchema = fields.extend({
  siteId: z.string().transform((id) => presentId('site', id)),
  // An area that is no longer drawn is no longer said.
  refersTo: z
    .array(z.string())
    .nullable()
    .default(null)
    .transform((ids) => ids?.filter((id): id is BodyPartId => known.has(id)) ?? null),
});

/** Sensation that goes on after release is no ordinary referral. */
export const needsLooking = ({ stopsOnRelease }: Pick<TenderPoint, 'stopsOnRelease'>): boolean =>
  stopsOnRelease === false;
