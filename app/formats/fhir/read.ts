import { z } from 'zod';
import type {
  CareRecord,
  ComplaintTold,
  InterviewTold,
  MeasureTold,
  PlaceTold,
  PointTold,
  SessionTold,
  StandingTold,
  VersionTold,
  VisitTold,
} from './careRecord';
import { faultsIn, isFields } from './check';
import { PAIN, SAYS, SYSTEM } from './codes';
import {
  codeIn,
  codesIn,
  idIn,
  idOf,
  NotForUs,
  resourceShape,
  saysOf,
  type Resource,
} from './parts';
import { complaintOf, interviewOf, standingOf } from './readAsked';
import { withOwnIds, type Entry } from './ownIds';
import { placeTold, sessionOf, versionOf } from './readDone';
import { measureOf, pointOf, visitOf } from './readFound';

/** A resource that was not read, and why: it is kept beside the record. */
export interface Aside {
  /** Its place in the Bundle, from 1. */
  entry: number;
  type: string;
  why: string;
  /** Under the id it has here, its references led to where they lead here. */
  resource: Entry['resource'];
}

/** A Bundle that cannot be read at all; `faults` say why, each with its place. */
export class BundleTrouble extends Error {
  constructor(readonly faults: readonly string[]) {
    super(faults.join(' '));
    this.name = 'BundleTrouble';
  }
}

const patientShape = resourceShape.extend({
  name: z
    .array(
      z.looseObject({
        text: z.string().optional(),
        given: z.array(z.string()).optional(),
        family: z.string().optional(),
      }),
    )
    .optional(),
  birthDate: z.string().optional(),
});
const organizationShape = resourceShape.extend({
  name: z.string().optional(),
  telecom: z
    .array(z.looseObject({ system: z.string().optional(), value: z.string().optional() }))
    .optional(),
});

/** A name as it is written in one line. */
const nameOf = (given: unknown): string => {
  const [first] = patientShape.parse(given).name ?? [];
  return (first?.text ?? [...(first?.given ?? []), first?.family ?? ''].join(' ')).trim();
};

/** A part of something else in the Bundle, which may not be read. */
interface Part<T> {
  of: string | null;
  part: T;
  entry: number;
}

const asideOf = ({ entry, resource }: Entry, why: string): Aside => ({
  entry,
  type: resource.resourceType,
  why,
  resource,
});

/** What is read of a Bundle, kind by kind, while it is gone through. */
interface Reading {
  complaints: ComplaintTold[];
  interviews: InterviewTold[];
  visits: VisitTold[];
  points: PointTold[];
  measures: MeasureTold[];
  versions: VersionTold[];
  sessions: SessionTold[];
  standings: Part<StandingTold>[];
  places: Part<PlaceTold>[];
}

function readObservation(one: Resource, into: Reading, entry: number): void {
  const own = codesIn(one.code, SYSTEM.observed);
  const test = codeIn(one.code, SYSTEM.test);
  if (own.includes('complaint-standing'))
    into.standings.push({ of: idIn(one.focus?.[0]), part: standingOf(one), entry });
  else if (own.includes('place-of-session'))
    into.places.push({ of: idIn(one.partOf?.[0]), part: placeTold(one), entry });
  // Told by the line itself.
  else if (own.includes('pressure-grade')) return;
  else if (test !== null) into.measures.push(measureOf(one, test));
  else if (codeIn(one.code, SYSTEM.loinc) === PAIN.code) into.points.push(pointOf(one));
  else throw new NotForUs('nobody here knows what was observed');
}

/** How a resource has to stand for it to be true: what was called off, or entered in error, is not. */
const STANDS: Readonly<Record<string, readonly string[]>> = {
  Encounter: ['in-progress', 'onleave', 'finished'],
  Observation: ['preliminary', 'final', 'amended', 'corrected'],
  QuestionnaireResponse: ['completed', 'amended'],
  CarePlan: ['active', 'on-hold', 'revoked', 'completed'],
};
const UNTRUE = ['entered-in-error', 'refuted'];

/** @throws NotForUs for what is told and does not hold */
function expectStanding(one: Resource): void {
  const { resourceType: type, status } = one;
  // A session that was taken back is told so, with what was rated in it.
  const isOfSession = codesIn(one.code, SYSTEM.observed).includes('place-of-session');
  const known = isOfSession ? undefined : STANDS[type];
  if (known && !known.includes(status ?? ''))
    throw new NotForUs(`its status is ${status ?? 'not told'}`);
  if (type === 'Condition') {
    const verified = one.verificationStatus?.coding?.[0]?.code;
    if (verified !== undefined && UNTRUE.includes(verified))
      throw new NotForUs(`it is ${verified}`);
  }
}

