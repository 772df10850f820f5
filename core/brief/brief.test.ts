import fc from 'fast-check';
import { addDays, type Day } from '#core/calendar';
import { itemFor, ladderClient, routineWith, timed } from '#core/examples';
import { propose, type Known, type Practised } from '#core/proposals';
import { dropRows } from '#core/trend';
import { brief } from './brief';

const TODAY = '2026-03-29';
const day = (ago: number): Day => addDays(TODAY, -ago);
const ROUTINE = routineWith(
  itemFor('between-blades', { dose: timed(30), grade: 4, points: 1, sides: 'left' }),
);

interface Felt {
  before?: number;
  after?: number;
  response?: string | null;
  responsePlaces?: Practised['responsePlaces'];
  stopReason?: string | null;
  counts?: boolean;
  tooMuch?: boolean;
}

const practised = (ago: number, felt: Felt = {}): Practised => ({
  id: `s${ago}`,
  day: day(ago),
  items: ROUTINE.items,
  counts: felt.counts ?? true,
  stopReason: felt.stopReason ?? null,
  response: felt.response === undefined ? 'none' : felt.response,
  responsePlaces: felt.responsePlaces ?? null,
  places: [
    {
      siteId: 'between-blades',
      side: 'left',
      before: felt.before ?? 5,
      after: felt.after ?? 3,
      contactSeconds: 30,
      holdsDone: 1,
      holdsAsked: 1,
      tooMuch: felt.tooMuch ?? false,
    },
  ],
});

function told(sessions: readonly Practised[], more: Partial<Known> = {}) {
  const from = sessions[0]?.day ?? TODAY;
  const known: Known = {
    today: TODAY,
    routine: ROUTINE,
    issuedOn: from,
    periods: [{ from, timesPerWeek: 7 }],
    sessions,
    rests: [],
    causes: [],
    seen: [],
    ladder: ladderClient(),
    check: { minutesPerDay: null, firstVersion: false },
    ...more,
  };
  const rows = dropRows(
    sessions.flatMap(({ id, day: on, places }) =>
      places.map((place) => ({ ...place, sessionId: id, day: on })),
    ),
  );
  return brief({ known, rows, proposals: propose(known) });
}
const daily = (days: number, felt: (ago: number) => Felt = () => ({})) =>
  Array.from({ length: days }, (_, n) => practised(days - n, felt(days - n)));

