import { findSite, placeOf } from '#core/anatomy';
import { overOf } from '#core/course';
import { findTest, homeToday, type HomeToday } from '#core/measurement';
import { asksAbout, type RestingPlace } from '#core/response';
import { testsLed, type Routine } from '#core/routine';
import { inTheWay, TAKE_UP_WITHIN_MS, type InTheWay } from '#core/session';
import type { Known, KnownSession, KnownVersion, OwnFigure } from './known';

/** Whether a session is still under way, as far as is known. */
export const isUnderWay = (
  { status, startedAt }: Pick<KnownSession, 'status' | 'startedAt'>,
  now: number,
): boolean => (status === 'running' || status === 'paused') && now - startedAt < TAKE_UP_WITHIN_MS;

/** What stands in the way of a session. */
export const wayOf = (known: Known, version: KnownVersion | null): InTheWay | null =>
  inTheWay({
    interviews: known.interviews,
    sessions: known.sessions,
    over: overOf(known.course),
    excused: (version?.content.reasons?.interview ?? '') !== '',
  });

/** A session whose day after is asked about, with the places that were pressed in it. */
export interface AskedAfter {
  sessionId: string;
  day: string;
  places: readonly (RestingPlace & { name: string })[];
}

/** The session whose day after the client is asked about before the next one. */
export function asked(
  { sessions }: Pick<Known, 'sessions'>,
  today: string,
  now: number,
): AskedAfter | null {
  if (sessions[0] && isUnderWay(sessions[0], now)) return null;
  const about = asksAbout(sessions, today);
  if (!about) return null;
  const places = about.summary.places.flatMap(({ siteId, side, contactSeconds }) => {
    const site = findSite(siteId);
    return site && contactSeconds > 0 ? [{ siteId, side, name: placeOf(site, side) }] : [];
  });
  return { sessionId: about.id, day: about.day, places };
}

/**
 * What a client is asked to measure today, by the names of the tests; what they measured today already, and what the last
 * time before, of each figure and side.
 */
export function homeOf<F extends OwnFigure>(
  { homeMeasures, own }: Pick<Known<F>, 'homeMeasures' | 'own'>,
  today: string,
  routine: Pick<Routine, 'items'> | null,
): HomeToday & { taken: F[]; last: F[] } {
  const due = homeToday(homeMeasures, own, today, routine ? testsLed(routine) : []);
  const named = (ids: string[]) => ids.map((id) => findTest(id)?.name ?? id);
  return {
    before: named(due.before),
    again: named(due.again),
    weekly: named(due.weekly),
    taken: own.filter(({ day }) => day === today),
    last: [
      ...new Map(
        own
          .filter(({ day }) => day !== today)
          .map((one) => [`${one.testId}:${one.quantityId}:${one.side}`, one]),
      ).values(),
    ],
  };
}
