import { message } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found } from '~/keeping/server/refusal.server';

/** A message of a client to the practice, or an answer to it. */
export const keepMessage: Keeper<'message'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: id,
  body: { text },
  at,
}) => {
  const file = found(given, 'client');
  await db.insert(message).values({
    id,
    clientId: file.id,
    byClient: who.role === 'client',
    by: who.userId,
    text,
    at,
    heardAt: now(),
  });
  return { revision: null, audit: { action: 'wrote a message' } };
};
