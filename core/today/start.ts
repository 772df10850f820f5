import { addDays, askedBetween, dayOf, weekOf } from '#core/calendar';
import { isDue } from '#core/complaint';
import { sessionsAWeek, spreadWeek, totalsOf } from '#core/routine';
import { allStop, screen } from '#core/screening';
import { asked, homeOf, wayOf } from './asked';
import { dueToday } from './dueToday';
import type { Known, KnownSession, KnownVersion, OwnFigure } from './known';

/** A session by an earlier version, begun after the present one was issued: its device did not know of it. */
const cameBetween = (session: KnownSession | undefined, version: KnownVersion): boolean =>
  session !== undefined && session.versionId !== version.id && session.startedAt > version.issuedAt;

/**
 * What a client sees first: today's routine, how the week stands, and the last sessions.
 *
 * @param now ms since 1970 UTC
 */
export function startOf<F extends OwnFigure>(known: Known<F>, now: number) {
  const { versions, sessions, complaints, timesOfDay, habits } = known;
  const today = dayOf(now, known.timeZone);
  const version = versions.at(-1) ?? null;
  const askedAbout = complaints.filter(({ over }) => !over);
  const lines = version && dueToday(version, sessions, today);
  const monday = weekOf(today);
  const periods = versions.map((one) => ({
    from: one.issuedOn,
    timesPerWeek: sessionsAWeek(one.content),
  }));
  return {
    name: known.name,
    therapistName: known.therapistName,
    nextVisit: known.nextVisit,
    asksHome: known.homeMeasures.length > 0,
    home: homeOf(known, today, lines && lines.sure),
    /** What brought them: whether it is asked about, and what is due to be. */
    brought: {
      asked: askedAbout.length > 0,
      due: askedAbout
        .filter(({ told }) => isDue(told, today))
        .map(({ id, what }) => ({ id, what })),
    },
    answered: known.interviews.length > 0,
    stop: allStop(screen(known.screening)),
    way: wayOf(known, version),
    asks: asked(known, today, now),
    numbers: known.numbers,
    today,
    version: version &&
      lines && {
        id: version.id,
        number: version.number,
        /** What is due today. */
        content: lines.sure,
        asNeeded: lines.asNeeded,
        resting: lines.resting,
        issuedOn: version.issuedOn,
        reason: version.reason,
        /** The last session went by the version before, though this one had been issued by then. */
        cameBetween: cameBetween(sessions[0], version),
        totals: totalsOf(lines.sure),
        /** How the week is proposed, from the whole of it. */
        week: spreadWeek(version.content, { timesOfDay, habits }, today),
      },
    doneThisWeek: sessions.filter(({ day, counts }) => counts && day >= monday).length,
    askedThisWeek: askedBetween(periods, monday, addDays(monday, 6)),
    last: sessions.map(({ id, day, counts, status, stopReason, word }) => ({
      id,
      day,
      counts,
      status,
      stopReason,
      word,
    })),
  };
}
