import { CONDITION_IDS, repliesSchema, type ConditionId } from '#core/screening';
import { z } from 'zod';
import { idSchema } from '../fields';

/** What changed in the answers of an interview under way: these are set, those are open again. */
export const answerSchema = z.object({
  set: repliesSchema,
  forget: z
    .array(
      z.enum(CONDITION_IDS as [ConditionId, ...ConditionId[]], {
        error: 'That is not one of the screening questions.',
      }),
    )
    .max(100),
});

export const interviewSchema = z.object({
  replies: repliesSchema,
  /** The latest answers the asker had seen; null for none. */
  after: idSchema.nullable(),
});
