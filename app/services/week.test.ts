import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import { weekdayOf } from '#core/calendar';
import { USUAL_WISH } from '#core/reminders';
import type { OpenDatabase } from '~/db/open.server';
import { remindingOf } from '~/db/reminders.server';
import { client } from '~/db/schema.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import type { Principal } from '~/keeping/server/setting.server';
import { ownCalendar } from './calendar.server';
import { clientStart } from './practising.server';
import { keepWish, ownReminding, remind } from './reminding.server';
import { add, send } from './testing/letters.server';
import { issueTo, joinedClient, NOW, settingFor, setUp } from './testing/practiceForTests.server';
import { trail, trailSchema } from './trail.server';
import { keepWeek, ownWeek, weekSchema } from './week.server';

let open: OpenDatabase;
let setting: ReturnType<typeof settingFor>;
let owner: Principal;

beforeAll(async () => {
  open = await openTestDatabase();
  setting = settingFor(open.db);
  owner = await setUp(setting);
});
afterAll(() => open.close());

const WEEKEND = {
  weekdays: [6, 7],
  timesOfDay: ['morning' as const],
  habits: { morning: 'coffee' },
};
const rowOf = async (id: string) =>
  (await open.db.select().from(client).where(eq(client.id, id)))[0];

/** What a calendar takes in of the practice times. */
async function calendarOf(who: Principal) {
  const { text } = await ownCalendar(setting, who, { inWords: false, link: 'https://x.example/' });
  return new ICAL.Component(ICAL.parse(text) as unknown[])
    .getAllSubcomponents('vevent')
    .map((event) => ({
      uid: String(event.getFirstPropertyValue('uid')),
      sequence: Number(event.getFirstPropertyValue('sequence')),
      rule: String(event.getFirstPropertyValue('rrule')),
    }));
}

describe('the days and times a client finds', () => {
  it('are kept by themselves, and today, reminders and calendar follow', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Wenna Trask');
    await issueTo(setting, owner, clientId);
    await keepWish(setting, who, { wish: { ...USUAL_WISH, on: true }, base: 0 });
    await remind(setting);
    const before = await calendarOf(who);
    // NOW is a Tuesday: a reminder is planned for this evening.
    expect((await remindingOf(open.db, clientId))?.nextDay).toBe('2026-03-10');
    expect(await ownWeek(setting, who)).toMatchObject({ weekdays: null, revision: 0 });
    await keepWeek(setting, who, { ...WEEKEND, base: 0 });
    expect(await ownWeek(setting, who)).toMatchObject({ ...WEEKEND, revision: 1 });
    await remind(setting);
    expect(await remindingOf(open.db, clientId)).toMatchObject({
      nextDay: '2026-03-14',
      nextSlot: 'morning',
    });
    const { planned } = await ownReminding(setting, who);
    expect(planned.map(({ day }) => weekdayOf(day))).toEqual([6, 7]);
    const { version } = await clientStart(setting, who);
    const led = version?.week.filter(({ occasions }) => occasions.length > 0) ?? [];
    expect(led.map(({ day }) => weekdayOf(day))).toEqual([6, 7]);
    const [after] = await calendarOf(who);
    expect(after?.rule).toMatch(/BYDAY=SA,SU/);
    // It is a change to whoever took the earlier one in.
    expect(after?.sequence).toBeGreaterThan(before[0]?.sequence ?? 0);
    expect(
      (await trail(setting, owner, trailSchema.parse({ q: 'find the time' }))).lines,
    ).toHaveLength(1);
  });

  it('are not written over what the therapist wrote down meanwhile, nor theirs over it', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Odo Fenn');
    const brings = {
      massKilograms: 70,
      statureCentimetres: null,
      tools: [],
      places: [],
      minutesPerDay: null,
      timesOfDay: ['evening'],
      weekdays: [5, 1, 1],
      helperAtHome: null,
    };
    const byTherapist = (base: number) =>
      send(setting, owner, add('brings', clientId, clientId, brings as never, base));
    await byTherapist(0);
    expect(await rowOf(clientId)).toMatchObject({ weekdays: [1, 5], massKilograms: 70 });
    await expect(keepWeek(setting, who, { ...WEEKEND, base: 0 })).rejects.toMatchObject({
      status: 409,
    });
    await keepWeek(setting, who, { ...WEEKEND, base: 1 });
    await expect(byTherapist(1)).rejects.toMatchObject({ status: 409 });
    // Nothing else of the file was touched.
    expect(await rowOf(clientId)).toMatchObject({ weekdays: [6, 7], massKilograms: 70 });
  });

  it('of an edition that did not ask for days stay as they are', async () => {
    const { clientId, who } = await joinedClient(setting, owner, 'Pim Rook');
    await keepWeek(setting, who, { ...WEEKEND, base: 0 });
    const old = {
      ...{ massKilograms: null, statureCentimetres: null, tools: [], places: [] },
      ...{ minutesPerDay: null, timesOfDay: ['evening'], helperAtHome: null },
    };
    await send(setting, owner, add('brings', clientId, clientId, old as never, 1));
    expect(await rowOf(clientId)).toMatchObject({ weekdays: [6, 7], timesOfDay: ['evening'] });
  });

  it('are refused for what is no day, and belong to a client alone', async () => {
    const read = (given: object) => weekSchema.safeParse({ ...WEEKEND, base: 0, ...given });
    for (const bad of [{ weekdays: [0] }, { weekdays: [8] }, { weekdays: 'Monday' }, { base: -1 }])
      expect(read(bad).success).toBe(false);
    // Every day is the same as none told.
    expect(read({ weekdays: [7, 6, 5, 4, 3, 2, 1] }).data?.weekdays).toEqual([]);
    await expect(ownWeek(setting, owner)).rejects.toMatchObject({ status: 404 });
    await expect(keepWeek(setting, owner, { ...WEEKEND, base: 0 })).rejects.toMatchObject({
      status: 404,
    });
    expect(setting.now()).toEqual(NOW);
  });
});
