import { dayOf } from '#core/calendar';
import { pressesOf, settledSites, type Routine } from '#core/routine';
import { RESTS_BECAUSE } from '#core/response';
import { minorOn } from '#core/screening';
import type { SessionSummary } from '#core/session';
import { complaintsOf } from '~/db/complaints.server';
import { latestOfOthers, routineOf, versionsOf, versionsWithOwnWays } from '~/db/routines.server';
import { screeningsOf } from '~/db/screenings.server';
import { lastSummariesOf } from '~/db/sessions.server';
import { templatesOf } from '~/db/templates.server';
import { pointsOf, type PointRow } from '~/db/visits.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { restsFor } from './rests.server';

/** Own ways are looked for in so many of the latest versions that have one. */
const WAYS_FROM = 60;

/** A way of reaching a site that a therapist of the practice has prescribed and that no table has. */
export interface PracticeWay {
  siteId: string;
  toolId: string;
  positionId: string;
  thing: string;
  why: string;
  instructions: string;
  byName: string;
}

function ownWaysIn(versions: Awaited<ReturnType<typeof versionsWithOwnWays>>): PracticeWay[] {
  const ways = new Map<string, PracticeWay>();
  for (const { content, issuedByName } of versions) {
    for (const { siteId, toolId, positionId, ownWay, instructions } of pressesOf(content)) {
      if (!ownWay) continue;
      const key = [siteId, toolId, positionId, ownWay.thing].join('|');
      if (ways.has(key)) continue;
      ways.set(key, { siteId, toolId, positionId, ...ownWay, instructions, byName: issuedByName });
    }
  }
  return [...ways.values()];
}

/** So many of the latest sessions calibrate the ladder. */
const RATINGS_FROM = 6;

/** So many earlier versions can be begun from. */
const EARLIER_SHOWN = 8;
/** So many other clients’ routines can be begun from. */
const OTHERS_SHOWN = 60;

/** First ratings of a session with the setup they were made at. */
export function ratedSetups(content: Routine | undefined, summary: SessionSummary, day: string) {
  return summary.places.flatMap(({ siteId, before }) => {
    const item = content && pressesOf(content).find((one) => one.siteId === siteId);
    if (!item || before === null) return [];
    const { toolId, positionId, surfaceId, adjustmentId } = item;
    return [{ siteId, day, grade: before, toolId, positionId, surfaceId, adjustmentId }];
  });
}

/** Points of the latest visit that has any, and those that were added outside a visit after it. */
function latestPoints(points: readonly PointRow[]): readonly PointRow[] {
  const last = points.findLastIndex(({ visitId }) => visitId !== null);
  const visitId = points[last]?.visitId ?? null;
  return points.filter(
    (point, at) =>
      visitId === null || point.visitId === visitId || (point.visitId === null && at > last),
  );
}

/** What the plan screen starts from: the draft if there is one, else the latest version. */
export async function planOf(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const [thread, versions, summaries, interviews, points, complaints] = await Promise.all([
    routineOf(setting.db, clientId),
    versionsOf(setting.db, clientId),
    lastSummariesOf(setting.db, clientId, RATINGS_FROM),
    screeningsOf(setting.db, clientId),
    pointsOf(setting.db, clientId),
    complaintsOf(setting.db, clientId),
  ]);
  const rests = await restsFor(setting.db, file);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  const latest = versions.at(-1) ?? null;
  const contents = new Map(versions.map(({ id, content }) => [id, content]));
  return {
    file,
    /** An interview was held or confirmed. */
    today,
    screened: interviews.some(({ confirmed }) => confirmed),
    /** What brings them, for what to begin from. */
    complaints: complaints
      .filter(({ over }) => !over)
      .map(({ what, places }) => ({ what, places })),
    /** Tender points of the latest visit that has any, and those the client added since. */
    mapped: latestPoints(points).map(
      ({ siteId, side, rating, worst, refersTo, thread, across, down }) => ({
        siteId,
        side,
        rating,
        worst,
        refersTo,
        thread,
        across,
        down,
      }),
    ),
    /** Under age, and who consents; null: of age, or not known. */
    minor: minorOn(file, today),
    /** Places that rest now, whatever is issued. */
    rests: rests.map(({ siteId, side, why }) => ({ siteId, side, because: RESTS_BECAUSE[why] })),
    /** Sites that were in force a week ago. */
    settledSites: settledSites(versions, today),
    /** What the client rated on first pressing, at which setup; newest sessions first. */
    ratings: summaries.flatMap(({ versionId, day, summary }) =>
      ratedSetups(contents.get(versionId), summary, day),
    ),
    versions: versions.map(({ id, number, reason, issuedOn, issuedByName }) => ({
      id,
      number,
      reason,
      issuedOn,
      issuedByName,
    })),
    /** Earlier ones, the newest first. */
    earlier: versions
      .slice(0, -1)
      .reverse()
      .slice(0, EARLIER_SHOWN)
      .map(({ number, issuedOn, reason, content }) => ({ number, issuedOn, reason, content })),
    latest: latest && { number: latest.number, content: latest.content, retired: latest.retired },
    draft: thread?.draft ?? null,
    draftBase: thread?.draftBase ?? 0,
    draftRevision: thread?.draftRevision ?? 0,
    /** Who kept the draft, when it was somebody else. */
    draftByOther: thread?.draft && thread.draftBy !== who.userId ? thread.draftByName : null,
  };
}

/** Ways that are the practice’s own, the newest first, each once. */
export async function practiceWays(
  setting: Setting,
  who: Principal,
  clientId: string,
): Promise<PracticeWay[]> {
  await fileOf(setting, who, clientId);
  return ownWaysIn(await versionsWithOwnWays(setting.db, who.practiceId, WAYS_FROM));
}

/** The templates of the practice. */
export async function practiceTemplates(setting: Setting, who: Principal, clientId: string) {
  await fileOf(setting, who, clientId);
  return templatesOf(setting.db, who.practiceId);
}

/** What other clients of the practice are led by now, to begin from. */
export async function routinesOfOthers(setting: Setting, who: Principal, clientId: string) {
  const file = await fileOf(setting, who, clientId);
  const others = await latestOfOthers(setting.db, who.practiceId, file.id, OTHERS_SHOWN);
  return others.map(({ clientId: id, name, number, content }) => ({
    id,
    name,
    number,
    items: content.items,
  }));
}
