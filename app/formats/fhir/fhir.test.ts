import Validator from '@asymmetrik/fhir-json-schema-validator';
import { BODY_PART_IDS, REGIONS, SIDES, SITES } from '#core/anatomy';
import { addDays } from '#core/calendar';
import { standingSchema } from '#core/complaint';
import { anyMixedRoutine } from '#core/examples';
import { TESTS } from '#core/measurement';
import { routineSchema, lineTitle } from '#core/routine';
import { CONDITION_IDS, type ConditionId } from '#core/screening';
import { STOP_REASONS } from '#core/session';
import fc from 'fast-check';
import type { Bundle, Observation } from 'fhir/r4';
import type { CareRecord, ComplaintTold, MeasureTold, PointTold, SessionTold } from './careRecord';
import { BundleTrouble, faultsIn, fromBundle, toBundle } from './index';

/**
 * The JSON schema of FHIR R4 as HL7 publishes it, in a package of the registry: the outside check. It lets an Observation
 * without a status pass; `faultsIn` is for that.
 */
const schema = new Validator();
const AT = Date.UTC(2026, 11, 2, 9);

// Not made smaller: two things of one id are another mistake.
const anyId = fc.noShrink(fc.uuid({ version: 7 }));
const anyDay = fc.integer({ min: 0, max: 900 }).map((n) => addDays('2025-01-01', n));
const anySide = fc.constantFrom(...SIDES);
const anyRating = fc.integer({ min: 0, max: 10 });
/** A text as it is kept: without blanks around it. */
const anyText = (maxLength: number) =>
  fc
    .string({ unit: 'grapheme', maxLength })
    .map((text) => text.replace(/\p{C}/gu, '').replace(/\s/g, ' ').trim());
const anyYes = fc.option(fc.boolean());
const anySite = fc.constantFrom(...SITES.map(({ id }) => id));

const anyComplaint: fc.Arbitrary<ComplaintTold> = fc.record({
  id: anyId,
  what: anyText(80).map((text) => `Neck ${text}`.trim()),
  places: fc.array(fc.record({ part: fc.constantFrom(...BODY_PART_IDS), side: anySide }), {
    maxLength: 4,
  }),
  since: fc.constantFrom('', '2024', '2024-11', '2024-11-05'),
  stops: anyText(80),
  over: fc.boolean(),
  told: fc.array(
    fc
      .record({
        id: anyId,
        day: anyDay,
        from: fc.constantFrom('home' as const, 'visit' as const),
        days: fc.integer({ min: 0, max: 7 }),
        strongest: anyRating,
        hinders: anyRating,
      })
      .filter((one) => standingSchema.safeParse(one).success),
    { maxLength: 3 },
  ),
});

const anyInterview = fc.record({
  id: anyId,
  day: anyDay,
  confirmed: fc.boolean(),
  replies: fc.uniqueArray(
    fc.record({
      condition: fc.constantFrom(...(CONDITION_IDS as ConditionId[])),
      says: fc.constantFrom('yes' as const, 'no' as const),
      sides: fc.subarray([...SIDES]),
      regions: fc.subarray([...REGIONS]),
      siteIds: fc.array(anySite, { maxLength: 3 }),
      since: fc.constantFrom('', '2026-01-31'),
    }),
    { selector: ({ condition }) => condition, maxLength: 12 },
  ),
});

const anyPoint = (visits: readonly string[]): fc.Arbitrary<PointTold> =>
  fc.record({
    id: anyId,
    thread: anyId,
    day: anyDay,
    visitId: fc.constantFrom(null, ...visits),
    siteId: anySite,
    side: anySide,
    across: fc.double({ min: -200, max: 200, noNaN: true }),
    down: fc.double({ min: -200, max: 200, noNaN: true }),
    rating: anyRating,
    tautBand: anyYes,
    refersTo: fc.option(fc.subarray(BODY_PART_IDS as string[], { maxLength: 4 })),
    stopsOnRelease: anyYes,
    worseOnBreath: anyYes,
    worst: fc.boolean(),
    bruised: anyYes,
    note: anyText(60),
  });

