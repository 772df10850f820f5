import { isTimeZone, TIMES_OF_DAY } from '#core/calendar';
import { SIDES } from '#core/anatomy';
import { storedComplaintSchema } from '#core/complaint';
import { reminderWishSchema } from '#core/reminders';
import { readRoutine } from '#core/routine';
import { readReplies } from '#core/screening';
import { eventBodySchema } from '#core/session';
import { summarySchema } from '#core/visit';
import { getTableName } from 'drizzle-orm';
import type { PgColumn, PgTable } from 'drizzle-orm/pg-core';
import { z } from 'zod';
import { columnsOf } from '~/db/record.server';
import { noteSchema } from '~/keeping/bodies/visit';
import { allStorable, MOST_INTEGER, NOT_STORABLE } from '~/keeping/storable';

/** Longer is no text of a record: notes, summaries and letters all end before. */
const MOST_TEXT = 20_000;

const ids = z.array(z.string().max(64)).max(200);
/** What is read by any edition’s rules: whatever it throws is what is wrong. */
const readBy = (read: (value: unknown) => unknown) =>
  z.unknown().refine(
    (value) => {
      try {
        read(value);
        return true;
      } catch {
        return false;
      }
    },
    { error: 'is not what this edition reads' },
  );

const number = z.number().finite();
const side = z.enum(SIDES);
/** A hold or an activity a session was led by: what every reader of it leans on. */
const stepSchema = z.looseObject({
  index: number,
  itemId: z.string().max(64),
  side,
  positionId: z.string().max(64).nullable(),
  limitSeconds: number,
  instructions: z.string().max(MOST_TEXT),
});
const holdStepSchema = stepSchema.extend({
  siteId: z.string().max(64),
  toolId: z.string().max(64),
  grade: number,
  ceilingGrade: number,
  dose: z.looseObject({ method: z.string().max(64) }),
  point: number,
  points: number,
  repetition: number,
  repetitions: number,
  restSeconds: number,
  leastSeconds: number,
  capSeconds: number,
  reservedSeconds: number,
});
const activityStepSchema = stepSchema.extend({
  kind: z.string().max(40),
  title: z.string().max(400),
  says: z.array(z.string().max(2000)).max(60),
  asks: z.looseObject({}),
});
const findingSchema = z.looseObject({
  level: z.string().max(40),
  scope: z.looseObject({}),
});

/** What stands in each column of JSON. */
const JSON_SHAPES: Readonly<Record<string, z.ZodType>> = {
  'client.tools': ids,
  'client.places': ids,
  'client.things': ids,
  'client.times_of_day': z.array(z.enum(TIMES_OF_DAY)).max(TIMES_OF_DAY.length),
  'client.weekdays': z.array(z.number().int().min(1).max(7)).max(7),
  'client.habits': z.record(z.string().max(20), z.string().max(200)),
  'client.home_measures': z
    .array(z.object({ testId: z.string().max(64), when: z.enum(['each session', 'weekly']) }))
    .max(60),
  'visit.notes': noteSchema.shape.notes,
  'visit.summary': summarySchema,
  'screening.replies': readBy(readReplies),
  'map_point.refers_to': ids,
  'measurement.tries': z.array(number).max(20),
  'complaint.content': storedComplaintSchema,
  'routine.draft': readBy(readRoutine),
  'routine_version.content': readBy(readRoutine),
  'led_routine.steps': z.array(z.union([activityStepSchema, holdStepSchema])).max(5000),
  'led_routine.findings': z.array(findingSchema).max(500),
  // Told anew from the log.
  'practised_session.summary': z.looseObject({}),
  'session_event.body': eventBodySchema,
  'kept_aside.resource': z.looseObject({ resourceType: z.string().max(64) }),
  'session_response.places': z.array(z.object({ siteId: z.string().max(64), side })).max(60),
  'session_response.besides': z.array(z.string().max(40)).max(10),
  'reminding.wish': reminderWishSchema,
  'template.items': z.array(z.looseObject({ id: z.string().max(64) })).max(200),
  'audit.detail': z.record(
    z.string().max(60),
    z.union([z.string().max(2000), z.number(), z.null()]),
  ),
};

const instant = z.iso.datetime({ offset: true });

/** How a value of a column is told in JSON. */
function valueOf(table: string, column: PgColumn): z.ZodType {
  const { enumValues } = column;
  if (enumValues && enumValues.length > 0) return z.enum(enumValues as [string, ...string[]]);
  switch (column.columnType) {
    case 'PgUUID':
      return z.uuid();
    case 'PgText':
      return column.name === 'time_zone'
        ? z.string().refine(isTimeZone, 'is no time zone')
        : z.string().max(MOST_TEXT);
    case 'PgBoolean':
      return z.boolean();
    case 'PgInteger':
      return z.number().int().min(-MOST_INTEGER).max(MOST_INTEGER);
    case 'PgBigInt53':
      return z.number().int();
    case 'PgDoublePrecision':
      return number;
    case 'PgDateString':
      return z.iso.date();
    case 'PgTimestamp':
      return instant;
    case 'PgJsonb': {
      const shape = JSON_SHAPES[`${table}.${column.name}`];
      if (shape) return shape;
      throw new Error(`Nobody has said what stands in ${table}.${column.name}.`);
    }
    default:
      throw new Error(`Nobody has said how ${column.columnType} is told.`);
  }
}

/**
 * What a row of a table of a record has to be. What a column may be without, an archive of an earlier edition may be
 * without too; what no edition knows is refused.
 */
export function rowShape(table: PgTable) {
  const name = getTableName(table);
  const shape = Object.fromEntries(
    columnsOf(table).map((column) => {
      const value = valueOf(name, column);
      const told = column.notNull ? value : value.nullable();
      return [column.name, column.notNull && !column.hasDefault ? told : told.optional()];
    }),
  );
  return z.strictObject(shape).refine(allStorable, { error: NOT_STORABLE });
}

/** Somebody who is named in a record. */
export const personShape = z
  .strictObject({
    id: z.uuid(),
    role: z.enum(['owner', 'therapist', 'client']),
    name: z.string().min(1).max(200),
    /** In the archive of a practice only. */
    email: z.string().max(320).optional(),
    created_at: instant,
    ended_at: instant.nullable(),
  })
  .refine(allStorable, { error: NOT_STORABLE });

export type Person = z.infer<typeof personShape>;
