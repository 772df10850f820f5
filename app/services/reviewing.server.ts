import { brief } from '#core/brief';
import { max } from 'd3-array';
import { propose, type Known } from '#core/proposals';
import { afterWords, responseAt, responseWords } from '#core/response';
import { addDays, dayOf, daysBetween, timeOf, type Day } from '#core/calendar';
import { referralRows } from '#core/map';
import { courseOf } from '#core/complaint';
import { askedWithin } from '#core/course';
import { correctionWords, type SessionSummary } from '#core/session';
import { sessionsAWeek } from '#core/routine';
import { reachesOf } from '#core/today';
import {
  doseOf,
  doseRows,
  dropRows,
  fadeRows,
  foundRows,
  goesWith,
  isLookedAt,
  isWithin,
  rowsWithin,
  timeOfHour,
  weeksOf,
  type DropRow,
  type Looked,
  type Stretch,
} from '#core/trend';
import { measurementsOf, pointsOf } from '~/db/visits.server';
import { complaintsOf } from '~/db/complaints.server';
import { courseStepsOf } from '~/db/courses.server';
import { messagesOf } from '~/db/messages.server';
import { routineOf, versionsOf } from '~/db/routines.server';
import { sessionsOf } from '~/db/sessions.server';
import { fileOf } from './clientFile.server';
import { knownFrom } from './proposing.server';
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

/** Reactions are shown of so many days. */
const REACTIONS_DAYS = 28;

/** Places that were told of as more than mildly sore, the latest first. */
const reactionsOf = (sessions: SessionRows, today: string) =>
  sessions
    .filter(({ day }) => daysBetween(day, today) <= REACTIONS_DAYS)
    .flatMap(({ id, day, response, responsePlaces }) => {
      const words = response === null ? null : responseWords(response);
      if (!words || words.bears === 'well' || response === null) return [];
      return [{ sessionId: id, day, response, label: words.label, places: responsePlaces ?? [] }];
    })
    .reverse();

function judgedFrom(known: Known, rows: DropRow[]) {
  const proposals = propose(known);
  return {
    ...proposals,
    brief: brief({ known, rows, proposals }),
    causes: known.causes,
    days: Object.fromEntries(known.sessions.map(({ id, day }) => [id, day])),
  };
}

/** From when the charts of a review look: all of it, some weeks, or the version in force. */
export type PeriodId = 'all' | 'half a year' | '8 weeks' | '4 weeks' | 'version';
const HALF_A_YEAR = 182;

export interface ReviewLook extends Omit<Looked, keyof Stretch> {
  /** Null: all of it, or half a year where there is more. */
  period: PeriodId | null;
  /** Days that were chosen by themselves; they take the place of the period. */
  days: { from: Day; to: Day } | null;
}
const ALL: ReviewLook = { period: 'all', days: null, siteId: null, side: null, thread: null };

/** A look as one stretch of days and one place. */
function lookedOf(
  { period, days, ...place }: ReviewLook & { period: PeriodId },
  today: Day,
  issuedOn: Day | undefined,
): Looked {
  const since = (from: Day | null): Looked => ({ ...place, from, to: null });
  if (days) return { ...place, ...days };
  switch (period) {
    case 'all':
      return since(null);
    case 'half a year':
      return since(addDays(today, -HALF_A_YEAR + 1));
    case '8 weeks':
      return since(addDays(today, -55));
    case '4 weeks':
      return since(addDays(today, -27));
    case 'version':
      return since(issuedOn ?? null);
  }
}

/** Whether less than everything is looked at. */
const isPart = (looked: Looked): boolean => Object.values(looked).some((one) => one !== null);

/** Weeks of which a day is looked at. */
const weeksWithin = <W extends { monday: Day }>(weeks: readonly W[], { from, to }: Stretch): W[] =>
  weeks.filter(
    ({ monday }) => (from === null || addDays(monday, 6) >= from) && (to === null || monday <= to),
  );

/** Sites, sides and points that were ever rated, to choose from. */
const placesOf = (rows: readonly DropRow[]) =>
  rows.map(({ siteId, side, point }) => ({ siteId, side, point: point ?? null }));

/**
 * What changed: strokes by site and side, sessions by week, and what the client wrote.
 *
 * @param look what the charts show; what is judged is judged on all of it
 */
