import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { OpenDatabase } from '~/db/open.server';
import type { Principal } from '~/keeping/server/setting.server';
import { awaySchema, isAway, ownAbsence, setAbsence, turnsTo } from './away.server';
import { daySheet } from './daySheet.server';
import { clientStart } from './practising.server';
import {
  issueTo,
  joinedClient,
  joinedTherapist,
  NOW,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

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
beforeEach(() => setting.moveTo(NOW));

const absence = (from: string, until: string) => ({ from, until, standInId: colleague.userId });

describe('while a therapist is away', () => {
  it('the client reads whom to turn to, and who stands in finds the client marked', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Mean While');
    await issueTo(setting, owner, clientId);
    const rowFor = async (of: Principal) =>
      (await daySheet(setting, of)).rows.find(({ id }) => id === clientId)?.standsInFor;
    expect((await clientStart(setting, who)).away).toBeNull();
    await setAbsence(setting, owner, absence('2026-03-10', '2026-03-12'));
    expect(await clientStart(setting, who)).toMatchObject({
      therapistName: colleague.name,
      away: { name: owner.name, until: '2026-03-12' },
    });
    expect(await rowFor(colleague)).toBe(owner.name);
    expect(await rowFor(owner)).toBeNull();
    // It is over by itself.
    setting.moveTo(new Date('2026-03-13T08:00:00Z'));
    expect(await clientStart(setting, who)).toMatchObject({
      therapistName: owner.name,
      away: null,
    });
    expect(await rowFor(colleague)).toBeNull();
  });

  it('ends when they are back, and is refused where it says nothing', async () => {
    await setAbsence(setting, owner, absence('2026-03-10', '2026-03-20'));
    expect((await ownAbsence(setting, owner)).isAway).toBe(true);
    await setAbsence(setting, owner, null);
    expect(await ownAbsence(setting, owner)).toMatchObject({ isAway: false, from: null });
    const nobody = { ...absence('2026-03-10', '2026-03-20'), standInId: owner.userId };
    await expect(setAbsence(setting, owner, nobody)).rejects.toThrow('must work here');
    const over = absence('2026-03-01', '2026-03-02');
    await expect(setAbsence(setting, owner, over)).rejects.toThrow('over already');
    const wrong = awaySchema.safeParse({ ...absence('2026-03-20', '2026-03-10') });
    expect(wrong.error?.issues[0]?.message).toBe('The last day lies before the first.');
  });

  it('is from the first day to the last', () => {
    const away = { from: '2026-03-10', until: '2026-03-12' };
    const days = ['2026-03-09', '2026-03-10', '2026-03-12', '2026-03-13'];
    expect(days.map((day) => isAway(away, day))).toEqual([false, true, true, false]);
    // Whoever stands in and no longer works here is nobody to turn to.
    const file = {
      therapistName: 'One',
      awayFrom: away.from,
      awayUntil: away.until,
      standInName: null,
    };
    expect(turnsTo(file, '2026-03-11')).toEqual({ therapistName: 'One', away: null });
  });
});
