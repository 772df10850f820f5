import { z } from 'zod';
import { MOVEMENT_IDS } from './movements';

const wholeSeconds = (name: string) =>
  z
    .number({ error: `${name} must be a number of seconds.` })
    .int(`${name} must be a whole number of seconds.`)
    .min(1, `${name} must be at least 1 second.`)
    .max(600, `${name} must be at most 600 seconds.`);

const times = (name: string) =>
  z
    .number({ error: `${name} must be a number.` })
    .int(`${name} must be a whole number.`)
    .min(1, `${name} must be at least 1.`)
    .max(30, `${name} must be at most 30.`);

/** The methods that hold (or move) for one set time. */
const SET_TIME = [
  'timed',
  'strokes',
  'brief',
  'pincer',
  'circles',
  'cross-grain',
  'slow-roll',
  'search',
] as const;

/**
 * Seconds by method. A fade hold has the least it lasts and the most it may last; a build-up hold has
 * the time it starts from and the time it may grow to; a pin-and-glide counts bends.
 */
export const doseSchema = z.discriminatedUnion('method', [
  z.object({
    method: z.literal('press-and-move'),
    holdSeconds: wholeSeconds('The hold time'),
    /** What moves while it is pressed; absent: as the words say. */
    movement: z
      .enum(MOVEMENT_IDS, { error: 'That is no movement that goes with pressing.' })
      .optional(),
  }),
  z.object({ method: z.enum(SET_TIME), holdSeconds: wholeSeconds('The hold time') }),
  z.object({
    method: z.literal('fade'),
    minSeconds: wholeSeconds('The least hold time'),
    capSeconds: wholeSeconds('The longest hold time'),
  }),
  z.object({ method: z.literal('sweep'), sweepSeconds: wholeSeconds('The sweep time') }),
  z.object({
    method: z.literal('build-up'),
    fromSeconds: wholeSeconds('The first hold time'),
    toSeconds: wholeSeconds('The later hold time'),
  }),
  z.object({
    method: z.literal('pin-and-glide'),
    bends: times('Bends'),
    bendSeconds: wholeSeconds('The time at the end of a bend'),
  }),
  z.object({
    method: z.literal('glide'),
    strokes: times('Strokes'),
    strokeSeconds: wholeSeconds('The time of a stroke'),
  }),
  z.object({
    method: z.literal('knead'),
    squeezes: times('Squeezes'),
    squeezeSeconds: wholeSeconds('The time of a squeeze'),
  }),
]);
export type Dose = z.infer<typeof doseSchema>;
