import fc from 'fast-check';
import { BODY_PART_IDS, findSite, SIDES } from '#core/anatomy';
import { addDays, daysBetween, isDay } from '#core/calendar';
import { STARTING_PLANS } from '#core/plans';
import {
  ASKED_EVERY_DAYS,
  complaintSchema,
  courseOf,
  isDue,
  isSince,
  NOT_THERE,
  placesWords,
  readSince,
  reproduces,
  sinceWords,
  standingSchema,
  standingWords,
  storedComplaintSchema,
  whereToLook,
  type FeltAt,
  type Told,
} from './index';

const TODAY = '2026-03-31';
const told = (day: string, days: number, strongest: number, hinders: number): Told => ({
  day,
  from: 'home',
  days,
  strongest,
  hinders,
});
const standings = fc
  .tuple(
    fc.integer({ min: 1, max: 7 }),
    fc.integer({ min: 1, max: 10 }),
    fc.integer({ min: 0, max: 10 }),
  )
  .map(([days, strongest, hinders]) => ({ days, strongest, hinders }));
const spots = fc.record({
  part: fc.constantFrom(...BODY_PART_IDS),
  side: fc.constantFrom(...SIDES),
});

describe('since when', () => {
  it.each([
    ['2024', '2024'],
    ['2025-03', '2025-03'],
    ['2026-03-14', '2026-03-14'],
    ['3 weeks', '2026-03-10'],
    ['three weeks ago', '2026-03-10'],
    ['for about 2 days', '2026-03-29'],
    ['a month', '2026-02'],
    ['18 months', '2024-09'],
    ['2 years', '2024'],
    ['March 2025', '2025-03'],
    ['since Nov 2025', '2025-11'],
    ['in february', '2026-02'],
    // The last one there was.
    ['december', '2025-12'],
    ['yesterday', '2026-03-30'],
    ['last year', '2025'],
  ])('reads “%s”', (text, since) => {
    expect(readSince(text, TODAY)).toBe(since);
  });

  it.each([
    '',
    'always',
    '2027',
    '2026-04',
    '2026-02-30',
    '0 moons',
    'may 2031',
    '999 years',
    '-3 weeks',
  ])('does not read “%s”', (text) => {
    expect(readSince(text, TODAY)).toBeNull();
  });

  it('reads nothing after today, whatever is typed, and only what is kept', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ maxLength: 20 }),
          fc
            .tuple(
              fc.integer({ min: 0, max: 2000 }),
              fc.constantFrom('day', 'week', 'month', 'year'),
            )
            .map(([count, unit]) => `${count} ${unit}s`),
        ),
        (text) => {
          const since = readSince(text, TODAY);
          if (since === null) return;
          expect(isSince(since)).toBe(true);
          expect(since <= TODAY).toBe(true);
        },
      ),
    );
  });

  it('in days and weeks is so many days ago', () => {
    for (const count of [1, 5, 40, 300]) {
      expect(daysBetween(readSince(`${count} days`, TODAY) ?? '', TODAY)).toBe(count);
      expect(daysBetween(readSince(`${count} weeks`, TODAY) ?? '', TODAY)).toBe(7 * count);
    }
  });

  it('is said back with how long that is, about', () => {
    expect(sinceWords('2025-03', TODAY)).toBe('since March 2025, about 13 months');
    expect(sinceWords('2026-03-10', TODAY)).toBe('since 10 March 2026, about 3 weeks');
    expect(sinceWords('2026-03-25', TODAY)).toBe('since 25 March 2026');
    expect(sinceWords('2019', TODAY)).toBe('since 2019, about 7 years');
    expect(sinceWords('', TODAY)).toBe('');
    expect(isDay('2026-03-10')).toBe(true);
  });
});

