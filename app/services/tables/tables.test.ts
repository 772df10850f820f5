import fc from 'fast-check';
import { SITES } from '#core/anatomy';
import { TESTS } from '#core/measurement';
import { eq } from 'drizzle-orm';
import Papa from 'papaparse';
import { countRows } from '~/db/archive.server';
import type { OpenDatabase } from '~/db/open.server';
import { client, measurement, practice } from '~/db/schema.server';
import { measurementsOf, pointsOf } from '~/db/visits.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { eraseAgain } from '~/db/erase.server';
import { eraseRecord } from '../erasing.server';
import { takeOutTable } from '../takingOut.server';
import {
  addClient,
  demoPractice,
  details,
  joinedClient,
  NOW,
  secondPractice,
  settingFor,
  setUp,
} from '../testing/practiceForTests.server';
import { trail, trailSchema } from '../trail.server';
import { bringInClients, bringInTable, lookAtClients, lookAtTable } from './bringInTable.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let clientId: string;
beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  clientId = await addClient(setting, owner, details({ name: 'Wenna Trask' }));
});
afterAll(() => open.close());

const given = (text: string, columns: Record<string, number> = {}) => ({ text, columns });
const figures = (text: string, columns = {}) =>
  lookAtTable(setting, owner, clientId, 'measures', given(text, columns));

const GOOD = [
  'Date;Test;What;Side;Result;Remark',
  '3.3.2026;Look over the shoulder;turn;l;54,5;stiff',
  '2026-03-04;neck-turn;turn;right;61;',
  '',
  '2026-03-04;neck-turn;turn;right;61;',
].join('\r\n');

describe('a table of figures', () => {
  it('is looked at first: columns by their names, rows as they are understood, nothing kept', async () => {
    const before = await countRows(open.db);
    const looked = await figures(GOOD);
    expect(looked.faults).toEqual([]);
    expect(looked.fields.map(({ id, column }) => [id, column])).toEqual([
      ['day', 0],
      ['test', 1],
      ['quantity', 2],
      ['side', 3],
      ['moment', null],
      ['value', 4],
      ['seen', null],
      ['measure', null],
    ]);
    // A row that is told twice is one.
    expect([looked.fresh, looked.known]).toEqual([2, 0]);
    expect(looked.first[0]).toEqual({
      row: 2,
      says: '2026-03-03: Look over the shoulder, turn, left: 54.5 °',
    });
    expect(await countRows(open.db)).toEqual(before);
  });

  it('is brought in once: the same file again changes nothing', async () => {
    const bring = () => bringInTable(setting, owner, clientId, 'measures', given(GOOD));
    expect(await bring()).toEqual({ fresh: 2, known: 0 });
    const rows = await countRows(open.db);
    expect(await bring()).toEqual({ fresh: 0, known: 2 });
    expect(await countRows(open.db)).toEqual(rows);
    expect(await measurementsOf(open.db, clientId)).toMatchObject([
      { day: '2026-03-03', side: 'left', value: 54.5, tries: [54.5], visitId: null, way: 'number' },
      { day: '2026-03-04', side: 'right', value: 61 },
    ]);
  });

  it('with a mistake keeps out all of it, and says in which row and of what', async () => {
    const bad = [
      'day,test,quantity,side,value',
      '2026-03-05,neck-turn,turn,left,60',
      '31.2.2026,neck-turn,turn,left,60',
      '03/04/2026,neck-turn,turn,left,60',
      '2026-03-05,neck-turn,turn,,60',
      '2026-03-05,neck-twirl,turn,left,60',
      '2026-03-05,neck-turn,turn,left,sixty',
      '2026-03-05,neck-turn,turn,left,4000',
      '2027-03-05,neck-turn,turn,left,60',
      ',neck-turn,turn,left,60',
    ].join('\n');
    const { faults, first } = await figures(bad);
    expect(faults.map(({ row, field }) => [row, field])).toEqual([
      [3, 'Day'],
      [4, 'Day'],
      [5, 'Side'],
      [6, 'Test'],
      [7, 'Figure'],
      [8, 'Figure'],
      [9, 'Day'],
      [10, 'Day'],
    ]);
    expect(faults[0]?.says).toBe('“31.2.2026” is no day: write it like 2026-03-31');
    expect(faults[5]?.says).toMatch(/lies between/);
    expect(first).toHaveLength(1);
    const rows = await countRows(open.db);
    await expect(bringInTable(setting, owner, clientId, 'measures', given(bad))).rejects.toThrow(
      /^Row 3, Day: .* And 7 more\. Nothing was brought in\.$/,
    );
    expect(await countRows(open.db)).toEqual(rows);
  });

  it('whose columns have other names is read by those that are chosen', async () => {
    const text = 'a,b,c,d\n2026-03-06,neck-turn,left,55\n';
    const { faults } = await figures(text);
    expect(faults.map(({ field }) => field)).toEqual(['Day', 'Test', 'Figure']);
    const looked = await figures(text, { day: 0, test: 1, side: 2, value: 3, quantity: -1 });
    expect([looked.faults, looked.fresh]).toEqual([[], 1]);
    // Columns that are not there are in none.
    const odd = await figures(text, { day: 99, test: -1, value: 3 });
    expect(odd.faults.map(({ field }) => field)).toEqual(['Day', 'Test']);
  });

  it('of another client of this installation is refused, also by ids it brings', async () => {
    const [row] = await open.db
      .select()
      .from(measurement)
      .where(eq(measurement.clientId, clientId));
    const other = await addClient(setting, owner, details({ name: 'Odo Fenn' }));
    const text = `day,test,quantity,side,value,id\n2026-03-03,neck-turn,turn,left,50,${row?.id ?? ''}\n`;
    await expect(lookAtTable(setting, owner, other, 'measures', given(text))).rejects.toMatchObject(
      { status: 409 },
    );
    const stranger = await secondPractice(setting);
    await expect(
      lookAtTable(setting, stranger, clientId, 'measures', given(text)),
    ).rejects.toMatchObject({ status: 404 });
  });

  it('of any figure of any test is read as it was written', async () => {
    const all = TESTS.flatMap(({ id, quantities }) => quantities.map((of) => ({ testId: id, of })));
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.constantFrom(...all).chain(({ testId, of }) =>
            fc.record({
              testId: fc.constant(testId),
              of: fc.constant(of),
              value: fc.integer({ min: Math.ceil(of.least), max: Math.floor(of.most) }),
              side: fc.constantFrom('left', 'right'),
            }),
          ),
          { minLength: 1, maxLength: 6 },
        ),
        async (rows) => {
          const text = Papa.unparse({
            fields: ['day', 'test', 'quantity', 'side', 'value'],
            data: rows.map(({ testId, of, side, value }) => [
              '2026-03-01',
              testId,
              of.name,
              side,
              value,
            ]),
          });
          const { faults, first } = await figures(text);
          expect(faults).toEqual([]);
          for (const { row, says } of first) expect(says).toContain(String(rows[row - 2]?.value));
        },
      ),
      { numRuns: 25 },
    );
  });
});

