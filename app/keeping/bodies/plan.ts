import { routineSchema, storedRoutineSchema } from '#core/routine';
import { z } from 'zod';
import { MOST_INTEGER } from '../storable';

/** The number of the version the work was begun from; 0 when there was none. */
const baseNumberSchema = z.number().int().min(0).max(MOST_INTEGER);

/** Unissued work; null when it is back at what was issued. It may be empty, and may break a rule. */
export const draftBodySchema = z.object({
  baseNumber: baseNumberSchema,
  content: storedRoutineSchema.nullable(),
});

/** A version to be issued. Its letter is begun from the draft it stands on, which issuing forgets. */
export const issueSchema = z.object({
  baseNumber: baseNumberSchema,
  reason: z.string().trim().max(600, 'The reason may have at most 600 characters.'),
  content: routineSchema,
});
