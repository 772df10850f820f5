import { dayOf } from '#core/calendar';
import type { RestingPlace } from '#core/response';
import { placeKey } from '#core/routine';
import { stopReason, type SessionState } from '#core/session';
import type { Known, KnownSession, OwnFigure } from './known';
import type { OwnSession } from './ownSession';

/** What was answered on this device about the day after a session. `at` in ms since 1970 UTC. */
export interface OwnAnswer {
  sessionId: string;
  answer: string;
  places?: readonly RestingPlace[];
  at: number;
}

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
  { sessions, answers }: { sessions: readonly OwnSession[]; answers: readonly OwnAnswer[] },
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
    const own = answers.findLast(
      ({ sessionId, answer }) => sessionId === session.id && answer !== 'bruise-gone',
    );
    return own === undefined || (session.responseAt ?? 0) >= own.at
      ? session
      : { ...session, response: own.answer, responseAt: own.at };
  });
  const isTold = (own: OwnAnswer) =>
    known.told.some(
      ({ sessionId, answer, places }) =>
        sessionId === own.sessionId &&
        answer === own.answer &&
        places.map(placeKey).join() === own.places?.map(placeKey).join(),
    );
  const told = answers.flatMap((own) =>
    own.places && !isTold(own) ? [{ ...own, places: own.places }] : [],
  );
  const stopped = sessions.flatMap(({ id, startedAt, stopReason: reason, summary }) => {
    const before = known.sessions.find((session) => session.id === id);
    const isHeard = before !== undefined && ENDED.includes(before.status);
    if (isHeard || reason === null || !stopReason(reason).rests) return [];
    // The practice has not heard of it: whatever it has looked at, it was not that.
    const at = Math.max(startedAt, ...known.told.map((one) => one.at));
    return [{ sessionId: id, answer: reason, places: summary.stoppedAt ?? [], at }];
  });
  return {
    ...known,
    sessions: all.toSorted((a, b) => b.startedAt - a.startedAt),
    told: [...known.told, ...told, ...stopped].toSorted((a, b) => a.at - b.at),
  };
}
