import { dayOf } from '#core/calendar';
import { overOf } from '#core/course';
import { allStop, screen } from '#core/screening';
import { stageToOpen } from '#core/visit';
import { z } from 'zod';
import { searchClients } from '~/db/clients.server';
import { erasedAt, erasureAskedOn } from '~/db/erase.server';
import { courseStepsOf } from '~/db/courses.server';
import { latestVersion, routineOf } from '~/db/routines.server';
import { lastSessionsOf } from '~/db/sessions.server';
import { visitCounts, visitsOf } from '~/db/visits.server';
import { found, joinedInto, Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { turnsTo } from './away.server';
import { dueFor, STOPS_FROM } from './due.server';
import { fileAndAnswers } from './inForce.server';

const isUuid = (text: string) => z.uuid().safeParse(text).success;

/** A client's file inside the practice, with all that was asked; anything else is not there. */
export async function fileWithAnswers({ db }: Setting, who: Principal, clientId: string) {
  const row = isUuid(clientId) ? await fileAndAnswers(db, who.practiceId, clientId) : undefined;
  const erased = row || !isUuid(clientId) ? null : await erasedAt(db, who.practiceId, clientId);
  if (erased)
    throw new Refusal(
      410,
      `This record was erased on ${dayOf(erased.getTime(), who.timeZone)}. Nothing of it is here.`,
    );
  const there = found(row, 'client');
  if (there.file.joinedInto !== null) throw joinedInto(there.file.joinedInto);
  return there;
}

/** A client's file inside the practice; anything else is not there. */
export const fileOf = async (setting: Setting, who: Principal, clientId: string) =>
  (await fileWithAnswers(setting, who, clientId)).file;

/** A client's own file, with whom they turn to: their therapist, or whoever stands in. */
export async function ownFile({ db, now }: Setting, who: Principal) {
  const clientId = found(who.clientId, 'client');
  const { file } = found(await fileAndAnswers(db, who.practiceId, clientId), 'client');
  const today = dayOf(now().getTime(), who.timeZone);
  return { ...file, prescribedBy: file.therapistName, ...turnsTo(file, today) };
}

/** The head of a client's file: details and how far each stage of the work is. */
export async function fileHead(setting: Setting, who: Principal, clientId: string) {
  const {
    file,
    known: { interviews, noLongerAsked },
  } = await fileWithAnswers(setting, who, clientId);
  const [version, last, thread, visits] = await Promise.all([
    latestVersion(setting.db, clientId),
    lastSessionsOf(setting.db, clientId, STOPS_FROM),
    routineOf(setting.db, clientId),
    visitsOf(setting.db, clientId),
  ]);
  const open = visits.find(({ finishedAt }) => finishedAt === null) ?? null;
  const lastVisit = visits.filter(({ finishedAt }) => finishedAt !== null).at(-1) ?? null;
  const over = overOf(await courseStepsOf(setting.db, clientId));
  const counts = await visitCounts(setting.db, open?.id ?? null, lastVisit?.id ?? null);
  const confirmed = interviews.findLast((one) => one.confirmed) ?? null;
  const findings = screen(file.screening);
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    file,
    today,
    version: version ? { number: version.number, issuedOn: version.issuedOn } : null,
    hasDraft: Boolean(thread?.draft),
    lastPractised: last[0]?.day ?? null,
    stop: allStop(findings),
    /** The day they asked that the record be erased, while that stands. */
    erasureAskedOn: await erasureAskedOn(setting.db, clientId),
    /** The end of the course, while it is over. */
    over: over && { day: over.day, outcome: over.outcome },
    screenedOn: confirmed?.day ?? null,
    answersWait: interviews.at(-1)?.confirmed === false,
    screeningDue:
      dueFor({ interviews, sessions: last, noLongerAsked }, today, who.rescreenAfterDays).length >
      0,
    visit: open && { id: open.id, day: open.day },
    lastVisit: lastVisit && {
      day: lastVisit.day,
      tender: lastVisit.summary?.tender ?? null,
      figures: lastVisit.summary?.measures.length ?? null,
    },
    counts,
  };
}

/** The stage at which a client’s file opens. */
export async function openingStage(setting: Setting, who: Principal, clientId: string) {
  const { known } = await fileWithAnswers(setting, who, clientId);
  return stageToOpen({
    issued: (await latestVersion(setting.db, clientId)) !== undefined,
    screened: known.interviews.length > 0,
  });
}

const MOST_FOUND = 8;

/** Finds clients of the practice by the beginning of any word of their name. */
export async function findClients({ db }: Setting, who: Principal, text: string) {
  const query = text.replaceAll('\u0000', '').trim().slice(0, 80);
  return query === '' ? [] : searchClients(db, who.practiceId, query, MOST_FOUND);
}
