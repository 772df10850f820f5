import { addDays, askedBetween, dayOf, weekOf } from '#core/calendar';
import { findSite } from '#core/anatomy';
import { findTool } from '#core/equipment';
import { findPosture, isOnFloor } from '#core/loading';
import { expand, limitSteps, totalsOf, wayWords } from '#core/routine';
import { allStop, screen, type ScreenAnswer } from '#core/screening';
import { begin, eventSchema, replay, summarise } from '#core/session';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { type VersionRow, versionsOf, versionWithClient } from '~/db/routines.server';
import { eventsOf, lastSessionsOf } from '~/db/sessions.server';
import { practisedSession, sessionEvent } from '~/db/schema.server';
import { ownFile } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { homeTodayOf } from './measuring.server';
import { Refusal } from './refusal.server';
import type { Principal, Setting } from './setting.server';

const MOST_EVENTS_AT_ONCE = 500;
/** A device's clock may be off by so much before its times are refused, in ms. */
const CLOCK_SLACK = 36 * 3_600_000;
const SHOWN_BACK = 20;

/** What a client sees first: today's routine, how the week stands, and the last sessions. */
export async function clientStart(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const [versions, last, { interviews }, home] = await Promise.all([
    versionsOf(setting.db, file.id),
    lastSessionsOf(setting.db, file.id, SHOWN_BACK),
    answersInForce(setting.db, file.id),
    homeTodayOf(setting, file, today),
  ]);
  const version = versions.at(-1) ?? null;
  const monday = weekOf(today);
  const periods = versions.map((one) => ({
    from: one.issuedOn,
    timesPerWeek: one.content.timesPerWeek,
  }));
  return {
    name: file.name,
    therapistName: file.therapistName,
    nextVisit: file.nextVisit,
    asksHome: file.homeMeasures.length > 0,
    home,
    answered: interviews.length > 0,
    stop: allStop(screen(file.screening)),
    today,
    version: version && {
      id: version.id,
      number: version.number,
      content: version.content,
      issuedOn: version.issuedOn,
      reason: version.reason,
      totals: totalsOf(version.content),
    },
    doneThisWeek: last.filter(({ day, counts }) => counts && day >= monday).length,
    askedThisWeek: askedBetween(periods, monday, addDays(monday, 6)),
    last: last.map(({ id, day, counts, status, stopReason, word }) => ({
      id,
      day,
      counts,
      status,
      stopReason,
      word,
    })),
  };
}

/**
 * A version as a device is led by it: every hold with its limits, and the words for each site, posture
 * and line, so that the device needs none of the tables.
 */
function led({ id, number, content }: VersionRow, screening: readonly ScreenAnswer[]) {
  const sites = content.items.flatMap(({ siteId }) => findSite(siteId) ?? []);
  return {
    id,
    number,
    steps: limitSteps(expand(content), screen(screening)),
    siteIds: content.items.map(({ siteId }) => siteId),
    tools: [...new Set(content.items.map(({ toolId }) => findTool(toolId)?.name ?? ''))].filter(
      Boolean,
    ),
    session: totalsOf(content).session,
    ways: Object.fromEntries(content.items.map((item) => [item.id, wayWords(item)])),
    postures: Object.fromEntries(
      content.items.flatMap(({ positionId }) => {
        const posture = findPosture(positionId);
        if (!posture) return [];
        const { getIn, getOut } = posture;
        return [[positionId, { getIn, getOut, onFloor: isOnFloor(posture) }] as const];
      }),
    ),
    sites: Object.fromEntries(
      sites.map(({ id: siteId, plainName, find, keepOff }) => [
        siteId,
        { plainName, find, keepOff },
      ]),
    ),
  };
}
export type LedRoutine = ReturnType<typeof led>;

/** The routine a client is led through: their latest version. */
export async function routineToPractise(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const [versions, home] = await Promise.all([
    versionsOf(setting.db, file.id),
    homeTodayOf(setting, file, today),
  ]);
  const version = versions.at(-1) ?? null;
  return {
    therapistName: file.therapistName,
    version: version && led(version, file.screening),
    home,
    stop: allStop(screen(file.screening)),
  };
}

