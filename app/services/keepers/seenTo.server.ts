import { seenTo } from '~/db/schema.server';
import { ownSession } from '~/db/sessions.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found } from '~/keeping/server/refusal.server';

/** What a therapist did about something the record raised, or that it is left for now. */
export const keepSeenTo: Keeper<'seen to'> = async ({
  setting: { db },
  who,
  file: given,
  thing: id,
  body: { about, sessionId, how, note },
  at,
}) => {
  const file = found(given, 'client');
  if (sessionId !== null) found(await ownSession(db, file.id, sessionId), 'session');
  await db
    .insert(seenTo)
    .values({ id, clientId: file.id, about, sessionId, how, note, by: who.userId, at });
  return { revision: null, audit: { action: 'saw to something' } };
};
