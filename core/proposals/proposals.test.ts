import fc from 'fast-check';
import { SENSITIVITY, WORKABLE_SITES, type Side } from '#core/anatomy';
import { addDays, type Day } from '#core/calendar';
import { anyMildRoutine, fade, itemFor, routineWith, timed } from '#core/examples';
import { RESPONSE_IDS, type RestingPlace } from '#core/response';
import { checkRoutine, pressesOf, routineSchema, sidesInOrder, totalsOf } from '#core/routine';
import type { PressItem, Routine } from '#core/routine';
import { STOP_REASONS, type PlaceSummary } from '#core/session';
import { propose, RULES, withTaken, type Known, type Practised, type Proposal } from './index';

const TODAY = '2026-03-29';
const day = (ago: number): Day => addDays(TODAY, -ago);

/** What a session was like at every place of a routine. */
interface Felt {
  before?: number | null;
  after?: number | null;
  response?: string | null;
  responsePlaces?: RestingPlace[] | null;
  stopReason?: string | null;
  counts?: boolean;
  of?: Partial<PlaceSummary>;
}

const placesOf = (item: PressItem, { before = 5, after = 3, of = {} }: Felt): PlaceSummary[] =>
  sidesInOrder(item).map((side) => ({
    siteId: item.siteId,
    side,
    before,
    after,
    contactSeconds: 60,
    holdsDone: 1,
    holdsAsked: 1,
    tooMuch: false,
    ...of,
  }));

const practised = (routine: Routine, ago: number, felt: Felt = {}): Practised => ({
  id: `s${ago}`,
  day: day(ago),
  items: routine.items,
  counts: felt.counts ?? true,
  stopReason: felt.stopReason ?? null,
  response: felt.response === undefined ? 'none' : felt.response,
  responsePlaces: felt.responsePlaces ?? null,
  places: pressesOf(routine).flatMap((item) => placesOf(item, felt)),
});

const known = (
  routine: Routine,
  sessions: readonly Practised[],
  more: Partial<Known> = {},
): Known => ({
  today: TODAY,
  routine,
  issuedOn: sessions[0]?.day ?? TODAY,
  periods: [{ from: sessions[0]?.day ?? TODAY, timesPerWeek: routine.timesPerWeek }],
  sessions,
  rests: [],
  causes: [],
  seen: [],
  ladder: {
    massKilograms: null,
    statureMetres: null,
    tools: null,
    places: null,
    ratings: [],
    screening: [],
  },
  check: { minutesPerDay: null, firstVersion: false },
  ...more,
});

/** So many daily sessions up to yesterday; `felt` by how many days ago. */
const daily = (routine: Routine, days: number, felt: (ago: number) => Felt = () => ({})) =>
  Array.from({ length: days }, (_, n) => practised(routine, days - n, felt(days - n)));

const ROUTINE = routineWith(itemFor('between-blades', { dose: timed(30), grade: 4, points: 1 }));
/** Down by a grade in four days or so, quiet days. */
const WELL = (ago: number): Felt => ({ before: ago > 6 ? 5 : 4, after: 2 });
/** The same under a ceiling of 5. */
const WELL_AT_FIVE = (ago: number): Felt => ({ before: ago > 6 ? 4 : 3, after: 1 });
const rulesOf = (of: Known) => propose(of).proposals.map(({ rule }) => rule);
const only = (of: Known): Proposal => {
  const [first, ...rest] = propose(of).proposals;
  expect(rest).toEqual([]);
  if (!first) throw new Error('Nothing is proposed.');
  return first;
};
const whyKept = (of: Known) => propose(of).keep.map(({ why }) => why);

