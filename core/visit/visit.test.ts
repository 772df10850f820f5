import { pointSchema } from '#core/map';
import {
  openStages,
  summariseVisit,
  summarySchema,
  type VisitFigure,
  type VisitRecord,
} from './index';

const point = (n: number, siteId: string, rating: number, worst = false) =>
  pointSchema.parse({
    thread: `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`,
    siteId,
    side: 'left',
    across: 0,
    down: 0,
    rating,
    worst,
  });
const figure = (value: number, more: Partial<VisitFigure> = {}): VisitFigure => ({
  testId: 'neck-turn',
  quantityId: 'turn',
  side: 'left',
  moment: 'before',
  value,
  way: 'number',
  ...more,
});
const visit = (on: string, more: Partial<VisitRecord> = {}): VisitRecord => ({
  on,
  points: [],
  figures: [],
  found: [],
  screened: true,
  ...more,
});

describe('the summary of a visit', () => {
  const first = visit('2026-11-03', {
    points: [point(1, 'side-low-back', 7, true), point(2, 'calf', 4), point(3, 'chest', 5)],
    figures: [figure(50), figure(40, { side: 'right' }), figure(58, { moment: 'after' })],
  });

  it('the first says what is, and compares with nothing', () => {
    const summary = summariseVisit(first, null);
    expect(summary).toMatchObject({ since: null, tender: 3, tenderBefore: null });
    expect(summary.sentences).toEqual([
      'Screening found nothing that speaks against it.',
      '3 tender points.',
      'The worst: Side low-back, left, 7 of 10.',
      'Look over the shoulder: turn, left: 50°.',
      'Look over the shoulder: turn, right: 40°.',
    ]);
    expect(summarySchema.parse(JSON.parse(JSON.stringify(summary)))).toEqual(summary);
  });

  it('the second says truthfully what changed, what did not, and what nobody looked at', () => {
    const second = visit('2026-11-24', {
      points: [point(1, 'side-low-back', 3), point(2, 'calf', 0)],
      figures: [figure(63), figure(44, { side: 'right' })],
      found: ['Pregnancy'],
    });
    const { sentences, changes, tenderBefore } = summariseVisit(second, first);
    expect(tenderBefore).toBe(3);
    expect(changes).toMatchObject({ less: 1, gone: 1, 'not looked at': 1, new: 0 });
    expect(sentences).toEqual([
      'Screening found: Pregnancy.',
      '1 tender point, 3 at the visit before: 1 gone, 1 less tender, 1 not looked at.',
      'Look over the shoulder: turn, left changed from 50° to 63°.',
      'Look over the shoulder: turn, right: 40°, now 44°, within measurement error.',
    ]);
  });

  it('what was measured after pressing is not compared with what was measured before', () => {
    const second = visit('2026-11-24', { figures: [figure(63, { moment: 'after' })] });
    expect(summariseVisit(second, first).measures).toEqual([]);
  });

  it('says nothing about screening that was not held', () => {
    expect(summariseVisit(visit('2026-11-24', { screened: false }), null).sentences).toEqual([
      '0 tender points.',
    ]);
  });
});

describe('what a visit still lacks', () => {
  it.each([
    [
      { screeningDue: true, points: 0, unpressed: 0, figuresBefore: 0, figuresAfter: 0 },
      'due',
      'no points yet',
      'nothing before',
    ],
    [
      { screeningDue: false, points: 1, unpressed: 2, figuresBefore: 4, figuresAfter: 0 },
      'done',
      '2 to press again',
      '4 before',
    ],
    [
      { screeningDue: false, points: 6, unpressed: 0, figuresBefore: 4, figuresAfter: 4 },
      'done',
      '6 points',
      '4 before, 4 after',
    ],
  ])('%j', (state, screen, map, measure) => {
    const open = openStages(state);
    expect([open.Screen.says, open.Map.says, open.Measure.says]).toEqual([screen, map, measure]);
  });
});

describe('what brings them', () => {
  const told = (day: string, days: number) => ({
    day,
    from: 'visit' as const,
    days,
    strongest: 6,
    hinders: 4,
  });
  const complaints = [
    { what: 'Knee gives way', told: [told('2026-11-03', 6), told('2026-11-20', 3)] },
  ];
  const sentence = (on: string, last: VisitRecord | null) =>
    summariseVisit(visit(on, { complaints }), last).sentences[0];

  it('stands first, as it was told up to that day, against the first time', () => {
    expect(sentence('2026-11-03', null)).toBe(
      '“Knee gives way”: 6 days of 7, 6 at its strongest, stops 4 of 10.',
    );
    expect(sentence('2026-11-24', visit('2026-11-03'))).toBe(
      '“Knee gives way”: 3 days of 7, 6 at its strongest, stops 4 of 10. Less: days a week 6 → 3.',
    );
  });

  it('is not told again when nothing was told since the visit before', () => {
    expect(sentence('2026-11-28', visit('2026-11-24'))).toBe(
      'Screening found nothing that speaks against it.',
    );
  });
});