describe('a complaint', () => {
  it('says what, and refuses what nobody could read', () => {
    expect(complaintSchema.parse({ what: ' Stiff neck ' })).toEqual({
      what: 'Stiff neck',
      places: [],
      since: '',
      stops: '',
      over: false,
    });
    const sentence = (given: unknown) => complaintSchema.safeParse(given).error?.issues[0]?.message;
    expect(sentence({ what: ' ' })).toBe('Say what it is, in the client’s words.');
    expect(sentence({ what: 'x'.repeat(121) })).toMatch(/at most 120 characters/);
    expect(sentence({ what: 'Neck', since: 'soon' })).toMatch(/a year, a month or a day/);
    expect(sentence({ what: 'Neck', places: [{ part: 'tail', side: 'left' }] })).toMatch(
      /part of the body/,
    );
  });

  it('of an earlier edition is read without the parts that are no longer drawn', () => {
    const stored = storedComplaintSchema.parse({
      what: 'Neck',
      places: [
        { part: 'tail', side: 'mid' },
        { part: 'neck', side: 'left' },
      ],
    });
    expect(stored.places).toEqual([{ part: 'neck', side: 'left' }]);
  });

  it('says where, each part once', () => {
    expect(
      placesWords([
        { part: 'neck', side: 'left' },
        { part: 'forehead', side: 'mid' },
        { part: 'neck', side: 'right' },
      ]),
    ).toBe('neck, both sides; forehead');
    expect(placesWords([])).toBe('');
  });
});

describe('how it stands', () => {
  it('on no day has no strength and stops nothing, and on some day has some', () => {
    expect(standingSchema.safeParse(NOT_THERE).success).toBe(true);
    expect(standingSchema.safeParse({ days: 0, strongest: 3, hinders: 0 }).success).toBe(false);
    expect(standingSchema.safeParse({ days: 0, strongest: 0, hinders: 1 }).success).toBe(false);
    expect(standingSchema.safeParse({ days: 2, strongest: 0, hinders: 0 }).success).toBe(false);
    expect(standingSchema.safeParse({ days: 8, strongest: 1, hinders: 0 }).success).toBe(false);
    fc.assert(
      fc.property(standings, (standing) => {
        expect(standingSchema.safeParse(standing).success).toBe(true);
      }),
    );
  });

  it('is asked again when its seven days are over, also after a clock that was ahead', () => {
    expect(isDue([], TODAY)).toBe(true);
    fc.assert(
      fc.property(fc.integer({ min: -30, max: 60 }), (ago) => {
        const day = addDays(TODAY, -ago);
        expect(isDue([{ day }, { day: addDays(day, -20) }], TODAY)).toBe(ago >= ASKED_EVERY_DAYS);
      }),
    );
  });

  it('is said in a few words', () => {
    expect(standingWords(told(TODAY, 1, 6, 3))).toBe(
      '1 day of 7, 6 at its strongest, stops 3 of 10',
    );
    expect(standingWords(told(TODAY, 0, 0, 0))).toBe('not there in the last seven days');
  });
});

describe('its course', () => {
  it('counts two points of ten (Farrar et al. 2001, from memory) and two days, against the first answer', () => {
    const { says, each } = courseOf([told('2026-03-02', 6, 7, 5), told('2026-03-30', 3, 4, 4)]);
    expect(says).toBe('Less: days a week 6 → 3, at its strongest 7 → 4.');
    expect(each.map(({ verdict }) => verdict)).toEqual(['less', 'less', 'slight']);
  });

  it('tells both when one thing is less and another more', () => {
    expect(courseOf([told('2026-03-02', 2, 8, 5), told('2026-03-30', 6, 5, 5)]).says).toBe(
      'Less: at its strongest 8 → 5. More: days a week 2 → 6.',
    );
  });

  it('says nothing of one answer, or of none', () => {
    expect(courseOf([]).says).toBe('Not asked yet.');
    expect(courseOf([told(TODAY, 3, 3, 3)])).toMatchObject({
      each: [],
      says: 'Asked once so far.',
    });
  });

  it('lets the last answer of a day hold, and goes by days, however they arrive', () => {
    const { told: days } = courseOf([
      told('2026-03-20', 5, 5, 5),
      told('2026-03-02', 6, 7, 5),
      told('2026-03-20', 2, 3, 1),
    ]);
    expect(days.map(({ day, days: count }) => [day, count])).toEqual([
      ['2026-03-02', 6],
      ['2026-03-20', 2],
    ]);
  });

  it('is the other way round when time runs backwards, and never both less and more of one thing', () => {
    fc.assert(
      fc.property(standings, standings, (one, other) => {
        const there = courseOf([
          { day: '2026-03-02', from: 'visit', ...one },
          { day: '2026-03-30', from: 'home', ...other },
        ]).each;
        const back = courseOf([
          { day: '2026-03-02', from: 'visit', ...other },
          { day: '2026-03-30', from: 'home', ...one },
        ]).each;
        const turned = { less: 'more', more: 'less', slight: 'slight', 'the same': 'the same' };
        expect(back.map(({ verdict }) => verdict)).toEqual(
          there.map(({ verdict }) => turned[verdict]),
        );
      }),
    );
  });
});

