import { dayOf } from '#core/calendar';
import type { SecondsBand } from '#core/dosage';
import { lengthened, restsOf, restSteps, type Borne, type Rest } from '#core/response';
import {
  expand,
  ledWords,
  limitSteps,
  placeKey,
  totalsOf,
  type Routine,
  type Step,
} from '#core/routine';
import { allStop, screen, type ScreenFinding } from '#core/screening';
import { begin, secondsLeft } from '#core/session';
import { asked, homeOf, isUnderWay, wayOf } from './asked';
import { dueToday } from './dueToday';
import type { Known, KnownSession, OwnFigure } from './known';

/** The holds a client is led by: as long as they have grown to, within what screening found, without what rests. */
export const ledSteps = (
  content: Routine,
  findings: readonly ScreenFinding[],
  sessions: readonly Borne[],
  rests: readonly Rest[],
): Step[] => restSteps(limitSteps(lengthened(expand(content), content, sessions), findings), rests);

/**
 * How earlier sessions were borne, newest first. What was answered while a session is under way does not change
 * that one.
 *
 * @param underWaySince when the present session began, ms since 1970; null when there is none
 */
export const borneFrom = (
  versions: readonly { id: string; content: Routine }[],
  rows: readonly Pick<KnownSession, 'versionId' | 'day' | 'summary' | 'response' | 'responseAt'>[],
  underWaySince: number | null,
): Borne[] =>
  rows.map(({ versionId, day, summary, response, responseAt }) => ({
    day,
    siteIds: summary.places.flatMap(({ siteId, contactSeconds }) =>
      contactSeconds > 0 ? [siteId] : [],
    ),
    heldSiteIds: summary.places.flatMap(({ siteId, holdsDone }) => (holdsDone > 0 ? [siteId] : [])),
    response:
      underWaySince !== null && responseAt !== null && responseAt > underWaySince ? null : response,
    items: versions.find(({ id }) => id === versionId)?.content.items ?? [],
  }));

/** Contact seconds that a day's sessions have made, by site and side. */
function spentOn(sessions: readonly Pick<KnownSession, 'day' | 'summary'>[], today: string) {
  const spent: Record<string, number> = {};
  for (const { day, summary } of sessions) {
    if (day !== today) continue;
    const used = [
      ...summary.places.map((place) => [placeKey(place), place.contactSeconds] as const),
      ...Object.entries(summary.usedUp ?? {}),
    ];
    for (const [key, seconds] of used) {
      if (seconds > 0) spent[key] = (spent[key] ?? 0) + seconds;
    }
  }
  return spent;
}

/** How long a session takes as it is led: less what is left out or shorter. */
export function sessionOf(routine: Routine, steps: readonly Step[]): SecondsBand {
  const { session } = totalsOf(routine);
  const less = secondsLeft(begin(expand(routine))) - secondsLeft(begin(steps));
  const shorter = (seconds: number) => Math.max(0, Math.round(seconds - less));
  return { least: shorter(session.least), most: shorter(session.most) };
}

/**
 * The routine a client is led through on a day: their latest version, what of it is due, and everything it is led by
 * but the name it is handed out under.
 *
 * @param now ms since 1970 UTC
 */
export function practiseOf<F extends OwnFigure>(known: Known<F>, now: number) {
  const { versions, sessions, therapistName, numbers } = known;
  const today = dayOf(now, known.timeZone);
  const version = versions.at(-1) ?? null;
  const [newest] = sessions;
  const underWay = newest && isUnderWay(newest, now) ? newest : null;
  // Past midnight a session that is under way stays the one that was begun.
  const lines = version && dueToday(version, sessions, underWay?.day ?? today);
  const findings = screen(known.screening);
  const rests = restsOf(known, known.timeZone);
  const borne = borneFrom(versions, sessions, underWay?.startedAt ?? null);
  return {
    today,
    /** What earlier sessions of the day took of each place’s time. */
    spent: spentOn(sessions, today),
    numbers,
    therapistName,
    findings,
    version: version &&
      lines && {
        id: version.id,
        number: version.number,
        /** The lines that are in it, by their ids. */
        lineIds: lines.content.items.map(({ id }) => id),
        steps: ledSteps(lines.content, findings, borne, rests),
        session: sessionOf(lines.sure, ledSteps(lines.sure, findings, borne, rests)),
        words: ledWords(lines.content),
      },
    asks: asked(known, today, now),
    home: homeOf(known, today, lines && lines.sure),
    stop: allStop(findings),
    way: wayOf(known, version),
  };
}
