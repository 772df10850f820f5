import { addDays, askedBetween, dayOf, weekOf } from '#core/calendar';
import { isDue } from '#core/complaint';
import { askedWithin, overOf } from '#core/course';
import { findSite, placeOf } from '#core/anatomy';
import { restsOf, type Rest, type RestingPlace } from '#core/response';
import {
  expand,
  isHold,
  isPress,
  placeKey,
  sessionsAWeek,
  spreadWeek,
  totalsOf,
  type Routine,
  type RoutineItem,
  type Step,
} from '#core/routine';
import { allStop, screen } from '#core/screening';
import { isWanted, plannedOn } from '#core/reminders';
import { asked, homeOf, wayOf } from './asked';
import { dueToday } from './dueToday';
import type { Known, KnownSession, KnownVersion, OwnFigure } from './known';
import { practiseOf } from './practise';

/** A place that rests, by name, and the session that their word on it belongs to; null where it waits for the therapist’s. */
export interface RestToday extends Rest {
  name: string;
  sessionId: string | null;
}

function restsToday(known: Known): RestToday[] {
  return restsOf(known, known.timeZone).flatMap((rest) => {
    const site = findSite(rest.siteId);
    const of = (one: RestingPlace) => placeKey(one) === placeKey(rest);
    const told = known.told.findLast(
      ({ places, sessionId }) => sessionId !== null && places.some(of),
    );
    // Only a bruise is theirs to say that it has gone.
    const sessionId =
      rest.why === 'bruise' ? (told?.sessionId ?? known.sessions[0]?.id ?? null) : null;
    return site ? [{ ...rest, name: placeOf(site, rest.side), sessionId }] : [];
  });
}

/** The lines of a day as they are drawn: without those, and those sides, that are left out. */
function drawn(routine: Routine, led: readonly Step[]): Routine {
  const items = routine.items.flatMap((item): RoutineItem[] => {
    const steps = led.filter(({ itemId }) => itemId === item.id);
    const done = steps.filter(({ leftOut }) => leftOut === undefined);
    if (steps.length > 0 && done.length === 0) return [];
    const sides = new Set(done.map(({ side }) => side));
    const [side] = sides;
    return isPress(item) && item.sides === 'both' && sides.size === 1 && side && side !== 'mid'
      ? [{ ...item, sides: side }]
      : [item];
  });
  return { ...routine, items };
}

/** What a line is kept to today, where that is not what was issued: by screening, or because its place rests. */
function limitsOf(
  issued: readonly Step[],
  led: readonly Step[],
): { itemId: string; says: string }[] {
  const said = new Map<string, string>();
  const lines = new Map<string, Step[]>();
  for (const step of led) lines.set(step.itemId, [...(lines.get(step.itemId) ?? []), step]);
  for (const [itemId, steps] of lines) {
    const out = steps.filter(({ leftOut }) => leftOut !== undefined);
    const [first] = out;
    if (first?.leftOut !== undefined) {
      const sides = new Set(out.map(({ side }) => side));
      const where =
        out.length < steps.length && sides.size === 1 ? `${first.side} left out` : 'left out';
      said.set(itemId, `${where}: ${first.leftOut}`);
      continue;
    }
    const kept = steps.find(({ limitedBy }) => limitedBy !== undefined);
    if (!kept || !isHold(kept)) continue;
    const before = issued.find(({ index }) => index === kept.index);
    const was = before && isHold(before) ? before : kept;
    const parts = [
      kept.limitSeconds < was.limitSeconds ? `${kept.limitSeconds} s at most` : '',
      kept.grade < was.grade ? `press to ${kept.grade}` : '',
    ].filter(Boolean);
    said.set(itemId, `${parts.length > 0 ? `${parts.join(', ')}. ` : ''}${kept.limitedBy ?? ''}`);
  }
  return [...said].map(([itemId, says]) => ({ itemId, says }));
}