/** A batch from a client's device: which session, and what happened in it. */
export const batchSchema = z.object({
  session: z.object({
    id: z.uuid({ error: 'A session needs a UUID.' }),
    versionId: z.uuid({ error: 'A session needs the version it followed.' }),
    startedAt: z.number().int().positive(),
  }),
  events: z
    .array(eventSchema)
    .min(1, 'There is nothing to store.')
    .max(MOST_EVENTS_AT_ONCE, `At most ${MOST_EVENTS_AT_ONCE} events at once.`),
});

/** Refuses a log that cannot be of this routine, or whose times cannot be right. */
function judge(
  { session, events }: z.infer<typeof batchSchema>,
  routine: { holds: number; issuedAt: Date },
  now: Date,
): void {
  const times = [session.startedAt, ...events.map(({ at }) => at)];
  // A device may have been without a network for weeks: only the future and the time before the
  // routine existed are impossible.
  const latest = now.getTime() + CLOCK_SLACK;
  const earliest = routine.issuedAt.getTime() - CLOCK_SLACK;
  if (times.some((at) => at > latest || at < earliest)) {
    throw new Refusal(422, 'The device’s clock is wrong by more than a day; set it and try again.');
  }
  if (events.some((event) => 'step' in event && event.step >= routine.holds)) {
    throw new Refusal(422, 'The log names a hold this routine does not have.');
  }
}

/**
 * Stores what happened in a session. Each event is stored once, however often it arrives; the
 * session's summary is rebuilt from its whole log in the same transaction.
 *
 * @returns the ids that are now safely stored: all that were sent
 */
export async function recordEvents(
  setting: Setting,
  who: Principal,
  batch: z.infer<typeof batchSchema>,
): Promise<{ stored: string[] }> {
  const file = await ownFile(setting, who);
  const version = await versionWithClient(setting.db, batch.session.versionId);
  if (version?.clientId !== file.id) throw new Refusal(404, 'There is no such routine.');
  const steps = limitSteps(expand(version.content), screen(file.screening));
  const received = setting.now();
  judge(batch, { holds: steps.length, issuedAt: version.issuedAt }, received);

  await setting.db.transaction(async (tx) => {
    const fresh = begin(steps);
    await tx
      .insert(practisedSession)
      .values({
        id: batch.session.id,
        clientId: file.id,
        versionId: version.id,
        startedAt: new Date(batch.session.startedAt),
        day: dayOf(batch.session.startedAt, file.timeZone),
        status: fresh.status,
        counts: false,
        summary: summarise(fresh),
      })
      .onConflictDoNothing();
    // Locks the session, so that two batches that arrive together are told one after the other.
    const [row] = await tx
      .select({ clientId: practisedSession.clientId, versionId: practisedSession.versionId })
      .from(practisedSession)
      .where(eq(practisedSession.id, batch.session.id))
      .for('update');
    if (row?.clientId !== file.id || row.versionId !== version.id) {
      throw new Refusal(404, 'There is no such session.');
    }
    const added = await tx
      .insert(sessionEvent)
      .values(
        batch.events.map(({ id, seq, at, ...body }) => ({
          id,
          sessionId: batch.session.id,
          seq,
          at,
          body,
          receivedAt: received,
        })),
      )
      .onConflictDoNothing()
      .returning({ id: sessionEvent.id });
    const state = replay(fresh, await eventsOf(tx, batch.session.id));
    const summary = summarise(state);
    await tx
      .update(practisedSession)
      .set({
        status: state.status,
        counts: summary.counts,
        stopReason: state.stopReason,
        word: state.word,
        summary,
        endedAt: state.endedAt === null ? null : new Date(state.endedAt),
      })
      .where(eq(practisedSession.id, batch.session.id));
    const isNew = new Set(added.map(({ id }) => id));
    const stoppedNow = batch.events.some(({ type, id }) => type === 'stopped' && isNew.has(id));
    if (stoppedNow && state.stopReason !== null) {
      await recordAudit(tx, {
        practiceId: file.practiceId,
        actorId: who.userId,
        at: received,
        action: 'stopped a session',
        subject: file.id,
        detail: { reason: state.stopReason },
      });
    }
  });
  return { stored: batch.events.map(({ id }) => id) };
}
