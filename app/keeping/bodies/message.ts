import { z } from 'zod';
import { MESSAGE_LENGTH } from '../messageLength';

/** What a client and their therapists write to each other. */
export const messageSchema = z.object({
  text: z
    .string({ error: 'A message is text.' })
    .trim()
    .min(1, 'An empty message is not sent.')
    .max(MESSAGE_LENGTH, `A message may have at most ${MESSAGE_LENGTH} characters.`),
});
