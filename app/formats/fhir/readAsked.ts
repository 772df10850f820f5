import { complaintSchema, standingSchema } from '#core/complaint';
import { readReplies } from '#core/screening';
import { z } from 'zod';
import type { ComplaintTold, InterviewTold, StandingTold } from './careRecord';
import { SAYS, SCREENING, SYSTEM } from './codes';
import {
  codeIn,
  concept,
  dayIn,
  idOf,
  NotForUs,
  partOf,
  resourceShape,
  saysOf,
  sideIn,
  type Concept,
  type Resource,
} from './parts';

const conditionShape = resourceShape.extend({
  clinicalStatus: concept.optional(),
  onsetDateTime: z.string().optional(),
});

export function complaintOf(given: Resource): ComplaintTold {
  const one = conditionShape.parse(given);
  const sites: Concept[] = Array.isArray(one.bodySite) ? one.bodySite : [];
  const content = complaintSchema.safeParse({
    what: one.code?.text ?? '',
    places: sites.flatMap((site) => {
      const part = codeIn(site, SYSTEM.bodyPart);
      return part === null ? [] : [{ part, side: sideIn(site) }];
    }),
    since: (one.onsetDateTime ?? '').slice(0, 10),
    stops: saysOf(one, SAYS.stops)?.valueString ?? '',
    over: ['resolved', 'inactive', 'remission'].includes(
      codeIn(one.clinicalStatus, SYSTEM.conditionStatus) ?? '',
    ),
  });
  if (!content.success) throw new NotForUs(content.error.issues[0]?.message ?? 'it cannot be read');
  return { ...content.data, id: idOf(one), told: [] };
}

export const standingOf = (one: Resource): StandingTold => {
  const read = standingSchema.safeParse({
    days: partOf(one, 'days')?.valueInteger,
    strongest: one.valueInteger,
    hinders: partOf(one, 'hinders')?.valueInteger,
  });
  if (!read.success) throw new NotForUs(read.error.issues[0]?.message ?? 'it cannot be read');
  return {
    ...read.data,
    id: idOf(one),
    day: dayIn(one.effectiveDateTime, 'effectiveDateTime'),
    from: codeIn(one.method, SYSTEM.observed) === 'home' ? 'home' : 'visit',
  };
};

const itemShape = z.looseObject({
  linkId: z.string(),
  answer: z
    .array(
      z.looseObject({
        valueBoolean: z.boolean().optional(),
        valueDate: z.string().optional(),
        valueCoding: z.looseObject({ code: z.string().optional() }).optional(),
        item: z.array(z.unknown()).optional(),
      }),
    )
    .default([]),
});
const interviewShape = resourceShape.extend({
  questionnaire: z.string().optional(),
  authored: z.string().optional(),
  item: z.array(itemShape).default([]),
});

export function interviewOf(given: Resource): InterviewTold {
  const one = interviewShape.parse(given);
  if (one.questionnaire !== SCREENING) throw new NotForUs('it answers other questions than these');
  // What was not answered was not asked: it is no “no”.
  const answered = one.item.filter(({ answer: [first] }) => first?.valueBoolean !== undefined);
  const stored = answered.map(({ linkId, answer: [first] }) => {
    const more = z.array(itemShape).parse(first?.item ?? []);
    const under = (name: string) =>
      more.find((inner) => inner.linkId === `${linkId}.${name}`)?.answer ?? [];
    const codes = (name: string) =>
      under(name).flatMap(({ valueCoding }) => valueCoding?.code ?? []);
    return {
      condition: linkId,
      says: first?.valueBoolean === true ? 'yes' : 'no',
      sides: codes('side'),
      regions: codes('region'),
      siteIds: codes('site'),
      since: under('since')[0]?.valueDate ?? '',
    };
  });
  const { replies, noLongerAsked } = readReplies(stored);
  if (noLongerAsked.length > 0)
    throw new NotForUs(`it asks what this screening does not: ${noLongerAsked.join(', ')}`);
  return {
    id: idOf(one),
    day: dayIn(one.authored, 'authored'),
    confirmed: saysOf(one, SAYS.confirmed)?.valueBoolean ?? false,
    replies,
  };
}
