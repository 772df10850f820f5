import { dayOf } from '#core/calendar';
import { courseStep } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found } from '~/keeping/server/refusal.server';

/** The end of a course, or that it is taken up again; what was told before stays, and the last holds. */
export const keepCourse: Keeper<'course'> = async ({
  setting: { db },
  who,
  file: given,
  thing: id,
  body,
  at,
}) => {
  const file = found(given, 'client');
  const ends =
    body.what === 'ended'
      ? { outcome: body.outcome, goesOn: body.goesOn, summary: body.summary }
      : {};
  await db.insert(courseStep).values({
    id,
    clientId: file.id,
    what: body.what,
    word: body.word,
    ...ends,
    day: dayOf(at.getTime(), file.timeZone),
    by: who.userId,
    at,
  });
  return {
    revision: null,
    audit: { action: body.what === 'ended' ? 'ended a course' : 'took a course up again' },
  };
};
