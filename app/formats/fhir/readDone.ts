import { routineSchema } from '#core/routine';
import { z } from 'zod';
import type { PlaceTold, SessionTold, VersionTold } from './careRecord';
import { isFields } from './check';
import { SAYS, SYSTEM } from './codes';
import {
  codeIn,
  concept,
  dayIn,
  idIn,
  idOf,
  jsonIn,
  noteOf,
  NotForUs,
  partOf,
  placeOf,
  ratingIn,
  resourceShape,
  saysOf,
  sideIn,
  type Resource,
} from './parts';

const planShape = resourceShape.extend({
  created: z.string().optional(),
  activity: z
    .array(
      z.looseObject({ reference: z.looseObject({ reference: z.string().optional() }).optional() }),
    )
    .default([]),
});

export function versionOf(given: Resource, requests: ReadonlyMap<string, Resource>): VersionTold {
  const one = planShape.parse(given);
  const frame = saysOf(one, SAYS.routine)?.valueString;
  if (frame === undefined) throw new NotForUs('it is a plan of another program');
  const items = one.activity.map(({ reference: to }) => {
    const request = requests.get(idIn(to) ?? '');
    return jsonIn(request && saysOf(request, SAYS.line)?.valueString, 'a line of it');
  });
  const rest = jsonIn(frame, 'its frame');
  const routine = routineSchema.safeParse({ ...(isFields(rest) ? rest : {}), items });
  if (!routine.success) throw new NotForUs(routine.error.issues[0]?.message ?? 'it cannot be read');
  return {
    id: idOf(one),
    number: saysOf(one, SAYS.number)?.valueInteger ?? 1,
    issuedOn: dayIn(one.created, 'created'),
    reason: noteOf(one),
    routine: routine.data,
  };
}

const sessionExtra = z.object({
  day: z.string(),
  status: z.enum(['ready', 'running', 'paused', 'stopped', 'finished']),
  counts: z.boolean(),
  byHand: z.boolean(),
});
const procedureShape = resourceShape.extend({
  statusReason: concept.optional(),
  outcome: concept.optional(),
  performedPeriod: z
    .looseObject({ start: z.string().optional(), end: z.string().optional() })
    .optional(),
});
const instantIn = (text: string | undefined, what: string): number => {
  const at = Date.parse(text ?? '');
  if (Number.isNaN(at)) throw new NotForUs(`${what} is no instant`);
  return at;
};

export function sessionOf(given: Resource): SessionTold {
  const one = procedureShape.parse(given);
  const told = saysOf(one, SAYS.session)?.valueString;
  const versionId = idIn(one.basedOn?.[0]);
  if (told === undefined || versionId === null)
    throw new NotForUs('it is no session of a routine of ours');
  const extra = sessionExtra.safeParse(jsonIn(told, 'what it says of the session'));
  if (!extra.success) throw new NotForUs('what it says of the session cannot be read');
  const { start, end } = one.performedPeriod ?? {};
  return {
    ...extra.data,
    id: idOf(one),
    versionId,
    startedAt: instantIn(start, 'its start'),
    endedAt: end === undefined ? null : instantIn(end, 'its end'),
    stopReason: codeIn(one.statusReason, SYSTEM.procedure),
    takenBack: one.status === 'entered-in-error',
    after: one.outcome?.text ?? null,
    word: noteOf(one),
    places: [],
  };
}

export const placeTold = (one: Resource): PlaceTold => ({
  siteId: codeIn(placeOf(one), SYSTEM.site) ?? '',
  side: sideIn(placeOf(one)),
  before: ratingIn(one.valueInteger),
  after: ratingIn(partOf(one, 'after')?.valueInteger),
  contactSeconds: partOf(one, 'contact')?.valueQuantity?.value ?? 0,
  holdsDone: partOf(one, 'holds-done')?.valueInteger ?? 0,
  holdsAsked: partOf(one, 'holds-asked')?.valueInteger ?? 0,
});
