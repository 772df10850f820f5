import { afterWords } from '#core/response';
import { dayOf } from '#core/calendar';
import { courseOf } from '#core/complaint';
import { correctionWords, type SessionSummary } from '#core/session';
import { sessionsAWeek } from '#core/routine';
import { dropRows, foundRows, weeksOf } from '#core/trend';
import { complaintsOf } from '~/db/complaints.server';
import { messagesOf } from '~/db/messages.server';
import { versionsOf } from '~/db/routines.server';
import { sessionsOf } from '~/db/sessions.server';
import { fileOf } from './clientFile.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';

type SessionRows = Awaited<ReturnType<typeof sessionsOf>>;

/** How much of what is not pressed was gone through, and of how much; null when nothing was asked for. */
function besideOf({ activities = [] }: SessionSummary): { done: number; asked: number } | null {
  if (activities.length === 0) return null;
  return {
    done: activities.reduce((sum, { done }) => sum + done, 0),
    asked: activities.reduce((sum, { asked }) => sum + asked, 0),
  };
}

/** Sessions as they are listed, newest first. Contact in seconds. */
const sessionLines = (sessions: SessionRows) =>
  sessions
    .map(
      ({
        id,
        day,
        startedAt,
        endedAt,
        status,
        counts,
        stopReason,
        word,
        versionNumber,
        summary,
        clock,
        response,
        responsePlaces,
        responseBesides,
      }) => ({
        id,
        day,
        startedAt: startedAt.getTime(),
        minutes: endedAt ? Math.round((endedAt.getTime() - startedAt.getTime()) / 60_000) : null,
        status,
        counts,
        stopReason,
        word,
        versionNumber,
        /** How the device’s clock was set right, if it was. */
        clock,
        /** How the day after was; null while it is not known. */
        response,
        /** The same in words, with where and what came besides. */
        after: afterWords({ response, places: responsePlaces, besides: responseBesides }),
        holdsDone: summary.holdsDone,
        holdsAsked: summary.holdsAsked,
        contactSeconds: summary.contactSeconds,
        /** Holds that were tried a second time. */
        again: summary.again ?? 0,
        byHand: summary.byHand ?? false,
        takenBack: summary.takenBack ?? false,
        /** What was said of it afterwards. */
        corrections: (summary.corrections ?? []).map((one) => ({
          at: one.at,
          says: correctionWords(one),
        })),
        /** Of what is not pressed; null when nothing was asked for. */
        beside: besideOf(summary),
      }),
    )
    .reverse();

/** A client's sessions as logged, for the list of them. */
export async function sessionLogOf(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  return {
    name: file.name,
    today: dayOf(setting.now().getTime(), file.timeZone),
    sessions: sessionLines(await sessionsOf(setting.db, clientId)),
    clientId,
    timeZone: file.timeZone,
    messages: (await messagesOf(setting.db, clientId)).map(({ at, ...rest }) => ({
      ...rest,
      at: at.getTime(),
    })),
  };
}

/** What changed: strokes by site and side, sessions by week, and what the client wrote. */
export async function reviewOf(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const [sessions, versions, complaints] = await Promise.all([
    sessionsOf(setting.db, clientId),
    versionsOf(setting.db, clientId),
    complaintsOf(setting.db, clientId),
  ]);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const periods = versions.map((version) => ({
    from: version.issuedOn,
    timesPerWeek: sessionsAWeek(version.content),
  }));
  const rated = sessions.flatMap(({ id, day, summary }) =>
    summary.places.map((place) => ({ ...place, sessionId: id, day })),
  );
  return {
    name: file.name,
    today,
    /** What brought them, and what became of it. */
    complaints: complaints.map(({ id, what, over, told }) => ({
      id,
      what,
      over,
      course: courseOf(told),
    })),
    rows: dropRows(rated),
    found: foundRows(
      rated.flatMap(({ siteId, side, day, found }) =>
        found === undefined ? [] : [{ siteId, side, day, found }],
      ),
    ),
    weeks: weeksOf(sessions, periods, today),
    versions: versions.map(({ number, issuedOn, reason, issuedByName }) => ({
      number,
      issuedOn,
      reason,
      issuedByName,
    })),
    sessions: sessionLines(sessions),
  };
}

export type Review = Awaited<ReturnType<typeof reviewOf>>;
