import { z } from 'zod';
import { daysBetween, type Day } from '#core/calendar';

/** The questions a complaint is asked with, each about the last seven days. */
export const ASKED = {
  days: {
    asks: 'On how many of the last seven days was it there?',
    name: 'days a week',
    least: 0,
    most: 7,
    ends: ['on none', 'every day'],
  },
  strongest: {
    asks: 'How strong was it at its strongest?',
    name: 'at its strongest',
    least: 0,
    most: 10,
    ends: ['nothing', 'the worst you can think of'],
  },
  hinders: {
    asks: 'How much did it keep you from what you wanted to do?',
    name: 'what it stops',
    least: 0,
    most: 10,
    ends: ['not at all', 'altogether'],
  },
} as const;
export type Asked = keyof typeof ASKED;
export const ASKED_IDS = Object.keys(ASKED) as Asked[];

const answer = (name: string, most: number) =>
  z
    .number({ error: `${name} is a number from 0 to ${most}.` })
    .int(`${name} is a whole number from 0 to ${most}.`)
    .min(0, `${name} is at least 0.`)
    .max(most, `${name} is at most ${most}.`);

/** How a complaint stands: days of the last seven, and two ratings 0–10. */
export const standingSchema = z
  .object({
    days: answer('Days of the last seven', ASKED.days.most),
    strongest: answer('How strong', ASKED.strongest.most),
    hinders: answer('How much it stops', ASKED.hinders.most),
  })
  .refine(({ days, strongest, hinders }) => days > 0 || (strongest === 0 && hinders === 0), {
    error: 'When it was there on no day, it had no strength and stopped nothing.',
    path: ['days'],
  })
  .refine(({ days, strongest }) => days === 0 || strongest > 0, {
    error: 'When it was there on some day, it had some strength.',
    path: ['strongest'],
  });
export type Standing = z.infer<typeof standingSchema>;

/** How it was on no day. */
export const NOT_THERE: Standing = { days: 0, strongest: 0, hinders: 0 };

/** A standing as it was told. */
export interface Told extends Standing {
  day: Day;
  /** Told at home, or asked by a therapist. */
  from: 'home' | 'visit';
}

/** It looks back on seven days, so it is asked again when they are over. Our own choice. */
export const ASKED_EVERY_DAYS = 7;

/**
 * Whether it is to be asked again: never yet, or seven days after the last answer. No answer is of a day to come: the
 * server sets a clock that is ahead right.
 */
export function isDue(told: readonly Pick<Told, 'day'>[], today: Day): boolean {
  const last = told
    .map(({ day }) => day)
    .sort()
    .at(-1);
  return last === undefined || daysBetween(last, today) >= ASKED_EVERY_DAYS;
}
