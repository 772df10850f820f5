import { v7 as uuid } from 'uuid';
import { fileHead, fileOf, findClients } from './clientFile.server';
import { daySheet } from './daySheet.server';
import { planOf } from './planning.server';
import { clientStart } from './practising.server';
import { reviewOf, sessionLogOf } from './reviewing.server';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { bringsSchema, detailsSchema } from '~/keeping/bodies';
import type { Principal } from '~/keeping/server/setting.server';
import {
  details,
  issueTo,
  joinedClient,
  NOW,
  secondPractice,
  sessionOf,
  settingFor,
  setUp,
  shortRoutine,
  addClient,
} from './testing/practiceForTests.server';
import { sendLog } from './testing/letters.server';
import { changeBrings, changeClient, discardDraft, saveDraft } from './testing/writing.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let stranger: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  stranger = await secondPractice(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

describe('the wall between practices', () => {
  it('makes another practice’s client a client that is not there, whatever is asked', async () => {
    const clientId = await addClient(setting, owner, details());
    const asks: (() => Promise<unknown>)[] = [
      () => fileOf(setting, stranger, clientId),
      () => fileHead(setting, stranger, clientId),
      () => planOf(setting, stranger, clientId),
      () => reviewOf(setting, stranger, clientId),
      () => sessionLogOf(setting, stranger, clientId),
      () => changeClient(setting, stranger, clientId, details({ name: 'Taken' })),
      () =>
        saveDraft(setting, stranger, clientId, {
          baseNumber: 0,
          revision: 0,
          content: shortRoutine(),
        }),
      () => discardDraft(setting, stranger, clientId, { revision: 0 }),
      () => issueTo(setting, stranger, clientId),
      () => fileOf(setting, owner, uuid()),
      () => fileOf(setting, owner, 'no-uuid; drop table client'),
    ];
    for (const ask of asks) await expect(ask()).rejects.toMatchObject({ status: 404 });
    expect((await fileOf(setting, owner, clientId)).name).toBe('Tove Lark');
    expect(await findClients(setting, stranger, 'Tove')).toEqual([]);
    expect((await daySheet(setting, stranger)).rows).toEqual([]);
  });

  it('lets a client log only their own routine, under their own name', async () => {
    const mine = await joinedClient(setting, owner, 'Mine');
    const other = await joinedClient(setting, owner, 'Other');
    const versionId = await issueTo(setting, owner, other.clientId);
    await expect(sendLog(setting, mine.who, sessionOf(versionId))).rejects.toMatchObject({
      status: 404,
    });
    const mineVersion = await issueTo(setting, owner, mine.clientId);
    const theirs = sessionOf(versionId);
    await sendLog(setting, other.who, theirs);
    const hijack = { ...sessionOf(mineVersion), id: theirs.id };
    await expect(sendLog(setting, mine.who, hijack)).rejects.toMatchObject({ status: 404 });
    await expect(clientStart(setting, owner)).rejects.toMatchObject({ status: 404 });
  });
});

describe('finding a client', () => {
  it('goes by the beginning of any word, and takes wildcards as they are', async () => {
    await addClient(setting, owner, details({ name: 'Annika 100% Vale' }));
    const names = async (text: string) =>
      (await findClients(setting, owner, text)).map(({ name }) => name);
    expect(await names('ann')).toEqual(['Annika 100% Vale']);
    expect(await names('VAL')).toEqual(['Annika 100% Vale']);
    expect(await names('100%')).toEqual(['Annika 100% Vale']);
    expect(await names('%')).toEqual([]);
    expect(await names('_')).toEqual([]);
    expect(await names('\\')).toEqual([]);
    expect(await names('nnika')).toEqual([]);
    expect(await names('   ')).toEqual([]);
  });
});

describe('a client’s details', () => {
  it('take blanks as unknown and refuse what is no figure, no date, too large or negative', () => {
    expect(details({ minutesPerDay: '', affectedSide: '', nextVisit: '' })).toMatchObject({
      minutesPerDay: null,
      affectedSide: null,
      nextVisit: null,
    });
    const bad: Record<string, unknown>[] = [
      { name: '   ' },
      { name: 'x'.repeat(121) },
      { minutesPerDay: '-5' },
      { minutesPerDay: 'ten' },
      { minutesPerDay: '10 min' },
      { minutesPerDay: '1e9' },
      { minutesPerDay: '7.5' },
      { affectedSide: 'both' },
      { nextVisit: '31.12.2026' },
      { nextVisit: '2026-02-30' },
      { timeZone: 'Europe/Atlantis' },
      { notes: 'x'.repeat(4001) },
    ];
    for (const change of bad) {
      const result = detailsSchema.safeParse({ ...details(), ...change });
      expect([change, result.success]).toEqual([change, false]);
      expect(result.error?.issues[0]?.message).toMatch(/^[A-Z].*\.$/);
    }
  });
});

