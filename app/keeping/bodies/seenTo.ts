import { HOW_SEEN } from '#core/proposals';
import { z } from 'zod';

/** What a therapist did about something the record raised, or that it is left for now. */
export const seenToSchema = z.object({
  /** What it is about: a proposal by its key, or a mark of the day sheet. */
  about: z
    .string({ error: 'What was seen to must be named.' })
    .trim()
    .min(1, 'What was seen to must be named.')
    .max(100, 'What was seen to is named in at most 100 characters.'),
  /** The last session that was known then; null: none. */
  sessionId: z.uuid({ error: 'A session needs a UUID.' }).nullable(),
  how: z.enum(HOW_SEEN, { error: 'It was seen, spoken or written about, or left for now.' }),
  note: z
    .string({ error: 'The note must be text.' })
    .trim()
    .max(300, 'The note must be at most 300 characters.')
    .default(''),
});
