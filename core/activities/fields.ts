import { oftenSchema } from '#core/dosage';
import { z } from 'zod';

/** Bounds of what a form takes at all; what is usual is judged by the checks. */
export const ACTIVITY_LIMITS = {
  holdSeconds: { least: 5, most: 180 },
  repetitions: { least: 1, most: 20 },
  rounds: { least: 1, most: 8 },
  extraRounds: { least: 0, most: 3 },
  pushSeconds: { least: 3, most: 20 },
  paceSeconds: { least: 2, most: 20 },
  breaths: { least: 3, most: 100 },
  breathSeconds: { least: 5, most: 15 },
  minutes: { least: 1, most: 30 },
  earliestMinutes: { least: 0, most: 1440 },
  timesPerDay: { least: 1, most: 10 },
  titleLength: 60,
  instructionsLength: 600,
} as const;

/** A whole number within bounds, each refusal a sentence. */
export const whole = (name: string, { least, most }: { least: number; most: number }) =>
  z
    .number({ error: `${name} must be a number.` })
    .int(`${name} must be a whole number.`)
    .min(least, `${name} must be at least ${least}.`)
    .max(most, `${name} must be at most ${most}.`);

/** What every line of a routine has. */
export const common = {
  id: z.string().min(1).max(64),
  /** How often it belongs to the session of a day; absent: every one. */
  often: oftenSchema.optional(),
  instructions: z
    .string({ error: 'The instructions must be text.' })
    .trim()
    .max(
      ACTIVITY_LIMITS.instructionsLength,
      `The instructions must be at most ${ACTIVITY_LIMITS.instructionsLength} characters.`,
    ),
};

/** The id of a table’s entry. */
export const entryId = (name: string) =>
  z
    .string({ error: `Choose a ${name}.` })
    .min(1, `Choose a ${name}.`)
    .max(64, `Choose a ${name}.`);

/** How often in a day; the guided session is one of them. */
export const timesPerDay = whole('Times a day', ACTIVITY_LIMITS.timesPerDay);

/** A name of the therapist’s own; one that is still missing is told by the checks. */
export const title = z
  .string({ error: 'A name must be text.' })
  .trim()
  .max(
    ACTIVITY_LIMITS.titleLength,
    `The name must be at most ${ACTIVITY_LIMITS.titleLength} characters.`,
  );

export const sides = z.enum(['both', 'left', 'right', 'mid'], {
  error: 'Choose a side, or both.',
});

export const affectedSide = z.enum(['left', 'right']).nullable();