describe('a client in three sentences', () => {
  it('improving: says by how much, and that it was borne well', () => {
    const { changed, borne } = told(daily(28, (ago) => ({ before: Math.round(2 + ago / 6) })));
    expect(changed.says).toMatch(
      /^In 4 weeks: less tender: between the blades, left, down 4\.\d\.$/,
    );
    expect(borne.says).toBe(
      '14 of 14 sessions done in 14 days; borne well after all 14 that were asked about.',
    );
    expect([changed.attention, borne.attention]).toEqual([false, false]);
  });

  it('stuck: no change beyond wavering, and the cause is to be looked for', () => {
    const { changed, next } = told(daily(21, () => ({ before: 5 })));
    expect(changed.says).toBe(
      'In 3 weeks: no change beyond wavering at the one place that is worked.',
    );
    expect(next.says).toMatch(/^The record supports: look for the cause at between the blades\./);
  });

  it('getting worse: that comes first, and asks for attention', () => {
    const { changed } = told(
      daily(28, (ago) => ({ before: Math.round(8 - ago / 6), response: 'none' })),
    );
    expect(changed.says).toMatch(/more tender: between the blades, left, up/);
    expect(changed.attention).toBe(true);
  });

  it('over-pressing: says it, in how many of the last sessions, and what to do', () => {
    const { borne, next } = told(daily(6, () => ({ before: 9, tooMuch: true, counts: false })));
    expect(borne.says).toBe(
      'Pressed too hard in 5 of the last 5 sessions; 6 of 6 sessions begun in 6 days, none held through; borne well after all 6 that were asked about.',
    );
    expect(next.says).toMatch(/^The record supports: softer at between the blades: /);
    expect([borne.attention, next.attention]).toEqual([true, true]);
  });

  it('quiet: for how long, and that somebody asks', () => {
    const { borne, next } = told(daily(40).filter(({ day: on }) => on < day(22)));
    expect(borne).toEqual({ says: 'Nothing for 23 days.', attention: true });
    expect(next.says).toMatch(/^The record supports: ask what stops them\./);
  });

  it('bruised and told to rest: where, when, and what rests', () => {
    const places = [{ siteId: 'between-blades', side: 'left' as const }];
    const { borne, next } = told(
      daily(8, (ago) => (ago === 2 ? { response: 'bruised', responsePlaces: places } : {})),
      {
        rests: places.map((place) => ({
          ...place,
          since: day(2),
          why: 'bruise' as const,
          from: 'told' as const,
        })),
      },
    );
    expect(borne.says).toBe(
      'Bruised (between the blades, left) after the session 2 days ago; 8 of 8 sessions done in 8 days; 1 place rests.',
    );
    expect(next.says).toMatch(/softer once the bruise has gone/);
  });

  it('the gravest is said first: a stop for chest pain before a bruise, a bruise before soreness', () => {
    const of = (felt: (ago: number) => Felt) => told(daily(8, felt)).borne.says;
    expect(
      of((ago) => ({
        stopReason: ago === 6 ? 'alarm' : null,
        response: ago === 2 ? 'bruised' : 'none',
      })),
    ).toMatch(/^Stopped 6 days ago for chest pain/);
    expect(
      of((ago) => ({ response: ago === 6 ? 'bruised' : ago === 1 ? 'sore' : 'none' })),
    ).toMatch(/^Bruised after the session 6 days ago/);
    expect(
      of((ago) => ({ response: ago === 6 ? 'dizzy' : ago === 1 ? 'bruised' : 'none' })),
    ).toMatch(/^Dizzy or sick/);
  });

  it('what it cannot know it says', () => {
    expect(told([])).toMatchObject({
      changed: { says: 'Nothing has been rated yet.' },
      borne: { says: 'No session has been done yet.' },
    });
    const { changed, borne } = told(daily(2, () => ({ response: null })));
    expect(changed.says).toBe('Too few ratings to tell yet: 2 sessions rated at most.');
    expect(borne.says).toContain('how the days after were is not known');
  });

  it('who travels: a session on a day that has not begun here is of today, and counts for no day more', () => {
    const { borne } = told([...daily(8), practised(-1, { response: 'bruised' })]);
    expect(borne.says).toMatch(/^Bruised after the session today; 8 of 8 sessions done in 8 days/);
    expect(told([practised(-1, { response: null })]).borne.says).not.toMatch(/-\d/);
  });

  it('a gap: how long nothing was rated, within what is compared', () => {
    const gap = told(
      [...daily(70, (ago) => ({ before: ago > 40 ? 8 : 4 }))].filter(({ id }) => {
        const ago = Number(id.slice(1));
        return ago > 50 || ago < 15;
      }),
    );
    expect(gap.changed.says).toMatch(/; nothing was rated for 5 weeks in between\.$/);
    expect(told(daily(70)).changed.says).not.toContain('in between');
  });

  it('another tool in the middle: what was rated by one and by the other is not quite comparable', () => {
    const other = routineWith(
      itemFor('between-blades', {
        dose: timed(30),
        grade: 4,
        points: 1,
        sides: 'left',
        toolId: 'lacrosse-ball',
      }),
    );
    const fall = (ago: number) => ({ before: Math.round(2 + ago / 6) });
    const sessions = daily(28, fall).map((one, n) =>
      n < 14 ? one : { ...one, items: other.items },
    );
    expect(told(sessions).changed.says).toMatch(
      /1 place was pressed in more than one way in that time: compare with care\.$/,
    );
    expect(told(daily(28, fall)).changed.says).not.toContain('compare with care');
  });

  it('written down afterwards: how many of what was done', () => {
    const sessions = daily(8).map((one, n) => (n > 4 ? { ...one, byHand: true } : one));
    expect(told(sessions).borne.says).toMatch(
      /^8 of 8 sessions done in 8 days; 3 of them written down afterwards; /,
    );
  });

  it('two routines overlapping: sessions by the one before still count, each by its own', () => {
    const next = routineWith(itemFor('calf', { dose: timed(30), grade: 4, points: 1 }));
    const sessions = daily(10);
    const { changed, borne } = told(sessions, {
      routine: next,
      issuedOn: day(5),
      periods: [
        { from: day(10), timesPerWeek: 7 },
        { from: day(5), timesPerWeek: 7 },
      ],
    });
    expect(borne.says).toMatch(/^10 of 10 sessions done in 10 days/);
    expect(changed.says).toContain('the one place that is worked');
  });

  it('of any record at all: whole sentences, and nothing that is not a number or a word', () => {
    const felt = fc.record({
      ago: fc.integer({ min: -1, max: 90 }),
      before: fc.integer({ min: 0, max: 10 }),
      after: fc.integer({ min: 0, max: 10 }),
      response: fc.constantFrom(null, 'none', 'sore', 'bruised', 'numb', 'gone for good'),
      stopReason: fc.constantFrom(null, 'enough', 'numb', 'alarm', 'bored'),
      counts: fc.boolean(),
      tooMuch: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(felt, { maxLength: 25 }), (all) => {
        const sessions = all
          .toSorted((a, b) => b.ago - a.ago)
          .map(({ ago, ...one }, n) => ({ ...practised(ago, one), id: `s${n}` }));
        for (const { says } of Object.values(told(sessions))) {
          expect(says).toMatch(/^[A-Z“\d].*[.!?]$/);
          expect(says).not.toMatch(/undefined|null|NaN|Infinity|-\d|\.\.|;;| {2}|: ;/);
        }
      }),
      { numRuns: 200 },
    );
  });

  it('says nothing twice and ends every sentence', () => {
    for (const felt of [{}, { response: 'sore' }, { before: 9 }, { before: 0, after: 0 }]) {
      for (const days of [0, 1, 5, 30]) {
        for (const { says } of Object.values(told(daily(days, () => felt)))) {
          expect(says).toMatch(/^[A-Z“\d].*[.!?]$/);
          expect(says).not.toMatch(/undefined|null|NaN|\.\.|;;| {2}/);
        }
      }
    }
  });
});