export async function reviewOf(
  setting: Setting,
  who: Principal,
  clientId: string,
  look: ReviewLook = ALL,
) {
  const file = await fileOf(setting, who, clientId);
  const [sessions, versions, complaints, thread] = await Promise.all([
    sessionsOf(setting.db, clientId),
    versionsOf(setting.db, clientId),
    complaintsOf(setting.db, clientId),
    routineOf(setting.db, clientId),
  ]);
  const figures = await measurementsOf(setting.db, clientId);
  const points = await pointsOf(setting.db, clientId);
  const known = await knownFrom(setting, { file, versions, sessions, complaints });
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const course = await courseStepsOf(setting.db, clientId);
  const periods = askedWithin(
    versions.map((version) => ({
      from: version.issuedOn,
      timesPerWeek: sessionsAWeek(version.content),
      seconds: doseOf(version.content),
    })),
    course,
  );
  const rated = sessions.flatMap(({ id, day, summary, response, responsePlaces, stopReason }) =>
    summary.places.map((place) => ({
      siteId: place.siteId,
      side: place.side,
      before: place.before,
      after: place.after,
      contactSeconds: place.contactSeconds,
      tooMuch: place.tooMuch,
      points: place.points,
      found: place.found,
      fadeSeconds: place.fadeSeconds,
      sessionId: id,
      day,
      response: responseAt({ response, responsePlaces }, place),
      stopReason,
    })),
  );
  const rows = dropRows(rated);
  const first = rated[0]?.day;
  const isLong = first !== undefined && daysBetween(first, today) >= HALF_A_YEAR;
  const period = look.period ?? (isLong ? 'half a year' : 'all');
  const looked = lookedOf({ ...look, period }, today, versions.at(-1)?.issuedOn);
  const shown = rated.filter((one) => isWithin(one.day, looked) && isLookedAt(one, looked));
  const latest = versions.at(-1) ?? null;
  return {
    name: file.name,
    today,
    /** In three sentences, and what the record supports; null while nothing is prescribed. */
    judged: known && judgedFrom(known, rows),
    /** What a proposal becomes a version of. */
    latest: latest && { number: latest.number, content: latest.content },
    /** The last session that is known. */
    lastSession: known?.sessions.at(-1)?.id ?? null,
    draftRevision: thread?.draftRevision ?? 0,
    /** There is unissued work: proposals are not issued past it. */
    hasDraft: Boolean(thread?.draft),
    /** How far they reached, at visits and at home. */
    reaches: reachesOf(
      figures
        .filter(({ day }) => isWithin(day, looked))
        .map(({ visitId, ...figure }) => ({ ...figure, atHome: visitId === null })),
    ),
    /** How far pressing sent, point by point. */
    referrals: referralRows(
      points.filter((one) => isWithin(one.day, looked) && isLookedAt(one, looked)),
      file.statureMetres,
    ).filter(({ thread }) => looked.thread === null || thread === looked.thread),
    /** What reacted in the last weeks, and what rests. */
    reactions: reactionsOf(sessions, today),
    rests: known?.rests ?? [],
    /** What brought them, and what became of it. */
    complaints: complaints.map(({ id, what, over, told }) => ({
      id,
      what,
      over,
      course: courseOf(told.filter(({ day }) => isWithin(day, looked))),
    })),
    /** What the charts show: sites, sides and points to choose from, and the days that were chosen. */
    places: placesOf(rows),
    looked: { from: looked.from, to: looked.to, period, isLong },
    rows: isPart(looked) ? rowsWithin(rated, looked) : rows,
    found: foundRows(
      shown.flatMap(({ siteId, side, day, found }) =>
        found === undefined ? [] : [{ siteId, side, day, found }],
      ),
    ),
    fades: fadeRows(
      shown.flatMap(({ siteId, side, day, fadeSeconds }) =>
        fadeSeconds === undefined ? [] : [{ siteId, side, day, seconds: fadeSeconds }],
      ),
    ),
    /** Dose done against dose asked, by site, side and week. */
    doses: doseRows(
      sessions.map(({ day, summary }) => ({ day, places: summary.places })),
      periods,
      today,
    )
      .filter((row) => isLookedAt(row, looked))
      .map((row) => ({ ...row, weeks: weeksWithin(row.weeks, looked) })),
    /** What goes with what, of what was done and not taken back. */
    together: goesWith(
      sessions
        .filter(({ summary }) => !summary.takenBack && !summary.byHand)
        .map(({ startedAt, counts, response, summary }) => ({
          contactSeconds: summary.contactSeconds,
          highest: max(summary.places, ({ before }) => before) ?? null,
          sore: response === null ? null : responseWords(response).bears !== 'well',
          time: timeOfHour(Number(timeOf(startedAt.getTime(), file.timeZone).slice(0, 2))),
          counts,
        })),
    ),
    weeks: weeksWithin(weeksOf(sessions, periods, today), looked),
    versions: versions.map(({ number, issuedOn, reason, issuedByName }) => ({
      number,
      issuedOn,
      reason,
      issuedByName,
    })),
    sessions: sessionLines(sessions.filter(({ day }) => isWithin(day, looked))),
  };
}

export type Review = Awaited<ReturnType<typeof reviewOf>>;
