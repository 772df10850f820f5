import { z } from 'zod';

/** Bounds of how often a line is asked for. */
export const OFTEN_LIMITS = { days: { least: 1, most: 7 }, whenLength: 80 } as const;

const days = (name: string) =>
  z
    .number({ error: `${name} must be a number.` })
    .int(`${name} must be a whole number.`)
    .min(OFTEN_LIMITS.days.least, `${name} must be at least ${OFTEN_LIMITS.days.least}.`)
    .max(OFTEN_LIMITS.days.most, `${name} must be at most ${OFTEN_LIMITS.days.most}.`);

/** How often a line belongs to the session of a day. A line without it belongs to every one. */
export const oftenSchema = z.discriminatedUnion(
  'kind',
  [
    z.object({
      kind: z.literal('weekly'),
      /** Days a week, spread evenly. */
      days: days('Days a week'),
      /** So many days once it is better; null: it stays as it is. */
      taperTo: days('Days a week once it is better').nullable().default(null),
      /** The last day it is asked for, `YYYY-MM-DD`; null: no end. */
      until: z.iso.date('The end must be a day of the calendar.').nullable().default(null),
    }),
    z.object({
      kind: z.literal('as-needed'),
      /** At most so many days in seven. */
      days: days('Days a week at most'),
      /** When the client picks it, in words they read. */
      when: z
        .string({ error: 'When it is needed must be text.' })
        .trim()
        .max(
          OFTEN_LIMITS.whenLength,
          `When it is needed must be at most ${OFTEN_LIMITS.whenLength} characters.`,
        ),
    }),
  ],
  { error: 'How often is every session, some days a week, or as needed.' },
);
export type Often = z.infer<typeof oftenSchema>;

/**
 * How often, in a few words; empty for every session.
 *
 * @example oftenWords({ kind: 'weekly', days: 3, taperTo: 1, until: null }) // => '3 days a week, then 1 once better'
 */
export function oftenWords(often: Often | undefined): string {
  if (!often) return '';
  const a = (count: number) => (count === 1 ? '1 day' : `${count} days`);
  switch (often.kind) {
    case 'weekly':
      return [
        `${a(often.days)} a week`,
        ...(often.taperTo === null ? [] : [`then ${often.taperTo} once better`]),
        ...(often.until === null ? [] : [`until ${often.until}`]),
      ].join(', ');
    case 'as-needed':
      return `as needed${often.when ? `: ${often.when}` : ''}, at most ${a(often.days)} in seven`;
  }
}
