import { timeOf } from '#core/calendar';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { follow, PLACES } from '#core/anatomy';
import { pointSchema, type TenderPoint } from '#core/map';
import type { OpenDatabase } from '~/db/open.server';
import { pointsOf } from '~/db/visits.server';
import { openTestDatabase } from '~/db/testing/openTestDatabase.server';
import { fileHead } from './clientFile.server';
import { ownMap } from './mapping.server';
import { keepPicture, keptPicture, ownMeasures } from './measuring.server';
import { readingSchema } from '~/keeping/bodies';
import type { Letter } from '~/keeping/letter';
import type { Principal } from '~/keeping/server/setting.server';
import {
  details,
  joinedClient,
  NOW,
  screened,
  secondPractice,
  settingFor,
  setUp,
  addClient,
} from './testing/practiceForTests.server';
import {
  addOwnPoint,
  addPoint,
  askAtHome,
  changePoint,
  keepMeasure,
  keepOwnMeasure,
  removeMeasure,
  removeOwnPoint,
  removePoint,
  saveNotes,
  type MeasureWish,
} from './testing/writing.server';
import { add, post } from './testing/letters.server';
import { finishVisit, startVisit, visitPage, visitRecords } from './visits.server';

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

const DAY = 86_400_000;
const point = (siteId: string, rating: number, more: Partial<TenderPoint> = {}) =>
  pointSchema.parse({ thread: uuid(), siteId, side: 'left', across: 0, down: 0, rating, ...more });
const measure = (more: Partial<MeasureWish> = {}): MeasureWish => ({
  id: uuid(),
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  tries: [50, 54, 52],
  way: 'number',
  ...more,
});
const doc = (text: string) => ({
  type: 'doc',
  content: [{ type: 'paragraph', content: [{ type: 'text', text }] }],
});

