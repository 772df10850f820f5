import { findSite } from '#core/anatomy';
import { findQuantity, findTest } from '#core/measurement';
import type {
  BodyStructure,
  Encounter,
  Observation,
  ObservationComponent,
  Reference,
} from 'fhir/r4';
import {
  observed,
  PAIN,
  partConcept,
  quantity,
  SAYS,
  sideConcept,
  siteConcept,
  SYSTEM,
  to,
} from './codes';
import type { CareRecord, MeasureTold, PointTold, VisitTold } from './careRecord';

const exam = {
  coding: [{ system: SYSTEM.observationCategory, code: 'exam', display: 'Exam' }],
};

export const visitAs = ({ id, day, finished }: VisitTold, subject: Reference): Encounter => ({
  resourceType: 'Encounter',
  id,
  status: finished ? 'finished' : 'in-progress',
  class: { system: SYSTEM.encounterClass, code: 'AMB', display: 'ambulatory' },
  subject,
  period: { start: day, ...(finished ? { end: day } : {}) },
});

/** The structures of tender points: one a point, over all visits. */
export function structuresOf({ points }: CareRecord, patient: Reference): BodyStructure[] {
  const byThread = new Map(points.map((point) => [point.thread, point]));
  return [...byThread.values()].map(({ thread, siteId, side }) => ({
    resourceType: 'BodyStructure',
    id: thread,
    active: true,
    morphology: observed('tender-point', 'Tender point'),
    location: siteConcept(siteId, side),
    locationQualifier: [sideConcept(side)],
    description: `Tender point: ${findSite(siteId)?.plainName ?? siteId}`,
    patient,
  }));
}

const said = (code: string, words: string, value: boolean | null): ObservationComponent[] =>
  value === null ? [] : [{ code: observed(code, words), valueBoolean: value }];

/** A tender point as it was found once: how tender it was, and what pressing did. */
export const pointAs = (point: PointTold, subject: Reference): Observation => ({
  resourceType: 'Observation',
  id: point.id,
  extension: [{ url: SAYS.structure, valueReference: to(point.thread) }],
  status: 'final',
  category: [exam],
  code: { coding: [PAIN], text: 'Tenderness of a point while pressed' },
  subject,
  ...(point.visitId === null ? {} : { encounter: to(point.visitId) }),
  effectiveDateTime: point.day,
  valueInteger: point.rating,
  ...(point.note === '' ? {} : { note: [{ text: point.note }] }),
  bodySite: siteConcept(point.siteId, point.side),
  component: [
    {
      code: observed('across', 'Across, from the site’s own spot'),
      valueQuantity: quantity(point.across, 'mm'),
    },
    {
      code: observed('down', 'Down, from the site’s own spot'),
      valueQuantity: quantity(point.down, 'mm'),
    },
    ...said('taut-band', 'A taut band', point.tautBand),
    ...said('stops-on-release', 'What it refers stops on release', point.stopsOnRelease),
    ...said('worse-on-breath', 'Worse on a breath', point.worseOnBreath),
    ...said('bruised', 'A bruise is seen there', point.bruised),
    ...said('worst', 'One of the worst', point.worst),
    ...said(
      'refers',
      'It refers elsewhere',
      point.refersTo === null ? null : point.refersTo.length > 0,
    ),
    ...(point.refersTo ?? []).map((part): ObservationComponent => ({
      code: observed('refers-to', 'It refers to'),
      valueCodeableConcept: partConcept(part, null),
    })),
  ],
});

const WAYS: Record<MeasureTold['way'], string> = {
  number: 'read off',
  fingers: 'in finger widths',
  tilt: 'by tilt',
  picture: 'on a picture',
};

/** A figure of a movement test, or what was seen. */
export function measureAs(one: MeasureTold, subject: Reference): Observation {
  const test = findTest(one.testId);
  const of = findQuantity(one.testId, one.quantityId);
  const unit = of?.unit ?? 'score';
  const name = [test?.name ?? one.testId, of?.name ?? one.quantityId].join(': ');
  return {
    resourceType: 'Observation',
    id: one.id,
    status: 'final',
    category: [exam],
    code: {
      coding: [{ system: SYSTEM.test, code: `${one.testId}/${one.quantityId}`, display: name }],
      text: name,
    },
    subject,
    ...(one.visitId === null ? {} : { encounter: to(one.visitId) }),
    effectiveDateTime: one.day,
    ...(one.value === null ? {} : { valueQuantity: quantity(one.value, unit) }),
    ...(one.value === null && one.seen !== null ? { valueString: one.seen } : {}),
    bodySite: sideConcept(one.side),
    method: { coding: [{ system: SYSTEM.observed, code: one.way, display: WAYS[one.way] }] },
    component: [
      { code: observed('moment', 'Before, between or after pressing'), valueString: one.moment },
      ...one.tries.map((value): ObservationComponent => ({
        code: observed('try', 'A try'),
        valueQuantity: quantity(value, unit),
      })),
      ...(one.mark === null
        ? []
        : [{ code: observed('mark', 'What it was judged by'), valueString: one.mark }]),
    ],
  };
}
