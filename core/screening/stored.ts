import { noLongerUsed, presentId } from '#core/knowledge';
import { z } from 'zod';
import { replySchema, type Reply } from './interview';

const storedSchema = z.array(z.looseObject({ condition: z.string(), says: z.string() }));

/**
 * Replies as they were stored by any edition. A question that is no longer asked cannot be screened by:
 * every yes to one is named, so that somebody asks again.
 *
 * @returns the replies to today’s questions, and the names of the questions answered with yes that no
 *   edition asks any more
 */
export function readReplies(stored: unknown): { replies: Reply[]; noLongerAsked: string[] } {
  const replies = new Map<string, Reply>();
  const noLongerAsked: string[] = [];
  for (const one of storedSchema.parse(stored)) {
    const condition = presentId('condition', one.condition);
    const read = replySchema.safeParse({ ...one, condition });
    // Two questions that became one: the stricter answer stands.
    if (read.success) {
      if (replies.get(condition)?.says !== 'yes') replies.set(condition, read.data);
    } else if (one.says === 'yes') noLongerAsked.push(noLongerUsed('condition', one.condition));
  }
  return { replies: [...replies.values()], noLongerAsked };
}
