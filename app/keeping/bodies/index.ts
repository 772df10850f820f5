import { clearanceSchema } from '#core/screening';
import type { z } from 'zod';
import type { KindId } from '../kinds';
import { complaintBodySchema, standingBodySchema } from './complaint';
import { courseSchema } from './course';
import { messageSchema } from './message';
import { bringsSchema, detailsSchema } from './file';
import { draftBodySchema, issueSchema } from './plan';
import { answerSchema, interviewSchema } from './screening';
import { responseSchema, sessionEventSchema } from './session';
import { seenToSchema } from './seenTo';
import { templateBodySchema } from './template';
import {
  homeAskingSchema,
  homeMeasureSchema,
  noteSchema,
  pointBodySchema,
  readingBodySchema,
} from './visit';

/** The shape of what each kind of letter carries. */
export const BODIES = {
  point: pointBodySchema,
  reading: readingBodySchema,
  'home measure': homeMeasureSchema,
  'home asking': homeAskingSchema,
  note: noteSchema,
  draft: draftBodySchema,
  issue: issueSchema,
  answer: answerSchema,
  interview: interviewSchema,
  clearance: clearanceSchema,
  'client file': detailsSchema,
  details: detailsSchema,
  brings: bringsSchema,
  complaint: complaintBodySchema,
  standing: standingBodySchema,
  message: messageSchema,
  'seen to': seenToSchema,
  course: courseSchema,
  template: templateBodySchema,
  response: responseSchema,
  'session event': sessionEventSchema,
} as const satisfies Record<KindId, z.ZodType>;

/** What a letter of a kind carries when it is sent: JSON. */
export type Body<K extends KindId> = z.input<(typeof BODIES)[K]>;
/** The same once parsed. */
export type ReadBody<K extends KindId> = z.output<(typeof BODIES)[K]>;

export { bringsSchema, detailsSchema, MOST_HABIT, type Brings, type ClientDetails } from './file';
export { readingSchema, type Reading } from './visit';
export { COURSE_WORDS } from './course';
export { MOST_TEMPLATES } from './template';
