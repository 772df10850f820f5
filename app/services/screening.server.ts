import { dayOf } from '#core/calendar';
import {
  allStop,
  clearanceFor,
  type clearanceSchema,
  CONDITIONS,
  contradictions,
  missing,
  repliesSchema,
  screen,
  unanswered,
  type Reply,
} from '#core/screening';
import { and, eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { asClearances, screeningDraftOf, screeningsOf } from '~/db/screenings.server';
import { clearance, client, screening, screeningDraft } from '~/db/schema.server';
import { lastSessionsOf } from '~/db/sessions.server';
import { openVisitOf } from './visitOpen.server';
import { fileOf, fileWithAnswers, ownFile } from './clientFile.server';
import { dueFor, STOPS_FROM } from './due.server';
import { answersInForce } from './inForce.server';
import { Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';

/** The file for whoever asks: a client's own, or one of the practice. */
const fileFor = (setting: Setting, who: Principal, clientId: string | null) =>
  who.role === 'client' ? ownFile(setting, who) : fileOf(setting, who, clientId ?? '');

/** Everything about the screening of a client: answers, findings, clearances, what is due and why. */
export async function screeningOf(setting: Setting, who: Principal, clientId: string) {
  const {
    file,
    known: { interviews, clearances, replies, answers },
  } = await fileWithAnswers(setting, who, clientId);
  const [draft, sessions] = await Promise.all([
    screeningDraftOf(setting.db, clientId, who.userId),
    lastSessionsOf(setting.db, clientId, STOPS_FROM),
  ]);
  const findings = screen(answers);
  const confirmed = interviews.findLast((one) => one.confirmed) ?? null;
  const waiting = interviews.at(-1)?.confirmed === false ? (interviews.at(-1) ?? null) : null;
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    file,
    today,
    replies,
    answers,
    findings,
    stop: allStop(findings),
    draft: draft?.replies ?? null,
    confirmed: confirmed && { day: confirmed.day, by: confirmed.answeredByName },
    waiting: waiting && { day: waiting.day, by: waiting.answeredByName, replies: waiting.replies },
    open: unanswered(replies),
    /** The latest answers of anybody: an interview names the ones it was begun after. */
    lastId: interviews.at(-1)?.id ?? null,
    interviews: interviews.map(({ id, day, confirmed: by, answeredByName, replies: given }) => ({
      id,
      day,
      confirmed: by,
      answeredByName,
      yes: given.filter(({ says }) => says === 'yes').map(({ condition }) => condition),
      asked: given.length,
    })),
    clearances: clearances.map((row) => ({
      ...row,
      holds: replies.some(
        (reply) =>
          reply.condition === row.condition &&
          clearanceFor(reply, asClearances(clearances))?.on === row.on,
      ),
    })),
    due: dueFor({ interviews, sessions }, today, who.rescreenAfterDays),
  };
}

export const interviewSchema = z.object({ replies: repliesSchema });

/** Keeps an interview under way. It may be incomplete; a lost connection then loses nothing. */
export async function keepInterview(
  setting: Setting,
  who: Principal,
  clientId: string | null,
  { replies }: z.infer<typeof interviewSchema>,
): Promise<void> {
  const file = await fileFor(setting, who, clientId);
  const row = { clientId: file.id, userId: who.userId, replies, at: setting.now() };
  await setting.db
    .insert(screeningDraft)
    .values(row)
    .onConflictDoUpdate({
      target: [screeningDraft.clientId, screeningDraft.userId],
      set: { replies, at: row.at },
    });
}

/** Refuses an interview that is not through, or whose answers speak against each other. */
function judge(
  replies: readonly Reply[],
  file: { places: string[] | null; tools: string[] | null },
) {
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

export const submitSchema = interviewSchema.extend({
  /** Made by the browser, so that a form sent twice counts once. */
  id: z.uuid({ error: 'The form is damaged; reload the page.' }),
  /** The latest answers the asker had seen; null for none. */
  after: z.uuid({ error: 'The form is damaged; reload the page.' }).nullish(),
});

/** Says who answered in the meantime, and which of their yeses are not among these. */
function answeredSince(
  theirs: { answeredByName: string; replies: Reply[] },
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
    { missed: missed.map(({ condition }) => condition) },
  );
}

/**
 * Records an interview. A therapist's is confirmed by that; a client's waits to be, and what it says yes
 * to is in force at once. A therapist's is refused when somebody answered since it was begun (409): it
 * would put their answers out of force unseen.
 */
export async function recordInterview(
  setting: Setting,
  who: Principal,
  clientId: string | null,
  { id, after, replies }: z.infer<typeof submitSchema>,
): Promise<void> {
  const file = await fileFor(setting, who, clientId);
  judge(replies, file);
  const at = setting.now();
  const today = dayOf(at.getTime(), file.timeZone);
  const byClient = who.role === 'client';
  const visit = byClient ? null : await openVisitOf(setting.db, file.id);
  const recording = setting.db.transaction(async (tx) => {
    // One at a time for one client, so that none is recorded between looking and recording.
    await tx.select({ id: client.id }).from(client).where(eq(client.id, file.id)).for('update');
    const known = await screeningsOf(tx, file.id);
    if (known.some((one) => one.id === id)) return;
    const since = byClient ? undefined : known.at(-1);
    if (since && since.id !== after) throw answeredSince(since, replies);
    await tx.insert(screening).values({
      id,
      clientId: file.id,
      replies,
      confirmed: !byClient,
      answeredBy: who.userId,
      at,
      day: today,
      // One left open on an earlier day is not this visit.
      visitId: visit?.day === today ? visit.id : null,
    });
    await tx
      .delete(screeningDraft)
      .where(and(eq(screeningDraft.clientId, file.id), eq(screeningDraft.userId, who.userId)));
    await recordAudit(tx, {
      practiceId: file.practiceId,
      actorId: who.userId,
      at,
      action: byClient ? 'answered the screening' : 'screened a client',
      subject: file.id,
      detail: {
        yes: replies
          .filter(({ says }) => says === 'yes')
          .map(({ condition }) => condition)
          .join(', '),
      },
    });
  });
  await recording.catch(async (error: unknown) => {
    // What was asked is not lost by being refused.
    if (error instanceof Refusal) await keepInterview(setting, who, clientId, { replies });
    throw error;
  });
}

/** Records that somebody cleared a finding, or that their word no longer holds. Nothing is deleted. */
export async function recordClearance(
  setting: Setting,
  who: Principal,
  clientId: string,
  wish: z.infer<typeof clearanceSchema>,
  id: string = uuid(),
): Promise<void> {
  const file = await fileOf(setting, who, clientId);
  const at = setting.now();
  const today = dayOf(at.getTime(), file.timeZone);
  if (wish.on > today) throw new Refusal(422, 'A clearance cannot be of a day to come.');
  if (!file.screening.some(({ condition }) => condition === wish.condition)) {
    throw new Refusal(422, 'The screening found no such thing, so there is nothing to clear.');
  }
  await setting.db.transaction(async (tx) => {
    const [recorded] = await tx
      .insert(clearance)
      .values({ id, clientId, ...wish, recordedBy: who.userId, at })
      .onConflictDoNothing()
      .returning({ id: clearance.id });
    // Sent twice: it is on record already.
    if (!recorded) return;
    await recordAudit(tx, {
      practiceId: who.practiceId,
      actorId: who.userId,
      at,
      action: wish.kind === 'cleared' ? 'recorded a clearance' : 'withdrew a clearance',
      subject: clientId,
      detail: { condition: wish.condition, by: wish.by, on: wish.on },
    });
  });
}

/** The interview as the client sees it: what was answered so far, and whether it waits to be confirmed. */
export async function ownInterview(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const [{ interviews, replies, answers }, draft] = await Promise.all([
    answersInForce(setting.db, file.id),
    screeningDraftOf(setting.db, file.id, who.userId),
  ]);
  const last = interviews.at(-1) ?? null;
  return {
    clientId: file.id,
    therapistName: file.therapistName,
    draft: draft?.replies ?? null,
    replies,
    last: last && { day: last.day, confirmed: last.confirmed },
    stop: allStop(screen(answers)),
  };
}
