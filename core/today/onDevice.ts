import { dayOf } from '#core/calendar';
import type { SessionState } from '#core/session';
import type { Known, KnownSession, OwnFigure } from './known';
import type { OwnSession } from './ownSession';

/** What was answered on this device about the day after, by session. Instants in ms since 1970 UTC. */
export type OwnAnswers = Readonly<Record<string, { answer: string; at: number }>>;

const ENDED: readonly SessionState['status'][] = ['finished', 'stopped'];

/**
 * What is known of a client with what their device did since it was told: its sessions beside the ones that the practice
 * has heard of, and what was answered of them. What the practice knows to have ended is as it says.
 *
 * @param sessions of this device, in any order
 * @param now ms since 1970 UTC: what is not sent yet is heard of at the earliest then
 */
export function withOwn<F extends OwnFigure>(
  known: Known<F>,
  { sessions, answers }: { sessions: readonly OwnSession[]; answers: OwnAnswers },
  now: number,
): Known<F> {
  const heard = new Map(known.sessions.map((session) => [session.id, session]));
  for (const own of sessions) {
    const before = heard.get(own.id);
    if (before && ENDED.includes(before.status)) continue;
    heard.set(own.id, {
      ...own,
      day: before?.day ?? dayOf(own.startedAt, known.timeZone),
      heardAt: now,
      contactSeconds: own.summary.contactSeconds,
      response: before?.response ?? null,
      responseAt: before?.responseAt ?? null,
    });
  }
  const all = [...heard.values()].map((session): KnownSession => {
    const answer = answers[session.id];
    return answer === undefined || (session.responseAt ?? 0) >= answer.at
      ? session
      : { ...session, response: answer.answer, responseAt: answer.at };
  });
  return { ...known, sessions: all.toSorted((a, b) => b.startedAt - a.startedAt) };
}
