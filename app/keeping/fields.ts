import { isTimeZone } from '#core/calendar';
import { z } from 'zod';
import { LAST_INSTANT } from './storable';

const blankAsNull = (value: unknown) => (value === '' || value === undefined ? null : value);

export const idSchema = z.uuid({ error: 'What was sent is damaged; reload the page.' });

/** A moment by a device’s clock, however wrong: ms since 1970 UTC. */
export const instantSchema = z.number().int().positive().max(LAST_INSTANT);

export const nameSchema = z
  .string({ error: 'Enter a name.' })
  .trim()
  .min(1, 'Enter a name.')
  .max(120, 'The name may have at most 120 characters.');

export const timeZoneSchema = z
  .string({ error: 'Choose a time zone.' })
  .refine(isTimeZone, { error: 'That is not a time zone this system knows.' });

/** A field that may be left empty. */
export const orEmpty = <S extends z.ZodType>(schema: S) =>
  z.preprocess(blankAsNull, schema.nullable());

/** A number that may be left empty, as a form sends it. */
export const optionalNumber = (name: string, least: number, most: number, unit: string) =>
  orEmpty(
    z.coerce
      .number({ error: `${name} must be a number of ${unit}.` })
      .min(least, `${name} must be at least ${least} ${unit}.`)
      .max(most, `${name} must be at most ${most} ${unit}.`),
  );
