import { z } from 'zod';
import { COMMON_PRACTICE, type Source } from '#core/knowledge';

export const METHOD_IDS = ['timed', 'fade', 'sweep'] as const;
export type MethodId = (typeof METHOD_IDS)[number];

export interface Method {
  id: MethodId;
  name: string;
  says: string;
  /** Allowed seconds of one hold (or of the cap, for a fade hold; of one sweep, for a sweep). */
  seconds: { least: number; most: number; usual: number };
  pointsName: 'points' | 'passes';
  source: Source;
}

/** A rating at or under this counts as gone. Common practice says “until it has gone”; 0–1 is our reading. */
export const FADED_GRADE = 1;

/** The three starter methods. Ranges are common practice, no published source. */
export const METHODS: Record<MethodId, Method> = {
  timed: {
    id: 'timed',
    name: 'timed hold',
    says: 'Stay still on the point for the set time.',
    seconds: { least: 5, most: 120, usual: 30 },
    pointsName: 'points',
    source: COMMON_PRACTICE,
  },
  fade: {
    id: 'fade',
    name: 'until it fades',
    says: 'Stay still on the point until the feeling has gone, never past the cap.',
    seconds: { least: 20, most: 180, usual: 90 },
    pointsName: 'points',
    source: COMMON_PRACTICE,
  },
  sweep: {
    id: 'sweep',
    name: 'sweep',
    says: 'Roll or stroke slowly along the muscle, towards you and away.',
    seconds: { least: 20, most: 180, usual: 60 },
    pointsName: 'passes',
    source: COMMON_PRACTICE,
  },
};

const wholeSeconds = (name: string) =>
  z
    .number({ error: `${name} must be a number of seconds.` })
    .int(`${name} must be a whole number of seconds.`)
    .min(1, `${name} must be at least 1 second.`)
    .max(600, `${name} must be at most 600 seconds.`);

/** Seconds by method. A fade hold has the least it lasts and the most it may last. */
export const doseSchema = z.discriminatedUnion('method', [
  z.object({ method: z.literal('timed'), holdSeconds: wholeSeconds('The hold time') }),
  z.object({
    method: z.literal('fade'),
    minSeconds: wholeSeconds('The least hold time'),
    capSeconds: wholeSeconds('The longest hold time'),
  }),
  z.object({ method: z.literal('sweep'), sweepSeconds: wholeSeconds('The sweep time') }),
]);

export type Dose = z.infer<typeof doseSchema>;

/** The method a dose follows. */
export const methodOf = (dose: Dose): Method => METHODS[dose.method];
