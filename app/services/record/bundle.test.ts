import Validator from '@asymmetrik/fhir-json-schema-validator';
import { lineTitle } from '#core/routine';
import type { Bundle } from 'fhir/r4';
import type { OpenDatabase } from '~/db/open.server';
import { countRows } from '~/db/archive.server';
import { filesToTakeOut } from '~/db/record.server';
import { practice } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { faultsIn, fromBundle } from '~/formats/fhir';
import type { Principal } from '~/keeping/server/setting.server';
import { fileHead, fileOf } from '../clientFile.server';
import { eraseRecord, keepingOf } from '../erasing.server';
import { planOf } from '../planning.server';
import {
  demoPractice,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from '../testing/practiceForTests.server';
import { trail, trailSchema } from '../trail.server';
import { asideOf, takeOutBundle } from './bundle.server';
import { bringInBundle } from './bringInBundle.server';

type Setting = ReturnType<typeof settingFor>;

let from: OpenDatabase;
let into: OpenDatabase;
let there: Setting;
let here: Setting;
let owner: Principal;
let newOwner: Principal;
const taken = new Map<string, { name: string; bundle: Bundle }>();

beforeAll(async () => {
  from = await openTestDatabase();
  into = await openTestDatabase();
  there = settingFor(from.db);
  here = settingFor(into.db);
  owner = await demoPractice(there);
  newOwner = await setUp(here);
  for (const { id } of await filesToTakeOut(from.db, owner.practiceId)) {
    const { name, bundle } = await takeOutBundle(there, owner, id, lineTitle);
    taken.set(id, { name, bundle: JSON.parse(JSON.stringify(bundle)) as Bundle });
  }
}, 120_000);
afterAll(async () => {
  await from.close();
  await into.close();
});

const biggest = () => {
  const [first] = [...taken].sort(
    ([, a], [, b]) => (b.bundle.entry?.length ?? 0) - (a.bundle.entry?.length ?? 0),
  );
  if (!first) throw new Error('The demo has clients.');
  return { id: first[0], ...first[1] };
};
const typesIn = (bundle: Bundle) => new Set(bundle.entry?.map((one) => one.resource?.resourceType));
/** A resource but for the instant the Bundle was made. */
const byId = (bundle: Bundle, types: readonly string[]) =>
  new Map(
    (bundle.entry ?? []).flatMap(({ resource }) =>
      resource && types.includes(resource.resourceType) ? [[resource.id, resource]] : [],
    ),
  );

describe('a record as a Bundle of FHIR R4', () => {
  it('of every client of the demo is valid, whole, and told in all its kinds of resource', () => {
    // By the JSON schema of R4, in a package of the registry.
    const schema = new Validator();
    const types = new Set([...taken.values()].flatMap(({ bundle }) => [...typesIn(bundle)]));
    expect([...types].map(String).sort()).toEqual([
      'BodyStructure',
      'CarePlan',
      'Condition',
      'Encounter',
      'Observation',
      'Organization',
      'Patient',
      'Practitioner',
      'Procedure',
      'QuestionnaireResponse',
      'ServiceRequest',
    ]);
    for (const { name, bundle } of taken.values()) {
      expect([name, faultsIn(bundle)]).toEqual([name, []]);
      // One of each kind: the schema takes its time.
      for (const type of typesIn(bundle)) {
        const one = bundle.entry?.find(({ resource }) => resource?.resourceType === type);
        expect([name, type, schema.validate(one?.resource)]).toEqual([name, type, []]);
      }
      expect(fromBundle(bundle).aside).toEqual([]);
    }
  });

  it('stands in the trail', async () => {
    const { lines } = await trail(there, owner, trailSchema.parse({ q: 'FHIR' }));
    expect(lines).toHaveLength(taken.size);
  });

  it('brought into another installation and taken out again says the same', async () => {
    for (const [id, { name, bundle }] of taken) {
      expect(await bringInBundle(here, newOwner, JSON.stringify(bundle))).toEqual({
        clientId: id,
        name,
        isNew: true,
      });
      const { bundle: again } = await takeOutBundle(here, newOwner, id, lineTitle);
      const back = JSON.parse(JSON.stringify(again)) as Bundle;
      expect([name, faultsIn(back)]).toEqual([name, []]);
      const [told, now] = [fromBundle(bundle).record, fromBundle(back).record];
      expect(now.client).toEqual(told.client);
      expect(now.complaints).toEqual(told.complaints);
      const sorted = <T extends { id: string }>(all: readonly T[]) =>
        [...all].sort((a, b) => a.id.localeCompare(b.id));
      expect(sorted(now.points)).toEqual(sorted(told.points));
      expect(sorted(now.measures)).toEqual(sorted(told.measures));
      // One that was open there is nobody’s here to finish; what was confirmed there is asked again.
      expect(sorted(now.visits)).toEqual(
        sorted(told.visits.map((one) => ({ ...one, finished: true }))),
      );
      expect(sorted(now.interviews)).toEqual(
        sorted(told.interviews.map((one) => ({ ...one, confirmed: false }))),
      );
      // What was issued and led elsewhere is kept beside the record as it was told.
      const kept = ['CarePlan', 'ServiceRequest', 'Procedure'];
      expect(byId(back, kept)).toEqual(byId(bundle, kept));
      expect(now.sessions).toEqual(told.sessions);
      expect(now.versions).toEqual(told.versions);
      const plan = await planOf(here, newOwner, id);
      expect(plan.draft?.items.map((item) => item.id)).toEqual(
        told.versions.at(-1)?.routine.items.map((item) => item.id),
      );
      expect(plan.versions).toEqual([]);
    }
  }, 180_000);

  it('counts every yes until a therapist here has asked, and says what is kept beside', async () => {
    for (const [id, { name, bundle }] of taken) {
      const told = fromBundle(bundle).record.interviews;
      const { answersWait } = await fileHead(here, newOwner, id);
      expect([name, answersWait]).toEqual([name, told.length > 0]);
    }
    const { aside } = await keepingOf(here, newOwner, biggest().id);
    expect(aside.find(({ type }) => type === 'Procedure')).toMatchObject({
      why: expect.stringContaining('in no chart here') as string,
    });
  });

  it('a second time changes nothing; of another practice’s client it is refused', async () => {
    const { id, name, bundle } = biggest();
    const before = await countRows(into.db);
    expect(await bringInBundle(here, newOwner, JSON.stringify(bundle))).toEqual({
      clientId: id,
      name,
      isNew: false,
    });
    expect(await countRows(into.db)).toEqual(before);
    const stranger = await secondPractice(here);
    const rows = await countRows(into.db);
    await expect(bringInBundle(here, stranger, JSON.stringify(bundle))).rejects.toMatchObject({
      status: 409,
    });
    expect(await countRows(into.db)).toEqual(rows);
  });

  it('that is broken, foreign, of the future or holds what no body shows is refused or kept beside, with the place', async () => {
    const fresh = settingFor(into.db);
    const { bundle } = biggest();
    const other = (change: (bundle: Bundle) => void): string => {
      // As of somebody else: every id in it is another.
      const text = JSON.stringify(bundle).replaceAll(
        /[0-9a-f]{8}-[0-9a-f]{4}-7/g,
        (id) => `${id.slice(0, 4)}beef${id.slice(8)}`,
      );
      const copy = JSON.parse(text) as Bundle;
      change(copy);
      return JSON.stringify(copy);
    };
    const pick = (copy: Bundle, is: (resource: Record<string, unknown>) => boolean) => {
      const found = copy.entry?.find(({ resource }) => is(resource as never))?.resource;
      return found as unknown as Record<string, unknown>;
    };
    const point = (copy: Bundle) =>
      pick(copy, ({ resourceType, valueInteger, extension }) =>
        Boolean(resourceType === 'Observation' && valueInteger !== undefined && extension),
      );
    const bad: [string, string, RegExp][] = [
      ['cut', JSON.stringify(bundle).slice(0, 5000), /no JSON, or not whole/],
      ['list', '[]', /no Bundle of FHIR/],
      ['one resource', JSON.stringify(bundle.entry?.[0]?.resource), /no Bundle of FHIR/],
      [
        'null byte',
        other((copy) => (point(copy).note = [{ text: 'a\u0000b' }])),
        /Nothing was brought in/,
      ],
      [
        'tomorrow',
        other((copy) => (point(copy).effectiveDateTime = '2031-01-01')),
        /days that have not been/,
      ],
      [
        'no status',
        other((copy) => delete point(copy).status),
        /Entry \d+ \(Observation\): status is missing\. Nothing was brought in\./,
      ],
    ];
    const before = await countRows(into.db);
    for (const [name, text, says] of bad) {
      await expect(bringInBundle(fresh, newOwner, text).then(() => name)).rejects.toThrow(says);
      expect([name, await countRows(into.db)]).toEqual([name, before]);
    }
    // A figure no body can show is not believed: it is kept beside; nor is one that its tries do not give.
    const odd = other((copy) => {
      const [second] = (copy.entry ?? [])
        .map((one) => one.resource as unknown as Record<string, unknown>)
        .filter(
          ({ resourceType, valueQuantity }) => resourceType === 'Observation' && valueQuantity,
        )
        .slice(1);
      if (second) second.valueQuantity = { value: 61.5, unit: 'deg' };
      const figure = pick(copy, ({ resourceType, valueQuantity }) =>
        Boolean(resourceType === 'Observation' && valueQuantity),
      );
      figure.valueQuantity = { value: 4000, unit: 'deg' };
      figure.component = [];
    });
    const { clientId } = await bringInBundle(fresh, newOwner, odd);
    const aside = await asideOf(into.db, clientId);
    expect(aside.some(({ why }) => /lies between/.test(why))).toBe(true);
    expect(aside.some(({ why }) => /not the middle of its tries/.test(why))).toBe(true);
  });

  it('that was erased here is not brought in again', async () => {
    const { id, name, bundle } = biggest();
    await into.db.update(practice).set({ keepYears: 0 });
    here.moveTo(new Date(NOW.getTime() + 86_400_000));
    await eraseRecord(here, newOwner, id, { name });
    await expect(bringInBundle(here, newOwner, JSON.stringify(bundle))).rejects.toThrow(
      /was erased here/,
    );
    await expect(fileOf(here, newOwner, id)).rejects.toMatchObject({ status: 410 });
  });
});
