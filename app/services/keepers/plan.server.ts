import { dayOf } from '#core/calendar';
import { checkRoutine, settledSites, type Routine } from '#core/routine';
import { minorOn, screen } from '#core/screening';
import { eq, sql } from 'drizzle-orm';
import { lookAnew } from '~/db/reminders.server';
import type { Database } from '~/db/database.server';
import { latestVersion, routineOf, versionsOf } from '~/db/routines.server';
import { routine, routineVersion } from '~/db/schema.server';
import type { Keeper } from '~/keeping/server/keep.server';
import { found, Refusal } from '~/keeping/server/refusal.server';
import { answersInForce } from '../inForce.server';

/** A draft that somebody kept since the bench last saw one. */
export interface OtherDraft {
  revision: number;
  byName: string;
  at: Date | null;
  baseNumber: number;
  content: Routine;
}

/** Another version was issued while this one was being worked on. */
export interface StaleIssue {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

const nextRevision = sql`${routine.draftRevision} + 1`;

/** The thread of a client’s routine; only a draft that was seen may be written over. */
async function unlessOvertaken(db: Database, clientId: string, base: number | null) {
  const thread = found(await routineOf(db, clientId), 'routine');
  const { draft, draftRevision: revision, draftBase, draftByName, draftAt } = thread;
  if (draft === null || revision === base) return thread;
  const other: OtherDraft = {
    revision,
    byName: draftByName ?? 'Somebody',
    at: draftAt,
    baseNumber: draftBase,
    content: draft,
  };
  throw new Refusal(
    409,
    `${other.byName} changed this draft while you were working. Yours is kept on this device; nothing of theirs was written over.`,
    { other, revision },
  );
}

/** Unissued work, or that there is none any more. */
export const keepDraft: Keeper<'draft'> = async ({
  setting: { db },
  who,
  file: given,
  base,
  body: { baseNumber, content },
  at,
}) => {
  const file = found(given, 'client');
  await unlessOvertaken(db, file.id, base);
  const [kept] = await db
    .update(routine)
    .set({
      ...(content === null
        ? { draft: null, draftBy: null, draftAt: null }
        : { draft: content, draftBase: baseNumber, draftBy: who.userId, draftAt: at }),
      draftRevision: nextRevision,
    })
    .where(eq(routine.clientId, file.id))
    .returning({ revision: routine.draftRevision });
  return {
    revision: found(kept, 'routine').revision,
    audit: { action: content === null ? 'dropped a draft' : 'kept a draft' },
  };
};

/**
 * Issues the next version of a client’s routine. Refused when a check refuses, when a change has no
 * reason, or when somebody else issued or kept a draft since (409, with theirs in the details).
 */
export const keepIssue: Keeper<'issue'> = async ({
  setting: { db, now },
  who,
  file: given,
  thing: versionId,
  base,
  body: wish,
}) => {
  const file = found(given, 'client');
  const latest = await latestVersion(db, file.id);
  if ((latest?.number ?? 0) !== wish.baseNumber) {
    if (!latest) throw new Refusal(409, 'Nothing was issued yet: reload the page.');
    const { number, issuedByName, issuedOn, reason, content } = latest;
    const stale: StaleIssue = { number, issuedByName, issuedOn, reason, content };
    throw new Refusal(
      409,
      `${issuedByName} issued version ${number} while you were working. Yours is kept below; nothing was issued.`,
      { stale },
    );
  }
  if (latest && wish.reason === '') {
    throw new Refusal(
      422,
      'Say why this version replaces the last one; the record needs a reason.',
    );
  }
  const { answers, interviews } = await answersInForce(db, file.id);
  const versions = await versionsOf(db, file.id);
  const today = dayOf(now().getTime(), file.timeZone);
  const refused = checkRoutine(wish.content, {
    minutesPerDay: file.minutesPerDay,
    firstVersion: !latest,
    screening: screen(answers),
    minor: minorOn(file, today),
    screened: interviews.some(({ confirmed }) => confirmed),
    settledSites: settledSites(versions, today),
  }).filter((finding) => finding.verdict === 'refuse');
  if (refused.length > 0) {
    throw new Refusal(422, refused.map((finding) => finding.reason).join(' '), {
      findings: refused,
    });
  }
  const thread = await unlessOvertaken(db, file.id, base);
  // A file that was joined into this one brought numbers of its own.
  const number = 1 + Math.max(0, ...versions.map((one) => one.number));
  const at = now();
  await db.insert(routineVersion).values({
    id: versionId,
    routineId: thread.id,
    number,
    content: wish.content,
    reason: latest ? wish.reason : wish.reason || 'First version.',
    issuedAt: at,
    issuedOn: dayOf(at.getTime(), file.timeZone),
    issuedBy: who.userId,
  });
  await lookAnew(db, file.id, at);
  const [settled] = await db
    .update(routine)
    .set({
      draft: null,
      draftBy: null,
      draftAt: null,
      draftBase: number,
      draftRevision: nextRevision,
    })
    .where(eq(routine.clientId, file.id))
    .returning({ revision: routine.draftRevision });
  return {
    revision: found(settled, 'routine').revision,
    audit: { action: 'issued a routine', detail: { number } },
  };
};