/** Whether the time a client chose has come, within the hours in which that is still true. */
function isTime(known: Known, version: KnownVersion | null, now: number): boolean {
  if (!version) return false;
  const { reminding, timeZone, sessions } = known;
  const day = dayOf(now, timeZone);
  const planned = plannedOn(version.content, known, reminding, day, timeZone);
  const { snoozedUntil } = reminding;
  const come = [
    ...planned.map(({ at }) => at),
    ...(snoozedUntil !== null && dayOf(snoozedUntil, timeZone) === day ? [snoozedUntil] : []),
  ].filter((at) => at <= now);
  const last = Math.max(-Infinity, ...come);
  // Put off: until then it is not the time.
  if (come.length === 0 || (snoozedUntil !== null && snoozedUntil > now)) return false;
  const before = come.filter((at) => at < last);
  const held =
    overOf(known.course) !== null ||
    allStop(screen(known.screening)) !== null ||
    wayOf(known, version) !== null;
  return isWanted({ day, at: last }, { sessions, before, held }, now);
}

/** A session by an earlier version, begun after the present one was issued: its device did not know of it. */
const cameBetween = (session: KnownSession | undefined, version: KnownVersion): boolean =>
  session !== undefined && session.versionId !== version.id && session.startedAt > version.issuedAt;

/**
 * What a client sees first: today's routine, how the week stands, and the last sessions.
 *
 * @param now ms since 1970 UTC
 */
export function startOf<F extends OwnFigure>(known: Known<F>, now: number) {
  const { versions, sessions, complaints } = known;
  const today = dayOf(now, known.timeZone);
  const version = versions.at(-1) ?? null;
  const over = overOf(known.course);
  // Once the course is over nothing is asked at home.
  const asking = over ? { ...known, homeMeasures: [] } : known;
  const askedAbout = complaints.filter(({ over }) => !over);
  const lines = version && dueToday(version, sessions, today);
  const led = practiseOf(known, now).version;
  const monday = weekOf(today);
  const periods = askedWithin(
    versions.map((one) => ({ from: one.issuedOn, timesPerWeek: sessionsAWeek(one.content) })),
    known.course,
  );
  return {
    name: known.name,
    therapistName: known.therapistName,
    away: known.away,
    nextVisit: known.nextVisit,
    /** The end of their course, while it is over. */
    over,
    asksHome: asking.homeMeasures.length > 0,
    home: homeOf(asking, today, over ? null : lines && lines.sure),
    /** What brought them: whether it is asked about, and what is due to be. */
    brought: {
      asked: askedAbout.length > 0,
      due: (over ? [] : askedAbout)
        .filter(({ told }) => isDue(told, today))
        .map(({ id, what }) => ({ id, what })),
    },
    answered: known.interviews.length > 0,
    stop: allStop(screen(known.screening)),
    way: wayOf(known, version),
    asks: asked(known, today, now),
    numbers: known.numbers,
    rests: restsToday(known),
    /** The time they chose has come and nothing was done since. */
    isTime: isTime(known, version, now),
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
        /** As it is led today: how long, and what each line is kept to. */
        session: led?.session ?? totalsOf(lines.sure).session,
        drawn: led ? drawn(lines.sure, led.steps) : lines.sure,
        limits: led ? limitsOf(expand(lines.content), led.steps) : [],
        /** How the week is proposed, from the whole of it. */
        week: spreadWeek(version.content, known, today),
      },
    doneThisWeek: sessions.filter(({ day, counts }) => counts && day >= monday).length,
    askedThisWeek: askedBetween(periods, monday, addDays(monday, 6)),
    last: sessions.map(({ id, day, counts, status, stopReason, word, summary }) => ({
      id,
      day,
      counts,
      status,
      stopReason,
      word,
      byHand: summary.byHand ?? false,
      takenBack: summary.takenBack ?? false,
    })),
  };
}