describe('where to look', () => {
  const names = (what: string, places: FeltAt[] = []) =>
    whereToLook({ what, places }).looks.map(({ site }) => site.id);

  // Trade-taught pairs: common practice, no published source.
  it.each([
    ['My knee gives way on the stairs', 'inner-quad', 'knee-gives-way'],
    ['Stiff neck, cannot turn', 'neck-levator', 'stiff-neck'],
    ['Headache over the brow', 'brow', 'brow-headache'],
    ['Tight shoulders since the new desk', 'blade-corner', 'tight-shoulders'],
    ['The heel hurts in the morning', 'heel-arch', 'heel'],
  ])('“%s” begins with %s', (what, siteId, planId) => {
    const { looks, plans } = whereToLook({ what, places: [] });
    expect(looks[0]?.site.id).toBe(siteId);
    expect(plans[0]?.id).toBe(planId);
  });

  it('of one headache does not look for the others', () => {
    expect(names('headache over the brow')).toEqual(['brow', 'front-side-neck']);
  });

  it('goes by where it is felt when the words say nothing, and keeps the side', () => {
    const { looks } = whereToLook({
      what: 'Tired from sewing',
      places: [{ part: 'front-of-shoulder', side: 'right' }],
    });
    expect(looks.length).toBeGreaterThan(1);
    for (const { side, site } of looks) expect(side).toBe(site.midline ? null : 'right');
    expect(looks[0]?.site.id).toBe('below-ridge');
  });

  it('names no side when it is felt on both', () => {
    const places: FeltAt[] = [
      { part: 'neck', side: 'left' },
      { part: 'neck', side: 'right' },
    ];
    for (const { side } of whereToLook({ what: 'Stiff neck', places }).looks) {
      expect(side).toBeNull();
    }
  });

  it('says what has to be examined first', () => {
    expect(whereToLook({ what: 'tingling in the hand', places: [] }).cautions.join(' ')).toMatch(
      /examination in person/,
    );
  });

  it('for every complaint that a plan is for finds that plan first, with a site of it', () => {
    for (const plan of STARTING_PLANS) {
      const { plans, looks } = whereToLook({ what: plan.name, places: [] });
      expect([plan.id, plans.map(({ id }) => id)]).toEqual([
        plan.id,
        expect.arrayContaining([plan.id]),
      ]);
      expect(plans[0]?.id).toBe(plan.id);
      expect(looks.every(({ why }) => why.length > 10)).toBe(true);
    }
  });

  it('answers anything with sites that can be worked, each once', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 60 }),
        fc.array(spots, { maxLength: 6 }),
        (what, places) => {
          const ids = names(what, places);
          expect(new Set(ids).size).toBe(ids.length);
          for (const id of ids) expect(findSite(id)?.redirect).toBeFalsy();
        },
      ),
    );
  });
});

describe('a point of the map', () => {
  it('is told to send where the complaint is felt, on that side only', () => {
    const places: FeltAt[] = [{ part: 'forehead', side: 'left' }];
    expect(reproduces(places, { side: 'left', refersTo: ['neck', 'forehead'] })).toBe(true);
    expect(reproduces(places, { side: 'right', refersTo: ['forehead'] })).toBe(false);
    expect(reproduces(places, { side: 'mid', refersTo: ['forehead'] })).toBe(true);
    expect(reproduces(places, { side: 'left', refersTo: null })).toBe(false);
  });
});