describe('what goes well', () => {
  it('gets longer first, then more points, then more load, then a firmer tool, then the active method', () => {
    let routine: Routine = ROUTINE;
    const order: string[] = [];
    for (let turn = 0; turn < 20; turn += 1) {
      const [proposal] = propose(known(routine, daily(routine, 14, WELL))).proposals;
      if (!proposal?.becomes) break;
      expect(proposal.weight).toBe('up');
      if (order.at(-1) !== proposal.variable) order.push(proposal.variable ?? '');
      routine = withTaken(routine, [proposal]);
      if (proposal.variable === 'method') break;
    }
    const usual = ['time', 'points', 'load', 'tool', 'method'];
    expect(order).toEqual(usual.filter((one) => order.includes(one)));
    expect(order.slice(0, 2)).toEqual(['time', 'points']);
  });

  it('says what it was read from, what it does, and by which rule', () => {
    const proposal = only(known(ROUTINE, daily(ROUTINE, 14, WELL)));
    expect(proposal.says).toBe('30 → 45 s');
    expect(proposal.ground.sessionIds).toHaveLength(14);
    expect(proposal.ground.says).toContain('5 at first, 4 now');
    expect(proposal.because).toContain('One thing at a time');
    expect(proposal.effect?.contact.after).toBe(45);
    expect(proposal.effect?.session.after.most).toBeGreaterThan(
      proposal.effect?.session.before.most ?? Infinity,
    );
  });

  it.each<[string, (ago: number) => Felt, RegExp]>([
    [
      'the last day after is not known',
      (ago) => ({ ...WELL(ago), response: ago === 1 ? null : 'none' }),
      /not known yet/,
    ],
    [
      'hardly any day after was told',
      (ago) => ({ ...WELL(ago), response: ago === 1 ? 'none' : null }),
      /only once/,
    ],
    [
      'it was sore four sessions ago',
      (ago) => ({ ...WELL(ago), response: ago === 4 ? 'sore' : 'none' }),
      /sore after one/,
    ],
    [
      'it is rated at its ceiling',
      (ago) => ({ before: ago < 3 ? 5 : 6, after: 3 }),
      /ceiling of 5/,
    ],
    ['it does not fall within a session', () => ({ before: 4, after: 4 }), /hardly falls/],
    ['it was never rated twice', () => ({ before: 4, after: null }), /not rated twice/],
    [
      'it is more tender than at first',
      (ago) => ({ before: ago < 4 ? 4 : 3, after: 2 }),
      /no less tender/,
    ],
    [
      'the last session was stopped for soreness',
      (ago) => ({ ...WELL(ago), stopReason: ago === 1 ? 'too-sore' : null }),
      /stopped for a reason/,
    ],
  ])('waits while %s, and says so', (_, felt, why) => {
    // A site with a ceiling of 5.
    const routine = routineWith(itemFor('outer-forearm', { dose: timed(30), grade: 4, points: 1 }));
    const of = known(routine, daily(routine, 9, felt));
    expect(propose(of).proposals.filter(({ weight }) => weight === 'up')).toEqual([]);
    expect(whyKept(of).join(' ')).toMatch(why);
  });

  it('waits after poor adherence, and while there are too few sessions or days', () => {
    const some = daily(ROUTINE, 14, WELL).filter((_, n) => n % 2 === 0);
    expect(whyKept(known(ROUTINE, some))[0]).toMatch(/^Only 7 of 14 sessions/);
    expect(whyKept(known(ROUTINE, daily(ROUTINE, 3, WELL)))[0]).toMatch(/nothing rises before 4/);
    const packed = [5, 4, 4, 4].map((ago, n) => ({
      ...practised(ROUTINE, ago, WELL(9)),
      id: `p${n}`,
    }));
    expect(whyKept(known(ROUTINE, packed, { today: day(1) }))[0]).toMatch(/nothing rises before 5/);
  });

  it('of two lines that go well one rises in a version; none beside a line that goes down', () => {
    const two = routineWith(
      itemFor('below-ridge', { dose: timed(30), grade: 4, points: 1 }),
      itemFor('middle-quad', { dose: timed(30), grade: 4, points: 1 }),
    );
    const well = daily(two, 12, WELL);
    expect(propose(known(two, well)).proposals).toHaveLength(1);
    expect(whyKept(known(two, well))).toEqual(['Going well; another line rises first.']);
    const sore = well.map((one) =>
      one.id === 's1'
        ? {
            ...one,
            response: 'sore',
            responsePlaces: [{ siteId: 'middle-quad', side: 'left' as Side }],
          }
        : one,
    );
    const proposals = propose(known(two, sore)).proposals;
    expect(proposals.map(({ weight, siteId }) => [weight, siteId])).toEqual([
      ['down', 'middle-quad'],
    ]);
    expect(whyKept(known(two, sore))).toEqual(['Something else has to go down first.']);
  });

  it('goes by the ramp that was planned, in its order; an empty one raises nothing', () => {
    const ramped = (ramp: PressItem['ramp']) => {
      const routine = routineWith({
        ...itemFor('between-blades', { dose: timed(30), grade: 4, points: 1 }),
        ...(ramp ? { ramp } : {}),
      });
      return known(routine, daily(routine, 14, WELL));
    };
    expect(only(ramped(undefined)).variable).toBe('time');
    expect(only(ramped(['load', 'time'])).variable).toBe('load');
    expect(only(ramped(['points'])).variable).toBe('points');
    expect(propose(ramped([])).proposals).toEqual([]);
    expect(whyKept(ramped([]))).toEqual(['Its ramp says that nothing rises.']);
  });

  it('adds the active method once: what was taken before is not proposed again, and each line has its own id', () => {
    const first = routineWith({
      ...itemFor('shoulder-ridge', { dose: timed(30), grade: 4, points: 1 }),
      ramp: ['method'],
    });
    const proposal = only(known(first, daily(first, 14, WELL_AT_FIVE)));
    expect(proposal.variable).toBe('method');
    const second = withTaken(first, [proposal]);
    expect(pressesOf(second)).toHaveLength(2);
    const again = propose(known(second, daily(second, 14, WELL_AT_FIVE))).proposals;
    expect(
      again.filter(({ variable, itemId }) => variable === 'method' && itemId === 'shoulder-ridge'),
    ).toEqual([]);
    for (const one of again)
      expect(routineSchema.safeParse(withTaken(second, [one])).success).toBe(true);
  });

  it('a ramp is no change of dose: what was borne before it was planned still counts', () => {
    const plain = routineWith(itemFor('between-blades', { dose: timed(30), grade: 4, points: 1 }));
    const ramped: Routine = {
      ...plain,
      items: plain.items.map((item) => ({ ...item, ramp: ['load' as const] })),
    };
    expect(only(known(ramped, daily(plain, 14, WELL))).variable).toBe('load');
  });

  it('at the neck time or pressure rises, and nothing else ever', () => {
    const necks = WORKABLE_SITES.filter(({ region }) => region === 'neck');
    expect(necks.length).toBeGreaterThan(3);
    for (const { id } of necks) {
      let routine: Routine = routineWith(itemFor(id, { grade: 2 }));
      for (let turn = 0; turn < 12; turn += 1) {
        const felt = (ago: number): Felt => ({ before: ago > 6 ? 3 : 2, after: 1 });
        const up = propose(known(routine, daily(routine, 14, felt))).proposals.find(
          ({ weight }) => weight === 'up',
        );
        if (!up) break;
        expect(['time', 'load']).toContain(up.variable);
        routine = withTaken(routine, [up]);
      }
    }
  });
});

