import { dayOf } from '#core/calendar';
import {
  CONDITIONS,
  contradictions,
  missing,
  unanswered,
  type Clearance,
  type Reply,
} from '#core/screening';
import { and, eq } from 'drizzle-orm';
import { screeningDraftOf, screeningsOf } from '~/db/screenings.server';
import { clearance, screening, screeningDraft } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { answersInForce } from '../inForce.server';
import { openVisitOf } from '../visitOpen.server';

/** Answers of an interview under way: each is laid over what the same person answered before. */
export const keepAnswer: Keeper<'answer'> = async ({
  setting: { db },
  who,
  file: given,
  body: { set, forget },
  at,
}) => {
  const file = found(given, 'client');
  const before = (await screeningDraftOf(db, file.id, who.userId))?.replies ?? [];
  const settled = new Set<string>([...forget, ...set.map(({ condition }) => condition)]);
  const replies = [...before.filter(({ condition }) => !settled.has(condition)), ...set];
  await db
    .insert(screeningDraft)
    .values({ clientId: file.id, userId: who.userId, replies, at })
    .onConflictDoUpdate({
      target: [screeningDraft.clientId, screeningDraft.userId],
      set: { replies, at },
    });
  return { revision: null, audit: null };
};

/** Refuses an interview that is not through, or whose answers speak against each other. */
function judge(
  replies: readonly Reply[],
  file: { places: string[] | null; tools: string[] | null },
): void {
  const open = unanswered(replies);
  if (open.length > 0) {
    throw new Refusal(
      422,
      `${open.length} ${open.length === 1 ? 'question is' : 'questions are'} still open. Answer every one, or “none of these”.`,
      { open },
    );
  }
  const lacking = replies.find((one) => missing(one) !== null);
  if (lacking) {
    throw new Refusal(422, `An answer lacks something: ${missing(lacking) ?? ''}`, {
      condition: lacking.condition,
    });
  }
  const against = contradictions(replies, { places: file.places, toolIds: file.tools });
  if (against.length > 0) {
    throw new Refusal(422, against.map(({ says }) => says).join(' '), { contradictions: against });
  }
}

/** Says who answered in the meantime, and which of their yeses are not among these. */
function answeredSince(
  theirs: { id: string; answeredByName: string; replies: Reply[] },
  replies: readonly Reply[],
): Refusal {
  const missed = theirs.replies.filter(
    ({ condition, says }) =>
      says === 'yes' && !replies.some((own) => own.condition === condition && own.says === 'yes'),
  );
  const named = missed.map(({ condition }) => `“${CONDITIONS[condition].name}”`).join(', ');
  return new Refusal(
    409,
    `${theirs.answeredByName} answered these questions while you asked. ${
      missed.length > 0
        ? `Their answers say yes to ${named}, yours do not.`
        : 'Every yes of theirs is among yours.'
    } Yours are kept here; look at them again, then record.`,
    { missed: missed.map(({ condition }) => condition), after: theirs.id },
  );
}

/**
 * A whole interview. A therapist’s is confirmed by that; a client’s waits to be, and what it says yes to
 * is in force at once. A therapist’s is refused when somebody answered since it was begun (409): it would
 * put their answers out of force unseen.
 */
export const keepInterview: Keeper<'interview'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: id,
  body: { replies, after },
  at,
}) => {
  const file = found(given, 'client');
  judge(replies, file);
  const byClient = who.role === 'client';
  const day = dayOf(at.getTime(), file.timeZone);
  const since = byClient ? undefined : (await screeningsOf(db, file.id)).at(-1);
  if (since && since.id !== after) throw answeredSince(since, replies);
  const visit = byClient ? null : await openVisitOf(db, file.id);
  await db.insert(screening).values({
    id,
    clientId: file.id,
    replies,
    confirmed: !byClient,
    answeredBy: who.userId,
    // What a client wrote without a line is news when it arrives: nobody’s word until then was about it.
    at: byClient ? now() : at,
    day,
    // One left open on an earlier day is not this visit.
    visitId: visit?.day === day ? visit.id : null,
  });
  await db
    .delete(screeningDraft)
    .where(and(eq(screeningDraft.clientId, file.id), eq(screeningDraft.userId, who.userId)));
  return {
    revision: null,
    audit: {
      action: byClient ? 'answered the screening' : 'screened a client',
      detail: {
        yes: replies
          .filter(({ says }) => says === 'yes')
          .map(({ condition }) => condition)
          .join(', '),
      },
    },
  };
};

/** Somebody’s word that a finding no longer forbids, or that it no longer holds. Nothing is deleted. */
export const keepClearance: Keeper<'clearance'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: id,
  body,
  at,
}) => {
  const file = found(given, 'client');
  const wish: Clearance = body;
  if (wish.on > dayOf(now().getTime(), file.timeZone)) {
    throw new Refusal(422, 'A clearance cannot be of a day to come.');
  }
  const { answers } = await answersInForce(db, file.id);
  if (!answers.some(({ condition }) => condition === wish.condition)) {
    throw new Refusal(422, 'The screening found no such thing, so there is nothing to clear.');
  }
  await db.insert(clearance).values({ id, clientId: file.id, ...wish, recordedBy: who.userId, at });
  return {
    revision: null,
    audit: {
      action: wish.kind === 'cleared' ? 'recorded a clearance' : 'withdrew a clearance',
      detail: { condition: wish.condition, by: wish.by, on: wish.on },
    },
  };
};
