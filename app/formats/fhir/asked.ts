import { CONDITIONS } from '#core/screening';
import { findSite } from '#core/anatomy';
import type {
  Condition,
  Observation,
  QuestionnaireResponse,
  QuestionnaireResponseItem,
  Reference,
} from 'fhir/r4';
import {
  also,
  flag,
  observed,
  PAIN,
  partConcept,
  SAYS,
  SCREENING,
  SYSTEM,
  text,
  to,
} from './codes';
import type { ComplaintTold, InterviewTold, StandingTold } from './careRecord';

/** What brings a client, in their own words. */
export const complaintAs = (one: ComplaintTold, subject: Reference): Condition => ({
  resourceType: 'Condition',
  id: one.id,
  ...(one.stops === '' ? {} : { extension: [text(SAYS.stops, one.stops)] }),
  clinicalStatus: {
    coding: [{ system: SYSTEM.conditionStatus, code: one.over ? 'resolved' : 'active' }],
  },
  category: [{ coding: [{ system: SYSTEM.conditionCategory, code: 'problem-list-item' }] }],
  code: { text: one.what },
  ...(one.places.length === 0
    ? {}
    : { bodySite: one.places.map(({ part, side }) => partConcept(part, side)) }),
  subject,
  ...(one.since === '' ? {} : { onsetDateTime: one.since }),
});

/** How a complaint stood in the last seven days. */
export const standingAs = (
  one: StandingTold,
  complaintId: string,
  subject: Reference,
): Observation => ({
  resourceType: 'Observation',
  id: one.id,
  status: 'final',
  category: [
    { coding: [{ system: SYSTEM.observationCategory, code: 'survey', display: 'Survey' }] },
  ],
  code: also(PAIN, observed('complaint-standing', 'A complaint at its strongest in seven days')),
  subject,
  focus: [to(complaintId)],
  effectiveDateTime: one.day,
  valueInteger: one.strongest,
  method: {
    coding: [
      {
        system: SYSTEM.observed,
        code: one.from,
        display: `asked at ${one.from === 'home' ? 'home' : 'a visit'}`,
      },
    ],
  },
  component: [
    { code: observed('days', 'Days it was there, of seven'), valueInteger: one.days },
    { code: observed('hinders', 'How much it hindered, 0–10'), valueInteger: one.hinders },
  ],
});

const answers = (linkId: string, words: string, codes: readonly string[], system: string) =>
  codes.length === 0
    ? []
    : [
        {
          linkId,
          text: words,
          answer: codes.map((code) => ({ valueCoding: { system, code } })),
        },
      ];

/** Answers of the screening; a question that was not answered is not in it. */
export const interviewAs = (one: InterviewTold, subject: Reference): QuestionnaireResponse => ({
  resourceType: 'QuestionnaireResponse',
  id: one.id,
  extension: [flag(SAYS.confirmed, one.confirmed)],
  questionnaire: SCREENING,
  status: 'completed',
  subject,
  authored: one.day,
  item: one.replies.map((reply): QuestionnaireResponseItem => {
    const { condition } = reply;
    const more: QuestionnaireResponseItem[] = [
      ...answers(`${condition}.side`, 'Which side', reply.sides, SYSTEM.side),
      ...answers(`${condition}.region`, 'Where', reply.regions, SYSTEM.bodyPart),
      ...(reply.siteIds.length === 0
        ? []
        : [
            {
              linkId: `${condition}.site`,
              text: 'At which places',
              answer: reply.siteIds.map((code) => ({
                valueCoding: {
                  system: SYSTEM.site,
                  code,
                  display: findSite(code)?.plainName ?? code,
                },
              })),
            },
          ]),
      ...(reply.since === ''
        ? []
        : [{ linkId: `${condition}.since`, text: 'Since', answer: [{ valueDate: reply.since }] }]),
    ];
    return {
      linkId: condition,
      text: CONDITIONS[condition].asks,
      answer: [{ valueBoolean: reply.says === 'yes', ...(more.length > 0 ? { item: more } : {}) }],
    };
  }),
});