function readResource(
  one: Resource,
  into: Reading,
  requests: ReadonlyMap<string, Resource>,
  entry: number,
): void {
  expectStanding(one);
  switch (one.resourceType) {
    case 'Condition':
      into.complaints.push(complaintOf(one));
      return;
    case 'QuestionnaireResponse':
      into.interviews.push(interviewOf(one));
      return;
    case 'Encounter':
      into.visits.push(visitOf(one));
      return;
    case 'Observation':
      readObservation(one, into, entry);
      return;
    case 'CarePlan':
      into.versions.push(versionOf(one, requests));
      return;
    case 'Procedure':
      into.sessions.push(sessionOf(one));
      return;
    // What others are made of.
    case 'Patient':
    case 'Organization':
    case 'Practitioner':
    case 'BodyStructure':
      return;
    case 'ServiceRequest':
      if (saysOf(one, SAYS.line) === undefined)
        throw new NotForUs('it is asked for by another program');
      return;
    default:
      throw new NotForUs('this product has no place for it');
  }
}

/**
 * Reads a Bundle of FHIR R4 as a client’s record. What has no place in one, or is told otherwise than it is here, is not
 * guessed at: it is handed back beside the record, with why.
 *
 * @throws BundleTrouble for what is no Bundle, is not valid, or is of nobody or of several
 */
export function fromBundle(bundle: unknown): {
  record: CareRecord;
  aside: Aside[];
  entries: Entry[];
} {
  const faults = faultsIn(bundle);
  if (faults.length > 0 || !isFields(bundle)) throw new BundleTrouble(faults);
  const entries = withOwnIds(bundle);
  const of = (type: string) => entries.filter(({ resource }) => resource.resourceType === type);
  const [patient, ...others] = of('Patient');
  if (!patient) throw new BundleTrouble(['The Bundle is of nobody: no Patient is in it.']);
  if (others.length > 0)
    throw new BundleTrouble([
      `The Bundle is of ${others.length + 1} people; bring in one at a time.`,
    ]);
  const person = patientShape.safeParse(patient.resource);
  const name = person.success ? nameOf(person.data) : '';
  if (!person.success || name === '') throw new BundleTrouble(['The Patient has no name.']);
  const requests = new Map<string, Resource>();
  for (const { resource } of of('ServiceRequest')) {
    const read = resourceShape.safeParse(resource);
    if (read.success && read.data.id) requests.set(read.data.id, read.data);
  }
  const into: Reading = {
    ...{ complaints: [], interviews: [], visits: [], points: [], measures: [], versions: [] },
    ...{ sessions: [], standings: [], places: [] },
  };
  const aside: Aside[] = [];
  for (const { entry, resource } of entries) {
    const read = resourceShape.safeParse(resource);
    try {
      if (!read.success) throw new NotForUs('it is not as R4 has it');
      readResource(read.data, into, requests, entry);
    } catch (error) {
      const why =
        error instanceof NotForUs
          ? error.message
          : error instanceof z.ZodError
            ? 'it is not as R4 has it'
            : null;
      if (why === null) throw error;
      aside.push(asideOf({ entry, resource }, why));
    }
  }
  const organization = organizationShape.safeParse(of('Organization')[0]?.resource);
  const practitioner = of('Practitioner')[0]?.resource;
  const { standings, places, ...rest } = into;
  const visits = new Set(rest.visits.map(({ id }) => id));
  // A visit that was called off is no visit: what was found is of its day all the same.
  const atVisit = <T extends { visitId: string | null }>(one: T): T =>
    one.visitId === null || visits.has(one.visitId) ? one : { ...one, visitId: null };
  const known = new Set([...rest.complaints, ...rest.sessions].map(({ id }) => id));
  for (const { of: whole, entry } of [...standings, ...places]) {
    if (whole !== null && known.has(whole)) continue;
    const found = entries.find((one) => one.entry === entry);
    if (found) aside.push(asideOf(found, 'what it is part of was not read'));
  }
  return {
    record: {
      ...rest,
      client: {
        id: idOf(person.data),
        name,
        bornOn: /^\d{4}-\d{2}-\d{2}$/.test(person.data.birthDate ?? '')
          ? (person.data.birthDate ?? null)
          : null,
      },
      practice: {
        id: organization.data?.id ?? '',
        name: organization.data?.name ?? '',
        phone: organization.data?.telecom?.find(({ system }) => system === 'phone')?.value ?? '',
      },
      therapist: {
        id: typeof practitioner?.id === 'string' ? practitioner.id : '',
        name: practitioner ? nameOf(practitioner) : '',
      },
      points: rest.points.map(atVisit),
      measures: rest.measures.map(atVisit),
      // Oldest first, in whichever order they are told.
      versions: rest.versions.toSorted(
        (a, b) => a.issuedOn.localeCompare(b.issuedOn) || a.number - b.number,
      ),
      complaints: rest.complaints.map((one) => ({
        ...one,
        told: standings.flatMap(({ of: id, part }) => (id === one.id ? [part] : [])),
      })),
      sessions: rest.sessions.map((one) => ({
        ...one,
        places: places.flatMap(({ of: id, part }) => (id === one.id ? [part] : [])),
      })),
    },
    aside: aside.toSorted((a, b) => a.entry - b.entry),
    entries,
  };
}
