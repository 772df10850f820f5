import { RESPONSE_IDS } from '#core/response';
import { eventBodySchema } from '#core/session';
import { z } from 'zod';
import { idSchema, instantSchema } from '../fields';

/** How the day after a session was. */
export const responseSchema = z.object({
  sessionId: idSchema,
  answer: z.enum(RESPONSE_IDS, { error: 'That is no answer to how the day after was.' }),
});

/** One event of a guided session, with what its session began as. The letter’s id is the event’s. */
export const sessionEventSchema = z.object({
  session: z.object({
    versionId: z.uuid({ error: 'A session needs the version it followed.' }),
    /** What it was led by, as it was handed out; null from editions that were not told. */
    ledId: idSchema.nullable(),
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
