import fc from 'fast-check';
import { ACTIVITY_KINDS } from '#core/activities';
import { anyActivity, anyRoutine, fade, itemFor, routineWith, timed } from '#core/examples';
import { checkRoutine, mendOf, type CheckContext, type Routine } from './index';

const context: CheckContext = {
  minutesPerDay: 10,
  firstVersion: false,
  screening: [],
  screened: true,
  settledSites: [],
  tools: ['tennis-ball', 'sock-ball'],
};
const anyContext: fc.Arbitrary<CheckContext> = fc.record({
  minutesPerDay: fc.constantFrom(null, 5, 20),
  firstVersion: fc.boolean(),
  screened: fc.constant(true),
  settledSites: fc.constantFrom([], ['skull-base', 'neck-groove']),
  tools: fc.constantFrom(null, ['tennis-ball'], ['firm-ball', 'foam-roller', 'hook-cane']),
});
const anyMixed = fc
  .tuple(anyRoutine, anyActivity('beside-1'), anyActivity('beside-2'), fc.nat({ max: 6 }))
  .map(([routine, one, other, at]): Routine => ({
    ...routine,
    items: [...routine.items.slice(0, at), one, other, ...routine.items.slice(at)],
  }));

const mendFor = (routine: Routine, rule: string, given: CheckContext = context) => {
  const finding = checkRoutine(routine, given).find((one) => one.rule === rule);
  if (!finding) throw new RangeError(`Nothing says “${rule}”.`);
  return mendOf(routine, finding, given);
};

describe('a mend', () => {
  it('answers what it is for and leaves less that speaks against the routine, whatever the routine', () => {
    const weight = (routine: Routine, given: CheckContext) =>
      checkRoutine(routine, given).reduce(
        (sum, { verdict }) => sum + { refuse: 10_000, caution: 100, note: 1 }[verdict],
        0,
      );
    fc.assert(
      fc.property(anyMixed, anyContext, (routine, given) => {
        const findings = checkRoutine(routine, given);
        for (const finding of findings) {
          const mend = mendOf(routine, finding, given, findings);
          if (!mend) continue;
          expect(mend.says.length).toBeGreaterThan(5);
          expect(weight(mend.routine, given)).toBeLessThan(weight(routine, given));
          const same = (all: typeof findings) =>
            all.filter(({ rule, itemId }) => rule === finding.rule && itemId === finding.itemId);
          expect(same(checkRoutine(mend.routine, given)).length).toBeLessThan(
            same(findings).length,
          );
        }
      }),
      { numRuns: 60 },
    );
  });

  it('after mend comes to an end, and leaves no line without its id', () => {
    fc.assert(
      fc.property(anyMixed, anyContext, (routine, given) => {
        let now = routine;
        for (let step = 0; step < 80; step += 1) {
          const findings = checkRoutine(now, given);
          const mend = findings.reduce<ReturnType<typeof mendOf>>(
            (found, finding) => found ?? mendOf(now, finding, given, findings),
            null,
          );
          if (!mend) break;
          expect(step).toBeLessThan(79);
          now = mend.routine;
        }
        const ids = now.items.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const id of ids) expect(routine.items.map((one) => one.id)).toContain(id);
      }),
      { numRuns: 40 },
    );
  });

  it('is the least change: no extra points before fewer, fewer before shorter', () => {
    const item = itemFor('between-blades', {
      dose: timed(30),
      points: 4,
      affectedSide: 'left',
      extraPoints: 1,
    });
    const mend = mendFor(routineWith(item), 'site cap');
    expect(mend?.says).toBe('no extra points');
    const six = itemFor('between-blades', { dose: timed(30), points: 6, extraPoints: 0 });
    expect(mendFor(routineWith(six), 'site cap')?.says).toBe('4 points');
  });

  it('puts a line where it belongs, as near as can be', () => {
    const glide = itemFor('middle-quad', {
      id: 'glide',
      dose: { method: 'pin-and-glide', bends: 12, bendSeconds: 3 },
      toolId: 'foam-roller',
    });
    const hold = itemFor('middle-quad', { id: 'hold', dose: timed(30) });
    const calf = itemFor('calf', { id: 'calf' });
    const mend = mendFor(routineWith(glide, hold, calf), 'static before moving');
    expect(mend?.routine.items.map(({ id }) => id)).toEqual(['hold', 'glide', 'calf']);
    expect(mend?.says).toBe('as line 2');
  });

  it('measures before what was measured only after, and once what was measured twice', () => {
    const after = {
      ...ACTIVITY_KINDS.test.usual({ id: 'after', affectedSide: null }),
      when: 'after',
    } as const;
    const calf = itemFor('calf', { id: 'calf' });
    const mend = mendFor({ ...routineWith(calf), items: [calf, after] }, 'measured before as well');
    expect(mend?.routine.items.map(({ id }) => id)).toEqual(['after', 'calf']);
    expect(mend?.routine.items[0]).toMatchObject({ when: 'before' });
    const first = { ...after, id: 'first', when: 'before' } as const;
    const twice = mendFor(
      { ...routineWith(calf), items: [first, { ...first, id: 'twin' }, calf] },
      'measured once',
    );
    expect(twice?.routine.items.map(({ id }) => id)).toEqual(['first', 'calf']);
  });

  it('takes a tool the client has', () => {
    const item = itemFor('side-low-back', {
      toolId: 'firm-ball',
      positionId: 'lying-back',
      dose: fade(20, 90),
    });
    const mend = mendFor(routineWith(item), 'tool at hand');
    expect(mend?.routine.items[0]).toMatchObject({ toolId: 'tennis-ball' });
  });

  it('turns a longest that is shorter than the least into what is usual', () => {
    const mend = mendFor(
      routineWith(itemFor('deep-buttock', { dose: fade(60, 20) })),
      'least before longest',
    );
    expect(mend?.says).toMatch(/^the usual dose/);
  });

  it('is none where only somebody’s word can answer', () => {
    const given = { ...context, screened: false };
    expect(mendFor(routineWith(itemFor('calf')), 'interview first', given)).toBeNull();
  });
});
