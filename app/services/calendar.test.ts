import { sql } from 'drizzle-orm';
import ICAL from 'ical.js';
import type { OpenDatabase } from '~/db/open.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { USUAL_WISH } from '#core/reminders';
import type { Principal } from '~/keeping/server/setting.server';
import {
  calendarAddress,
  calendarBehind,
  closeCalendarAddress,
  openCalendarAddress,
  ownCalendar,
} from './calendar.server';
import { keepWish } from './reminding.server';
import {
  issueTo,
  joinedClient,
  NOW,
  settingFor,
  setUp,
  shortRoutine,
} from './testing/practiceForTests.server';

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

const LINK = 'https://practice.example/today';
const read = async (who: Principal, inWords = false) => {
  const { text } = await ownCalendar(setting, who, { inWords, link: LINK });
  const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
  return {
    text,
    events: root.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one)),
  };
};

describe('a client’s calendar', () => {
  it('has the times of their week as they chose them, and keeps its events when those or the plan change', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Tove Lark');
    await expect(read(who)).rejects.toMatchObject({ status: 409 });
    await issueTo(setting, owner, clientId, { ...shortRoutine(), timesPerWeek: 7 });
    const before = await read(who);
    const [first] = before.events;
    expect(first?.summary).toBe('Time to practise');
    // The first evening from today on, by the client’s own clock.
    expect(first?.startDate.toString()).toBe('2026-03-10T20:00:00');
    expect(before.text).not.toMatch(/breastbone|Lamp Street|Tove/i);

    const times = { ...USUAL_WISH.times, evening: '21:15' };
    await keepWish(setting, who, { wish: { ...USUAL_WISH, times }, base: 0 });
    const moved = await read(who);
    expect(moved.events[0]?.startDate.toString()).toBe('2026-03-10T21:15:00');
    expect(moved.events[0]?.uid).toBe(first?.uid);
    expect(moved.events[0]?.sequence).toBeGreaterThan(first?.sequence ?? 0);

    await issueTo(setting, owner, clientId, { ...shortRoutine(), timesPerWeek: 3 }, 1);
    const fewer = await read(who);
    expect(fewer.events[0]?.uid).toBe(first?.uid);
    expect(fewer.events[0]?.sequence).toBeGreaterThan(moved.events[0]?.sequence ?? 0);
    const rule = /RRULE:(.*)/.exec(
      fewer.text.replaceAll(/\r\n[ \t]/g, '').split('BEGIN:VEVENT')[1] ?? '',
    );
    expect(rule?.[1]).toMatch(/COUNT=36;BYDAY=\w\w,\w\w,\w\w\r?$/);
  });

  it('says what is practised only where that is wanted, and begins after a pause', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Ola Wren');
    await issueTo(setting, owner, clientId, { ...shortRoutine(), timesPerWeek: 7 });
    const told = await read(who, true);
    expect(told.events[0]?.summary).toBe('Routine 1');
    expect(told.events[0]?.description).toMatch(/^1\. .*breastbone/i);
    const wish = { ...USUAL_WISH, pausedUntil: '2026-03-20' };
    await keepWish(setting, who, { wish, base: 0 });
    expect((await read(who)).events[0]?.startDate.toString()).toBe('2026-03-21T20:00:00');
  });

  it('is of the client who asks, and of nobody who works here', async () => {
    await expect(read(owner)).rejects.toMatchObject({ status: 404 });
  });
});

describe('an address a calendar asks by itself', () => {
  const behind = async (token: string) => {
    const { text } = await calendarBehind(setting, token, LINK);
    const root = new ICAL.Component(ICAL.parse(text) as unknown[]);
    return root.getAllSubcomponents('vevent').map((one) => new ICAL.Event(one));
  };

  it('answers with the times as they are now, says nothing of health unless wanted, and ends when it is ended', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Ulla Penn');
    expect(await calendarAddress(setting, who)).toBeNull();
    const token = await openCalendarAddress(setting, who, { inWords: false });
    // Nothing is planned yet: a calendar that asks is answered, with nothing in it.
    expect(await behind(token)).toEqual([]);
    await issueTo(setting, owner, clientId, { ...shortRoutine(), timesPerWeek: 7 });
    const [event] = await behind(token);
    expect(event?.uid).toBe((await read(who)).events[0]?.uid);
    expect((await calendarBehind(setting, token, LINK)).text).not.toMatch(
      /breastbone|Lamp Street|Ulla/i,
    );
    expect(await calendarAddress(setting, who)).toEqual({
      since: '2026-03-10',
      inWords: false,
      askedOn: '2026-03-10',
    });

    // A new one ends the one before: also of two tabs at once, one is left.
    const tokens = await Promise.all([
      openCalendarAddress(setting, who, { inWords: true }),
      openCalendarAddress(setting, who, { inWords: true }),
    ]);
    const answers = await Promise.allSettled([token, ...tokens].map(behind));
    expect(answers.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    expect(answers[0]?.status).toBe('rejected');
    const left = [token, ...tokens][answers.findIndex(({ status }) => status === 'fulfilled')];
    expect((await calendarBehind(setting, left ?? '', LINK)).text).toMatch(/Routine 1/);

    await closeCalendarAddress(setting, who);
    expect(await calendarAddress(setting, who)).toBeNull();
    await expect(behind(left ?? '')).rejects.toMatchObject({ status: 404 });
    await expect(behind('never-was-one')).rejects.toMatchObject({ status: 404 });
  });

  it('keeps nothing by which it could be asked', async () => {
    const { who } = await joinedClient(setting, owner, 'Vera Holm');
    const token = await openCalendarAddress(setting, who, { inWords: false });
    const { rows } = (await open.db.execute(
      sql`select to_jsonb(c)::text as row from calendar_address c`,
    )) as unknown as { rows: { row: string }[] };
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.some(({ row }) => row.includes(token))).toBe(false);
  });
});