describe('a visit', () => {
  it('begins with the first thing recorded, is shared, and says what is still open', async () => {
    const clientId = await addClient(setting, owner, details());
    expect((await fileHead(setting, owner, clientId)).visit).toBeNull();
    await addPoint(setting, owner, clientId, { id: uuid(), point: point('calf', 5) });
    const [one, two] = await Promise.all([
      startVisit(setting, owner, clientId),
      startVisit(setting, owner, clientId),
    ]);
    expect(one.id).toBe(two.id);
    const head = await fileHead(setting, owner, clientId);
    expect(head.visit?.id).toBe(one.id);
    expect(head.counts).toEqual({ points: 1, unpressed: 0, figuresBefore: 0, figuresAfter: 0 });
  });

  it('finished writes a summary the next one is compared with, and changes no more', async () => {
    const clientId = await addClient(setting, owner, details());
    await screened(setting, owner, clientId);
    const [low, calf] = [point('side-low-back', 7, { worst: true }), point('calf', 4)];
    const id = uuid();
    await addPoint(setting, owner, clientId, { id, point: low });
    await addPoint(setting, owner, clientId, { id: uuid(), point: calf });
    await keepMeasure(setting, owner, clientId, measure());
    const first = await finishVisit(setting, owner, clientId);
    expect(first.sentences).toContain('2 tender points.');
    await expect(
      changePoint(setting, owner, clientId, { id, revision: 1, point: { ...low, rating: 1 } }),
    ).rejects.toMatchObject({ status: 409 });
    await expect(finishVisit(setting, owner, clientId)).rejects.toMatchObject({ status: 409 });

    setting.moveTo(new Date(NOW.getTime() + 21 * DAY));
    expect((await fileHead(setting, owner, clientId)).counts.unpressed).toBe(2);
    await addPoint(setting, owner, clientId, { id: uuid(), point: { ...low, rating: 3 } });
    await keepMeasure(setting, owner, clientId, measure({ tries: [66] }));
    expect((await fileHead(setting, owner, clientId)).counts.unpressed).toBe(1);
    const second = await finishVisit(setting, owner, clientId);
    expect(second).toMatchObject({ since: first.on, tender: 1, tenderBefore: 2 });
    expect(second.sentences).toContain(
      'Look over the shoulder: turn, left changed from 52° to 66°.',
    );
    const page = await visitPage(setting, owner, clientId);
    expect(page.open).toBeNull();
    expect(page.past.map(({ summary }) => summary?.tender)).toEqual([1, 2]);
  });

  it('is told along its time: what was kept when, by the practice’s clock', async () => {
    const clientId = await addClient(setting, owner, details());
    const minutes = (many: number) => setting.moveTo(new Date(NOW.getTime() + many * 60_000));
    await startVisit(setting, owner, clientId);
    minutes(2);
    await screened(setting, owner, clientId);
    minutes(5);
    await addPoint(setting, owner, clientId, { id: uuid(), point: point('calf', 4) });
    minutes(7);
    await addPoint(setting, owner, clientId, { id: uuid(), point: point('side-low-back', 6) });
    minutes(15);
    await keepMeasure(setting, owner, clientId, measure());
    minutes(20);
    expect((await visitPage(setting, owner, clientId)).open?.strip).toMatchObject({ ended: null });
    await finishVisit(setting, owner, clientId);
    minutes(60);
    const { lastStrip } = await visitPage(setting, owner, clientId);
    expect(lastStrip).toMatchObject({ minutes: 20, isLeft: false });
    expect(
      lastStrip?.rows.map(({ stage, spans }) => [stage, spans.map(({ many }) => many)]),
    ).toEqual([
      ['Screen', [1]],
      ['Map', [2]],
      ['Measure', [1]],
    ]);
    const map = lastStrip?.rows[1]?.spans[0];
    expect([map?.from, map?.to]).toEqual([0.25, 0.35]);
    expect([map?.begin, map?.end]).toEqual(
      [5, 7].map((at) => timeOf(NOW.getTime() + at * 60_000, owner.timeZone)),
    );
  });

  it('left open on an earlier day is finished before anything of today is counted to it', async () => {
    const clientId = await addClient(setting, owner, details());
    const calf = point('calf', 6);
    await addPoint(setting, owner, clientId, { id: uuid(), point: calf });
    setting.moveTo(new Date(NOW.getTime() + 21 * DAY));
    await addPoint(setting, owner, clientId, { id: uuid(), point: { ...calf, rating: 2 } });
    const { visits, openId, lastId } = await visitRecords(setting, owner, clientId);
    expect(visits.map(({ day, open: still }) => [day, still])).toEqual([
      ['2026-03-10', false],
      ['2026-03-31', true],
    ]);
    const page = await visitPage(setting, owner, clientId);
    // It was not three weeks long.
    expect(page.lastStrip).toMatchObject({ isLeft: true, ended: null, minutes: 0 });
    expect(page.open?.id).toBe(openId);
    expect(page.past.map(({ id, summary }) => [id, summary?.tender])).toEqual([[lastId, 1]]);
    expect(page.open?.summary.changes).toMatchObject({ less: 1 });
  });

  it('of an earlier day gets what was written then without a line, also while today’s is under way', async () => {
    const clientId = await addClient(setting, owner, details());
    const yesterday = NOW.getTime();
    setting.moveTo(new Date(yesterday + DAY));
    const today = await startVisit(setting, owner, clientId);
    await addPoint(setting, owner, clientId, { id: uuid(), point: point('calf', 2) });
    // The device was out of reach for a day: two points and a reading of yesterday come now.
    const late = (siteId: string, rating: number): Letter => ({
      ...add('point', clientId, uuid(), { visitId: null, point: point(siteId, rating) }),
      at: yesterday,
    });
    const reading: Letter = {
      ...add('reading', clientId, uuid(), {
        visitId: null,
        reading: readingSchema.parse(measure({ tries: [50] })),
      }),
      at: yesterday + 60_000,
    };
    const answers = await post(setting, owner, [late('calf', 6), late('chest', 4), reading]);
    expect(answers.map(({ is }) => is)).toEqual(['kept', 'kept', 'kept']);
    const { visits, openId } = await visitRecords(setting, owner, clientId);
    expect(visits.map(({ day, open: still }) => [day, still])).toEqual([
      ['2026-03-10', false],
      ['2026-03-11', true],
    ]);
    expect(openId).toBe(today.id);
    const page = await visitPage(setting, owner, clientId);
    // Its summary has all of it, and today’s is compared with it.
    expect(page.past.map(({ summary }) => summary?.tender)).toEqual([2]);
    expect(page.past[0]?.summary?.since).toBeNull();
    expect(page.open?.summary).toMatchObject({ tender: 1, tenderBefore: 2 });
  });

  it('keeps notes, and two who write at once lose nothing', async () => {
    const clientId = await addClient(setting, owner, details());
    const { id: visitId } = await startVisit(setting, owner, clientId);
    const save = (text: string, revision: number) =>
      saveNotes(setting, owner, clientId, { visitId, revision, notes: doc(text) });
    expect(await save('one', 0)).toEqual({ revision: 1 });
    await expect(save('two', 0)).rejects.toMatchObject({
      status: 409,
      details: { theirs: doc('one'), revision: 1, by: 'Runa Dahl' },
    });
    expect(await save('two', 1)).toEqual({ revision: 2 });
    await finishVisit(setting, owner, clientId);
    await expect(save('three', 2)).rejects.toMatchObject({ details: { finished: true } });
    await expect(
      saveNotes(setting, owner, clientId, { visitId, revision: 2, notes: { type: 'script' } }),
    ).rejects.toMatchObject({ status: 422 });
  });

  it('stays inside the practice', async () => {
    const clientId = await addClient(setting, owner, details());
    for (const work of [
      () => startVisit(setting, stranger, clientId),
      () => visitRecords(setting, stranger, clientId),
      () => addPoint(setting, stranger, clientId, { id: uuid(), point: point('calf', 3) }),
      () => keepMeasure(setting, stranger, clientId, measure()),
      () => finishVisit(setting, stranger, clientId),
    ]) {
      await expect(work()).rejects.toMatchObject({ status: 404 });
    }
    expect(await pointsOf(open.db, clientId)).toEqual([]);
  });
});

