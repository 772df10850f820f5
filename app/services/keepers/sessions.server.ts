import { dayOf } from '#core/calendar';
import type { Step } from '#core/routine';
import { screen } from '#core/screening';
import { begin, correctClock, replay, summarise } from '#core/session';
import { borneFrom, ledSteps } from '#core/today';
import { ascending, sort } from 'd3-array';
import { eq } from 'drizzle-orm';
import equal from 'fast-deep-equal';
import type { z } from 'zod';
import { recordAudit } from '~/db/audit.server';
import { handOut, ledIdOf, ledOf } from '~/db/led.server';
import { versionsOf, versionWithClient, type VersionRow } from '~/db/routines.server';
import { practisedSession, sessionEvent } from '~/db/schema.server';
import { lastSummariesOf, sessionWithLog, SUMMARIES_FROM } from '~/db/sessions.server';
import type { BODIES } from '~/keeping/bodies';
import type { Run, RunKeeper } from '~/keeping/server/keep.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { answersInForce } from '../inForce.server';
import { restsFor } from '../rests.server';

type Body = z.output<(typeof BODIES)['session event']>;
type Event = Body['event'] & { id: string };

/** The holds a session is led by: those that were handed out, or those of now, of the lines the device names. */
async function holdsOf(
  { setting, file }: Run,
  version: VersionRow,
  { ledId, lineIds }: Body['session'],
): Promise<{ ledId: string; steps: readonly Step[] }> {
  const { db, now } = setting;
  const handed = ledId === null ? undefined : await ledOf(db, file.id, ledId);
  if (handed?.versionId === version.id) return { ledId: handed.id, steps: handed.steps };
  const { answers } = await answersInForce(db, file.id);
  const findings = screen(answers);
  // Before this session was heard of.
  const rows = await lastSummariesOf(db, file.id, SUMMARIES_FROM);
  const borne = borneFrom(await versionsOf(db, file.id), rows, null);
  const { content } = version;
  const items = content.items.filter(({ id }) => lineIds?.includes(id) ?? true);
  const rests = await restsFor(db, file);
  const steps = ledSteps({ ...content, items }, findings, borne, rests);
  const led = { clientId: file.id, versionId: version.id, steps, findings };
  // Handed out while there was no room to remember it: it is known by its id.
  const isSame = ledId === null ? findings.length === 0 : ledId === ledIdOf(led);
  // A device without a line puts its day together itself, by what it was told last.
  if (!isSame && ledId !== null && lineIds === undefined) {
    throw new Refusal(404, 'There is no such routine.');
  }
  return { ledId: await handOut(db, led, { at: now(), guessed: !isSame }), steps };
}

/** A session as its events are told by: the holds it is led by, and what is known of it. */
interface Known {
  clockOffset: number;
  steps: readonly Step[];
  log: readonly Event[];
  /** What its row begins with when this is the first that is heard of it. */
  opening: Opening | null;
}

type Opening = Pick<
  typeof practisedSession.$inferInsert,
  'id' | 'clientId' | 'versionId' | 'ledId' | 'startedAt' | 'clockOffset' | 'clock' | 'day'
>;

/** Looks a session up, or opens it with its clock set right. */
async function openSession(
  run: Run,
  head: Body['session'],
  events: readonly Event[],
): Promise<Known> {
  const { setting, file, thing, sentAt } = run;
  const { db } = setting;
  const known = await sessionWithLog(db, thing);
  if (known) {
    if (known.clientId !== file.id || known.versionId !== head.versionId) {
      throw new Refusal(404, 'There is no such session.');
    }
    return { ...known, opening: null };
  }
  const version = await versionWithClient(db, head.versionId);
  if (version?.clientId !== file.id) throw new Refusal(404, 'There is no such routine.');
  const { ledId, steps } = await holdsOf(run, version, head);
  const { offsetMs, how } = correctClock({
    startedAt: head.startedAt,
    lastAt: Math.max(head.startedAt, ...events.map(({ at }) => at)),
    sentAt,
    receivedAt: setting.now().getTime(),
    notBefore: version.issuedAt.getTime(),
  });
  const startedAt = head.startedAt + offsetMs;
  const opening = {
    id: thing,
    clientId: file.id,
    versionId: version.id,
    ledId,
    startedAt: new Date(startedAt),
    clockOffset: offsetMs,
    clock: how,
    day: dayOf(startedAt, file.timeZone),
  };
  return { clockOffset: offsetMs, steps, log: [], opening };
}

/** Many times what the longest routine makes. */
const MOST_EVENTS = 5_000;

/** As the database reads them. */
const inLogOrder = (a: Event, b: Event) =>
  ascending(a.seq, b.seq) || ascending(a.at, b.at) || ascending(a.id, b.id);

/** Events that are new; one that is known under its id must be the same. */
function unknownOf(log: readonly Event[], events: readonly Event[], steps: number): Event[] {
  const before = new Map(log.map((event) => [event.id, event]));
  return events.filter((event) => {
    const same = before.get(event.id);
    if (same && !equal(same, event)) {
      throw new Refusal(409, 'Something else was logged under this id. Nothing was changed.');
    }
    if ('step' in event && event.step >= steps) {
      throw new Refusal(422, 'The log names a hold this routine does not have.');
    }
    return !same;
  });
}

/**
 * Stores what happened in a session, each event once; the session’s summary is told anew from its whole
 * log, by the holds it was led by. A wrong clock is set right and noted, never a reason to refuse.
 */
export const sessionKeeper: RunKeeper = {
  keepRun: async (run) => {
    const { setting, who, file, thing } = run;
    const { db } = setting;
    const bodies = run.letters.map(({ id, body }) => ({ id, ...(body as Body) }));
    const [first] = bodies;
    if (!first) return;
    if (bodies.some(({ session }) => !equal(session, first.session))) {
      throw new Refusal(422, 'The log is of two sessions at once.');
    }
    const events = bodies.map(({ id, event }): Event => ({ ...event, id }));
    const session = await openSession(run, first.session, events);
    const { log } = session;
    const fresh = unknownOf(log, events, session.steps.length);
    if (fresh.length === 0) return;
    if (log.length + fresh.length > MOST_EVENTS) {
      const there = new Set(log.map((event) => event.id));
      throw new Refusal(422, `A session may hold at most ${MOST_EVENTS} events.`, {
        // To look at each by itself would find the same, two hundred times as slowly.
        ofAllBut: events.flatMap(({ id }) => (there.has(id) ? [id] : [])),
      });
    }
    const receivedAt = setting.now();
    const state = replay(begin(session.steps), sort([...log, ...fresh], inLogOrder));
    const summary = summarise(state);
    const told = {
      status: state.status,
      counts: summary.counts,
      stopReason: state.stopReason,
      word: state.word,
      summary,
      endedAt: state.endedAt === null ? null : new Date(state.endedAt + session.clockOffset),
    };
    if (session.opening) await db.insert(practisedSession).values({ ...session.opening, ...told });
    await db.insert(sessionEvent).values(
      fresh.map(({ id, seq, at, ...body }) => ({
        id,
        sessionId: thing,
        seq,
        at,
        body,
        receivedAt,
      })),
    );
    if (!session.opening) {
      await db.update(practisedSession).set(told).where(eq(practisedSession.id, thing));
    }
    if (fresh.some(({ type }) => type === 'stopped') && state.stopReason !== null) {
      await recordAudit(db, {
        practiceId: file.practiceId,
        actorId: who.userId,
        at: setting.now(),
        action: 'stopped a session',
        subject: file.id,
        detail: { reason: state.stopReason },
      });
    }
  },
};
