import { pointSchema } from '#core/map';
import { findQuantity, findTest, MOST_TRIES, readingOf, WAYS } from '#core/measurement';
import { z } from 'zod';
import { idSchema } from '../fields';

/** The visit that was open where it was written; null: the one that begins with it. */
const visitIdSchema = idSchema.nullable();

/** A tender point as it was found, or null when it is taken back. */
export const pointBodySchema = z.object({
  visitId: visitIdSchema,
  point: pointSchema.nullable(),
});

/** The name of a mark is a few words. */
export const MOST_MARK = 60;

/** A figure or an observation of a movement test. */
const readingAt = <M extends z.ZodType<string>>(moment: M) =>
  z
    .object({
      testId: z.string().max(40),
      quantityId: z.string().max(40),
      side: z.enum(['left', 'right', 'mid'], { error: 'A side is left, right or mid.' }),
      moment,
      tries: z
        .array(z.number({ error: 'A reading must be a number.' }))
        .max(MOST_TRIES, `At most ${MOST_TRIES} tries are kept.`),
      seen: z.string().max(60).nullable().default(null),
      mark: z
        .string({ error: 'What it is judged by is text.' })
        .trim()
        .max(MOST_MARK, `What it is judged by may have at most ${MOST_MARK} characters.`)
        .nullable()
        .default(null),
      way: z.enum(WAYS, { error: 'That is not a way of measuring we know.' }),
      pictureId: idSchema.nullable().default(null),
    })
    .superRefine((given, context) => {
      const test = findTest(given.testId);
      const refuse = (message: string) =>
        context.addIssue({ code: 'custom', message, path: ['tries'] });
      if (!test) {
        refuse('That is not a test this edition knows.');
        return;
      }
      const quantity = findQuantity(given.testId, given.quantityId);
      const observation = test.observations.find(({ id }) => id === given.quantityId);
      const sided = quantity?.sided ?? observation?.sided;
      if (sided === undefined) refuse('That test does not have such a figure.');
      else if (sided === (given.side === 'mid')) refuse('The side does not fit the test.');
      if (observation && (given.seen === null || !observation.options.includes(given.seen))) {
        refuse('Choose one of the answers.');
      }
      if ((given.mark !== null && given.mark !== '') !== (observation?.mark !== undefined)) {
        refuse(
          observation?.mark
            ? 'Say what you judge it by, so that it is the same the next time.'
            : 'This is not judged by a mark.',
        );
      }
      if (quantity) {
        const reading = readingOf(quantity, given.tries);
        if (!reading.ok) refuse(reading.mistake.says);
        if (!quantity.ways.includes(given.way)) refuse('It is not measured in that way.');
      }
    });
export const readingSchema = readingAt(
  z.enum(['before', 'after'], { error: 'A reading is before or after.' }),
);
/** At home the middle of a session is a moment as well. */
const homeReadingSchema = readingAt(
  z.enum(['before', 'between', 'after'], { error: 'A figure is before, in between or after.' }),
);
export type Reading = z.infer<typeof homeReadingSchema>;

/** A reading of a visit, or null when it is taken back. */
export const readingBodySchema = z.object({
  visitId: visitIdSchema,
  reading: readingSchema.nullable(),
});

export const homeMeasureSchema = z.object({ reading: homeReadingSchema });

/** Asks for a test at home, or no longer. */
export const homeAskingSchema = z.object({
  testId: z.string().refine((id) => (findTest(id)?.atHome ?? null) !== null, {
    error: 'That test is not marked as safe at home.',
  }),
  when: z.enum(['each session', 'weekly', 'not'], { error: 'Ask each session, weekly or not.' }),
});

const MOST_NOTES = 60_000;

/** A text node, or a node that holds others: the shape every editor document has. */
const nodeSchema: z.ZodType<Record<string, unknown>> = z.lazy(() =>
  z
    .object({
      type: z.enum(
        [
          'doc',
          'paragraph',
          'text',
          'heading',
          'bulletList',
          'orderedList',
          'listItem',
          'blockquote',
          'hardBreak',
          'horizontalRule',
        ],
        { error: 'The notes hold something this editor does not write.' },
      ),
      text: z.string().optional(),
      attrs: z.record(z.string(), z.union([z.string(), z.number(), z.null()])).optional(),
      marks: z
        .array(z.object({ type: z.enum(['bold', 'italic', 'strike', 'underline']) }))
        .optional(),
      content: z.array(nodeSchema).optional(),
    })
    .strict(),
);

/** The notes of a visit, as the editor writes them. */
export const noteSchema = z.object({
  notes: nodeSchema.refine((doc) => JSON.stringify(doc).length <= MOST_NOTES, {
    error: 'The notes are too long to keep; shorten them.',
  }),
});