describe('tender points', () => {
  it('on a keep-off structure are refused with the reason, and nothing is kept', async () => {
    const clientId = await addClient(setting, owner, details());
    const [x] = follow(PLACES['mid-back-lanes'].spot).at;
    await expect(
      addPoint(setting, owner, clientId, {
        id: uuid(),
        point: point('mid-back-lanes', 5, { across: -x * 1.72 }),
      }),
    ).rejects.toMatchObject({ status: 422, message: expect.stringContaining('spine') as string });
    expect((await fileHead(setting, owner, clientId)).visit).toBeNull();
  });

  it('change by revision, come back after being taken back, and bear one star', async () => {
    const clientId = await addClient(setting, owner, details());
    const [one, two] = [uuid(), uuid()];
    const first = point('calf', 5, { worst: true });
    await addPoint(setting, owner, clientId, { id: one, point: first });
    await addPoint(setting, owner, clientId, {
      id: two,
      point: point('chest', 6, { worst: true }),
    });
    const rows = await pointsOf(open.db, clientId);
    expect(rows.map(({ worst }) => worst)).toEqual([false, true]);
    expect(
      await changePoint(setting, owner, clientId, {
        id: one,
        revision: 1,
        point: { ...first, rating: 2, worst: false, note: 'softer' },
      }),
    ).toEqual({ revision: 2 });
    await expect(
      changePoint(setting, owner, clientId, { id: one, revision: 1, point: first }),
    ).rejects.toMatchObject({
      status: 409,
      details: { theirs: { rating: 2, revision: 2 } },
    });
    await removePoint(setting, owner, clientId, { id: one, revision: 2 });
    expect(await pointsOf(open.db, clientId)).toHaveLength(1);
    // Undone: it is as it was.
    const softer = { ...first, rating: 2, worst: false, note: 'softer' };
    await changePoint(setting, owner, clientId, { id: one, revision: 3, point: softer });
    expect((await pointsOf(open.db, clientId)).find(({ id }) => id === one)).toMatchObject({
      rating: 2,
      note: 'softer',
      revision: 4,
    });
  });

  it('the same point is pressed once a visit', async () => {
    const clientId = await addClient(setting, owner, details());
    const same = point('calf', 5);
    await addPoint(setting, owner, clientId, { id: uuid(), point: same });
    await expect(
      addPoint(setting, owner, clientId, { id: uuid(), point: same }),
    ).rejects.toMatchObject({ status: 409 });
  });

  it('sent again, because an answer was lost on the way, changes nothing more', async () => {
    const clientId = await addClient(setting, owner, details());
    const pressed = point('calf', 6);
    const id = uuid();
    await addPoint(setting, owner, clientId, { id, point: pressed });
    const again = await addPoint(setting, owner, clientId, { id, point: pressed });
    const change = { id, revision: again.revision, point: { ...pressed, rating: 4 } };
    const first = await changePoint(setting, owner, clientId, change);
    expect(await changePoint(setting, owner, clientId, change)).toEqual(first);
    // Another change from the same revision is no repetition.
    await expect(
      changePoint(setting, owner, clientId, { ...change, point: { ...pressed, rating: 2 } }),
    ).rejects.toMatchObject({ status: 409 });
    await removePoint(setting, owner, clientId, { id, revision: first.revision });
    await removePoint(setting, owner, clientId, { id, revision: first.revision });
    await expect(
      removePoint(setting, owner, clientId, { id, revision: first.revision + 7 }),
    ).rejects.toMatchObject({ status: 409 });
  });

  it('may be added by the client between visits, and taken back by the client alone', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    const { who: other } = await joinedClient(setting, owner, 'Jory Vane');
    const id = uuid();
    const own = point('calf', 5, { worst: true });
    await addOwnPoint(setting, who, { id, point: own });
    await addOwnPoint(setting, who, { id, point: own });
    expect(await ownMap(setting, who)).toMatchObject({ found: [], added: [{ id, worst: false }] });
    expect((await visitRecords(setting, owner, clientId)).points).toMatchObject([
      { visitId: null },
    ]);
    await expect(removeOwnPoint(setting, other, id)).rejects.toMatchObject({ status: 404 });
    await removeOwnPoint(setting, who, id);
    expect((await ownMap(setting, who)).added).toEqual([]);
  });
});