const QUANTITIES = TESTS.flatMap(({ id, quantities }) =>
  quantities.map((of) => ({ testId: id, quantityId: of.id })),
);
const OBSERVED = TESTS.flatMap(({ id, observations }) =>
  observations.map((of) => ({ testId: id, quantityId: of.id })),
);
const anyMeasure = (visits: readonly string[]): fc.Arbitrary<MeasureTold> => {
  const common = {
    id: anyId,
    day: anyDay,
    visitId: fc.constantFrom(null, ...visits),
    side: anySide,
    moment: fc.constantFrom('before' as const, 'between' as const, 'after' as const),
    mark: fc.option(anyText(40).map((text) => `door ${text}`.trim())),
    way: fc.constantFrom('number' as const, 'fingers' as const, 'tilt' as const),
  };
  const figure = fc
    .record({
      ...common,
      of: fc.constantFrom(...QUANTITIES),
      tries: fc.array(fc.integer({ min: 0, max: 180 }), { minLength: 1, maxLength: 3 }),
    })
    .map(({ of, tries, ...one }) => ({ ...one, ...of, tries, value: tries[0] ?? 0, seen: null }));
  const seen = fc
    .record({ ...common, of: fc.constantFrom(...OBSERVED) })
    .map(({ of, ...one }) => ({ ...one, ...of, tries: [], value: null, seen: 'behind it' }));
  return fc.oneof(figure, seen);
};

const anySession = (versions: readonly string[]): fc.Arbitrary<SessionTold> =>
  fc.record({
    id: anyId,
    day: anyDay,
    startedAt: fc.integer({ min: AT - 1e10, max: AT }),
    endedAt: fc.option(fc.integer({ min: AT, max: AT + 1e7 })),
    versionId: fc.constantFrom(...versions),
    status: fc.constantFrom(
      'ready' as const,
      'running' as const,
      'paused' as const,
      'stopped' as const,
      'finished' as const,
    ),
    stopReason: fc.option(fc.constantFrom(...STOP_REASONS.map(({ id }) => id as string))),
    takenBack: fc.boolean(),
    counts: fc.boolean(),
    byHand: fc.boolean(),
    after: fc.option(fc.constant('a little sore')),
    word: anyText(60),
    places: fc.uniqueArray(
      fc.record({
        siteId: anySite,
        side: anySide,
        before: fc.option(anyRating),
        after: fc.option(anyRating),
        contactSeconds: fc.integer({ min: 0, max: 900 }),
        holdsDone: fc.nat(12),
        holdsAsked: fc.nat(12),
      }),
      { selector: ({ siteId, side }) => `${siteId} ${side}`, maxLength: 5 },
    ),
  });

const anyVersions = fc
  .array(
    fc.record({
      id: anyId,
      number: fc.integer({ min: 1, max: 40 }),
      issuedOn: anyDay,
      reason: anyText(60),
      routine: anyMixedRoutine.map((routine) => routineSchema.parse(routine)),
    }),
    { minLength: 1, maxLength: 2 },
  )
  .map((all) => all.sort((a, b) => a.issuedOn.localeCompare(b.issuedOn) || a.number - b.number));

