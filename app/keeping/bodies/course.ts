import { OUTCOME_IDS } from '#core/course';
import { z } from 'zod';

export const COURSE_WORDS = { word: 600, summary: 4000 } as const;

const word = z
  .string({ error: 'The word to them must be text.' })
  .trim()
  .max(COURSE_WORDS.word, `The word to them may have at most ${COURSE_WORDS.word} characters.`)
  .default('');

/** The end of a course, or that it is taken up again. */
export const courseSchema = z.discriminatedUnion(
  'what',
  [
    z.object({
      what: z.literal('ended'),
      outcome: z.enum(OUTCOME_IDS, {
        error: 'Say how it ended: goal met, no change, referred or stopped.',
      }),
      goesOn: z.boolean({ error: 'Say whether they may go on by themselves.' }),
      word,
      summary: z
        .string({ error: 'The summary must be text.' })
        .trim()
        .max(
          COURSE_WORDS.summary,
          `The summary may have at most ${COURSE_WORDS.summary} characters.`,
        )
        .default(''),
    }),
    z.object({ what: z.literal('resumed'), word }),
  ],
  { error: 'A course ends, or is taken up again.' },
);