describe('what a client brings', () => {
  const brings = (change: object = {}) =>
    bringsSchema.parse({
      massKilograms: '78.5',
      statureCentimetres: '181',
      tools: ['tennis-ball', 'hook-cane'],
      places: ['wall', 'mat'],
      minutesPerDay: '12',
      timesOfDay: ['evening'],
      helperAtHome: 'yes',
      ...change,
    });

  it('is kept in the file, with a line in the audit trail, and only inside the practice', async () => {
    const clientId = await addClient(setting, owner, details());
    await changeBrings(setting, owner, clientId, brings());
    expect(await fileOf(setting, owner, clientId)).toMatchObject({
      massKilograms: 78.5,
      statureMetres: 1.81,
      tools: ['tennis-ball', 'hook-cane'],
      places: ['wall', 'mat'],
      minutesPerDay: 12,
      timesOfDay: ['evening'],
      helperAtHome: true,
      screening: [],
    });
    await expect(changeBrings(setting, stranger, clientId, brings())).rejects.toMatchObject({
      status: 404,
    });
  });

  it('has habits the routine is tied to; an edition that does not ask for them leaves them as they are', async () => {
    const clientId = await addClient(setting, owner, details());
    const habits = { evening: '  the film ', midday: 'lunch' };
    await changeBrings(setting, owner, clientId, brings({ habits }));
    const kept = async () => (await fileOf(setting, owner, clientId)).habits;
    expect(await kept()).toEqual({ evening: 'the film', midday: 'lunch' });
    await changeBrings(setting, owner, clientId, brings({ massKilograms: '61' }), 1);
    expect(await kept()).toEqual({ evening: 'the film', midday: 'lunch' });
    await changeBrings(setting, owner, clientId, brings({ habits: {} }), 2);
    expect(await kept()).toEqual({});
  });

  it('saved from a page that somebody else has overtaken is refused, and nothing is changed', async () => {
    const clientId = await addClient(setting, owner, details());
    await changeBrings(setting, owner, clientId, brings(), 0);
    await expect(
      changeBrings(setting, owner, clientId, brings({ massKilograms: '60' }), 0),
    ).rejects.toMatchObject({ status: 409 });
    expect(await fileOf(setting, owner, clientId)).toMatchObject({ massKilograms: 78.5 });
  });

  it('is told which fields somebody else changed, and may be saved once they were seen', async () => {
    const clientId = await addClient(setting, owner, details());
    await changeClient(setting, owner, clientId, details({ minutesPerDay: '7' }), 0);
    const mine = details({ notes: 'Left hip since the tour.' });
    await expect(changeClient(setting, owner, clientId, mine, 0)).rejects.toMatchObject({
      status: 409,
      details: { theirs: { minutesPerDay: 7, notes: '' }, revision: 1 },
    });
    await changeClient(setting, owner, clientId, mine, 1);
    expect(await fileOf(setting, owner, clientId)).toMatchObject({
      notes: 'Left hip since the tour.',
    });
  });

  it('counts the minutes a day for both forms that hold them', async () => {
    const clientId = await addClient(setting, owner, details());
    await changeClient(setting, owner, clientId, details({ minutesPerDay: '7' }), 0);
    await expect(
      changeBrings(setting, owner, clientId, brings({ minutesPerDay: '12' }), 0),
    ).rejects.toMatchObject({ status: 409, details: { theirs: { minutesPerDay: 7 } } });
  });

  it('changed by two at the same moment is changed by one', async () => {
    const clientId = await addClient(setting, owner, details());
    const results = await Promise.allSettled(
      ['One', 'Other'].map((notes) =>
        changeClient(setting, owner, clientId, details({ notes }), 0),
      ),
    );
    expect(results.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  });

  it('may be unknown, and is then empty', async () => {
    const clientId = await addClient(setting, owner, details());
    await changeBrings(
      setting,
      owner,
      clientId,
      brings({
        massKilograms: '',
        statureCentimetres: '',
        minutesPerDay: '',
        helperAtHome: '',
        tools: [],
        places: [],
      }),
    );
    expect(await fileOf(setting, owner, clientId)).toMatchObject({
      massKilograms: null,
      statureMetres: null,
      minutesPerDay: null,
      helperAtHome: null,
    });
  });

  it.each([
    [{ massKilograms: '7' }, 'Body mass must be at least 30 kg.'],
    [{ massKilograms: 'heavy' }, 'Body mass must be a number of kg.'],
    [{ statureCentimetres: '17' }, 'Stature must be at least 120 cm.'],
    [{ tools: ['spoon'] }, 'That is not a tool we know.'],
    [{ timesOfDay: ['teatime'] }, 'That is not a time of day we know.'],
    [{ habits: { teatime: 'tea' } }, 'That is not a time of day we know.'],
    [
      { habits: { evening: 'x'.repeat(41) } },
      'What they do anyway may have at most 40 characters.',
    ],
    [{ helperAtHome: 'maybe' }, 'A helper at home is yes, no or not asked.'],
  ])('refuses %j with its sentence', (change, sentence) => {
    const parsed = bringsSchema.safeParse({
      massKilograms: '',
      statureCentimetres: '',
      tools: [],
      places: [],
      minutesPerDay: '',
      timesOfDay: [],
      helperAtHome: '',
      ...change,
    });
    expect(parsed.error?.issues[0]?.message).toBe(sentence);
  });
});
