import { z } from 'zod';
import { ACTIVITY_SCHEMAS, type Activity } from '#core/activities';
import { doseSchema, oftenSchema } from '#core/dosage';

/** Bounds of what a form takes at all; what a site or a method takes is judged by the checks. */
export const LIMITS = {
  items: 60,
  points: 6,
  repetitions: 10,
  extraPoints: 3,
  restSeconds: 120,
  timesPerWeek: 14,
  instructionsLength: 600,
  messageLength: 1000,
  reasonLength: 300,
} as const;

const whole = (name: string, least: number, most: number) =>
  z
    .number({ error: `${name} must be a number.` })
    .int(`${name} must be a whole number.`)
    .min(least, `${name} must be at least ${least}.`)
    .max(most, `${name} must be at most ${most}.`);

const words = (name: string, most: number) =>
  z
    .string({ error: `${name} must be text.` })
    .trim()
    .max(most, `${name} must be at most ${most} characters.`);

export const sidesChoiceSchema = z.enum(['both', 'left', 'right', 'mid']);
export type SidesChoice = z.infer<typeof sidesChoiceSchema>;

/** A point of the map that a line works: which thread, on which side, and what the client calls it. */
const mappedSchema = z.object({
  thread: z.uuid({ error: 'A point needs a UUID.' }),
  side: z.enum(['left', 'right', 'mid'], { error: 'A side is left, right or mid.' }),
  name: words('The name of a point', 80),
});
export type MappedPlace = z.infer<typeof mappedSchema>;

/** A way of reaching a site that is not in the table: a therapist’s own. */
const ownWaySchema = z.object({
  /** What is used, where it is no tool of the table: “rolled towel”; empty: the tool itself. */
  thing: words('The thing', 60),
  why: words('The reason', LIMITS.reasonLength),
});
export type OwnWay = z.infer<typeof ownWaySchema>;

/** What of a line may rise while it is borne well, in the usual order. */
export const RAMP = ['time', 'points', 'load', 'tool', 'method'] as const;
export type RampStep = (typeof RAMP)[number];

/** A line that is pressed: a site, how it is reached, and the dose. Its kind goes without saying. */
export const pressSchema = z.object({
  kind: z.literal('press').optional(),
  id: z.string().min(1).max(64),
  siteId: z.string().min(1).max(64),
  toolId: z.string().min(1).max(64),
  /** The posture’s id; the name is the one of the first stored routines. */
  positionId: z.string().min(1).max(64),
  /** What the tool is pressed against; null: what is usual for the posture. */
  surfaceId: z.string().min(1).max(64).nullable().default(null),
  /** How weight is taken off or added; null: the usual. */
  adjustmentId: z.string().min(1).max(64).nullable().default(null),
  /** The pressure grade asked for, 0–10 on the client's own scale. */
  grade: whole('The pressure grade', 0, 10),
  /** Where it begins, when it rises to the grade while it goes on; absent: it keeps to the grade. */
  fromGrade: whole('The grade to begin at', 0, 10).optional(),
  dose: doseSchema,
  points: whole('Points', 1, LIMITS.points),
  repetitions: whole('Repetitions', 1, LIMITS.repetitions),
  sides: sidesChoiceSchema,
  /** Both sides at one time, which counts for both; absent: one after the other. */
  together: z.literal(true).optional(),
  /** The side that gets more and comes first; null when neither does. */
  affectedSide: z.enum(['left', 'right']).nullable(),
  /** Points added on the affected side. */
  extraPoints: whole('Extra points', 0, LIMITS.extraPoints),
  restSeconds: whole('The rest', 0, LIMITS.restSeconds),
  /** How often it belongs to the session of a day; absent: every one. */
  often: oftenSchema.optional(),
  /** The points of the map it was taken from, by side, the worst first. */
  mapped: z
    .array(mappedSchema)
    .max(2 * LIMITS.points, 'A line follows at most twelve points of the map.')
    .optional(),
  /**
   * The planned ramp: what may rise once the days after allow it, in this order; empty: nothing; absent: the usual order.
   * It prepares what is proposed, and never goes on by itself.
   */
  ramp: z
    .array(z.enum(RAMP, { error: 'A ramp goes by time, points, load, tool or method.' }))
    .max(RAMP.length, 'A ramp has at most five steps.')
    .refine((steps) => new Set(steps).size === steps.length, {
      error: 'Each step of a ramp stands in it once.',
    })
    .optional(),
  instructions: words('The instructions', LIMITS.instructionsLength),
  /** The therapist’s own way; tool and posture say what it is most like. Absent: a way of the table. */
  ownWay: ownWaySchema.optional(),
});

/** One line of a routine: what is pressed, or any other activity, by its kind. */
export const itemSchema = z.discriminatedUnion('kind', [pressSchema, ...ACTIVITY_SCHEMAS], {
  error: 'That is no kind of line that is prescribed here.',
});

/** What is prescribed: the items in order, how often, and a word to the client. */
export const routineSchema = z.object({
  items: z
    .array(itemSchema)
    .min(1, 'A routine needs at least one line.')
    .max(LIMITS.items, `A routine takes at most ${LIMITS.items} lines.`)
    .refine((items) => new Set(items.map((item) => item.id)).size === items.length, {
      error: 'Each line of a routine needs its own id.',
    }),
  timesPerWeek: whole('Times a week', 1, LIMITS.timesPerWeek),
  message: words('The message', LIMITS.messageLength),
  /** Why a rule that asks for a reason is set aside, in the therapist’s words; kept with the version. */
  reasons: z
    .object({
      /** More neck work than a start. */
      neck: words('The reason', LIMITS.reasonLength),
      /** No interview was held. */
      interview: words('The reason', LIMITS.reasonLength),
    })
    .partial()
    .optional(),
});

/** A routine as it is stored: an unissued one may be empty. */
export const storedRoutineSchema = routineSchema.extend({
  items: z.array(itemSchema).max(LIMITS.items, `A routine takes at most ${LIMITS.items} lines.`),
});

export type PressItem = z.infer<typeof pressSchema>;
export type RoutineItem = z.infer<typeof itemSchema>;
export type Routine = z.infer<typeof routineSchema>;

/** Whether a line is pressed. */
export const isPress = (item: RoutineItem): item is PressItem =>
  item.kind === undefined || item.kind === 'press';

/** The lines that are pressed, in order. */
export const pressesOf = ({ items }: Pick<Routine, 'items'>): PressItem[] => items.filter(isPress);

/** The tests a routine leads by itself, and when. */
export const testsLed = (routine: Pick<Routine, 'items'>) =>
  activitiesOf(routine).flatMap((one) =>
    one.kind === 'test' ? [{ testId: one.testId, moment: one.when }] : [],
  );

/** The lines that are not, in order. */
export const activitiesOf = ({ items }: Pick<Routine, 'items'>): Activity[] =>
  items.filter((item) => !isPress(item));
