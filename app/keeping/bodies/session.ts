import { SIDES } from '#core/anatomy';
import { BESIDES_IDS, RESPONSE_IDS } from '#core/response';
import { eventBodySchema } from '#core/session';
import { z } from 'zod';
import { idSchema, instantSchema } from '../fields';

/** How the day after a session was. */
export const responseSchema = z.object({
  sessionId: idSchema,
  answer: z.enum(RESPONSE_IDS, { error: 'That is no answer to how the day after was.' }),
  /** Where, as far as it was asked. */
  places: z
    .array(
      z.object({
        siteId: z.string().max(64, 'A site’s id must be at most 64 characters.'),
        side: z.enum(SIDES, { error: 'A side is left, right or mid.' }),
      }),
    )
    .max(60, 'At most 60 places can be named.')
    .optional(),
  /** What came besides. */
  besides: z
    .array(z.enum(BESIDES_IDS, { error: 'That is nothing that is asked about besides.' }))
    .max(2, 'At most two things can be named besides.')
    .optional(),
});

/** One event of a guided session, with what its session began as. The letter’s id is the event’s. */
export const sessionEventSchema = z.object({
  session: z.object({
    versionId: z.uuid({ error: 'A session needs the version it followed.' }),
    /** What it was led by, as it was handed out; null from editions that were not told. */
    ledId: idSchema.nullable(),
    /** The lines that were in it, by their ids: where a device put the day together itself. */
    lineIds: z
      .array(z.string().max(64, 'A line’s id must be at most 64 characters.'), {
        error: 'The lines of a session must be a list of ids.',
      })
      .max(60, 'A session may have at most 60 lines.')
      .optional(),
    /** By the device’s clock, ms since 1970 UTC. */
    startedAt: instantSchema,
  }),
  event: z.intersection(
    z.object({
      seq: z.number().int().min(0).max(1_000_000),
      at: instantSchema,
    }),
    eventBodySchema,
  ),
});
