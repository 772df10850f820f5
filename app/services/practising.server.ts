import { addDays, askedBetween, dayOf, weekOf } from '#core/calendar';
import {
  ledWords,
  placeKey,
  sessionsAWeek,
  spreadWeek,
  totalsOf,
  type LedRoutine,
} from '#core/routine';
import { allStop, screen, type ScreenAnswer } from '#core/screening';
import { asksAbout, type Borne } from '#core/response';
import { isDue } from '#core/complaint';
import { inTheWay, TAKE_UP_WITHIN_MS, type InTheWay } from '#core/session';
import { complaintsOf } from '~/db/complaints.server';
import { handOut, ledIdOf } from '~/db/led.server';
import { dueToday } from './dueToday.server';
import { borneFrom, ledSteps } from './ledSteps.server';
import { type VersionRow, versionsOf } from '~/db/routines.server';
import { lastSessionsOf, lastSummariesOf, SUMMARIES_FROM } from '~/db/sessions.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { homeTodayOf } from './measuring.server';

const SHOWN_BACK = 20;

/** What a client rings. */
const numbersOf = ({ phone, emergencyNumber }: Principal) => ({
  practice: phone,
  emergency: emergencyNumber,
});

/** What stands in the way of a client’s session, from what is stored. */
function inTheWayOf(
  version: VersionRow | null,
  interviews: readonly { at: Date; confirmed: boolean }[],
  sessions: Parameters<typeof inTheWay>[0]['sessions'],
): InTheWay | null {
  return inTheWay({
    interviews: interviews.map(({ at, confirmed }) => ({ at: at.getTime(), confirmed })),
    sessions,
    excused: (version?.content.reasons?.interview ?? '') !== '',
  });
}

/** What a client sees first: today's routine, how the week stands, and the last sessions. */
export async function clientStart(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const [versions, last, { interviews }, summaries, complaints] = await Promise.all([
    versionsOf(setting.db, file.id),
    lastSessionsOf(setting.db, file.id, SHOWN_BACK),
    answersInForce(setting.db, file.id),
    lastSummariesOf(setting.db, file.id, SUMMARIES_FROM),
    complaintsOf(setting.db, file.id),
  ]);
  const version = versions.at(-1) ?? null;
  const asked = complaints.filter(({ over }) => !over);
  const lines = version && dueToday(version, summaries, today);
  const home = await homeTodayOf(setting, file, today, lines && lines.sure);
  const monday = weekOf(today);
  const periods = versions.map((one) => ({
    from: one.issuedOn,
    timesPerWeek: sessionsAWeek(one.content),
  }));
  return {
    name: file.name,
    therapistName: file.therapistName,
    nextVisit: file.nextVisit,
    asksHome: file.homeMeasures.length > 0,
    home,
    /** What brought them: whether it is asked about, and what is due to be. */
    brought: {
      asked: asked.length > 0,
      due: asked.filter(({ told }) => isDue(told, today)).map(({ id, what }) => ({ id, what })),
    },
    answered: interviews.length > 0,
    stop: allStop(screen(file.screening)),
    way: inTheWayOf(version, interviews, last),
    asks: asksOf(setting, last, today),
    numbers: numbersOf(who),
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
        totals: totalsOf(lines.sure),
        /** How the week is proposed, from the whole of it. */
        week: spreadWeek(
          version.content,
          { timesOfDay: file.timesOfDay, habits: file.habits },
          today,
        ),
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
async function led(
  { db, now, hasRoom }: Setting,
  clientId: string,
  { id, number }: VersionRow,
  { content, sure }: ReturnType<typeof dueToday>,
  screening: readonly ScreenAnswer[],
  borne: readonly Borne[],
): Promise<LedRoutine> {
  const findings = screen(screening);
  const steps = ledSteps(content, findings, borne);
  const given = { clientId, versionId: id, steps, findings };
  return {
    id,
    number,
    /** What was handed out: a session names it, and is read by these holds ever after. */
    ledId: hasRoom() ? await handOut(db, given, { at: now() }) : ledIdOf(given),
    steps,
    session: totalsOf(sure).session,
    ...ledWords(content),
  };
}

/** Contact seconds that a day's sessions have made, by site and side. */
function spentOn(summaries: Awaited<ReturnType<typeof lastSummariesOf>>, today: string) {
  const spent: Record<string, number> = {};
  for (const { day, summary } of summaries) {
    if (day !== today) continue;
    for (const place of summary.places) {
      if (place.contactSeconds === 0) continue;
      spent[placeKey(place)] = (spent[placeKey(place)] ?? 0) + place.contactSeconds;
    }
  }
  return spent;
}

/** Whether a session is still under way, as far as is known. */
const isUnderWay = ({ now }: Setting, { status, startedAt }: { status: string; startedAt: Date }) =>
  (status === 'running' || status === 'paused') &&
  now().getTime() - startedAt.getTime() < TAKE_UP_WITHIN_MS;

/** The day a session that is under way was begun on: past midnight it stays the one that was begun. */
const begunOn = (
  setting: Setting,
  [newest]: Awaited<ReturnType<typeof lastSummariesOf>>,
): string | null => (newest && isUnderWay(setting, newest) ? newest.day : null);

/** How earlier sessions were borne, as far as it may change the holds of now. */
function borneOf(
  setting: Setting,
  versions: readonly VersionRow[],
  rows: Awaited<ReturnType<typeof lastSummariesOf>>,
) {
  const [newest] = rows;
  const since = newest && isUnderWay(setting, newest) ? newest.startedAt.getTime() : null;
  return borneFrom(versions, rows, since);
}

/** The session whose day after the client is asked about before the next one. */
function asksOf<
  S extends {
    id: string;
    day: string;
    status: string;
    startedAt: Date;
    contactSeconds: number;
    response: string | null;
  },
>(setting: Setting, last: readonly S[], today: string) {
  if (last[0] && isUnderWay(setting, last[0])) return null;
  const about = asksAbout(last, today);
  return about && { sessionId: about.id, day: about.day };
}

/** The routine a client is led through: their latest version. */
export async function routineToPractise(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const [versions, last, { interviews }, summaries] = await Promise.all([
    versionsOf(setting.db, file.id),
    lastSessionsOf(setting.db, file.id, SHOWN_BACK),
    answersInForce(setting.db, file.id),
    lastSummariesOf(setting.db, file.id, SUMMARIES_FROM),
  ]);
  const version = versions.at(-1) ?? null;
  const lines = version && dueToday(version, summaries, begunOn(setting, summaries) ?? today);
  const home = await homeTodayOf(setting, file, today, lines && lines.sure);
  return {
    today,
    /** What earlier sessions of the day took of each place’s time. */
    spent: spentOn(summaries, today),
    numbers: numbersOf(who),
    therapistName: file.therapistName,
    version:
      version &&
      lines &&
      (await led(
        setting,
        file.id,
        version,
        lines,
        file.screening,
        borneOf(setting, versions, summaries),
      )),
    asks: asksOf(setting, last, today),
    home,
    stop: allStop(screen(file.screening)),
    way: inTheWayOf(version, interviews, last),
  };
}
