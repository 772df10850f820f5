import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { client } from '~/db/schema.server';
import type { Principal } from '~/keeping/server/setting.server';
import { inArray } from 'drizzle-orm';
import { GRAVITY } from '#core/trend';
import { dayPage, toLookInOn } from './dayPage.server';
import { addClient, details, NOW, settingFor, setUp } from './testing/practiceForTests.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

const nextVisit = (ids: string[], day: string | null) =>
  open.db.update(client).set({ nextVisit: day }).where(inArray(client.id, ids));

describe('the page of a day', () => {
  it('shows everybody of a small practice, and of a large one who comes next, with the others counted', async () => {
    const ids: string[] = [];
    for (let n = 0; n < 60; n += 1)
      ids.push(
        await addClient(setting, owner, details({ name: `Client ${n + 10}`, nextVisit: '' })),
      );
    const small = await dayPage(setting, owner);
    expect(small.shown.rest.map(({ name }) => name)).toEqual(
      Array.from({ length: 60 }, (_, n) => `Client ${n + 10}`),
    );
    expect(small.more).toEqual({ look: 0, rest: 0 });

    const late = await addClient(setting, owner, details({ name: 'Zora Late', nextVisit: '' }));
    const soon = await addClient(setting, owner, details({ name: 'Zora Soon', nextVisit: '' }));
    await nextVisit([late], '2026-03-20');
    await nextVisit([soon], '2026-03-12');
    const large = await dayPage(setting, owner);
    expect(large.shown.rest.slice(0, 2).map(({ id }) => id)).toEqual([soon, late]);
    expect(large.shown.rest).toHaveLength(60);
    expect(large.more).toEqual({ look: 0, rest: 2 });
    expect(large).toMatchObject({ clients: 62, ended: 0, week: { visits: 1, done: 0 } });
  });

  it('counts none away of whom more than soreness or silence is known', () => {
    const rows = (urgency: number, many: number, wrote: string | null = null) =>
      Array.from({ length: many }, () => ({ urgency, wrote }));
    const [grave, sore, quiet] = [GRAVITY.tooHard, GRAVITY.sore, GRAVITY.quiet];
    expect(toLookInOn([...rows(grave, 3), ...rows(quiet, 20)])).toHaveLength(23);
    expect(toLookInOn([...rows(grave, 3), ...rows(sore, 40), ...rows(quiet, 90)])).toEqual([
      ...rows(grave, 3),
      ...rows(sore, 40),
      ...rows(quiet, 17),
    ]);
    expect(toLookInOn([...rows(grave, 75), ...rows(sore, 90)])).toEqual(rows(grave, 75));
    const wrote = rows(GRAVITY.wrote, 2, '2026-03-10');
    expect(toLookInOn([...rows(sore, 90), ...wrote, ...rows(quiet, 9)])).toEqual([
      ...rows(sore, 60),
      ...wrote,
    ]);
  });
});
