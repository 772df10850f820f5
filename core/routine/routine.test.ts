import fc from 'fast-check';
import { findSite, WORKABLE_SITES } from '#core/anatomy';
import type { Dose } from '#core/dosage';
import { anyRoutine, fade, itemFor, routineWith, sweep, timed } from '#core/examples';
import {
  checkRoutine,
  type CheckContext,
  expand,
  layOut,
  newItem,
  placesPressed,
  isHold,
  pressesOf,
  type PressItem,
  routineSchema,
  totalsOf,
  usualDose,
  withTests,
} from './index';

const open: CheckContext = { minutesPerDay: null, firstVersion: false };
const rulesOf = (routine: Parameters<typeof checkRoutine>[0], context = open) =>
  checkRoutine(routine, context).map(({ rule, verdict }) => `${verdict}: ${rule}`);

describe('unrolling a routine', () => {
  it('works the affected side first and gives it its extra share', () => {
    const item = itemFor('side-low-back', {
      dose: timed(30),
      points: 2,
      affectedSide: 'right',
      extraPoints: 1,
    });
    const steps = expand(routineWith(item));
    expect(steps.map(({ side, point }) => `${side} ${point}`)).toEqual([
      'right 1',
      'right 2',
      'right 3',
      'left 1',
      'left 2',
    ]);
  });

  it('does each repetition of a point before the next point, with a rest between', () => {
    const item = itemFor('breastbone', {
      dose: timed(10),
      points: 2,
      repetitions: 2,
      restSeconds: 7,
    });
    expect(
      expand(routineWith(item)).map(({ point, repetition, restSeconds }) => [
        point,
        repetition,
        restSeconds,
      ]),
    ).toEqual([
      [1, 1, 0],
      [1, 2, 7],
      [2, 1, 7],
      [2, 2, 7],
    ]);
  });

  it('numbers the holds without gaps and reserves exactly what comes later on the same place', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const steps = expand(routine);
        steps.forEach((step, index) => {
          expect(step.index).toBe(index);
          const later = placesPressed(step).map((place) =>
            steps
              .slice(index + 1)
              .filter((other) => placesPressed(other).includes(place))
              .reduce((sum, other) => sum + other.leastSeconds, 0),
          );
          expect(step.reservedSeconds).toBe(Math.max(...later));
        });
      }),
    );
  });
});

