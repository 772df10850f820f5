/** What a Bundle may not lack. From memory: HL7 FHIR R4 (4.0.1), the elements with a cardinality of 1 and more. */
const MUST: Readonly<Record<string, readonly string[]>> = {
  BodyStructure: ['patient'],
  CarePlan: ['status', 'intent', 'subject'],
  Condition: ['subject'],
  Encounter: ['status', 'class'],
  Observation: ['status', 'code'],
  Procedure: ['status', 'subject'],
  QuestionnaireResponse: ['status'],
  ServiceRequest: ['status', 'intent', 'subject'],
};

/** Codes that may stand there, as R4 has them (from memory). */
const STATUS: Readonly<Record<string, readonly string[]>> = {
  CarePlan: ['draft', 'active', 'on-hold', 'revoked', 'completed', 'entered-in-error', 'unknown'],
  ServiceRequest: [
    ...['draft', 'active', 'on-hold', 'revoked', 'completed', 'entered-in-error', 'unknown'],
  ],
  Encounter: [
    ...['planned', 'arrived', 'triaged', 'in-progress', 'onleave', 'finished', 'cancelled'],
    ...['entered-in-error', 'unknown'],
  ],
  Observation: [
    ...['registered', 'preliminary', 'final', 'amended', 'corrected', 'cancelled'],
    ...['entered-in-error', 'unknown'],
  ],
  Procedure: [
    ...['preparation', 'in-progress', 'not-done', 'on-hold', 'stopped', 'completed'],
    ...['entered-in-error', 'unknown'],
  ],
  QuestionnaireResponse: [
    ...['in-progress', 'completed', 'amended', 'entered-in-error', 'stopped'],
  ],
};

type Fields = Readonly<Record<string, unknown>>;

export const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Deeper is no resource of anybody. */
const DEEPEST = 40;

/** A longer name is of no kind of resource. */
const LONGEST_TYPE = 64;

function isTooDeep(value: unknown, depth = 0): boolean {
  if (depth > DEEPEST) return true;
  if (typeof value !== 'object' || value === null) return false;
  return Object.values(value).some((one) => isTooDeep(one, depth + 1));
}

/** Every reference that stands in a value. */
function referencesIn(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap((one) => referencesIn(one));
  if (!isFields(value)) return [];
  return Object.entries(value).flatMap(([name, inner]) =>
    name === 'reference' && typeof inner === 'string' ? [inner] : referencesIn(inner),
  );
}

/** Extensions that say nothing, or two things (ext-1). */
function emptyExtensions(value: unknown): number {
  if (Array.isArray(value)) {
    return value.reduce<number>((sum, one) => sum + emptyExtensions(one), 0);
  }
  if (!isFields(value)) return 0;
  return Object.entries(value).reduce((sum, [name, inner]) => {
    const own =
      name === 'extension' && Array.isArray(inner)
        ? inner.filter((one) => {
            const keys = isFields(one) ? Object.keys(one) : [];
            const says = keys.filter((key) => key.startsWith('value')).length;
            return says + (keys.includes('extension') ? 1 : 0) !== 1 || !keys.includes('url');
          }).length
        : 0;
    return sum + own + emptyExtensions(inner);
  }, 0);
}

function faultsOf(resource: Fields): string[] {
  const type = String(resource.resourceType);
  const missing = (MUST[type] ?? []).filter((name) => resource[name] === undefined);
  const known = STATUS[type];
  const { status } = resource;
  return [
    ...missing.map((name) => `${name} is missing`),
    ...(known && status !== undefined && !known.includes(String(status))
      ? [`the status “${String(status).slice(0, 40)}” is none of ${type}`]
      : []),
    // con-3: a problem on the list says how it stands.
    ...(type === 'Condition' && resource.clinicalStatus === undefined
      ? ['clinicalStatus is missing']
      : []),
    ...(emptyExtensions(resource) > 0 ? ['an extension says nothing, or two things'] : []),
  ];
}

/**
 * What is wrong with a Bundle beyond its schema, which lets some of it pass: elements that may not lack, codes, ids that are told
 * twice, references that lead nowhere. Each a sentence with its place, at most twenty.
 */
export function faultsIn(bundle: unknown): string[] {
  if (!isFields(bundle) || bundle.resourceType !== 'Bundle')
    return ['That is no Bundle of FHIR: its resourceType is not “Bundle”.'];
  if (isTooDeep(bundle)) return ['The Bundle is nested deeper than a record is.'];
  const entries = Array.isArray(bundle.entry) ? (bundle.entry as unknown[]) : [];
  const urls = new Map<string, number>();
  const faults: string[] = [];
  const names = new Set<string>();
  for (const [at, entry] of entries.entries()) {
    const resource = isFields(entry) ? entry.resource : undefined;
    if (
      !isFields(entry) ||
      !isFields(resource) ||
      typeof resource.resourceType !== 'string' ||
      resource.resourceType.length > LONGEST_TYPE
    ) {
      faults.push(`Entry ${at + 1} holds no resource.`);
      continue;
    }
    const { fullUrl } = entry;
    if (typeof fullUrl === 'string') {
      const first = urls.get(fullUrl);
      if (first !== undefined)
        faults.push(`Entry ${at + 1} is told twice: it is entry ${first + 1} as well.`);
      urls.set(fullUrl, first ?? at);
      names.add(fullUrl);
    }
    if (typeof resource.id === 'string') names.add(`${resource.resourceType}/${resource.id}`);
    for (const says of faultsOf(resource))
      faults.push(`Entry ${at + 1} (${resource.resourceType.slice(0, 40)}): ${says}.`);
  }
  for (const [at, entry] of entries.entries())
    for (const reference of referencesIn(entry)) {
      // What lies on a server elsewhere is not ours to look for.
      const isHere = /^urn:uuid:|^[A-Za-z]+\/[^/]+$/.test(reference);
      if (isHere && !names.has(reference))
        faults.push(
          `Entry ${at + 1} refers to ${reference.slice(0, 80)}, which is not in the Bundle.`,
        );
    }
  if (typeof bundle.type !== 'string') faults.push('The type of the Bundle is missing.');
  return faults.slice(0, 20);
}
