import { routineSchema } from '#core/routine';
import { z } from 'zod';

/** So many templates a practice keeps. */
export const MOST_TEMPLATES = 60;

/** Lines to begin plans with, under a name; null when the template is taken out. */
export const templateBodySchema = z.object({
  template: z
    .object({
      name: z
        .string({ error: 'The name must be text.' })
        .trim()
        .min(2, 'Give the template a name of two characters or more.')
        .max(80, 'The name may have at most 80 characters.'),
      items: routineSchema.shape.items,
    })
    .nullable(),
});