describe('what goes badly', () => {
  const with1 = (felt: Felt, ago = 1) =>
    known(
      ROUTINE,
      daily(ROUTINE, 8, (now) => (now === ago ? { ...WELL(now), ...felt } : WELL(now))),
    );

  it.each([
    ['bruised', 'bruised', 'down'],
    ['sore', 'sore', 'down'],
    ['dizzy', 'dizzy', 'safety'],
    ['numb', 'numb', 'safety'],
  ])('after “%s” it says so at once', (response, rule, weight) => {
    expect(only(with1({ response }))).toMatchObject({ rule, weight });
  });

  it('sore once: shorter; sore again: softer', () => {
    expect(only(with1({ response: 'sore' }))).toMatchObject({
      variable: 'time',
      says: '30 → 20 s',
    });
    const twice = known(
      ROUTINE,
      daily(ROUTINE, 8, (ago) => ({ ...WELL(ago), response: ago < 3 ? 'sore' : 'none' })),
    );
    expect(only(twice)).toMatchObject({ rule: 'sore-again', variable: 'load' });
  });

  it('pressed above the ceiling: acted on within the first week, whatever else the record says', () => {
    const hard = daily(ROUTINE, 3, () => ({ before: 9, after: 8, response: null }));
    const proposal = only(
      known(ROUTINE, hard, { issuedOn: day(3), periods: [{ from: day(3), timesPerWeek: 7 }] }),
    );
    expect(proposal).toMatchObject({ rule: 'too-hard', weight: 'down' });
    expect(proposal.ground.says).toContain('9 of 10');
    // Softer by the way it is pressed, where there is one: the hand of somebody who presses hard does not hold back.
    expect(proposal.variable).toBe('tool');
    expect(proposal.effect?.pressureRatio).toBeLessThan(1);
  });

  it.each([
    ['numb', 'numb'],
    ['travelling', 'travelling'],
    ['dizzy', 'dizzy'],
    ['alarm', 'dizzy'],
  ])('stopped for %s: somebody looks first', (reason, rule) => {
    expect(only(with1({ stopReason: reason }))).toMatchObject({ rule, weight: 'safety' });
  });

  it('what makes dizzy is said once, and a neck line is taken out', () => {
    const two = routineWith(itemFor('below-ridge'), itemFor('neck-groove'), itemFor('middle-quad'));
    const told = daily(two, 5, (ago) => ({ response: ago === 1 ? 'dizzy' : 'none' }));
    const proposals = propose(known(two, told)).proposals;
    expect(proposals.map(({ siteId, becomes }) => [siteId, becomes])).toEqual([
      ['neck-groove', []],
    ]);
    const none = routineWith(itemFor('below-ridge'), itemFor('middle-quad'));
    expect(
      propose(
        known(
          none,
          daily(none, 5, (ago) => ({ response: ago === 1 ? 'dizzy' : 'none' })),
        ),
      ).proposals,
    ).toHaveLength(1);
  });

  it('only pain, twice in three sessions: it is taken out until somebody has looked', () => {
    const two = routineWith(itemFor('below-ridge'), itemFor('middle-quad'));
    const pain = daily(two, 4, (ago) => ({ of: ago < 3 ? { onlyPain: true } : {} }));
    expect(propose(known(two, pain)).proposals.map(({ rule, becomes }) => [rule, becomes])).toEqual(
      [
        ['only-pain', []],
        ['only-pain', []],
      ],
    );
  });

  it.each([
    ['numb', 'numb'],
    ['travelling', 'travelling'],
  ] as const)(
    'a stop for “%s” by its place: that line rests and is asked about, no other',
    (reason, why) => {
      const [place, other] = pressesOf(ROUTINE).map(({ siteId }) => siteId);
      const at = { siteId: place ?? '', side: 'left' as const };
      const sessions = daily(ROUTINE, 6, (ago) => (ago === 1 ? { stopReason: reason } : {})).map(
        (one) => ({ ...one, stoppedAt: one.stopReason ? [at] : undefined }),
      );
      const rest = { ...at, since: day(1), why, from: 'told' as const };
      const sites = (more: Partial<Known>) =>
        propose(known(ROUTINE, sessions, more))
          .proposals.filter(({ rule }) => rule === reason)
          .map(({ siteId }) => siteId);
      expect(sites({ rests: [rest] })).toEqual([place]);
      expect(sites({ rests: [rest] })).not.toContain(other ?? null);
      // Looked at, it is asked about no more.
      expect(sites({})).toEqual([]);
    },
  );

  it('what was said of another place is not held against this one', () => {
    const elsewhere = with1({
      response: 'bruised',
      responsePlaces: [{ siteId: 'calf', side: 'left' }],
    });
    expect(rulesOf(elsewhere)).not.toContain('bruised');
  });

  it('a line that was changed since is judged by what came after', () => {
    const before = routineWith(itemFor('between-blades', { dose: timed(60), grade: 5 }));
    const sessions = [...daily(before, 6, () => ({ response: 'sore', before: 9 }))].filter(
      ({ id }) => id !== 's1',
    );
    const of = known(ROUTINE, [...sessions, practised(ROUTINE, 1)]);
    expect(propose(of).proposals).toEqual([]);
    expect(whyKept(of)[0]).toMatch(/1 session at this dose/);
  });
});

