import { byHandOf, courseOfOwn, placesOf, practiseOf, startOf, type Known } from '#core/today';
import { readWish } from '#core/reminders';
import { remindingOf } from '~/db/reminders.server';
import { handOut, ledIdOf } from '~/db/led.server';
import { complaintsOf } from '~/db/complaints.server';
import { courseStepsOf } from '~/db/courses.server';
import { messagesOf } from '~/db/messages.server';
import { versionsOf } from '~/db/routines.server';
import { lastKnownOf } from '~/db/sessions.server';
import { measurementsOf } from '~/db/visits.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { ownFile } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { toldOfPlaces } from './rests.server';

const SHOWN_BACK = 20;

/** What is known of a client that decides what is before them on a day. */
export async function knownOf({ db, ...setting }: Setting, who: Principal) {
  const file = await ownFile({ db, ...setting }, who);
  const [
    versions,
    sessions,
    { interviews },
    complaints,
    measured,
    places,
    messages,
    reminding,
    course,
  ] = await Promise.all([
    versionsOf(db, file.id),
    lastKnownOf(db, file.id, SHOWN_BACK),
    answersInForce(db, file.id),
    complaintsOf(db, file.id),
    measurementsOf(db, file.id),
    toldOfPlaces(db, file.id),
    messagesOf(db, file.id),
    remindingOf(db, file.id),
    courseStepsOf(db, file.id),
  ]);
  return {
    clientId: file.id,
    name: file.name,
    therapistName: file.therapistName,
    away: file.away,
    timeZone: file.timeZone,
    nextVisit: file.nextVisit,
    homeMeasures: file.homeMeasures,
    course,
    screening: file.screening,
    timesOfDay: file.timesOfDay,
    habits: file.habits,
    weekdays: file.weekdays,
    versions: versions.map(({ id, number, content, issuedOn, issuedAt, reason }) => ({
      id,
      number,
      content,
      issuedOn,
      issuedAt: issuedAt.getTime(),
      reason,
    })),
    sessions: sessions.map(({ startedAt, ...rest }) => ({
      ...rest,
      startedAt: startedAt.getTime(),
    })),
    interviews: interviews.map(({ at, confirmed }) => ({ at: at.getTime(), confirmed })),
    complaints: complaints.map(({ id, what, over, told }) => ({ id, what, over, told })),
    ...places,
    messages: messages.map(({ at, ...rest }) => ({ ...rest, at: at.getTime() })),
    own: measured
      .filter(({ visitId }) => visitId === null)
      .map(({ testId, quantityId, side, moment, day, tries, value, seen, mark, way }) => ({
        testId,
        quantityId,
        side,
        moment,
        day,
        tries,
        value,
        seen,
        mark,
        way,
      })),
    numbers: { practice: who.phone, emergency: who.emergencyNumber },
    reminding: readWish(reminding?.wish),
  } satisfies Known & { clientId: string };
}

/** What a client sees first: today's routine, how the week stands, and the last sessions. */
export const clientStart = async (setting: Setting, who: Principal) =>
  startOf(await knownOf(setting, who), setting.now().getTime());

/** The places of a client’s routine, to look up outside a session. */
export const ownPlaces = async (setting: Setting, who: Principal) =>
  placesOf(await knownOf(setting, who));

/** How it goes, as the client reads it. */
export const ownCourse = async (setting: Setting, who: Principal) =>
  courseOfOwn(await knownOf(setting, who), setting.now().getTime());

/** What a session that was done without the phone is written down by. */
export async function ownByHand(setting: Setting, who: Principal) {
  const known = await knownOf(setting, who);
  const { version, findings, ...rest } = byHandOf(known, setting.now().getTime());
  if (!version) return { ...rest, version };
  const given = {
    clientId: known.clientId,
    versionId: version.id,
    steps: version.steps,
    findings,
  };
  return { ...rest, version: { ...version, ledId: await handedOut(setting, given) } };
}

/** The name under which something is handed out: a session names it, and is read by these holds ever after. */
const handedOut = async (
  { db, now, hasRoom }: Setting,
  given: Parameters<typeof ledIdOf>[0],
): Promise<string> => (hasRoom() ? await handOut(db, given, { at: now() }) : ledIdOf(given));

/** The routine a client is led through: their latest version, as far as it is due, handed out under a name. */
export async function routineToPractise(setting: Setting, who: Principal) {
  const known = await knownOf(setting, who);
  const { version, findings, ...rest } = practiseOf(known, setting.now().getTime());
  if (!version) return { ...rest, version };
  const { words, lineIds, ...led } = version;
  const given = { clientId: known.clientId, versionId: led.id, steps: led.steps, findings };
  const ledId = await handedOut(setting, given);
  return { ...rest, version: { ...led, ...words, lineIds, ledId } };
}