describe('the time line', () => {
  it('of one timed hold: get down, find, count in, hold, get up', () => {
    const item = itemFor('side-low-back', {
      dose: timed(30),
      sides: 'left',
      positionId: 'lying-back',
    });
    // 25 down + 12 find + 3 count-in + 30 hold + 25 up.
    expect(layOut(routineWith(item)).totalSeconds).toEqual({ least: 95, most: 95 });
  });

  it('never runs backwards, keeps caps, and totals what it draws', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const layout = layOut(routine);
        const spent = new Map<string, number>();
        let before = 0;
        for (const block of layout.blocks) {
          expect(block.startSeconds).toBeGreaterThanOrEqual(before);
          expect(block.leastSeconds).toBeLessThanOrEqual(block.seconds);
          before = block.startSeconds + block.seconds;
          if (!isHold(block.step)) throw new RangeError('Only presses were prescribed.');
          for (const key of placesPressed(block.step)) {
            spent.set(key, (spent.get(key) ?? 0) + block.seconds);
          }
        }
        expect(layout.totalSeconds.most).toBeGreaterThanOrEqual(before);
        for (const [key, seconds] of spent) {
          const cap = findSite(key.split(':')[0] ?? '')?.capSeconds ?? 0;
          expect(seconds).toBeLessThanOrEqual(cap);
        }
        const totals = totalsOf(routine, layout);
        const drawn = layout.blocks.reduce((sum, block) => sum + block.seconds, 0);
        const { left, right, mid } = totals.contact;
        // What presses both sides at one time counts for both.
        const twice = layout.blocks.reduce(
          (sum, { step, seconds }) => sum + (isHold(step) && step.together ? seconds : 0),
          0,
        );
        expect(left.most + right.most + mid.most).toBe(drawn + twice);
        expect(totals.contactPerWeek.left.most).toBe(left.most * routine.timesPerWeek);
        expect(totals.hands.most).toBeLessThanOrEqual(drawn);
      }),
    );
  });

  it('adds up by side and by week, affected share and hands included', () => {
    const routine = {
      ...routineWith(
        itemFor('thumb-base', { dose: timed(20), affectedSide: 'right', extraPoints: 1 }),
        itemFor('side-low-back', { dose: fade(20, 90), points: 2, sides: 'left', extraPoints: 0 }),
        itemFor('breastbone', { dose: timed(15) }),
      ),
      timesPerWeek: 4,
    };
    expect(totalsOf(routine)).toMatchObject({
      contact: {
        left: { least: 20 + 40, most: 20 + 180 },
        right: { least: 40, most: 40 },
        mid: { least: 15, most: 15 },
      },
      contactPerWeek: { left: { least: 240, most: 800 }, right: { least: 160, most: 160 } },
      hands: { least: 75, most: 75 },
      holds: 6,
    });
  });

  it('lets the cap end fade holds that could run past it', () => {
    const item = itemFor('side-low-back', {
      dose: fade(20, 180),
      points: 3,
      sides: 'left',
      extraPoints: 0,
    });
    // 3 points could take 540 s; the cap of 300 s ends them, the least of each kept.
    expect(totalsOf(routineWith(item)).contact.left).toEqual({ least: 60, most: 300 });
    expect(layOut(routineWith(item)).blocks.map(({ seconds }) => seconds)).toEqual([180, 100, 20]);
  });

  it('puts holds in one position under one band, and hops only by way of the floor', () => {
    const { bands } = layOut(
      routineWith(
        itemFor('skull-base', { positionId: 'lying-back' }),
        itemFor('deep-buttock', { positionId: 'lying-back' }),
        itemFor('between-blades'),
        itemFor('shoulder-ridge'),
      ),
    );
    expect(bands.map(({ positionId, viaFloor }) => [positionId, viaFloor])).toEqual([
      ['lying-back', true],
      ['wall-back', true],
      ['seated', false],
    ]);
  });
});

describe('what a routine adds up to', () => {
  it('says the affected side’s share and weighs hand work by what tires', () => {
    const item = itemFor('between-blades', {
      dose: timed(30),
      points: 2,
      affectedSide: 'left',
      extraPoints: 1,
    });
    expect(totalsOf(routineWith(item)).affectedShare).toBeCloseTo(90 / 150, 10);
    expect(totalsOf(routineWith({ ...item, affectedSide: null })).affectedShare).toBeNull();
    const byThumb = itemFor('biceps', { dose: timed(60), toolId: 'thumb', sides: 'left' });
    const byFingers = { ...byThumb, toolId: 'fingers' };
    expect(totalsOf(routineWith(byThumb)).handLoadSeconds).toBe(60);
    expect(totalsOf(routineWith(byFingers)).handLoadSeconds).toBe(48);
  });

  it('takes tests before and after, about 20 s each (our estimate)', () => {
    expect(withTests({ least: 100, most: 200 }, 2)).toEqual({ least: 180, most: 280 });
  });
});

describe('new doses', () => {
  it('count bends with the way there and back, and a build-up from first to later', () => {
    const bends = itemFor('hamstrings', {
      toolId: 'slim-roller',
      positionId: 'sitting-floor',
      dose: { method: 'pin-and-glide', bends: 12, bendSeconds: 3 },
      sides: 'left',
    });
    expect(expand(routineWith(bends))[0]).toMatchObject({ leastSeconds: 72, limitSeconds: 72 });
    const grows = itemFor('dimple-points', {
      dose: { method: 'build-up', fromSeconds: 5, toSeconds: 30 },
    });
    expect(expand(routineWith(grows))[0]).toMatchObject({ leastSeconds: 5, limitSeconds: 30 });
  });

  it('need a tool that serves them, and holds before moving work', () => {
    const glide = { method: 'pin-and-glide', bends: 12, bendSeconds: 3 } as const;
    const ball = itemFor('calf', {
      toolId: 'tennis-ball',
      positionId: 'sitting-floor',
      dose: glide,
    });
    expect(rulesOf(routineWith(ball))).toContain('refuse: tool for the method');
    const roller = itemFor('calf', {
      toolId: 'foam-roller',
      positionId: 'sitting-floor',
      dose: glide,
    });
    expect(rulesOf(routineWith(roller))).toContain('caution: static before moving');
    const hold = itemFor('calf', {
      id: 'hold',
      dose: timed(30),
      toolId: 'foam-roller',
      positionId: 'sitting-floor',
    });
    expect(rulesOf(routineWith(hold, roller))).not.toContain('caution: static before moving');
    expect(rulesOf(routineWith(roller, hold))).toContain('caution: static before moving');
  });

  it('mind the order of sites that belong together, and a hard ball on a hard floor', () => {
    const front = itemFor('hip-front', { toolId: 'firm-ball', positionId: 'lying-half-side' });
    const inside = itemFor('inside-hip-bone');
    expect(rulesOf(routineWith(front, inside))).toContain('caution: order of sites');
    expect(rulesOf(routineWith(inside, front))).not.toContain('caution: order of sites');
    expect(rulesOf(routineWith(front))).toContain('caution: hard ball on a hard floor');
    expect(rulesOf(routineWith({ ...front, surfaceId: 'mat' }))).not.toContain(
      'caution: hard ball on a hard floor',
    );
  });
});

