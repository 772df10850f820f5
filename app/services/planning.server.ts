import { dayOf } from '#core/calendar';
import { checkRoutine, routineSchema, storedRoutineSchema, type Routine } from '#core/routine';
import { screen } from '#core/screening';
import type { SessionSummary } from '#core/session';
import { and, eq, isNull, or, sql } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import type { Database } from '~/db/open.server';
import { latestVersion, routineOf, versionsOf } from '~/db/routines.server';
import { routine, routineVersion } from '~/db/schema.server';
import { lastSummariesOf } from '~/db/sessions.server';
import { fileOf } from './clientFile.server';
import { isUniqueBreach } from './isUniqueBreach.server';
import { found, Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';

/** So many of the latest sessions calibrate the ladder. */
const RATINGS_FROM = 6;

/** First ratings of a session with the setup they were made at. */
function ratedSetups(content: Routine | undefined, summary: SessionSummary, day: string) {
  return summary.places.flatMap(({ siteId, before }) => {
    const item = content?.items.find((one) => one.siteId === siteId);
    if (!item || before === null) return [];
    const { toolId, positionId, surfaceId, adjustmentId } = item;
    return [{ siteId, day, grade: before, toolId, positionId, surfaceId, adjustmentId }];
  });
}

/** What the plan screen starts from: the draft if there is one, else the latest version. */
export async function planOf(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const [thread, versions, summaries] = await Promise.all([
    routineOf(setting.db, clientId),
    versionsOf(setting.db, clientId),
    lastSummariesOf(setting.db, clientId, RATINGS_FROM),
  ]);
  const latest = versions.at(-1) ?? null;
  const contents = new Map(versions.map(({ id, content }) => [id, content]));
  return {
    file,
    /** What the client rated on first pressing, at which setup; newest sessions first. */
    ratings: summaries.flatMap(({ versionId, day, summary }) =>
      ratedSetups(contents.get(versionId), summary, day),
    ),
    versions: versions.map(({ id, number, reason, issuedOn, issuedByName }) => ({
      id,
      number,
      reason,
      issuedOn,
      issuedByName,
    })),
    latest: latest && { number: latest.number, content: latest.content },
    draft: thread?.draft ?? null,
    draftBase: thread?.draftBase ?? 0,
    draftRevision: thread?.draftRevision ?? 0,
    /** Who kept the draft, when it was somebody else. */
    draftByOther: thread?.draft && thread.draftBy !== who.userId ? thread.draftByName : null,
  };
}

/** The revision of the draft that a bench last saw. */
const revisionSchema = z.number().int().min(0);

export const draftSchema = z.object({
  baseNumber: z.number().int().min(0),
  revision: revisionSchema,
  content: storedRoutineSchema,
});

export const discardSchema = z.object({ revision: revisionSchema });

/** A draft that somebody kept since the bench last saw one. */
export interface OtherDraft {
  revision: number;
  byName: string;
  at: Date | null;
  baseNumber: number;
  content: Routine;
}

/** Only what was seen may be written over; where there is no draft, nothing can be. */
const unlessOvertaken = (clientId: string, revision: number) =>
  and(
    eq(routine.clientId, clientId),
    or(isNull(routine.draft), eq(routine.draftRevision, revision)),
  );

const nextRevision = sql`${routine.draftRevision} + 1`;

async function overtaken(db: Database, clientId: string) {
  const thread = found(await routineOf(db, clientId), 'routine');
  const { draft, draftRevision: revision, draftBase, draftByName, draftAt } = thread;
  const other = draft && {
    revision,
    byName: draftByName ?? 'Somebody',
    at: draftAt,
    baseNumber: draftBase,
    content: draft,
  };
  return new Refusal(
    409,
    `${other?.byName ?? 'Somebody'} changed this draft while you were working. Yours is kept on this screen; nothing of theirs was written over.`,
    { other },
  );
}

/**
 * Keeps unissued work. An empty routine may be kept; one that breaks a rule may too. Refused when
 * somebody kept another draft since (409, with theirs in the details).
 *
 * @returns the revision the draft has now
 */
export async function saveDraft(
  setting: Setting,
  who: Principal,
  clientId: string,
  { baseNumber, revision, content }: z.infer<typeof draftSchema>,
): Promise<{ revision: number }> {
  await fileOf(setting, who, clientId);
  const [kept] = await setting.db
    .update(routine)
    .set({
      draft: content,
      draftBase: baseNumber,
      draftBy: who.userId,
      draftAt: setting.now(),
      draftRevision: nextRevision,
    })
    .where(unlessOvertaken(clientId, revision))
    .returning({ revision: routine.draftRevision });
  if (kept) return kept;
  // Sent again because its answer was lost on the way: it is kept already.
  const thread = found(await routineOf(setting.db, clientId), 'routine');
  if (thread.draftBy === who.userId && equal(thread.draft, content)) {
    return { revision: thread.draftRevision };
  }
  throw await overtaken(setting.db, clientId);
}

/** Forgets unissued work, unless somebody kept another draft since (409). */
export async function discardDraft(
  setting: Setting,
  who: Principal,
  clientId: string,
  { revision }: z.infer<typeof discardSchema>,
): Promise<{ revision: number }> {
  await fileOf(setting, who, clientId);
  const [gone] = await setting.db
    .update(routine)
    .set({ draft: null, draftBy: null, draftAt: null, draftRevision: nextRevision })
    .where(unlessOvertaken(clientId, revision))
    .returning({ revision: routine.draftRevision });
  if (!gone) throw await overtaken(setting.db, clientId);
  return gone;
}

export const issueSchema = z.object({
  /** The number of the version the work was begun from; 0 when there was none. */
  baseNumber: z.number().int().min(0),
  /** The draft the work stands on: issuing forgets it, so it must be the one that was seen. */
  draftRevision: revisionSchema,
  /** Made by the browser, so that a form sent twice issues once. */
  versionId: z.uuid({ error: 'The form is damaged; reload the page.' }),
  reason: z.string().trim().max(600, 'The reason may have at most 600 characters.'),
  content: routineSchema,
});

/** Another version was issued while this one was being worked on. */
export interface StaleIssue {
  number: number;
  issuedByName: string;
  issuedOn: string;
  reason: string;
  content: Routine;
}

const stale = (latest: StaleIssue) =>
  new Refusal(
    409,
    `${latest.issuedByName} issued version ${latest.number} while you were working. Yours is kept below; nothing was issued.`,
    { stale: latest },
  );

async function staleAgainst(setting: Setting, clientId: string) {
  const latest = found(await latestVersion(setting.db, clientId), 'version');
  const { number, issuedByName, issuedOn, reason, content } = latest;
  return stale({ number, issuedByName, issuedOn, reason, content });
}

/**
 * Issues the next version of a client's routine. Refused when a check refuses, when a change has no
 * reason, or when somebody else issued or kept a draft since (409, with theirs in the details).
 *
 * @returns the version's number; the same form sent again answers with the same number
 */
export async function issue(
  setting: Setting,
  who: Principal,
  clientId: string,
  wish: z.infer<typeof issueSchema>,
): Promise<{ number: number }> {
  const file = await fileOf(setting, who, clientId);
  const versions = await versionsOf(setting.db, clientId);
  const again = versions.find((version) => version.id === wish.versionId);
  if (again) return { number: again.number };
  const latest = versions.at(-1);
  if ((latest?.number ?? 0) !== wish.baseNumber) throw await staleAgainst(setting, clientId);
  if (latest && wish.reason === '') {
    throw new Refusal(
      422,
      'Say why this version replaces the last one; the record needs a reason.',
    );
  }
  const refused = checkRoutine(wish.content, {
    minutesPerDay: file.minutesPerDay,
    firstVersion: !latest,
    screening: screen(file.screening),
  }).filter((finding) => finding.verdict === 'refuse');
  if (refused.length > 0) {
    throw new Refusal(422, refused.map((finding) => finding.reason).join(' '), {
      findings: refused,
    });
  }
  const thread = found(await routineOf(setting.db, clientId), 'routine');
  const number = wish.baseNumber + 1;
  const at = setting.now();
  try {
    await setting.db.transaction(async (tx) => {
      await tx.insert(routineVersion).values({
        id: wish.versionId,
        routineId: thread.id,
        number,
        content: wish.content,
        reason: latest ? wish.reason : wish.reason || 'First version.',
        issuedAt: at,
        issuedOn: dayOf(at.getTime(), file.timeZone),
        issuedBy: who.userId,
      });
      const settled = await tx
        .update(routine)
        .set({
          draft: null,
          draftBy: null,
          draftAt: null,
          draftBase: number,
          draftRevision: nextRevision,
        })
        .where(unlessOvertaken(clientId, wish.draftRevision))
        .returning({ id: routine.id });
      if (settled.length === 0) throw await overtaken(tx, clientId);
      await recordAudit(tx, {
        practiceId: who.practiceId,
        actorId: who.userId,
        at,
        action: 'issued a routine',
        subject: clientId,
        detail: { number },
      });
    });
  } catch (error) {
    if (!isUniqueBreach(error)) throw error;
    // Lost a race: either the same form arrived twice at once, or somebody else was first.
    const now = await versionsOf(setting.db, clientId);
    const same = now.find((version) => version.id === wish.versionId);
    if (same) return { number: same.number };
    throw await staleAgainst(setting, clientId);
  }
  return { number };
}
