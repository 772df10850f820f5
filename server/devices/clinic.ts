import express, { Router } from 'express';
import ICAL from 'ical.js';
import { z } from 'zod';

/**
 * A simulated clinic that receives what is sent to it: a Bundle of FHIR R4, or a calendar. It knows nothing of this product, only
 * published codes (LOINC, UCUM, HL7’s own), keeps nothing, and says what it understood and what it passed over. Every answer says
 * that it is simulated.
 */

/** What a clinic made of a document. */
export interface Understood {
  kind: 'FHIR' | 'calendar';
  /** Whose it is, as it reads it. */
  of: string;
  lines: { says: string; many: number }[];
  /** What it has no use for. */
  passedOver: { says: string; many: number }[];
}

/** A document that a clinic cannot take; the message says why. */
class Unreadable extends Error {}

const coding = z.looseObject({ system: z.string().optional(), code: z.string().optional() });
const concept = z.looseObject({ coding: z.array(coding).optional(), text: z.string().optional() });
const resource = z.looseObject({
  resourceType: z.string(),
  status: z.string().optional(),
  code: concept.optional(),
  clinicalStatus: concept.optional(),
  name: z.unknown().optional(),
  birthDate: z.string().optional(),
  valueInteger: z.number().optional(),
  valueQuantity: z
    .looseObject({ system: z.string().optional(), code: z.string().optional() })
    .optional(),
  item: z.array(z.unknown()).optional(),
});
type Resource = z.infer<typeof resource>;
const bundleShape = z.looseObject({
  resourceType: z.literal('Bundle', { error: 'That is no Bundle.' }),
  entry: z
    .array(z.looseObject({ resource }), { error: 'An entry of the Bundle holds no resource.' })
    .default([]),
});
const nameShape = z.array(z.looseObject({ text: z.string().optional() })).catch([]);

const LOINC = 'http://loinc.org';
const UCUM = 'http://unitsofmeasure.org';

/** What an observation is to a clinic that knows published codes only. */
function observationWords({ code, valueInteger, valueQuantity }: Resource): string | null {
  const loinc = code?.coding?.find(({ system }) => system === LOINC)?.code;
  if (loinc === '72514-3' && valueInteger !== undefined) return 'pain rating, 0–10 (LOINC 72514-3)';
  if (valueQuantity?.system === UCUM && code?.text)
    return `“${code.text}” in ${valueQuantity.code ?? 'no unit'} (UCUM)`;
  return null;
}

/** What a resource is to it; null: it has no use for it. */
function wordsOf(one: Resource): string | null {
  switch (one.resourceType) {
    case 'Condition': {
      const state = one.clinicalStatus?.coding?.[0]?.code ?? 'not said how it stands';
      return `problem, ${state}: “${one.code?.text ?? 'no name'}”`;
    }
    case 'Observation':
      return observationWords(one);
    case 'CarePlan':
      return `care plan, ${one.status ?? 'no status'}`;
    case 'ServiceRequest':
      return one.status === 'active'
        ? `exercise asked for: “${one.code?.text ?? 'no name'}”`
        : null;
    case 'Procedure':
      return `session, ${one.status ?? 'no status'}`;
    case 'Encounter':
      return `visit, ${one.status ?? 'no status'}`;
    case 'QuestionnaireResponse':
      return `questionnaire of ${one.item?.length ?? 0} answers`;
    case 'BodyStructure':
      return 'place on the body';
    default:
      return null;
  }
}

/** The same words once, with how often they were said; the most first. */
const counted = (words: readonly string[]) =>
  [...new Set(words)]
    .map((says) => ({ says, many: words.filter((one) => one === says).length }))
    .sort((a, b) => b.many - a.many || a.says.localeCompare(b.says));

function readBundle(text: string): Understood {
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    throw new Unreadable('That is no JSON.');
  }
  const read = bundleShape.safeParse(json);
  if (!read.success) throw new Unreadable(read.error.issues[0]?.message ?? 'That is no Bundle.');
  const all = read.data.entry.map((entry) => entry.resource);
  const patient = all.find(({ resourceType }) => resourceType === 'Patient');
  if (!patient) throw new Unreadable('The Bundle is of nobody: it holds no Patient.');
  const [name] = nameShape.parse(patient.name);
  const rest = all.filter(
    ({ resourceType }) => !['Patient', 'Organization', 'Practitioner'].includes(resourceType),
  );
  return {
    kind: 'FHIR',
    of: [name?.text ?? 'no name', patient.birthDate && `born ${patient.birthDate}`]
      .filter(Boolean)
      .join(', '),
    lines: counted(rest.flatMap((one) => wordsOf(one) ?? [])),
    passedOver: counted(
      rest
        .filter((one) => wordsOf(one) === null)
        .map(({ resourceType, code }) => [resourceType, code?.text].filter(Boolean).join(': ')),
    ),
  };
}

/** So far ahead an event is counted. */
const MOST_TIMES = 400;

function readCalendar(text: string): Understood {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    throw new Unreadable('That is no calendar.');
  }
  const lines = calendar.getAllSubcomponents('vevent').map((component) => {
    const event = new ICAL.Event(component);
    let many = 0;
    const times = event.iterator();
    while (many < MOST_TIMES && times.next()) many += 1;
    const alarms = component.getAllSubcomponents('valarm').length;
    const first = event.startDate.toString().replace('T', ' ').slice(0, 16);
    return {
      says: `“${event.summary}”, first ${first}${alarms > 0 ? ', with an alarm' : ''}`,
      many,
    };
  });
  const method = calendar.getFirstPropertyValue('method');
  return {
    kind: 'calendar',
    of: `method ${typeof method === 'string' ? method : 'not said'}`,
    lines,
    passedOver: counted(
      calendar
        .getAllSubcomponents()
        .flatMap(({ name }) => (['vevent', 'vtimezone'].includes(name) ? [] : [name])),
    ),
  };
}

/** What the clinic makes of a document. */
export const understand = (text: string): Understood =>
  text.trimStart().startsWith('BEGIN:VCALENDAR') ? readCalendar(text) : readBundle(text);

/** The clinic’s endpoint: `POST /documents` with a Bundle or a calendar as text. */
export function simulatedClinic(): Router {
  const router = Router();
  router.use(express.text({ type: () => true, limit: '12mb' }));
  router.post('/documents', (request, response) => {
    try {
      const body: unknown = request.body;
      const text = typeof body === 'string' ? body : '';
      response.json({ simulated: true, ...understand(text) });
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      response.status(422).json({ simulated: true, says: error.message });
    }
  });
  return router;
}
