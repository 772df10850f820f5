import { z } from 'zod';
import { LEAVING_REASONS, SKIP_REASONS, STOP_REASONS } from './reasons';

const step = z.number().int().min(0).max(5000);
const ids = <T extends readonly { id: string }[]>(list: T) =>
  z.enum(list.map((entry) => entry.id) as [T[number]['id'], ...T[number]['id'][]]);

const grade = z
  .number({ error: 'A rating must be a number.' })
  .int('A rating must be a whole number.')
  .min(0, 'A rating must be at least 0.')
  .max(10, 'A rating must be at most 10.');
const word = z.string().trim().max(280, 'The word for the day must be at most 280 characters.');

/** What can happen in a guided session. `step` is the index of the hold in the unrolled routine. */
export const eventBodySchema = z.discriminatedUnion('type', [
  z.object({
    type: z.literal('started'),
    /** Contact seconds that earlier sessions of the day made, by site and side. */
    spent: z.record(z.string().max(140), z.number().min(0).max(86_400)).optional(),
    /** After a full meal: what wants an empty stomach is left out today. */
    fullStomach: z.boolean().optional(),
    /** The day after the last session was not a quiet one: holds that build up stay at their shorter time. */
    stillSore: z.boolean().optional(),
    /** Lines that are done as needed and were picked for today. */
    picked: z.array(z.string().max(64)).max(60).optional(),
    /** It was done without the device and is told afterwards. */
    byHand: z.literal(true).optional(),
  }),
  /** Of a session that is told afterwards: what became of a hold. */
  z.object({
    type: z.literal('told'),
    step,
    done: z.boolean(),
    before: grade.optional(),
    after: grade.optional(),
  }),
  z.object({ type: z.literal('settled'), step }),
  z.object({ type: z.literal('hold-started'), step }),
  z.object({
    type: z.literal('rated'),
    step,
    grade,
  }),
  /** The last rating of the hold was a slip of the finger. */
  z.object({ type: z.literal('unrated'), step }),
  /** It is only pain, no welcome ache: to be eased off whatever the number. */
  z.object({ type: z.literal('hurts'), step }),
  /** After easing off it is a welcome ache. */
  z.object({ type: z.literal('eased'), step }),
  /** One more of what is counted, by a touch: from then on touches count it and not the pace. */
  z.object({ type: z.literal('counted'), step }),
  z.object({
    type: z.literal('hold-ended'),
    step,
    /**
     * `too-much` is of earlier editions, which went straight on; `let-go` asks how it is on letting go. `changed`: it
     * is softer, or sends nowhere any more, though a rating remains. `back-off`: it did not fade at its longest; some
     * seconds off the point, then once more. `only-pain`: it stayed only pain after easing off.
     */
    how: z.enum([
      'time',
      'faded',
      'cap',
      'back-off',
      'too-much',
      'let-go',
      'client',
      'changed',
      'only-pain',
    ]),
    /** Why it was left early, where that was asked. */
    leftFor: ids(LEAVING_REASONS).optional(),
  }),
  z.object({ type: z.literal('skipped'), step, reason: ids(SKIP_REASONS) }),
  z.object({ type: z.literal('paused') }),
  z.object({ type: z.literal('resumed') }),
  /**
   * From `at` on it is not known what was done: the page was closed, or the wall clock and the steady one went
   * apart. `wall` is what the device’s wall clock said when that was noticed, ms since 1970.
   */
  z.object({
    type: z.literal('gap'),
    why: z.enum(['reload', 'clock']),
    wall: z.number().int().positive(),
  }),
  /** After a gap: the client says they stayed on the point, or came off it. */
  z.object({ type: z.literal('stayed') }),
  z.object({ type: z.literal('left') }),
  /** `before`: told at the check-in, when nothing was pressed yet. */
  z.object({
    type: z.literal('stopped'),
    reason: ids(STOP_REASONS),
    before: z.literal(true).optional(),
  }),
  z.object({
    type: z.literal('finished'),
    word,
  }),
  /** Afterwards, and shown as that: a rating was another. `rating` is its place among those of its hold. */
  z.object({
    type: z.literal('corrected'),
    step,
    rating: z.number().int().min(0).max(5000),
    grade,
  }),
  /** Afterwards: other words for the day. */
  z.object({ type: z.literal('reworded'), word }),
  /** Afterwards: it was not done at all. */
  z.object({ type: z.literal('taken-back') }),
]);

/**
 * An event as it is logged: with an id its maker gave it, its place in its session's log, and the
 * instant in ms since 1970 UTC.
 */
export const eventSchema = z.intersection(
  z.object({
    id: z.uuid({ error: 'An event needs a UUID.' }),
    seq: z.number().int().min(0).max(1_000_000),
    at: z.number().int().positive(),
  }),
  eventBodySchema,
);

export type EventBody = z.infer<typeof eventBodySchema>;
export type SessionEvent = z.infer<typeof eventSchema>;