describe('measures', () => {
  it('keep the median of the tries, change by revision, and are kept once a place and moment', async () => {
    const clientId = await addClient(setting, owner, details());
    const one = measure();
    expect(await keepMeasure(setting, owner, clientId, one)).toEqual({ id: one.id, revision: 1 });
    const [row] = (await visitRecords(setting, owner, clientId)).figures;
    expect(row).toMatchObject({ value: 52, tries: [50, 54, 52] });
    await expect(keepMeasure(setting, owner, clientId, measure())).rejects.toMatchObject({
      status: 409,
      details: { theirs: { id: one.id } },
    });
    expect(
      await keepMeasure(setting, owner, clientId, { ...one, tries: [60], revision: 1 }),
    ).toMatchObject({ revision: 2 });
    await expect(
      keepMeasure(setting, owner, clientId, { ...one, tries: [70], revision: 1 }),
    ).rejects.toMatchObject({ status: 409 });
    await removeMeasure(setting, owner, clientId, { id: one.id, revision: 2 });
    expect((await visitRecords(setting, owner, clientId)).figures).toEqual([]);
  });

  it.each([
    [{ tries: [400] }, '400° was given'],
    [{ testId: 'jaw-opening', quantityId: 'opening', side: 'mid', tries: [4000] }, '4000 mm'],
    [{ side: 'mid' }, 'side does not fit'],
    [{ testId: 'handstand' }, 'not a test'],
    [{ way: 'fingers' }, 'not measured in that way'],
    [{ tries: [1, 2, 3, 4] }, 'At most 3'],
    [
      { testId: 'breath', quantityId: 'where', side: 'mid', tries: [], seen: 'sideways' },
      'Choose one',
    ],
  ])('%j are refused with a sentence', (change, says) => {
    const { id: _id, ...reading } = { ...measure(), ...change };
    const parsed = readingSchema.safeParse(reading);
    expect(parsed.success).toBe(false);
    expect(parsed.error?.issues.map((issue) => issue.message).join(' ')).toContain(says);
  });

  it('sent again, because an answer was lost on the way, are kept once', async () => {
    const clientId = await addClient(setting, owner, details());
    const { id, revision } = await keepMeasure(setting, owner, clientId, measure());
    const change = measure({ id, revision, tries: [58] });
    const first = await keepMeasure(setting, owner, clientId, change);
    expect(await keepMeasure(setting, owner, clientId, change)).toEqual(first);
    await expect(
      keepMeasure(setting, owner, clientId, measure({ id, revision, tries: [40] })),
    ).rejects.toMatchObject({ status: 409 });
    await removeMeasure(setting, owner, clientId, first);
    await removeMeasure(setting, owner, clientId, first);
    await expect(
      removeMeasure(setting, owner, clientId, { id, revision: 9 }),
    ).rejects.toMatchObject({ status: 409 });
  });

  it('at home are kept only where they were asked for', async () => {
    const { clientId, who } = await joinedClient(setting, owner);
    await expect(keepOwnMeasure(setting, who, measure())).rejects.toMatchObject({ status: 422 });
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'weekly' });
    await keepOwnMeasure(setting, who, measure());
    expect(await ownMeasures(setting, who)).toMatchObject({
      asked: [{ testId: 'neck-turn', when: 'weekly' }],
      own: [{ value: 52, visitId: null }],
    });
    await askAtHome(setting, owner, clientId, { testId: 'neck-turn', when: 'not' });
    expect((await ownMeasures(setting, who)).asked).toEqual([]);
  });
});