describe('what does not change, and what is over', () => {
  const level = (days: number) => daily(ROUTINE, days, () => ({ before: 4, after: 2 }));

  it('no change in two weeks: the cause is looked for, and never more force', () => {
    expect(only(known(ROUTINE, level(20)))).toMatchObject({ rule: 'stuck', becomes: null });
    // Before two weeks nothing is called stuck.
    expect(rulesOf(known(ROUTINE, level(12)))).not.toContain('stuck');
  });

  it('not fading at its longest, again and again: found anew together', () => {
    const routine = routineWith(itemFor('side-low-back', { dose: fade(20, 120) }));
    const capped = daily(routine, 6, (ago) => ({ ...WELL(ago), of: { capped: 1 } }));
    expect(only(known(routine, capped))).toMatchObject({ rule: 'capped', becomes: null });
  });

  it('next to nothing over weeks: rarer, rarer again, then out', () => {
    let routine: Routine = routineWith(
      itemFor('below-ridge'),
      itemFor('middle-quad', { grade: 3 }),
    );
    const says: string[] = [];
    for (let turn = 0; turn < 6; turn += 1) {
      const found = propose(
        known(
          routine,
          daily(routine, 16, () => ({ before: 1, after: 0 })),
        ),
      ).proposals;
      const of = found.find(({ siteId }) => siteId === 'below-ridge');
      if (!of) break;
      expect(of.weight).toBe('taper');
      says.push(of.says);
      routine = withTaken(routine, [of]);
    }
    expect(says).toEqual(['7 → 3 days a week', '3 → 1 day a week', 'taken out of the routine']);
  });

  it('hardly done: asked for as often as it is done; not done at all: somebody asks', () => {
    const some = daily(ROUTINE, 14).filter((_, n) => n % 4 === 0);
    const proposal = propose(known(ROUTINE, some)).proposals.find(({ itemId }) => itemId === null);
    expect(proposal).toMatchObject({ timesPerWeek: 3, weight: 'down' });
    expect(withTaken(ROUTINE, proposal ? [proposal] : []).timesPerWeek).toBe(3);
    const early = daily(ROUTINE, 30).filter((_, n) => n < 10);
    expect(only(known(ROUTINE, early))).toMatchObject({
      title: 'Ask what stops them',
      becomes: null,
    });
  });

  it('says why: what holds were passed over for', () => {
    const some = daily(ROUTINE, 14, () => ({ of: { why: { 'no-time': 2 } } })).filter(
      (_, n) => n % 4 === 0,
    );
    const proposal = propose(known(ROUTINE, some)).proposals.find(({ itemId }) => itemId === null);
    // Both sides of four sessions.
    expect(proposal?.ground.says).toContain('No time (16)');
  });
});

