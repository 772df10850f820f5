import fc from 'fast-check';
import { addDays } from '#core/calendar';
import { anyRoutine, fade, itemFor, routineWith, timed } from '#core/examples';
import { totalsOf } from '#core/routine';
import type { PlaceSummary } from '#core/session';
import {
  doseOf,
  doseRows,
  dropRows,
  EVERYTHING,
  fadeRows,
  rowsWithin,
  type RatedPlace,
} from './index';

// A Monday.
const START = '2026-03-02';
const day = (n: number) => addDays(START, n);
const place = (contactSeconds: number, more: Partial<PlaceSummary> = {}): PlaceSummary => ({
  siteId: 'calf',
  side: 'left',
  before: 4,
  after: 2,
  contactSeconds,
  holdsDone: 1,
  holdsAsked: 1,
  tooMuch: false,
  ...more,
});
const asked = (from: string, timesPerWeek: number, seconds: Record<string, number>) => ({
  from,
  timesPerWeek,
  seconds,
});

describe('dose done against dose asked', () => {
  it('asks by place what the routine asks of it at least', () => {
    expect(doseOf(routineWith(itemFor('calf', { dose: timed(30), points: 1 })))).toEqual({
      'calf:left': 30,
      'calf:right': 30,
    });
    expect(
      doseOf(
        routineWith(itemFor('side-low-back', { dose: fade(20, 90), points: 2, sides: 'left' })),
      ),
    ).toEqual({ 'side-low-back:left': 40 });
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const { contact } = totalsOf(routine);
        const sum = Object.values(doseOf(routine)).reduce((all, seconds) => all + seconds, 0);
        expect(sum).toBeCloseTo(contact.left.least + contact.right.least + contact.mid.least, 6);
      }),
    );
  });

  it('counts by week, missed sessions among what was asked', () => {
    const sessions = [0, 2, 4, 7].map((n) => ({ day: day(n), places: [place(30)] }));
    const [row] = doseRows(sessions, [asked(START, 7, { 'calf:left': 30 })], day(14));
    expect(row?.weeks.slice(0, 2)).toEqual([
      { monday: START, done: 90, asked: 210 },
      { monday: day(7), done: 30, asked: 210 },
    ]);
    expect(row?.share).toBeCloseTo(120 / 420, 6);
  });

  it('asks for nothing of a day that is not over, and more than was asked counts as all of it', () => {
    const versions = [asked(START, 7, { 'calf:left': 30 })];
    expect(doseRows([], versions, START)[0]?.share).toBeNull();
    const [row] = doseRows([{ day: START, places: [place(600)] }], versions, day(1));
    expect(row?.share).toBe(1);
  });

  it('goes by the version that was in force; the places of the present one come first', () => {
    const rows = doseRows(
      [],
      [
        asked(START, 7, { 'calf:left': 30 }),
        asked(day(7), 7, { 'chest:left': 60, 'calf:left': 10 }),
      ],
      day(14),
    );
    expect(rows.map(({ siteId }) => siteId)).toEqual(['chest', 'calf']);
    expect(rows[1]?.weeks.map((week) => week.asked)).toEqual([210, 70, 0]);
    expect(rows[0]?.weeks.map((week) => week.asked)).toEqual([0, 420, 0]);
  });

  it('says why it was left out, the most frequent first', () => {
    const sessions = [
      { day: START, places: [place(0, { why: { 'no-time': 1 } })] },
      { day: day(1), places: [place(0, { why: { 'no-time': 1, 'too-tender': 1 } })] },
    ];
    const [row] = doseRows(sessions, [asked(START, 7, { 'calf:left': 30 })], day(7));
    expect(row?.why).toEqual([
      { label: 'No time', count: 2 },
      { label: 'Too tender today', count: 1 },
    ]);
  });

  it('is between nothing and all of it, and never changes what it reads', () => {
    const anySession = fc.record({
      day: fc.nat({ max: 40 }).map(day),
      places: fc.array(
        fc.nat({ max: 300 }).map((seconds) => place(seconds)),
        { maxLength: 3 },
      ),
    });
    fc.assert(
      fc.property(fc.array(anySession), fc.integer({ min: 1, max: 14 }), (sessions, times) => {
        const before = JSON.stringify(sessions);
        const rows = doseRows(sessions, [asked(START, times, { 'calf:left': 45 })], day(41));
        for (const { share } of rows) {
          expect(share ?? 0).toBeGreaterThanOrEqual(0);
          expect(share ?? 0).toBeLessThanOrEqual(1);
        }
        expect(JSON.stringify(sessions)).toBe(before);
      }),
    );
  });
});

