import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import { anyActivity, routineWith } from '#core/examples';
import {
  checkRoutine,
  isPress,
  layOut,
  newItem,
  pointsOn,
  totalsOf,
  usualDose,
  type CheckContext,
  type Routine,
  type RoutineItem,
} from '#core/routine';
import { fitRoutine, prioritiesOf, regrouped, type Fit } from './index';

const CONTEXT: CheckContext = { minutesPerDay: null, firstVersion: false };

/** Lines as they come from the bench: any site by any of its methods, affected sides, stretches and drills. */
const anyLine = (n: number): fc.Arbitrary<RoutineItem> =>
  fc.oneof(
    {
      weight: 4,
      arbitrary: fc
        .record({
          site: fc.constantFrom(...WORKABLE_SITES),
          method: fc.nat({ max: 9 }),
          points: fc.integer({ min: 1, max: 3 }),
          affected: fc.constantFrom('left', 'right', null),
        })
        .map(({ site, method, points, affected }): RoutineItem => {
          const item = newItem(site, `line-${n}`, affected);
          const chosen = site.methods[method % site.methods.length] ?? item.dose.method;
          return { ...item, dose: usualDose(site, chosen), points };
        }),
    },
    { weight: 1, arbitrary: anyActivity(`line-${n}`) },
  );
const anyPlan = (least: number, most: number): fc.Arbitrary<Routine> =>
  fc
    .integer({ min: least, max: most })
    .chain((count) => fc.tuple(...Array.from({ length: count }, (_, n) => anyLine(n))))
    .map((items) => ({ items, timesPerWeek: 7, message: '' }));

const fitTo = (
  routine: Routine,
  minutes: number,
  {
    starred = [],
    sessionsADay = 1,
    context = CONTEXT,
  }: {
    starred?: readonly string[];
    sessionsADay?: 1 | 2;
    context?: CheckContext;
  } = {},
) =>
  fitRoutine(
    routine,
    {
      minutes,
      sessionsADay,
      starred,
      priorities: prioritiesOf(routine.items, { found: [], complaint: { first: [], also: [] } }),
    },
    context,
  );

/** What no fitted routine may be told. */
const NEVER = new Set([
  'minutes of the day',
  'site cap',
  'site cap of a day',
  'tired hands',
  'order of sites',
  'static before moving',
  'sweep before hold',
  'stretch after pressing',
  'order of activities',
  'measured before as well',
  'neck starts with one minute',
]);