const anyRecord: fc.Arbitrary<CareRecord> = fc
  .tuple(
    anyVersions,
    fc.array(fc.record({ id: anyId, day: anyDay, finished: fc.boolean() }), { maxLength: 3 }),
  )
  .chain(([versions, visits]) => {
    const visitIds = visits.map(({ id }) => id);
    return fc.record({
      client: fc.record({
        id: anyId,
        name: anyText(40).map((text) => `Őrs ${text}`.trim()),
        bornOn: fc.option(fc.constant('1984-02-29')),
      }),
      practice: fc.record({
        id: anyId,
        name: fc.constant('Sandholm Quay Practice'),
        phone: fc.constantFrom('', '+44 1632 960 123'),
      }),
      therapist: fc.record({ id: anyId, name: fc.constant('Maren Oltmann') }),
      complaints: fc.array(anyComplaint, { maxLength: 3 }),
      interviews: fc.array(anyInterview, { maxLength: 2 }),
      visits: fc.constant(visits),
      points: fc.array(anyPoint(visitIds), { maxLength: 5 }),
      measures: fc.array(anyMeasure(visitIds), { maxLength: 5 }),
      versions: fc.constant(versions),
      sessions: fc.array(anySession(versions.map(({ id }) => id)), { maxLength: 3 }),
    });
  });

const written = (record: CareRecord): Bundle =>
  JSON.parse(JSON.stringify(toBundle(record, AT, lineTitle))) as Bundle;

/** A record of its own, with something of everything. */
const whole = (): CareRecord => {
  const full = (one: CareRecord) =>
    one.points.length > 1 &&
    one.measures.length > 1 &&
    one.sessions.some(({ places }) => places.length > 1) &&
    one.complaints.some(({ told }) => told.length > 0) &&
    one.interviews.some(({ replies }) => replies.length > 3) &&
    one.visits.length > 0;
  const [found] = fc.sample(anyRecord.filter(full), { seed: 7, numRuns: 1 });
  if (!found) throw new Error('No record was found.');
  return found;
};

const ofType = (bundle: Bundle, type: string) =>
  (bundle.entry ?? []).flatMap(({ resource }) =>
    resource?.resourceType === type ? [resource] : [],
  );