describe('a table of ratings', () => {
  it('gives each place one point over its days, in whichever name', async () => {
    const [site] = SITES.filter(({ midline }) => !midline);
    const text = [
      'date,place,side,pain,note',
      `2026-02-01,${site?.plainName ?? ''},Left,7,"after the tour, sore"`,
      `2026-02-15,${site?.id ?? ''},l,4,`,
    ].join('\n');
    expect(await bringInTable(setting, owner, clientId, 'points', given(text))).toEqual({
      fresh: 2,
      known: 0,
    });
    const points = await pointsOf(open.db, clientId);
    expect(points).toMatchObject([
      {
        day: '2026-02-01',
        siteId: site?.id,
        side: 'left',
        rating: 7,
        note: 'after the tour, sore',
      },
      { day: '2026-02-15', rating: 4 },
    ]);
    expect(new Set(points.map(({ thread }) => thread)).size).toBe(1);
  });

  it.each([
    ['', /first row names the columns/],
    ['a,b', /no row below/],
    ['day,site,side,rating\n"2026-03-01,calf,left,5\n', /quotation mark that is not closed/],
    ['day,site\n2026-03-01,calf,left,5\n', /Row 2 has 4 cells and the heading 2/],
    [`day\n${'1\n'.repeat(6000)}`, /has 6000 rows; bring in at most 5000/],
    [`${'a,'.repeat(80)}\n1\n`, /has 81 columns/],
    [`day\n${'x'.repeat(5000)}\n`, /more than 4000 characters/],
    ['day\n\u0000\n', /Nothing was brought in/],
  ])('that is %#: broken, is refused in a sentence', async (text, says) => {
    await expect(lookAtTable(setting, owner, clientId, 'points', given(text))).rejects.toThrow(
      says,
    );
  });
});

