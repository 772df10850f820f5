import { BODY_PARTS, findSite, type Side } from '#core/anatomy';
import type { CodeableConcept, Coding, Extension, Quantity, Reference } from 'fhir/r4';

/** Names of what no published system has a code for. */
const OWN = 'urn:x-entspann';
export const SYSTEM = {
  site: `${OWN}:site`,
  bodyPart: `${OWN}:body-part`,
  side: `${OWN}:side`,
  observed: `${OWN}:observed`,
  test: `${OWN}:test`,
  question: `${OWN}:screening-question`,
  procedure: `${OWN}:procedure`,
  loinc: 'http://loinc.org',
  ucum: 'http://unitsofmeasure.org',
  conditionStatus: 'http://terminology.hl7.org/CodeSystem/condition-clinical',
  conditionCategory: 'http://terminology.hl7.org/CodeSystem/condition-category',
  observationCategory: 'http://terminology.hl7.org/CodeSystem/observation-category',
  encounterClass: 'http://terminology.hl7.org/CodeSystem/v3-ActCode',
} as const;

/** Questions of the screening, as a questionnaire another program may name. */
export const SCREENING = `${OWN}:screening`;

/** What an extension of ours says. */
export const SAYS = {
  stops: `${OWN}:stops`,
  confirmed: `${OWN}:confirmed`,
  number: `${OWN}:version-number`,
  routine: `${OWN}:routine`,
  line: `${OWN}:line`,
  session: `${OWN}:session`,
  day: `${OWN}:day`,
  /** Of HL7: the structure an observation is of (from memory). */
  structure: 'http://hl7.org/fhir/StructureDefinition/bodySite',
} as const;

/** LOINC 72514-3, “Pain severity - 0-10 verbal numeric rating [Score] - Reported” (from memory). */
export const PAIN: Coding = {
  system: SYSTEM.loinc,
  code: '72514-3',
  display: 'Pain severity - 0-10 verbal numeric rating [Score] - Reported',
};

const SIDE_WORDS: Record<Side, string> = { left: 'left', right: 'right', mid: 'in the middle' };

export const sideConcept = (side: Side): CodeableConcept => ({
  coding: [{ system: SYSTEM.side, code: side, display: SIDE_WORDS[side] }],
});

/** A site and a side, as where something was. */
export const siteConcept = (siteId: string, side: Side): CodeableConcept => {
  const name = findSite(siteId)?.plainName ?? siteId;
  return {
    coding: [
      { system: SYSTEM.site, code: siteId, display: name },
      { system: SYSTEM.side, code: side, display: SIDE_WORDS[side] },
    ],
    text: side === 'mid' ? name : `${name}, ${side}`,
  };
};

const partName = (id: string): string =>
  Object.entries(BODY_PARTS).find(([known]) => known === id)?.[1].name ?? id;

export const partConcept = (part: string, side: Side | null): CodeableConcept => ({
  coding: [
    { system: SYSTEM.bodyPart, code: part, display: partName(part) },
    ...(side === null ? [] : [{ system: SYSTEM.side, code: side, display: SIDE_WORDS[side] }]),
  ],
  text: side === null || side === 'mid' ? partName(part) : `${partName(part)}, ${side}`,
});

/** Something observed that only we have a name for. */
export const observed = (code: string, text: string): CodeableConcept => ({
  coding: [{ system: SYSTEM.observed, code, display: text }],
  text,
});

/** The same with a published code besides. */
export const also = (coding: Coding, of: CodeableConcept): CodeableConcept => ({
  ...of,
  coding: [coding, ...(of.coding ?? [])],
});

export const to = (id: string): Reference => ({ reference: `urn:uuid:${id}` });

/** UCUM’s codes of our units. */
const UCUM: Record<string, string> = { score: '{score}' };
export const quantity = (value: number, unit: string): Quantity => ({
  value,
  unit,
  system: SYSTEM.ucum,
  code: UCUM[unit] ?? unit,
});

export const flag = (url: string, valueBoolean: boolean): Extension => ({ url, valueBoolean });
/** Blanks a string of R4 may not hold. */
const BLANKS = /[^\S \r\n\t]/g;

/** JSON as a string of R4: other blanks than it may hold are escaped. */
export const asJson = (value: unknown): string =>
  JSON.stringify(value).replace(
    BLANKS,
    (blank) => `\\u${blank.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );

/** The same with every text in it as R4 may hold it: any other blank is an ordinary one. */
export const withPlainBlanks = <T>(value: T): T =>
  JSON.parse(
    JSON.stringify(value, (_, one: unknown) =>
      typeof one === 'string' ? one.replace(BLANKS, ' ') : one,
    ),
  ) as T;

export const text = (url: string, valueString: string): Extension => ({ url, valueString });
