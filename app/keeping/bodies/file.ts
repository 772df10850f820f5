import { isDay, TIMES_OF_DAY, type TimeOfDay } from '#core/calendar';
import { findTool, surfaceIdSchema, THING_IDS, type ThingId } from '#core/equipment';
import { BODY_BOUNDS } from '#core/loading';

import { z } from 'zod';
import { nameSchema, optionalNumber, orEmpty, timeZoneSchema } from '../fields';

export const MOST_HABIT = 40;

const habit = z
  .string({ error: 'A habit must be text.' })
  .trim()
  .max(MOST_HABIT, `What they do anyway may have at most ${MOST_HABIT} characters.`);

const minutesSchema = orEmpty(
  z.coerce
    .number({ error: 'Minutes a day must be a number.' })
    .int('Minutes a day must be a whole number.')
    .min(1, 'Minutes a day must be at least 1.')
    .max(120, 'Minutes a day must be at most 120.'),
);

/** The details of a client's file, as a form holds them. */
export const detailsSchema = z.object({
  name: nameSchema,
  occupation: z
    .string()
    .trim()
    .max(120, 'The occupation may have at most 120 characters.')
    .default(''),
  timeZone: timeZoneSchema,
  minutesPerDay: minutesSchema,
  affectedSide: orEmpty(
    z.enum(['left', 'right'], { error: 'The affected side is left, right or neither.' }),
  ),
  nextVisit: orEmpty(
    z.string().refine(isDay, { error: 'The next visit must be a date like 2026-03-31.' }),
  ),
  /** Absent from editions that did not ask, as what follows is: what is there stays. */
  bornOn: orEmpty(
    z.string().refine((day) => isDay(day) && day >= '1900-01-01', {
      error: 'The birthday must be a date like 2011-03-31.',
    }),
  ).optional(),
  consentBy: z
    .string({ error: 'Who consents must be text.' })
    .trim()
    .max(160, 'Who consents may have at most 160 characters.')
    .optional(),
  consentOn: orEmpty(
    z.string().refine(isDay, { error: 'The day of the consent must be a date like 2026-03-31.' }),
  ).optional(),
  notes: z.string().trim().max(4000, 'The notes may have at most 4000 characters.').default(''),
});
export type ClientDetails = z.infer<typeof detailsSchema>;

const { massKilograms: MASS, statureMetres: STATURE } = BODY_BOUNDS;

/** Days of the week, 1 = Monday, each once and in order; seven are the same as none told. */
export const weekdaysSchema = z
  .array(z.number().int().min(1).max(7), { error: 'That is not a day of the week.' })
  .max(7)
  .transform((days) => [...new Set(days)].sort((one, other) => one - other))
  .transform((days) => (days.length === 7 ? [] : days));

/** What a client brings: the body, the time and what is at hand at home. */
export const bringsSchema = z.object({
  massKilograms: optionalNumber(MASS.name, MASS.least, MASS.most, MASS.unit),
  statureCentimetres: optionalNumber(STATURE.name, STATURE.least * 100, STATURE.most * 100, 'cm'),
  tools: z.array(
    z.string().refine((id) => findTool(id) !== undefined, { error: 'That is not a tool we know.' }),
  ),
  places: z.array(surfaceIdSchema),
  /** Absent from editions that did not ask: what is there stays. */
  things: z
    .array(z.enum(THING_IDS as [ThingId, ...ThingId[]], { error: 'That is not a thing we know.' }))
    .optional(),
  minutesPerDay: minutesSchema,
  timesOfDay: z.array(z.enum(TIMES_OF_DAY, { error: 'That is not a time of day we know.' })),
  /** 1 = Monday; empty: any. Absent from editions that did not ask: what is there stays. */
  weekdays: weekdaysSchema.optional(),
  /** Absent from editions that did not ask: what is there stays. */
  habits: z
    .strictObject(
      {
        morning: habit.optional(),
        midday: habit.optional(),
        afternoon: habit.optional(),
        evening: habit.optional(),
      } satisfies Record<TimeOfDay, unknown>,
      { error: 'That is not a time of day we know.' },
    )
    .optional(),
  helperAtHome: z
    .enum(['yes', 'no', ''], { error: 'A helper at home is yes, no or not asked.' })
    .nullable(),
});
export type Brings = z.infer<typeof bringsSchema>;
