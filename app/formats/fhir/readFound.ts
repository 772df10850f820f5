import { findSite } from '#core/anatomy';
import { findTest } from '#core/measurement';
import { z } from 'zod';
import type { MeasureTold, PointTold, VisitTold } from './careRecord';
import { SAYS, SYSTEM } from './codes';
import {
  codeIn,
  dayIn,
  idIn,
  idOf,
  lineIn,
  noteOf,
  NotForUs,
  partOf,
  partsOf,
  placeOf,
  ratingIn,
  resourceShape,
  saysOf,
  sideIn,
  type Resource,
} from './parts';

const encounterShape = resourceShape.extend({
  period: z.looseObject({ start: z.string().optional() }).optional(),
});
export const visitOf = (given: Resource): VisitTold => {
  const one = encounterShape.parse(given);
  return {
    id: idOf(one),
    day: dayIn(one.period?.start, 'period.start'),
    finished: one.status === 'finished',
  };
};

const boolean = (one: Resource, code: string): boolean | null =>
  partOf(one, code)?.valueBoolean ?? null;

function siteIn(one: Resource): string {
  const siteId = codeIn(placeOf(one), SYSTEM.site);
  if (siteId === null || !findSite(siteId)) throw new NotForUs('it names no place this atlas has');
  return siteId;
}

export function pointOf(one: Resource): PointTold {
  const rating = ratingIn(one.valueInteger);
  if (rating === null) throw new NotForUs('it holds no rating');
  const refers = boolean(one, 'refers');
  return {
    id: idOf(one),
    thread: idIn(saysOf(one, SAYS.structure)?.valueReference) ?? idOf(one),
    day: dayIn(one.effectiveDateTime, 'effectiveDateTime'),
    visitId: idIn(one.encounter),
    siteId: siteIn(one),
    side: sideIn(placeOf(one)),
    across: partOf(one, 'across')?.valueQuantity?.value ?? 0,
    down: partOf(one, 'down')?.valueQuantity?.value ?? 0,
    rating,
    tautBand: boolean(one, 'taut-band'),
    refersTo:
      refers === null
        ? null
        : partsOf(one, 'refers-to').flatMap(
            ({ valueCodeableConcept }) => codeIn(valueCodeableConcept, SYSTEM.bodyPart) ?? [],
          ),
    stopsOnRelease: boolean(one, 'stops-on-release'),
    worseOnBreath: boolean(one, 'worse-on-breath'),
    worst: boolean(one, 'worst') ?? false,
    bruised: boolean(one, 'bruised'),
    note: noteOf(one),
  };
}

const momentShape = z.enum(['before', 'between', 'after']).catch('between');
const wayShape = z.enum(['number', 'fingers', 'tilt', 'picture']).catch('number');

export function measureOf(one: Resource, code: string): MeasureTold {
  const [testId = '', quantityId = ''] = code.split('/');
  const test = findTest(testId);
  const isKnown = [...(test?.quantities ?? []), ...(test?.observations ?? [])].some(
    ({ id }) => id === quantityId,
  );
  if (!isKnown) throw new NotForUs('it is of a test nobody here knows');
  return {
    id: idOf(one),
    day: dayIn(one.effectiveDateTime, 'effectiveDateTime'),
    visitId: idIn(one.encounter),
    testId,
    quantityId,
    side: sideIn(placeOf(one)),
    moment: momentShape.parse(partOf(one, 'moment')?.valueString),
    tries: partsOf(one, 'try').flatMap(({ valueQuantity }) => valueQuantity?.value ?? []),
    value: one.valueQuantity?.value ?? null,
    seen: lineIn(one.valueString, 'what was seen'),
    mark: lineIn(partOf(one, 'mark')?.valueString, 'what it was judged by'),
    way: wayShape.parse(codeIn(one.method, SYSTEM.observed)),
  };
}
