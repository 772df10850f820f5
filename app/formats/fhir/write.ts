import type { RoutineItem } from '#core/routine';
import type { Bundle, FhirResource, Patient, Organization, Practitioner } from 'fhir/r4';
import { complaintAs, interviewAs, standingAs } from './asked';
import type { CareRecord } from './careRecord';
import { to, withPlainBlanks } from './codes';
import { inForceOf, planAs, sessionAs } from './done';
import { measureAs, pointAs, structuresOf, visitAs } from './found';

/**
 * A client’s record as a Bundle of FHIR R4 (HL7, 4.0.1; from memory, held against its JSON schema in the tests).
 *
 * @param takenAt ms since 1970 UTC
 * @param doseWords a line’s dose in words
 * @param besides resources that came from elsewhere and are kept beside the record, as they are
 */
export function toBundle(
  record: CareRecord,
  takenAt: number,
  doseWords: (item: RoutineItem) => string,
  besides: readonly object[] = [],
): Bundle {
  const { client, practice, therapist } = record;
  const subject = to(client.id);
  const how = { subject, therapist: to(therapist.id), doseWords };
  const inForce = inForceOf(record);
  const patient: Patient = {
    resourceType: 'Patient',
    id: client.id,
    name: [{ text: client.name }],
    ...(client.bornOn === null ? {} : { birthDate: client.bornOn }),
    generalPractitioner: [how.therapist],
    managingOrganization: to(practice.id),
  };
  const organization: Organization = {
    resourceType: 'Organization',
    id: practice.id,
    name: practice.name,
    ...(practice.phone === '' ? {} : { telecom: [{ system: 'phone', value: practice.phone }] }),
  };
  const practitioner: Practitioner = {
    resourceType: 'Practitioner',
    id: therapist.id,
    name: [{ text: therapist.name }],
  };
  const own: FhirResource[] = [
    patient,
    organization,
    practitioner,
    ...record.complaints.flatMap((one) => [
      complaintAs(one, subject),
      ...one.told.map((standing) => standingAs(standing, one.id, subject)),
    ]),
    ...record.interviews.map((one) => interviewAs(one, subject)),
    ...record.visits.map((one) => visitAs(one, subject)),
    ...structuresOf(record, subject),
    ...record.points.map((one) => pointAs(one, subject)),
    ...record.measures.map((one) => measureAs(one, subject)),
    ...record.versions.flatMap((one) => planAs(one, one === inForce, how)),
    ...record.sessions.flatMap((one) => sessionAs(one, subject)),
  ];
  // A record that came home brings its own practice and therapist along.
  const told = new Set(own.map(({ id }) => id));
  const resources = [
    ...own,
    ...(besides as readonly FhirResource[]).filter(({ id }) => !told.has(id)),
  ];
  return withPlainBlanks({
    resourceType: 'Bundle',
    type: 'collection',
    timestamp: new Date(takenAt).toISOString(),
    entry: resources.map((resource) => ({ fullUrl: `urn:uuid:${resource.id ?? ''}`, resource })),
  });
}