describe('what was left for now', () => {
  const sore = daily(ROUTINE, 8, (ago) => ({
    ...WELL(ago),
    response: ago === 1 ? 'sore' : 'none',
  }));
  const left = (ago: number, sessionId: string | null = 's1') => [
    { about: 'sore:between-blades', sessionId, how: 'not now' as const, day: day(ago) },
  ];

  it('is not proposed again on the same evidence, and is said to be left', () => {
    const of = known(ROUTINE, sore, { seen: left(0) });
    expect(propose(of).proposals).toEqual([]);
    expect(whyKept(of)[0]).toMatch(/left it for now/);
  });

  it('is judged anew once there is a later session there, or a week later', () => {
    expect(rulesOf(known(ROUTINE, sore, { seen: left(0, 's2') }))).toEqual(['sore']);
    expect(rulesOf(known(ROUTINE, sore, { seen: left(7) }))).toEqual(['sore']);
  });

  it('still holds back what would rise elsewhere', () => {
    const two = routineWith(
      itemFor('between-blades', { dose: timed(30), grade: 4, points: 1 }),
      itemFor('middle-quad', { dose: timed(30), grade: 4, points: 1 }),
    );
    const sessions = daily(two, 12, (ago) => ({
      ...WELL(ago),
      response: ago === 1 ? 'sore' : 'none',
      responsePlaces: ago === 1 ? [{ siteId: 'between-blades', side: 'left' }] : null,
    }));
    expect(rulesOf(known(two, sessions))).toEqual(['sore']);
    expect(rulesOf(known(two, sessions, { seen: left(0) }))).toEqual([]);
  });

  it('is nobody else’s: another proposal of the line is still made', () => {
    const other = [{ ...left(0)[0], about: 'stuck:between-blades' }] as Known['seen'];
    expect(rulesOf(known(ROUTINE, sore, { seen: other }))).toEqual(['sore']);
  });
});

