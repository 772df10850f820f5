import { isPress, lineTitle, type RoutineItem } from '#core/routine';
import { stopReason } from '#core/session';
import type {
  CarePlan,
  Observation,
  ObservationComponent,
  Procedure,
  Reference,
  ServiceRequest,
} from 'fhir/r4';
import { v5 as uuidOf } from 'uuid';
import {
  also,
  asJson,
  observed,
  PAIN,
  quantity,
  SAYS,
  siteConcept,
  SYSTEM,
  text,
  to,
} from './codes';
import type { CareRecord, SessionTold, VersionTold } from './careRecord';

/** The same part of the same thing has the same id each time it is told. */
const partOf = (id: string, part: string): string => uuidOf(part, id);

const SIDED = { both: 'mid', left: 'left', right: 'right', mid: 'mid' } as const;

export interface Told {
  subject: Reference;
  therapist: Reference;
  /** A line’s dose in words. */
  doseWords: (item: RoutineItem) => string;
}

/** A version of the routine: a plan, and a request for each of its lines. */
export function planAs(
  version: VersionTold,
  isInForce: boolean,
  { subject, therapist, doseWords }: Told,
): (CarePlan | ServiceRequest | Observation)[] {
  const { id, number, issuedOn, reason, routine } = version;
  const { items, ...frame } = routine;
  const status = isInForce ? ('active' as const) : ('revoked' as const);
  const requestId = (item: RoutineItem) => partOf(id, `line ${item.id}`);
  const requests = items.map((item): ServiceRequest => ({
    resourceType: 'ServiceRequest',
    id: requestId(item),
    extension: [text(SAYS.line, asJson(item))],
    status,
    intent: 'plan',
    code: {
      ...(isPress(item)
        ? { coding: [{ system: SYSTEM.procedure, code: 'self-release', display: 'Self-release' }] }
        : {}),
      text: lineTitle(item),
    },
    subject,
    occurrenceTiming: {
      repeat: { frequency: routine.timesPerWeek, period: 1, periodUnit: 'wk' },
    },
    authoredOn: issuedOn,
    requester: therapist,
    ...(isPress(item) ? { bodySite: [siteConcept(item.siteId, SIDED[item.sides])] } : {}),
    patientInstruction: [doseWords(item), item.instructions].filter(Boolean).join('. '),
  }));
  const grades = items.filter(isPress).map((item): Observation => ({
    resourceType: 'Observation',
    id: partOf(id, `grade ${item.id}`),
    basedOn: [to(requestId(item))],
    status: 'final',
    code: observed('pressure-grade', 'Pressure asked for, on the client’s own scale of 0–10'),
    subject,
    effectiveDateTime: issuedOn,
    valueInteger: item.grade,
    bodySite: siteConcept(item.siteId, SIDED[item.sides]),
  }));
  const plan: CarePlan = {
    resourceType: 'CarePlan',
    id,
    extension: [{ url: SAYS.number, valueInteger: number }, text(SAYS.routine, asJson(frame))],
    status,
    intent: 'plan',
    title: `Home routine, version ${number}`,
    subject,
    period: { start: issuedOn },
    created: issuedOn,
    author: therapist,
    activity: requests.map(({ id: of }) => ({ reference: to(of ?? '') })),
    ...(reason === '' ? {} : { note: [{ text: reason }] }),
  };
  return [plan, ...requests, ...grades];
}

const STATUS: Record<SessionTold['status'], Procedure['status']> = {
  ready: 'preparation',
  running: 'in-progress',
  paused: 'on-hold',
  stopped: 'stopped',
  finished: 'completed',
};

const rated = (code: string, words: string, value: number | null): ObservationComponent[] =>
  value === null
    ? []
    : [
        {
          code: { coding: [PAIN, ...(observed(code, words).coding ?? [])], text: words },
          valueInteger: value,
        },
      ];

/** A session of home practice, and what was rated at each place of it. */
export function sessionAs(session: SessionTold, subject: Reference): (Procedure | Observation)[] {
  const { id, places, startedAt, endedAt, status, stopReason: why } = session;
  const instant = (at: number) => new Date(at).toISOString();
  const { day, takenBack, counts, byHand } = session;
  const procedure: Procedure = {
    resourceType: 'Procedure',
    id,
    extension: [text(SAYS.session, asJson({ day, status, counts, byHand }))],
    basedOn: [to(session.versionId)],
    status: takenBack ? 'entered-in-error' : STATUS[status],
    ...(why === null
      ? {}
      : {
          statusReason: {
            coding: [{ system: SYSTEM.procedure, code: why }],
            text: stopReason(why).label,
          },
        }),
    code: {
      coding: [{ system: SYSTEM.procedure, code: 'session', display: 'Session of home practice' }],
      text: 'Session of home practice',
    },
    subject,
    performedPeriod: {
      start: instant(startedAt),
      ...(endedAt === null ? {} : { end: instant(endedAt) }),
    },
    ...(session.after === null ? {} : { outcome: { text: session.after } }),
    ...(session.word === '' ? {} : { note: [{ text: session.word }] }),
  };
  const ratings = places.map((place): Observation => ({
    resourceType: 'Observation',
    id: partOf(id, `place ${place.siteId} ${place.side}`),
    partOf: [to(id)],
    status: takenBack ? 'entered-in-error' : 'final',
    code: also(PAIN, observed('place-of-session', 'Tenderness of a place while first pressed')),
    subject,
    effectiveDateTime: instant(startedAt),
    ...(place.before === null ? {} : { valueInteger: place.before }),
    bodySite: siteConcept(place.siteId, place.side),
    component: [
      ...rated('after', 'On letting go', place.after),
      { code: observed('contact', 'Contact'), valueQuantity: quantity(place.contactSeconds, 's') },
      { code: observed('holds-done', 'Holds that were held'), valueInteger: place.holdsDone },
      {
        code: observed('holds-asked', 'Holds that were asked for'),
        valueInteger: place.holdsAsked,
      },
    ],
  }));
  return [procedure, ...ratings];
}

/** The version that is in force: the last. */
export const inForceOf = ({ versions }: CareRecord): VersionTold | null => versions.at(-1) ?? null;