describe('pictures', () => {
  const jpeg = () =>
    sharp({ create: { width: 60, height: 40, channels: 3, background: '#998877' } })
      .withExif({ IFD0: { Copyright: 'somebody', ImageDescription: 'at home' } })
      .jpeg()
      .toBuffer();

  it('are kept without their metadata, and only inside the practice', async () => {
    const clientId = await addClient(setting, owner, details());
    const given = await jpeg();
    expect((await sharp(given).metadata()).exif).toBeDefined();
    const { id, width } = await keepPicture(setting, owner, clientId, given);
    expect(width).toBe(60);
    const kept = await keptPicture(setting, owner, clientId, id);
    const { exif, format } = await sharp(kept).metadata();
    expect([exif, format]).toEqual([undefined, 'jpeg']);
    await expect(keptPicture(setting, stranger, clientId, id)).rejects.toMatchObject({
      status: 404,
    });
    await expect(keptPicture(setting, owner, clientId, 'none')).rejects.toMatchObject({
      status: 404,
    });
  });

  it('that are none, or too large, are refused with a sentence', async () => {
    const clientId = await addClient(setting, owner, details());
    await expect(
      keepPicture(setting, owner, clientId, new TextEncoder().encode('no picture')),
    ).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('no picture') as string,
    });
    await expect(
      keepPicture(setting, owner, clientId, new Uint8Array(12_000_001)),
    ).rejects.toMatchObject({ message: expect.stringContaining('larger than 12 MB') as string });
  });

  it('belong to a reading only when they are in the same file', async () => {
    const clientId = await addClient(setting, owner, details());
    await expect(
      keepMeasure(setting, owner, clientId, measure({ pictureId: uuid() })),
    ).rejects.toMatchObject({ status: 422 });
  });
});
