import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { OpenDatabase } from '~/db/open.server';
import type { Principal } from '~/keeping/server/setting.server';
import { joinedTherapist, settingFor, setUp } from './testing/practiceForTests.server';
import { dropView, keepView, MOST_VIEWS, viewSchema, viewsOf } from './views.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
let colleague: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
  colleague = await joinedTherapist(setting, owner, {
    name: 'Second Hand',
    email: 'second@hand.example',
  });
});
afterAll(() => open.close());

const names = async (who: Principal) => (await viewsOf(open.db, who)).map(({ name }) => name);

describe('views of the caseload', () => {
  it('are kept for whoever kept them, on every device, without the name that was looked for', async () => {
    await keepView(setting, owner, { name: 'worst first', search: 'sort=grade.desc&q=Tove' });
    expect(await viewsOf(open.db, owner)).toEqual([
      { name: 'worst first', search: 'sort=grade.desc' },
    ]);
    expect(await names(colleague)).toEqual([]);
  });

  it('of the same name take each other’s place, and go when they are let go', async () => {
    await keepView(setting, owner, { name: 'mine', search: 'whose=a' });
    await keepView(setting, owner, { name: 'mine', search: 'whose=b' });
    expect((await viewsOf(open.db, owner)).at(-1)).toEqual({ name: 'mine', search: 'whose=b' });
    await dropView(setting, owner, 'mine');
    await dropView(setting, owner, 'mine');
    expect(await names(owner)).toEqual(['worst first']);
  });

  it('kept in two tabs at once are both kept', async () => {
    const made = Array.from({ length: 6 }, (_, n) => `tab ${n}`);
    await Promise.all(made.map((name) => keepView(setting, colleague, { name, search: '' })));
    expect((await names(colleague)).toSorted()).toEqual(made);
  });

  it('are refused with a sentence where they are too many or have no name, and change nothing', async () => {
    for (let n = (await names(colleague)).length; n < MOST_VIEWS; n++)
      await keepView(setting, colleague, { name: `view ${n}`, search: '' });
    const before = await names(colleague);
    await expect(
      keepView(setting, colleague, { name: 'one more', search: '' }),
    ).rejects.toMatchObject({ status: 409, message: expect.stringContaining('remove one') });
    expect(await names(colleague)).toEqual(before);
    expect(viewSchema.safeParse({ name: '  ' }).error?.issues[0]?.message).toBe(
      'Give the view a name.',
    );
    expect(viewSchema.safeParse({ name: 'x'.repeat(41) }).success).toBe(false);
    expect(viewSchema.safeParse({ name: 'x', search: 'y'.repeat(401) }).success).toBe(false);
  });
});
