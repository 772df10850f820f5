import { v7 as uuid } from 'uuid';
import { byHand, type SessionEvent } from '#core/session';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { ownSessionLog } from './ownLog.server';
import { clientStart, ownByHand, routineToPractise } from './practising.server';
import { reviewOf, sessionLogOf } from './reviewing.server';
import { issueTo, joinedClient, NOW, settingFor, setUp } from './testing/practiceForTests.server';
import { sendLog } from './testing/letters.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;
const HOUR = 3_600_000;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());
beforeEach(() => setting.moveTo(NOW));

/** A client who did all of it by hand, an hour ago. */
async function writtenDown(name: string) {
  const { clientId, who } = await joinedClient(setting, owner, name);
  await issueTo(setting, owner, clientId);
  setting.moveTo(new Date(NOW.getTime() + 3 * HOUR));
  const { version } = await ownByHand(setting, who);
  if (!version) throw new Error('no version');
  const [first] = version.lines;
  if (!first) throw new Error('no line');
  const at = setting.now().getTime() - HOUR;
  const { events } = byHand(
    version.steps,
    {
      done: new Set(version.lines.map(({ key }) => key)),
      ratings: { [first.key]: { before: 6, after: 3 } },
      word: 'in the hotel',
    },
    at,
    () => uuid(),
  );
  const id = uuid();
  const head = { id, versionId: version.id, ledId: version.ledId, startedAt: at };
  await sendLog(setting, who, { ...head, events: [...events] });
  return { clientId, who, head, events };
}

describe('a session without the phone', () => {
  it('is kept, counts on its day, and both see that it was written down afterwards', async () => {
    const { clientId, who } = await writtenDown('Hand Written');
    const [line] = (await sessionLogOf(setting, owner, clientId)).sessions;
    expect(line).toMatchObject({
      byHand: true,
      counts: true,
      word: 'in the hotel',
      clock: 'right',
    });
    expect((await clientStart(setting, who)).last[0]).toMatchObject({ byHand: true });
    const { rows } = await reviewOf(setting, owner, clientId);
    expect(rows[0]?.strokes[0]).toMatchObject({ before: 6, after: 3 });
    // What it took of the day is not to be had again.
    const spent = Object.values((await routineToPractise(setting, who)).spent);
    expect(spent.every((seconds) => seconds > 0)).toBe(true);
    expect(spent.length).toBeGreaterThan(0);
  });

  it('may be on the days since the routine was issued, and on none before', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Lately Issued');
    await issueTo(setting, owner, clientId);
    expect((await ownByHand(setting, who)).days).toHaveLength(1);
    setting.moveTo(new Date(NOW.getTime() + 50 * 24 * HOUR));
    expect((await ownByHand(setting, who)).days).toHaveLength(7);
  });
});

describe('a correction', () => {
  it('stays to be seen beside what was said first, and everything is told by it', async () => {
    const { clientId, who, head, events } = await writtenDown('Slip Finger');
    const log = await ownSessionLog(setting, who, head.id);
    expect(log.nextSeq).toBe(events.length);
    const at = setting.now().getTime();
    const correct: SessionEvent = {
      type: 'corrected',
      step: log.state.holds.find(({ ratings }) => ratings.length > 0)?.step ?? -1,
      rating: 0,
      grade: 4,
      id: uuid(),
      seq: log.nextSeq,
      at,
    };
    await sendLog(setting, who, { ...head, events: [correct] });
    const [line] = (await sessionLogOf(setting, owner, clientId)).sessions;
    expect(line?.corrections).toEqual([
      { at, says: expect.stringMatching(/a rating of 6 was 4/) as string },
    ]);
    expect((await reviewOf(setting, owner, clientId)).rows[0]?.strokes[0]?.before).toBe(4);
    // The same once more is the same.
    await sendLog(setting, who, { ...head, events: [correct] });
    const again = await ownSessionLog(setting, who, head.id);
    expect(again.state.corrections).toHaveLength(1);
  });

  it('takes back what was not done: it counts for nothing and is still in the list', async () => {
    const { clientId, who, head, events } = await writtenDown('Not Done');
    const back: SessionEvent = {
      type: 'taken-back',
      id: uuid(),
      seq: events.length,
      at: setting.now().getTime(),
    };
    await sendLog(setting, who, { ...head, events: [back] });
    const [line] = (await sessionLogOf(setting, owner, clientId)).sessions;
    expect(line).toMatchObject({ takenBack: true, counts: false, contactSeconds: 0 });
    expect((await routineToPractise(setting, who)).spent).toEqual({});
    expect((await clientStart(setting, who)).doneThisWeek).toBe(0);
  });

  it('is of one’s own sessions only', async () => {
    const { head } = await writtenDown('Own Log');
    const { who: other } = await joinedClient(setting, owner, 'Other Log');
    await expect(ownSessionLog(setting, other, head.id)).rejects.toThrow(
      'There is no such session',
    );
    await expect(ownSessionLog(setting, other, 'x')).rejects.toThrow('There is no such session');
  });
});