describe('a routine fitted to minutes', () => {
  it('keeps to its minutes, the usual order, caps and hands, whatever was wanted', () => {
    fc.assert(
      fc.property(anyPlan(1, 9), fc.integer({ min: 2, max: 25 }), (wanted, minutes) => {
        const context = { ...CONTEXT, firstVersion: true, minutesPerDay: minutes };
        const fitted = fitTo(wanted, minutes, { context });
        if (!fitted.ok) return;
        const { routine, layout, budgetSeconds } = fitted.value;
        expect(layout.totalSeconds.most).toBeLessThanOrEqual(budgetSeconds);
        const before = new Set(
          checkRoutine(wanted, context).map(({ rule, itemId }) => `${rule}:${itemId}`),
        );
        const told = checkRoutine(routine, context).filter(
          ({ rule, itemId, verdict }) =>
            NEVER.has(rule) &&
            // A plan without a hold, or without the measure before, is no better for being shorter.
            !(
              verdict === 'caution' &&
              /static|measured|order of act/.test(rule) &&
              before.has(`${rule}:${itemId}`)
            ),
        );
        expect(told).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it('adds up by hand: lines by themselves and the moves between them are the session', () => {
    fc.assert(
      fc.property(anyPlan(1, 8), fc.integer({ min: 4, max: 20 }), (wanted, minutes) => {
        const fitted = fitTo(wanted, minutes);
        if (!fitted.ok) return;
        const { routine, layout, movingSeconds } = fitted.value;
        const each = routine.items.map((item) => {
          const alone = layOut({ items: [item] });
          const [first] = alone.bands;
          // Getting there and back is moving.
          const there = first?.viaFloor ? 50 : 0;
          return alone.totalSeconds.most - there;
        });
        expect(each.reduce((sum, one) => sum + one, 0) + movingSeconds).toBe(
          layout.totalSeconds.most,
        );
        expect(totalsOf(routine).session.most).toBe(layout.totalSeconds.most);
      }),
      { numRuns: 200 },
    );
  });

  it('never takes one side alone, never the extra share of the affected side, never less than is of use', () => {
    fc.assert(
      fc.property(anyPlan(2, 7), fc.integer({ min: 2, max: 12 }), (wanted, minutes) => {
        const fitted = fitTo(wanted, minutes);
        if (!fitted.ok) return;
        for (const line of fitted.value.lines) {
          if (line.is === 'left out' || !isPress(line.item) || !isPress(line.as)) continue;
          expect(line.as.sides).toBe(line.item.sides);
          if (line.item.extraPoints > 0 && line.item.affectedSide) {
            const other = line.item.affectedSide === 'left' ? 'right' : 'left';
            expect(pointsOn(line.as, line.item.affectedSide)).toBeGreaterThan(
              pointsOn(line.as, other),
            );
          }
          expect(layOut({ items: [line.as] }).totalSeconds.most).toBeLessThanOrEqual(
            layOut({ items: [line.item] }).totalSeconds.most,
          );
        }
        const short = checkRoutine(fitted.value.routine, CONTEXT).filter(
          ({ rule }) => rule === 'shorter than usual',
        );
        const before = checkRoutine(wanted, CONTEXT).filter(
          ({ rule }) => rule === 'shorter than usual',
        );
        expect(short.length).toBeLessThanOrEqual(before.length);
      }),
      { numRuns: 200 },
    );
  });

  it('is worth no less with more minutes, and is left as it is when all of it fits', () => {
    fc.assert(
      fc.property(anyPlan(1, 6), fc.integer({ min: 2, max: 15 }), (wanted, minutes) => {
        const [less, more] = [fitTo(wanted, minutes), fitTo(wanted, minutes + 3)];
        if (!less.ok) return;
        expect(more.ok).toBe(true);
        if (more.ok) expect(more.value.worth).toBeGreaterThanOrEqual(less.value.worth);
        const again = fitTo(less.value.routine, minutes);
        expect(again.ok && again.value.worth).toBeCloseTo(
          again.ok ? again.value.wantedWorth : NaN,
          6,
        );
      }),
      { numRuns: 120 },
    );
  });

  it('keeps what is starred before anything else', () => {
    fc.assert(
      fc.property(
        anyPlan(3, 7),
        fc.integer({ min: 3, max: 10 }),
        fc.nat(),
        (wanted, minutes, at) => {
          const star = wanted.items[at % wanted.items.length]?.id ?? '';
          const fitted = fitTo(wanted, minutes, { starred: [star] });
          const plain = fitTo(wanted, minutes);
          if (!fitted.ok || !plain.ok) return;
          const isIn = ({ lines }: Fit) =>
            lines.some((one) => one.item.id === star && one.is !== 'left out');
          if (isIn(plain.value)) expect(isIn(fitted.value)).toBe(true);
          expect(fitted.value.worth).toBeLessThanOrEqual(plain.value.worth);
        },
      ),
      { numRuns: 120 },
    );
  });

  it('regroups postures: the same lines, less moving, the usual order kept; again changes nothing', () => {
    let gained = 0;
    fc.assert(
      fc.property(anyPlan(2, 9), (wanted) => {
        const items = regrouped(wanted);
        if (!items) return;
        gained += 1;
        expect([...items].map(({ id }) => id).sort()).toEqual(
          wanted.items.map(({ id }) => id).sort(),
        );
        const [before, after] = [wanted.items, items].map((some) => layOut({ items: [...some] }));
        expect(after?.totalSeconds.most).toBeLessThan(before?.totalSeconds.most ?? 0);
        expect(after?.totalSeconds.least).toBeLessThan(before?.totalSeconds.least ?? 0);
        const ORDER = /order of sites|static before|sweep before|stretch after|order of activities/;
        const told = (some: readonly RoutineItem[]) =>
          checkRoutine({ ...wanted, items: [...some] }, CONTEXT).filter(({ rule }) =>
            ORDER.test(rule),
          ).length;
        expect(told(items)).toBeLessThanOrEqual(told(wanted.items));
        expect(regrouped({ ...wanted, items })).toBeNull();
      }),
      { numRuns: 300 },
    );
    expect(gained).toBeGreaterThan(50);
  });

  it('passes over an order that goes round in a circle, and says so', () => {
    const line = (siteId: string): RoutineItem => {
      const site = WORKABLE_SITES.find(({ id }) => id === siteId);
      if (!site) throw new Error(siteId);
      return newItem(site, siteId);
    };
    // The test stands between them, and they stand the other way round than is usual.
    const test = {
      kind: 'test',
      id: 't',
      testId: 'neck-turn',
      when: 'between',
      instructions: '',
    } as const;
    const round: Routine = {
      items: [line('deep-buttock'), test, line('psoas')],
      timesPerWeek: 7,
      message: '',
    };
    expect(regrouped(round)).toBeNull();
    const fitted = fitTo(round, 60);
    expect(fitted.ok && fitted.value.lines.map(({ is }) => is)).toEqual([
      'kept',
      'left out',
      'kept',
    ]);
  });

  it('says what is trimmed, by whose hands, and how often: never that a cut line is kept', () => {
    const site = WORKABLE_SITES.find(({ id }) => id === 'front-side-neck');
    const ridge = WORKABLE_SITES.find(({ id }) => id === 'shoulder-ridge');
    if (!site || !ridge) throw new Error('They are gone.');
    // Longer than a guarded place is ever held: all of it is refused, less of it is not.
    const usual = newItem(site, 'neck');
    const long = {
      ...usual,
      sides: 'left' as const,
      dose: { method: 'pincer', holdSeconds: 60 } as const,
    };
    const fitted = fitTo(routineWith(long), 20, { context: { ...CONTEXT, firstVersion: false } });
    expect(fitted.ok && fitted.value.lines[0]?.is).toBe('trimmed');
    // Somebody else’s thumb is nobody’s own hand.
    const helped = {
      ...newItem(ridge, 'ridge'),
      toolId: 'helper-thumb',
      positionId: 'helped-upright',
    };
    const alone = fitTo(routineWith(helped), 20, {
      context: { ...CONTEXT, tools: ['tennis-ball'] },
    });
    const [line] = alone.ok ? alone.value.lines : [];
    expect(line?.is === 'left out' || line?.isSwapped).toBe(true);
  });

  it('keeps the days of a week when one session becomes two, and back', () => {
    const [site] = WORKABLE_SITES;
    if (!site) throw new Error('There are sites.');
    const times = (timesPerWeek: number, sessionsADay: 1 | 2) => {
      const fitted = fitTo({ ...routineWith(newItem(site, 'a')), timesPerWeek }, 40, {
        sessionsADay,
      });
      return fitted.ok ? fitted.value.routine.timesPerWeek : null;
    };
    expect([5, 7, 10, 14].map((n) => times(n, 1))).toEqual([5, 7, 5, 7]);
    expect([3, 5, 7, 10, 14].map((n) => times(n, 2))).toEqual([8, 10, 14, 10, 14]);
  });

  it('says in a sentence what cannot be fitted', () => {
    const [site] = WORKABLE_SITES;
    if (!site) throw new Error('There are sites.');
    const one = routineWith(newItem(site, 'a'));
    const says = (outcome: ReturnType<typeof fitTo>) => (outcome.ok ? '' : outcome.mistake.says);
    expect(says(fitTo(one, 0))).toMatch(/from 1 to 240/);
    expect(says(fitTo(one, 0.2))).toMatch(
      /^Nothing of it fits 1 min: the shortest useful session takes \d+ min\.$/,
    );
    expect(says(fitTo({ ...one, items: [] }, 10))).toBe('There are no lines to fit.');
  });

  it('takes no longer than it may, with hands and time both too short for what is wanted', () => {
    const times = (lines: number) => {
      const plans = fc.sample(anyPlan(lines, lines), { numRuns: 25, seed: lines });
      // The first ones run before anything is compiled.
      for (const plan of plans.slice(0, 5)) fitTo(plan, 10);
      const each = plans.map((plan, n) => {
        const from = Date.now();
        fitTo(plan, 6 + (n % 4) * 5);
        return Date.now() - from;
      });
      return each.sort((a, b) => a - b);
    };
    const twelve = times(12);
    expect(twelve[12]).toBeLessThan(50);
    expect(twelve.at(-1)).toBeLessThan(1_000);
    expect(times(20).at(-1)).toBeLessThan(2_000);
  });
});
