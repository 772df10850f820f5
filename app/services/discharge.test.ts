import { v7 as uuid } from 'uuid';
import { itemFor, routineWith } from '#core/examples';
import type { OpenDatabase } from '~/db/open.server';
import { courseStep } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Body } from '~/keeping/bodies';
import type { Principal } from '~/keeping/server/setting.server';
import { caseloadOf } from './caseload.server';
import { fileHead } from './clientFile.server';
import { daySheet } from './daySheet.server';
import { dischargeOf } from './discharge.server';
import { clientStart, routineToPractise } from './practising.server';
import { reviewOf } from './reviewing.server';
import { add, send } from './testing/letters.server';
import {
  details,
  issueTo,
  joinedClient,
  NOW,
  screened,
  secondPractice,
  settingFor,
  setUp,
} from './testing/practiceForTests.server';

const DAY = 86_400_000;

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

const on = (days: number) => setting.moveTo(new Date(NOW.getTime() + days * DAY));
const say = (clientId: string, body: Body<'course'>, who = owner) =>
  send(setting, who, add('course', clientId, uuid(), body));
const end = (clientId: string, more: Partial<Extract<Body<'course'>, { what: 'ended' }>> = {}) =>
  say(clientId, {
    what: 'ended',
    outcome: 'goal met',
    goesOn: false,
    word: 'Well done; ring when it comes back.',
    summary: 'Turns freely.',
    ...more,
  });

async function client() {
  const { clientId, who } = await joinedClient(setting, owner);
  await screened(setting, owner, clientId);
  await issueTo(setting, owner, clientId, routineWith(itemFor('calf')));
  return { clientId, who };
}
const rowOf = async (clientId: string) =>
  (await daySheet(setting, owner)).rows.find(({ id }) => id === clientId);

describe('the end of a course', () => {
  it('asks for nothing more, calls nobody quiet, and lets nothing begin', async () => {
    const { clientId, who } = await client();
    on(10);
    expect(await rowOf(clientId)).toMatchObject({ quietDays: 10, over: null, group: 'look' });
    await end(clientId);
    expect(await rowOf(clientId)).toMatchObject({
      quietDays: null,
      over: { outcome: 'goal met', day: '2026-03-20' },
      group: 'rest',
    });
    expect(await clientStart(setting, who)).toMatchObject({
      way: { waits: 'over', day: '2026-03-20' },
      over: { word: 'Well done; ring when it comes back.' },
    });
    expect((await routineToPractise(setting, who)).way).toMatchObject({ waits: 'over' });
    expect((await fileHead(setting, owner, clientId)).over).toMatchObject({ outcome: 'goal met' });
    on(24);
    // What was not asked for is not missed.
    expect((await clientStart(setting, who)).askedThisWeek).toBe(0);
    const review = await reviewOf(setting, owner, clientId);
    expect(review.weeks.at(-1)).toMatchObject({ asked: 0 });
    const row = (await caseloadOf(setting, owner)).rows.find(({ id }) => id === clientId);
    expect(row).toMatchObject({ asked: 0, share: null, isOver: true });
  });

  it('lets them go on by themselves where that was said, and what stops everything still does', async () => {
    const { clientId, who } = await client();
    await end(clientId, { goesOn: true });
    expect(await clientStart(setting, who)).toMatchObject({
      way: null,
      over: { goesOn: true },
      asksHome: false,
      brought: { due: [] },
    });
    expect((await routineToPractise(setting, who)).version?.steps.length).toBeGreaterThan(0);
  });

  it('is taken up again: the version that was in force is asked for from that day', async () => {
    const { clientId, who } = await client();
    await end(clientId);
    on(30);
    await say(clientId, { what: 'resumed', word: 'The heel is back.' });
    expect(await clientStart(setting, who)).toMatchObject({ way: null, over: null });
    expect(await rowOf(clientId)).toMatchObject({ over: null });
    on(37);
    const week = (await reviewOf(setting, owner, clientId)).weeks;
    expect(week.reduce((sum, { asked }) => sum + asked, 0)).toBeLessThan(21);
    expect(week.at(-1)?.asked).toBeGreaterThan(0);
    const { steps, over } = await dischargeOf(setting, owner, clientId);
    expect(over).toBeNull();
    expect(steps.map(({ what, byName }) => [what, byName])).toEqual([
      ['resumed', owner.name],
      ['ended', owner.name],
    ]);
  });

  it('is drafted from what the record says, and never changed afterwards', async () => {
    const { clientId } = await client();
    await end(clientId);
    expect((await dischargeOf(setting, owner, clientId)).draft).toMatch(/\.$/);
    await expect(open.db.update(courseStep).set({ summary: 'other' })).rejects.toThrow();
    await expect(open.db.delete(courseStep)).rejects.toThrow();
  });

  it('is nothing for a client to say, nor for another practice', async () => {
    const { clientId, who } = await client();
    const body: Body<'course'> = { what: 'ended', outcome: 'stopped', goesOn: true };
    await expect(say(clientId, body, who)).rejects.toMatchObject({ status: 403 });
    const stranger = await secondPractice(setting);
    await expect(say(clientId, body, stranger)).rejects.toMatchObject({ status: 404 });
    await expect(dischargeOf(setting, stranger, clientId)).rejects.toMatchObject({ status: 404 });
    expect(await rowOf(clientId)).toMatchObject({ over: null });
  });
});

describe('a minor’s file', () => {
  it('is issued nothing before somebody consents, and says so', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Pip Sorg');
    await screened(setting, owner, clientId);
    const change = async (more: Partial<Body<'details'>>) => {
      const { file } = await fileHead(setting, owner, clientId);
      await send(
        setting,
        owner,
        add(
          'details',
          clientId,
          clientId,
          { ...details({ name: 'Pip Sorg' }), ...more },
          file.detailsRevision,
        ),
      );
    };
    await change({ bornOn: '2011-05-01' });
    const issue = () => issueTo(setting, owner, clientId, routineWith(itemFor('calf')));
    await expect(issue()).rejects.toMatchObject({
      status: 422,
      message: expect.stringMatching(/This client is 14: record under “details” who consents/),
    });
    await change({ bornOn: '2011-05-01', consentBy: 'Ida Sorg, mother', consentOn: '2026-03-01' });
    await issue();
    expect((await clientStart(setting, who)).version?.number).toBe(1);
    // An edition that did not ask leaves what is there.
    await change({});
    expect((await fileHead(setting, owner, clientId)).file).toMatchObject({
      bornOn: '2011-05-01',
      consentBy: 'Ida Sorg, mother',
      consentOn: '2026-03-01',
    });
    for (const bornOn of ['yesterday', '1815-12-10']) {
      await expect(change({ bornOn })).rejects.toMatchObject({ status: 422 });
    }
  });
});
