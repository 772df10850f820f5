import { expand, limitSteps, readRoutine, type Step } from '#core/routine';
import { clearedAnswers, inForce, screen, type ScreenFinding } from '#core/screening';
import { begin, replay, summarise, type SessionEvent } from '#core/session';
import { asc, eq, isNull } from 'drizzle-orm';
import { handOut } from './led.server';
import type { Database } from './database.server';
import { practisedSession, routineVersion } from './schema.server';
import { asClearances, clearancesOf, screeningsOf } from './screenings.server';
import { eventsOf } from './sessions.server';

/** How far a log gets on a list of holds: events that mean nothing there are passed over by the machine. */
function fit(steps: readonly Step[], events: readonly SessionEvent[]) {
  const state = replay(begin(steps), events);
  const summary = summarise(state);
  return { state, summary, reached: summary.holdsDone * 1000 + summary.contactSeconds };
}

const everAnswered = async (db: Database, clientId: string) => ({
  interviews: await screeningsOf(db, clientId),
  clearances: await clearancesOf(db, clientId),
});

/**
 * Gives each session from before such things were stored the holds it was led by, once: those of its
 * version under the screening that was in force when it began. Where screening had found something, the
 * whole routine may have been led instead (the first editions knew no limits): the one the log fits better
 * is taken, and the row says that it was guessed.
 *
 * @returns how many sessions got theirs, and for how many it had to be guessed
 */
export async function giveOldSessionsTheirHolds(
  db: Database,
): Promise<{ given: number; guessed: number }> {
  const rows = await db
    .select({
      id: practisedSession.id,
      clientId: practisedSession.clientId,
      versionId: practisedSession.versionId,
      startedAt: practisedSession.startedAt,
      content: routineVersion.content,
    })
    .from(practisedSession)
    .innerJoin(routineVersion, eq(routineVersion.id, practisedSession.versionId))
    .where(isNull(practisedSession.ledId))
    .orderBy(asc(practisedSession.startedAt));
  let guessed = 0;
  const screenedAs = new Map<string, Awaited<ReturnType<typeof everAnswered>>>();
  for (const row of rows) {
    const { clientId, versionId, startedAt } = row;
    const ever = screenedAs.get(clientId) ?? (await everAnswered(db, clientId));
    screenedAs.set(clientId, ever);
    const interviews = ever.interviews.filter(({ at }) => at <= startedAt);
    const clearances = ever.clearances.filter(({ at }) => at <= startedAt);
    const replies = inForce(interviews.map(({ at, ...rest }) => ({ ...rest, at: at.getTime() })));
    // As it was judged then: any word on a condition lifted it, also one from before the interview.
    const words = asClearances(clearances).map((one) => ({ ...one, at: startedAt.getTime() }));
    const findings = screen(clearedAnswers(replies, words));
    const whole = expand(readRoutine(row.content).routine);
    const events = await eventsOf(db, row.id);
    const limited: { steps: Step[]; findings: ScreenFinding[] } = {
      steps: limitSteps(whole, findings),
      findings,
    };
    const unlimited = { steps: whole, findings: [] as ScreenFinding[] };
    const best =
      fit(unlimited.steps, events).reached > fit(limited.steps, events).reached
        ? unlimited
        : limited;
    const isGuess = findings.length > 0;
    if (isGuess) guessed += 1;
    const { state, summary } = fit(best.steps, events);
    await db.transaction(async (tx) => {
      const ledId = await handOut(
        tx,
        { clientId, versionId, ...best },
        { at: startedAt, guessed: isGuess },
      );
      await tx
        .update(practisedSession)
        .set({ ledId, status: state.status, counts: summary.counts, summary })
        .where(eq(practisedSession.id, row.id));
    });
  }
  return { given: rows.length, guessed };
}