describe('the time to fade', () => {
  const faded = (seconds: readonly number[]) =>
    fadeRows(
      seconds.map((one, n) => ({
        siteId: 'calf',
        side: 'left' as const,
        day: day(n),
        seconds: one,
      })),
    )[0];

  it('says that it fades sooner only where the interval says so', () => {
    expect(faded([60, 55, 50, 46, 40, 36])).toMatchObject({
      verdict: 'sooner',
      says: 'Fades sooner: about 60 s at first, 35 s now; more than wavering.',
    });
    expect(faded([30, 36, 40, 46, 50, 55])?.verdict).toBe('later');
    expect(faded([40, 60, 35, 58, 42, 50])?.verdict).toBe('no change');
    expect(faded([60, 20, 10])?.verdict).toBe('too few');
    expect(faded([40, 40, 40, 40, 40, 40])?.verdict).toBe('no change');
  });

  it('keeps sides and sites apart', () => {
    const rows = fadeRows([
      { siteId: 'calf', side: 'left', day: START, seconds: 40 },
      { siteId: 'calf', side: 'right', day: START, seconds: 30 },
    ]);
    expect(rows.map(({ side, times }) => [side, times.length])).toEqual([
      ['left', 1],
      ['right', 1],
    ]);
  });
});

describe('a part of what was rated', () => {
  const rated = (siteId: string, n: number, before: number) => ({
    siteId,
    side: 'left' as const,
    sessionId: `s${n}`,
    day: day(n),
    before,
    after: 1,
    contactSeconds: 30,
    tooMuch: false,
  });
  const all = [
    // Falls at first, and is level from then on.
    ...Array.from({ length: 8 }, (_, n) => rated('calf', n, 8 - n)),
    ...Array.from({ length: 8 }, (_, n) => rated('calf', 8 + n, 1)),
    ...Array.from({ length: 8 }, (_, n) => rated('chest', n, 4)),
  ];

  it('is judged by itself: a trend of the part, not of the whole', () => {
    const whole = rowsWithin(all, { ...EVERYTHING, siteId: 'calf' });
    expect(whole).toEqual(dropRows(all.filter(({ siteId }) => siteId === 'calf')));
    expect(whole[0]?.change.verdict).toBe('less');
    const late = rowsWithin(all, { ...EVERYTHING, from: day(8), siteId: 'calf' });
    expect(late[0]?.strokes).toHaveLength(8);
    expect(late[0]?.change.verdict).toBe('no change');
  });

  it('is one side of a site, some days with both their ends, or one point of the map', () => {
    const point = (thread: string, before: number) => ({
      thread,
      name: thread,
      before,
      after: 1,
      contactSeconds: 30,
    });
    const mapped: RatedPlace[] = [
      ...all,
      { ...rated('calf', 3, 6), side: 'right' },
      { ...rated('chest', 20, 4), points: [point('upper', 6), point('lower', 4)] },
    ];
    const right = rowsWithin(mapped, { ...EVERYTHING, siteId: 'calf', side: 'right' });
    expect(right.map(({ side, strokes }) => [side, strokes.length])).toEqual([['right', 1]]);
    const days = rowsWithin(mapped, { ...EVERYTHING, siteId: 'calf', from: day(2), to: day(4) });
    expect(days.map(({ side, strokes }) => [side, strokes.map((one) => one.day)])).toEqual([
      ['left', [day(2), day(3), day(4)]],
      ['right', [day(3)]],
    ]);
    const one = rowsWithin(mapped, { ...EVERYTHING, thread: 'lower' });
    expect(one.map(({ point: of, strokes }) => [of?.thread, strokes[0]?.before])).toEqual([
      ['lower', 4],
    ]);
  });

  it('is every site where none is chosen, and nothing where nothing was rated', () => {
    expect(rowsWithin(all, EVERYTHING)).toEqual(dropRows(all));
    expect(rowsWithin(all, { ...EVERYTHING, from: day(99) })).toEqual([]);
    expect(rowsWithin(all, { ...EVERYTHING, siteId: 'heel-arch' })).toEqual([]);
  });
});