describe('a record as a Bundle of FHIR R4', () => {
  it('is valid by the schema of R4 and by our own check, and read back is the same, whatever the record', () => {
    fc.assert(
      fc.property(anyRecord, (record) => {
        const bundle = written(record);
        expect(faultsIn(bundle)).toEqual([]);
        // One by one: of a Bundle it says only that something is wrong.
        for (const { resource } of bundle.entry ?? [])
          expect([resource?.resourceType, schema.validate(resource)]).toEqual([
            resource?.resourceType,
            [],
          ]);
        const back = fromBundle(bundle);
        expect(back.aside).toEqual([]);
        expect(back.record).toEqual(JSON.parse(JSON.stringify(record)));
        // Written again it is the same to the letter.
        expect(written(back.record)).toEqual(bundle);
      }),
      { numRuns: 40 },
    );
  });

  it('holds no blank that R4 does not know, and a line of the routine is none the less as it was', () => {
    const record = whole();
    const name = 'Zoë\u00a0van\u2009Dam';
    const [version] = record.versions;
    if (!version) throw new Error('There is a version.');
    const routine = { ...version.routine, message: 'Slowly\u202fnow' };
    const bundle = written({
      ...record,
      client: { ...record.client, name },
      versions: [{ ...version, routine }],
      sessions: [],
    });
    expect(schema.validate(bundle)).toEqual([]);
    const { record: read } = fromBundle(bundle);
    expect(read.client.name).toBe('Zoë van Dam');
    expect(read.versions[0]?.routine.message).toBe(routine.message);
  });

  it('names what other programs look for: LOINC for pain, UCUM for units, the plan with its requests', () => {
    const record = whole();
    const bundle = written(record);
    const observations = ofType(bundle, 'Observation') as Observation[];
    const pain = observations.filter(({ code }) =>
      code.coding?.some(
        ({ system, code: of }) => system === 'http://loinc.org' && of === '72514-3',
      ),
    );
    const standings = record.complaints.flatMap(({ told }) => told);
    const places = record.sessions.flatMap((one) => one.places);
    expect(pain).toHaveLength(record.points.length + standings.length + places.length);
    const figures = observations.filter(({ valueQuantity }) => valueQuantity);
    for (const { valueQuantity } of figures) {
      expect(valueQuantity?.system).toBe('http://unitsofmeasure.org');
      expect(['deg', 'mm', 'cm', '{score}']).toContain(valueQuantity?.code);
    }
    const plans = ofType(bundle, 'CarePlan');
    expect(plans.filter((one) => 'status' in one && one.status === 'active')).toHaveLength(1);
    const lines = record.versions.reduce((sum, { routine }) => sum + routine.items.length, 0);
    expect(ofType(bundle, 'ServiceRequest')).toHaveLength(lines);
    expect(ofType(bundle, 'Procedure')).toHaveLength(record.sessions.length);
  });

  it('our check finds what the schema lets pass', () => {
    const change = (turn: (bundle: Bundle) => void) => {
      const bundle = written(whole());
      turn(bundle);
      return bundle;
    };
    const first = (bundle: Bundle, type: string): Record<string, unknown> =>
      ofType(bundle, type)[0] as unknown as Record<string, unknown>;
    const bad: [string, Bundle, RegExp, boolean][] = [
      [
        'no status',
        change((b) => delete first(b, 'Observation').status),
        /status is missing/,
        true,
      ],
      ['no intent', change((b) => delete first(b, 'CarePlan').intent), /intent is missing/, true],
      [
        'no subject',
        change((b) => delete first(b, 'Procedure').subject),
        /subject is missing/,
        false,
      ],
      [
        'no patient',
        change((b) => delete first(b, 'BodyStructure').patient),
        /patient is missing/,
        false,
      ],
      [
        'another status',
        change((b) => (first(b, 'Observation').status = 'done')),
        /the status “done” is none/,
        false,
      ],
      [
        'a problem without a state',
        change((b) => delete first(b, 'Condition').clinicalStatus),
        /clinicalStatus is missing/,
        true,
      ],
      [
        'nowhere',
        change((b) => b.entry?.splice(0, 1)),
        /refers to urn:uuid:.* not in the Bundle/,
        true,
      ],
      ['twice', change((b) => b.entry?.push(...b.entry.slice(0, 1))), /is told twice/, true],
      [
        'an empty extension',
        change((b) => (first(b, 'Patient').extension = [{ url: 'x:y' }])),
        /says nothing/,
        true,
      ],
    ];
    for (const [name, bundle, says, passes] of bad) {
      expect([name, faultsIn(bundle).join(' ')]).toEqual([name, expect.stringMatching(says)]);
      // What the package itself lets pass is why there is a check of ours.
      expect([name, schema.validate(bundle).length === 0]).toEqual([name, passes]);
      expect(() => fromBundle(bundle)).toThrow(BundleTrouble);
    }
  });

  it('what it has no place for, or is told otherwise, is handed back beside the record, with why', () => {
    const record = whole();
    const bundle = written(record);
    const subject = { reference: `urn:uuid:${record.client.id}` };
    const strange = [
      {
        resourceType: 'Immunization',
        id: 'a',
        status: 'completed',
        vaccineCode: { text: 'x' },
        patient: subject,
        occurrenceString: 'x',
      },
      {
        resourceType: 'Observation',
        id: 'b',
        status: 'final',
        code: { coding: [{ system: 'http://loinc.org', code: '8302-2' }] },
        subject,
        valueQuantity: { value: 180, unit: 'cm' },
      },
      { resourceType: 'CarePlan', id: 'c', status: 'active', intent: 'plan', subject },
      {
        resourceType: 'Condition',
        id: 'd',
        clinicalStatus: { text: 'x' },
        code: { text: 'A knee' },
        subject,
      },
      {
        resourceType: 'Observation',
        id: '01a2391c-0000-7000-8000-000000000000',
        status: 'final',
        code: { coding: [{ system: 'http://loinc.org', code: '72514-3' }] },
        subject,
        effectiveDateTime: '2026-11-05',
        valueInteger: 14,
      },
    ];
    bundle.entry?.push(
      ...(strange.map((resource) => ({ fullUrl: `urn:uuid:${resource.id}`, resource })) as never[]),
    );
    const { record: read, aside } = fromBundle(bundle);
    // An id that is no UUID gets one made of what it holds: the same the next time.
    const knee = read.complaints.at(-1);
    expect(knee).toMatchObject({ what: 'A knee', over: false });
    expect(fromBundle(bundle).record.complaints.at(-1)?.id).toBe(knee?.id);
    expect({ ...read, complaints: read.complaints.slice(0, -1) }).toEqual(
      JSON.parse(JSON.stringify(record)),
    );
    expect(aside.map(({ type, why }) => [type, why])).toEqual([
      ['Immunization', 'this product has no place for it'],
      ['Observation', 'nobody here knows what was observed'],
      ['CarePlan', 'it is a plan of another program'],
      ['Observation', 'a rating of 14 is none of 0 to 10'],
    ]);
    expect(aside.map(({ resource: { id: _, ...resource } }) => resource)).toEqual(
      strange
        .filter(({ resourceType }) => resourceType !== 'Condition')
        .map(({ id: _, ...resource }) => resource),
    );
    expect(aside[0]?.entry).toBe((bundle.entry?.length ?? 0) - 4);
  });

  it('of another program, with ids and references of its own, is read by what they lead to', () => {
    const at = 'https://elsewhere.example/fhir';
    const entry = (type: string, id: string, rest: object) => ({
      fullUrl: `${at}/${type}/${id}`,
      resource: { resourceType: type, id, ...rest },
    });
    const subject = { reference: 'Patient/1' };
    const bundle = {
      resourceType: 'Bundle',
      type: 'searchset',
      entry: [
        entry('Patient', '1', { name: [{ given: ['Ilse', 'M.'], family: 'Brandt' }] }),
        entry('Condition', '7', {
          clinicalStatus: {
            coding: [
              {
                system: 'http://terminology.hl7.org/CodeSystem/condition-clinical',
                code: 'active',
              },
            ],
          },
          code: { text: 'Stiff neck' },
          subject,
          onsetDateTime: '2025-03-01T08:00:00Z',
        }),
        entry('Procedure', '9', { status: 'completed', subject: { reference: `${at}/Patient/1` } }),
      ],
    };
    const { record, aside } = fromBundle(bundle);
    expect(record.client).toMatchObject({ name: 'Ilse M. Brandt', bornOn: null });
    expect(record.complaints).toMatchObject([{ what: 'Stiff neck', since: '2025-03-01' }]);
    expect(aside).toMatchObject([
      { entry: 3, resource: { subject: { reference: `urn:uuid:${record.client.id}` } } },
    ]);
  });

  it('takes nothing for true that was called off, entered in error, or not answered', () => {
    const record = whole();
    const read = (change: (bundle: Bundle) => void) => {
      const bundle = written(record);
      change(bundle);
      return fromBundle(bundle);
    };
    const put = (type: string, status: string) => (bundle: Bundle) => {
      for (const one of ofType(bundle, type)) (one as { status: string }).status = status;
    };
    const mistaken = read(put('Observation', 'entered-in-error'));
    expect([mistaken.record.points, mistaken.record.measures]).toEqual([[], []]);
    expect(mistaken.aside.map(({ why }) => why)).toContain('its status is entered-in-error');
    // What was found at a visit that was called off is of its day, and of no visit.
    const off = read(put('Encounter', 'cancelled')).record;
    expect(off.visits).toEqual([]);
    expect(off.points).toHaveLength(record.points.length);
    expect(off.points.every(({ visitId }) => visitId === null)).toBe(true);
    expect(read(put('QuestionnaireResponse', 'in-progress')).record.interviews).toEqual([]);
    const refuted = read((bundle) => {
      for (const one of ofType(bundle, 'Condition'))
        (one as { verificationStatus?: object }).verificationStatus = {
          coding: [{ code: 'refuted' }],
        };
    });
    expect(refuted.record.complaints).toEqual([]);
    // A question without an answer is not a “no”; another questionnaire is no screening.
    const open = read((bundle) => {
      for (const one of ofType(bundle, 'QuestionnaireResponse'))
        for (const item of (one as { item?: { answer?: object[] }[] }).item ?? []) item.answer = [];
    });
    expect(open.record.interviews.map(({ replies }) => replies)).toEqual(
      record.interviews.map(() => []),
    );
    const other = read((bundle) => {
      for (const one of ofType(bundle, 'QuestionnaireResponse'))
        (one as { questionnaire?: string }).questionnaire = 'https://elsewhere.example/q';
    });
    expect(other.record.interviews).toEqual([]);
    expect(other.aside.map(({ why }) => why)).toContain('it answers other questions than these');
  });

  it('the routine that was issued last is the last, in whichever order they are told', () => {
    const record = whole();
    const bundle = written(record);
    const { record: read } = fromBundle({ ...bundle, entry: (bundle.entry ?? []).toReversed() });
    expect(read.versions.map(({ id }) => id)).toEqual(record.versions.map(({ id }) => id));
  });

  it('keeps what belongs to something that could not be read', () => {
    const record = whole();
    const bundle = written(record);
    for (const { resource } of bundle.entry ?? [])
      if (resource?.resourceType === 'Condition') resource.code = { text: '' };
    const { record: read, aside } = fromBundle(bundle);
    expect(read.complaints).toEqual([]);
    const told = record.complaints.reduce((sum, one) => sum + one.told.length, 0);
    expect(aside).toHaveLength(record.complaints.length + told);
  });

  it('that is no Bundle, of nobody, of several or deeper than anything is refused with a sentence', () => {
    const deep = JSON.parse(`${'[{"a":'.repeat(3000)}1${'}]'.repeat(3000)}`) as unknown;
    const good = written(whole());
    const two = {
      ...good,
      entry: [
        ...(good.entry ?? []),
        { fullUrl: 'urn:uuid:z', resource: { resourceType: 'Patient', name: [{ text: 'Z' }] } },
      ],
    };
    const bad: [unknown, RegExp][] = [
      [null, /no Bundle of FHIR/],
      ['Bundle', /no Bundle of FHIR/],
      [[], /no Bundle of FHIR/],
      [{ resourceType: 'Patient' }, /no Bundle of FHIR/],
      [{ resourceType: 'Bundle', type: 'collection' }, /of nobody/],
      [{ resourceType: 'Bundle', entry: [] }, /type of the Bundle is missing/],
      [{ resourceType: 'Bundle', type: 'collection', entry: [{}] }, /Entry 1 holds no resource/],
      [two, /of 2 people/],
      [
        {
          resourceType: 'Bundle',
          type: 'collection',
          entry: [{ resource: { resourceType: 'Patient' } }],
        },
        /has no name/,
      ],
      [{ resourceType: 'Bundle', type: 'collection', entry: deep }, /nested deeper/],
    ];
    for (const [given, says] of bad) expect(() => fromBundle(given)).toThrow(says);
  });

  it('of any shape at all is read or refused, and never breaks', () => {
    fc.assert(
      fc.property(
        anyRecord,
        fc.array(fc.nat(), { minLength: 1, maxLength: 6 }),
        fc.jsonValue(),
        (record, path, value) => {
          const bundle = written(record) as unknown as Record<string, unknown>;
          // One place of it, however deep, becomes anything.
          let at: Record<string, unknown> = bundle;
          for (const step of path) {
            const keys = Object.keys(at);
            const key = keys[step % Math.max(1, keys.length)];
            const next = key === undefined ? undefined : at[key];
            if (key === undefined || typeof next !== 'object' || next === null) break;
            at = next as Record<string, unknown>;
          }
          const [key] = Object.keys(at);
          if (key !== undefined) at[key] = value;
          try {
            fromBundle(bundle);
          } catch (error) {
            expect(error).toBeInstanceOf(BundleTrouble);
          }
        },
      ),
      { numRuns: 150 },
    );
  });
});
