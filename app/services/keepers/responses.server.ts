import { responseWords } from '#core/response';
import { clientOfSession } from '~/db/sessions.server';
import { sessionResponse } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';

/** How the day after a session was. A second answer is added; the last one holds. */
export const keepResponse: Keeper<'response'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: id,
  body: { sessionId, answer, places, besides },
}) => {
  const file = found(given, 'client');
  if ((await clientOfSession(db, sessionId)) !== file.id) {
    throw new Refusal(404, 'There is no such session.');
  }
  await db.insert(sessionResponse).values({
    id,
    sessionId,
    answer,
    places: places ?? null,
    besides: besides ?? null,
    answeredBy: who.userId,
    at: now(),
  });
  const { bears } = responseWords(answer);
  return {
    revision: null,
    audit: bears === 'well' ? null : { action: 'told how the day after was', detail: { answer } },
  };
};