describe('a list of clients', () => {
  const LIST = [
    'Name,Date of birth,Job',
    'Ilse Brandt,29.2.1984,organ tuner',
    'Wenna Trask,,dyer',
    "'=cmd,1990-01-01,'+prompter",
  ].join('\n');

  it('opens a file for each who has none, by name and birthday', async () => {
    const looked = await lookAtClients(setting, owner, given(LIST));
    expect([looked.faults, looked.fresh, looked.known]).toEqual([[], 2, 1]);
    expect(looked.first.map(({ says }) => says)).toEqual([
      'Ilse Brandt, born 1984-02-29, organ tuner',
      '=cmd, born 1990-01-01, +prompter',
    ]);
    expect(await bringInClients(setting, owner, given(LIST))).toEqual({ fresh: 2, known: 1 });
    expect(await bringInClients(setting, owner, given(LIST))).toEqual({ fresh: 0, known: 3 });
    const [ilse] = await open.db.select().from(client).where(eq(client.name, 'Ilse Brandt'));
    expect(ilse).toMatchObject({ bornOn: '1984-02-29', occupation: 'organ tuner', userId: null });
  });

  it('opens a new file for somebody whose record was erased, and that one stays', async () => {
    const text = 'name,born\nTilde Marsh,1975-05-05\n';
    const tilde = async () => {
      const [row] = await open.db.select().from(client).where(eq(client.name, 'Tilde Marsh'));
      return row?.id ?? '';
    };
    await bringInClients(setting, owner, given(text));
    const first = await tilde();
    await open.db.update(practice).set({ keepYears: 0 }).where(eq(practice.id, owner.practiceId));
    await eraseRecord(setting, owner, first, { name: 'Tilde Marsh' });
    expect(await bringInClients(setting, owner, given(text))).toEqual({ fresh: 1, known: 0 });
    const second = await tilde();
    expect(second).not.toBe(first);
    // As a restored backup applies what was erased.
    const { practiceId } = owner;
    await eraseAgain(open.db, [{ clientId: first, practiceId, by: null, at: NOW, askedOn: null }]);
    expect(await tilde()).toBe(second);
  });

  it('sent twice at once is brought in once', async () => {
    const text = `name,born\n${Array.from({ length: 40 }, (_, at) => `Extra ${at},1990-01-01`).join('\n')}\n`;
    const both = await Promise.all([1, 2].map(() => bringInClients(setting, owner, given(text))));
    expect(both.map(({ fresh }) => fresh).sort((a, b) => a - b)).toEqual([0, 40]);
    const told = await trail(setting, owner, trailSchema.parse({ q: 'brought in' }));
    expect(told.lines[0]?.more).toBe('40 rows');
  });

  it('says in which row a birthday is none', async () => {
    const { faults } = await lookAtClients(setting, owner, given('name,bornOn\nA,\nB,soon\n,\n'));
    expect(faults).toEqual([
      { row: 3, field: 'Born on', says: 'The birthday must be a date like 2011-03-31' },
    ]);
  });

  it('is not for a client', async () => {
    const { who } = await joinedClient(setting, owner, 'Pim Rook');
    expect(() => lookAtClients(setting, who, given(LIST))).toThrow(/those who work here/);
  });
});

it('what was taken out as a table is known when it comes in again, and comes in whole elsewhere', async () => {
  const demo = await openTestDatabase();
  const there = settingFor(demo.db);
  const maren = await demoPractice(there);
  let rows = 0;
  for (const file of await demo.db.select().from(client)) {
    for (const table of ['measures', 'points'] as const) {
      const { csv } = await takeOutTable(there, maren, file.id, table);
      if (csv.trim().split('\r\n').length < 2) continue;
      const looked = await lookAtTable(there, maren, file.id, table, given(csv));
      expect([file.name, table, looked.faults, looked.fresh]).toEqual([file.name, table, [], 0]);
      const fresh = await addClient(setting, owner, details({ name: `${file.name} of elsewhere` }));
      const elsewhere = await bringInTable(setting, owner, fresh, table, given(csv));
      expect([file.name, table, elsewhere.fresh]).toEqual([file.name, table, looked.known]);
      rows += elsewhere.fresh;
    }
  }
  expect(rows).toBeGreaterThan(100);
  await demo.close();
}, 90_000);