describe('over all records', () => {
  const feltSession = fc.record({
    before: fc.option(fc.integer({ min: 0, max: 10 })),
    after: fc.option(fc.integer({ min: 0, max: 10 })),
    response: fc.option(fc.constantFrom(...RESPONSE_IDS)),
    stopReason: fc.option(fc.constantFrom(...STOP_REASONS.map(({ id }) => id)), { freq: 9 }),
    counts: fc.boolean(),
    skip: fc.integer({ min: 0, max: 3 }),
    of: fc.record({ tooMuch: fc.boolean(), capped: fc.integer({ min: 0, max: 1 }) }),
  });
  const mild = fc.record({
    before: fc.integer({ min: 2, max: 4 }),
    after: fc.integer({ min: 0, max: 2 }),
    response: fc.constantFrom('none', 'little-sore'),
    stopReason: fc.constant(null),
    counts: fc.constant(true),
    skip: fc.constant(1),
    of: fc.constant({}),
  });
  const anyKnown = fc
    .tuple(
      anyMildRoutine,
      fc.oneof(
        fc.array(feltSession, { maxLength: 16 }),
        fc.array(mild, { minLength: 6, maxLength: 20 }),
      ),
      fc.constantFrom<(string[] | null)[]>(null, [], ['tennis-ball', 'foam-roller']),
    )
    .map(([routine, felt, tools]) => {
      let ago = 1;
      const sessions = felt
        .map((one) => {
          const session = practised(routine, ago, one as Felt);
          ago += one.skip;
          return session;
        })
        .reverse();
      const of = known(routine, sessions);
      return { ...of, ladder: { ...of.ladder, tools } };
    });
  const press = (routine: Routine, id: string) => pressesOf(routine).find((one) => one.id === id);

  it('whatever is proposed can be issued, changes one thing, and goes the way it says', () => {
    fc.assert(
      fc.property(anyKnown, (of) => {
        for (const proposal of propose(of).proposals) {
          const { itemId, becomes, variable, weight } = proposal;
          if (itemId === null || becomes === null) continue;
          const after = withTaken(of.routine, [proposal]);
          expect(routineSchema.safeParse(after).success).toBe(true);
          const [then, now] = [press(of.routine, itemId), press(after, itemId)];
          if (!then || !now) {
            expect(becomes).toEqual([]);
            continue;
          }
          const differs = (
            [
              'grade',
              'points',
              'extraPoints',
              'dose',
              'often',
              'toolId',
              'repetitions',
              'sides',
            ] as const
          ).filter((field) => JSON.stringify(then[field]) !== JSON.stringify(now[field]));
          expect(differs.length).toBeLessThanOrEqual(1);
          const [a, b] = [totalsOf(of.routine).contact, totalsOf(after).contact];
          const contact = (one: typeof a) => one.left.most + one.right.most + one.mid.most;
          if (weight === 'up') {
            expect(now.grade).toBeGreaterThanOrEqual(then.grade);
            expect(contact(b)).toBeGreaterThanOrEqual(contact(a));
            if (variable === 'tool') expect(proposal.effect?.pressureRatio).toBeGreaterThan(1);
          } else {
            expect(now.grade).toBeLessThanOrEqual(then.grade);
            expect(contact(b)).toBeLessThanOrEqual(contact(a));
            if (variable === 'tool') expect(proposal.effect?.pressureRatio).toBeLessThan(1);
          }
        }
      }),
      { numRuns: 400 },
    );
  });

  it('nothing rises before it is known how the last time was borne, nor after more than mild soreness', () => {
    fc.assert(
      fc.property(anyKnown, (of) => {
        const up = propose(of).proposals.filter(({ weight }) => weight === 'up');
        expect(up.length).toBeLessThanOrEqual(1);
        for (const { siteId } of up) {
          const there = of.sessions.filter(({ places }) =>
            places.some((one) => one.siteId === siteId),
          );
          expect(['none', 'little-sore', 'bruise-gone']).toContain(there.at(-1)?.response);
          const ceiling =
            SENSITIVITY[WORKABLE_SITES.find(({ id }) => id === siteId)?.sensitivity ?? 'guarded']
              .ceilingGrade;
          for (const { places } of there.slice(-3))
            for (const { before } of places) expect(before ?? 0).toBeLessThan(ceiling);
        }
      }),
      { numRuns: 400 },
    );
  });

  it('a rise breaks no rule that was kept before, and its grade stays under the ceiling', () => {
    let risen = 0;
    fc.assert(
      fc.property(anyKnown, (of) => {
        for (const proposal of propose(of).proposals.filter(({ weight }) => weight === 'up')) {
          risen += 1;
          const after = withTaken(of.routine, [proposal]);
          const severe = (routine: Routine) =>
            checkRoutine(routine, of.check)
              .filter(({ verdict }) => verdict !== 'note')
              .map(({ rule, itemId }) => `${rule} ${itemId ?? ''}`);
          const before = new Set(severe(of.routine));
          expect(severe(after).filter((one) => !before.has(one))).toEqual([]);
        }
      }),
      { numRuns: 400 },
    );
    // The check is not an empty one.
    expect(risen).toBeGreaterThan(20);
  });

  it('judging changes nothing, and the same evidence is judged the same', () => {
    fc.assert(
      fc.property(anyKnown, (of) => {
        const before = JSON.stringify(of);
        const first = propose(of);
        expect(JSON.stringify(of)).toBe(before);
        expect(propose(of)).toEqual(first);
        const keys = first.proposals.map(({ key }) => key);
        expect(new Set(keys).size).toBe(keys.length);
        const lines = [
          ...first.proposals.flatMap(({ itemId }) => itemId ?? []),
          ...first.keep.map(({ itemId }) => itemId),
        ];
        expect(new Set(lines).size).toBe(lines.length);
      }),
      { numRuns: 200 },
    );
  });

  it('every rule says what it proposes, why, and on whose word', () => {
    for (const { title, rule, source } of RULES) {
      expect(title.length).toBeGreaterThan(3);
      expect(rule).toMatch(/\.$/);
      expect(source.kind).toBeDefined();
    }
  });
});