describe('the checks', () => {
  it('refuse a grade above the site’s ceiling, with the reason and what it was judged by', () => {
    const [finding] = checkRoutine(routineWith(itemFor('breastbone', { grade: 4 })), open);
    expect(finding).toMatchObject({
      rule: 'pressure ceiling',
      verdict: 'refuse',
      itemId: 'breastbone',
      inputs: { grade: 4, ceilingGrade: 3, sensitivity: 'guarded' },
      source: { kind: 'common practice' },
    });
    expect(finding?.reason).toMatch(/above the ceiling of 3/);
  });

  it('let the ceiling itself pass and never anything above 7', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const over = checkRoutine(routine, open).filter(({ rule }) => rule === 'pressure ceiling');
        const expected = pressesOf(routine).filter((item) => {
          const ceilings = { robust: 7, ordinary: 5, delicate: 4, guarded: 3 };
          return item.grade > ceilings[findSite(item.siteId)?.sensitivity ?? 'guarded'];
        });
        expect(over.map(({ itemId }) => itemId)).toEqual(expected.map(({ id }) => id));
      }),
    );
  });

  it('refuse more contact than the cap, also when two lines share a place', () => {
    expect(rulesOf(routineWith(itemFor('thumb-base', { dose: timed(61) })))).toContain(
      'refuse: site cap',
    );
    const shared = routineWith(
      itemFor('thumb-base', { id: 'a', dose: timed(30) }),
      itemFor('thumb-base', { id: 'b', dose: timed(31) }),
    );
    expect(rulesOf(shared)).toContain('refuse: site cap');
    expect(rulesOf(routineWith(itemFor('thumb-base', { dose: timed(60) })))).not.toContain(
      'refuse: site cap',
    );
  });

  it('let a fade hold pass whose least fits the cap: the session ends it in time', () => {
    const item = itemFor('side-low-back', { dose: fade(20, 180), points: 3 });
    expect(rulesOf(routineWith(item))).not.toContain('refuse: site cap');
  });

  it('refuse a method the site is not worked by, and times outside the method’s range', () => {
    expect(rulesOf(routineWith(itemFor('breastbone', { dose: sweep(60) })))).toContain(
      'refuse: method for the site',
    );
    expect(rulesOf(routineWith(itemFor('side-low-back', { dose: timed(121) })))).toContain(
      'refuse: range of the method',
    );
    expect(rulesOf(routineWith(itemFor('side-low-back', { dose: fade(90, 60) })))).toContain(
      'refuse: least before longest',
    );
  });

  it('refuse tools that do not reach, unknown sites, and sides a site does not have', () => {
    expect(rulesOf(routineWith(itemFor('skull-base', { toolId: 'foam-roller' })))).toContain(
      'refuse: setup for the site',
    );
    expect(rulesOf(routineWith(itemFor('breastbone', { sides: 'both' })))).toContain(
      'refuse: sides of the site',
    );
    expect(rulesOf(routineWith(itemFor('skull-base', { sides: 'mid' })))).toContain(
      'refuse: sides of the site',
    );
    expect(rulesOf(routineWith(itemFor('skull-base', { siteId: 'nowhere' })))).toEqual([
      'refuse: known site',
    ]);
  });

  it('caution against one side only, sweeps after holds, and more than the day has', () => {
    expect(rulesOf(routineWith(itemFor('skull-base', { sides: 'left' })))).toEqual([
      'caution: both sides',
    ]);
    const late = routineWith(
      itemFor('middle-quad', { id: 'hold', dose: timed(30) }),
      itemFor('middle-quad', { id: 'sweep', dose: sweep(60) }),
    );
    expect(rulesOf(late)).toContain('caution: sweep before hold');
    expect(rulesOf(routineWith(itemFor('middle-quad')), { ...open, minutesPerDay: 1 })).toContain(
      'caution: minutes of the day',
    );
  });

  it('start with the softest tool, in a first version only', () => {
    const routine = routineWith(
      itemFor('below-ridge', { toolId: 'firm-ball', positionId: 'wall-side' }),
    );
    const first = rulesOf(routine, { ...open, firstVersion: true });
    expect(first).toContain('caution: softest tool first');
    const later = rulesOf(routine);
    expect(later).not.toContain('caution: softest tool first');
  });

  // Common practice, no published source: timed 30 s, sweep 60 s, brief 7 s, press-and-move 30 s; a guarded place is
  // held no longer than it usually is.
  it('know how long a hold usually is, at the site before by the method', () => {
    const usualOnes = (item: PressItem) =>
      rulesOf(routineWith(item)).filter((rule) => rule.endsWith(' than usual'));
    for (const site of WORKABLE_SITES) {
      const { from, to } = site.usualHoldSeconds;
      for (const method of site.methods) {
        // What is offered is never what is objected to.
        const offered = { ...newItem(site, 'offered'), dose: usualDose(site, method) };
        expect([site.id, method, usualOnes(offered)]).toEqual([site.id, method, []]);
      }
      const held = (holdSeconds: number) =>
        usualOnes({ ...newItem(site, 'held'), dose: timed(holdSeconds) });
      const least = Math.min(30, from);
      if (least > 5)
        expect([site.id, held(least - 1)]).toEqual([site.id, ['caution: shorter than usual']]);
      expect([site.id, held(least)]).toEqual([site.id, []]);
      const longer = `${site.sensitivity === 'guarded' ? 'refuse' : 'caution'}: longer than usual`;
      expect([site.id, held(Math.max(least, to) + 1)]).toEqual([site.id, [longer]]);
    }
    const calf = (dose: Dose) => usualOnes(itemFor('calf', { dose }));
    expect(calf({ method: 'sweep', sweepSeconds: 59 })).toEqual(['caution: shorter than usual']);
    expect(calf({ method: 'sweep', sweepSeconds: 60 })).toEqual([]);
    const jaw = (holdSeconds: number) =>
      usualOnes(itemFor('jaw-inside', { dose: { method: 'brief', holdSeconds } }));
    expect([jaw(6), jaw(7)]).toEqual([['caution: shorter than usual'], []]);
  });

  it('come most severe first', () => {
    fc.assert(
      fc.property(anyRoutine, (routine) => {
        const ranks = checkRoutine(routine, { minutesPerDay: 1, firstVersion: true }).map(
          ({ verdict }) => ['refuse', 'caution', 'note'].indexOf(verdict),
        );
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
      }),
    );
  });
});

describe('the shape of a routine', () => {
  it('takes what the planner makes', () => {
    fc.assert(fc.property(anyRoutine, (routine) => routineSchema.safeParse(routine).success));
  });

  it('refuses nothing, two lines with one id, and figures out of bounds, each in a sentence', () => {
    const item = itemFor('skull-base');
    const cases = [
      routineWith(),
      routineWith(item, item),
      { ...routineWith(item), timesPerWeek: 15 },
      routineWith({ ...item, points: -1 }),
      routineWith({ ...item, grade: 11 }),
      routineWith({ ...item, instructions: 'x'.repeat(601) }),
    ];
    for (const routine of cases) {
      const result = routineSchema.safeParse(routine);
      expect(result.success).toBe(false);
      expect(result.error?.issues[0]?.message).toMatch(/^[A-Z].*\.$/);
    }
  });
});
