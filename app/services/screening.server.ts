import { dayOf } from '#core/calendar';
import { allStop, clearanceFor, screen, unanswered } from '#core/screening';
import { asClearances, screeningDraftOf } from '~/db/screenings.server';
import { lastSessionsOf } from '~/db/sessions.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileWithAnswers, ownFile } from './clientFile.server';
import { dueFor, STOPS_FROM } from './due.server';
import { answersInForce } from './inForce.server';

/** Everything about the screening of a client: answers, findings, clearances, what is due and why. */
export async function screeningOf(setting: Setting, who: Principal, clientId: string) {
  const {
    file,
    known: { interviews, clearances, replies, answers, noLongerAsked },
  } = await fileWithAnswers(setting, who, clientId);
  const [draft, sessions] = await Promise.all([
    screeningDraftOf(setting.db, clientId, who.userId),
    lastSessionsOf(setting.db, clientId, STOPS_FROM),
  ]);
  const findings = screen(answers);
  const words = asClearances(clearances);
  const confirmed = interviews.findLast((one) => one.confirmed) ?? null;
  const waiting = interviews.at(-1)?.confirmed === false ? (interviews.at(-1) ?? null) : null;
  const today = dayOf(setting.now().getTime(), file.timeZone);
  return {
    file,
    today,
    replies,
    answers,
    findings,
    stop: allStop(findings),
    draft: draft?.replies ?? null,
    confirmed: confirmed && { day: confirmed.day, by: confirmed.answeredByName },
    waiting: waiting && { day: waiting.day, by: waiting.answeredByName, replies: waiting.replies },
    open: unanswered(replies),
    /** The latest answers of anybody: an interview names the ones it was begun after. */
    lastId: interviews.at(-1)?.id ?? null,
    interviews: interviews.map(({ id, day, confirmed: by, answeredByName, replies: given }) => ({
      id,
      day,
      confirmed: by,
      answeredByName,
      yes: given.filter(({ says }) => says === 'yes').map(({ condition }) => condition),
      asked: given.length,
    })),
    clearances: clearances.map((row) => ({
      ...row,
      holds: replies.some((reply) => clearanceFor(reply, words)?.id === row.id),
    })),
    due: dueFor({ interviews, sessions, noLongerAsked }, today, who.rescreenAfterDays),
  };
}

/** The interview as the client sees it: what was answered so far, and whether it waits to be confirmed. */
export async function ownInterview(setting: Setting, who: Principal) {
  const file = await ownFile(setting, who);
  const [{ interviews, replies, answers }, draft] = await Promise.all([
    answersInForce(setting.db, file.id),
    screeningDraftOf(setting.db, file.id, who.userId),
  ]);
  const last = interviews.at(-1) ?? null;
  return {
    clientId: file.id,
    therapistName: file.therapistName,
    /** What the client rings. */
    numbers: { practice: who.phone, emergency: who.emergencyNumber },
    draft: draft?.replies ?? null,
    replies,
    last: last && { day: last.day, confirmed: last.confirmed },
    stop: allStop(screen(answers)),
  };
}
