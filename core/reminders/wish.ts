import { isDay, type TimeOfDay } from '#core/calendar';
import { z } from 'zod';

const clock = (name: string) =>
  z
    .string({ error: `${name} must be a time like 07:30.` })
    .regex(/^([01]\d|2[0-3]):[0-5]\d$/, `${name} must be a time like 07:30.`);

/** When and how a client wants to be reminded. Times are of the client’s own clock, `HH:MM`. */
export const reminderWishSchema = z.object({
  on: z.boolean(),
  times: z.object({
    morning: clock('Morning'),
    midday: clock('Midday'),
    afternoon: clock('Afternoon'),
    evening: clock('Evening'),
  } satisfies Record<TimeOfDay, unknown>),
  /** Nothing comes between these two; the same twice: no quiet hours. */
  quiet: z.object({ from: clock('The quiet hours’ begin'), to: clock('The quiet hours’ end') }),
  byMail: z.boolean(),
  /** Until the end of this day nothing comes; null: no pause. */
  pausedUntil: z
    .string()
    .refine(isDay, { error: 'A pause ends on a day like 2026-03-31.' })
    .nullable(),
  /** Once more at this instant, ms since 1970 UTC; null: not put off. */
  snoozedUntil: z.number().int().positive().nullable(),
});
export type ReminderWish = z.infer<typeof reminderWishSchema>;

/** What a client begins from: nothing comes before they want it. The hours are our own choice. */
export const USUAL_WISH: ReminderWish = {
  on: false,
  times: { morning: '08:30', midday: '12:30', afternoon: '16:00', evening: '20:00' },
  quiet: { from: '21:30', to: '07:30' },
  byMail: false,
  pausedUntil: null,
  snoozedUntil: null,
};

/** A wish as any edition kept it; what cannot be read is as usual. */
export const readWish = (kept: unknown): ReminderWish => {
  const read = reminderWishSchema.safeParse(kept);
  return read.success ? read.data : USUAL_WISH;
};
