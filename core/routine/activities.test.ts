import fc from 'fast-check';
import { ACTIVITY_KINDS, kindOf, STRETCHES, type Activity } from '#core/activities';
import { anyMixedRoutine, anyScreenAnswer, itemFor, yesTo } from '#core/examples';
import { movementsIn } from '#core/dosage';
import { screen } from '#core/screening';
import { WORKABLE_SITES } from '#core/anatomy';
import {
  checkRoutine,
  expand,
  isHold,
  isPress,
  layOut,
  limitSteps,
  newActivity,
  newItem,
  pressSchema,
  placed,
  readRoutine,
  totalsOf,
  type Routine,
  type RoutineItem,
} from './index';

const wish = (id: string) => ({ id, affectedSide: null });
const of = (...items: RoutineItem[]): Routine => ({ items, timesPerWeek: 7, message: '' });
const ridge = itemFor('shoulder-ridge');
const stretch = ACTIVITY_KINDS.stretch.usual(wish('stretch'));
const warm = ACTIVITY_KINDS['warm-up'].usual(wish('warm'));
const cold = ACTIVITY_KINDS.cold.usual(wish('cold'));
const later = ACTIVITY_KINDS['and-then'].usual(wish('later'));
const breathing = ACTIVITY_KINDS.breathing.usual(wish('breathing'));
const open = { minutesPerDay: null, firstVersion: false };
const rules = (routine: Routine, answers: Parameters<typeof screen>[0] = []) =>
  checkRoutine(routine, { ...open, screening: screen(answers) }).map(
    ({ verdict, rule, itemId }) => `${verdict}: ${rule} (${itemId ?? 'all'})`,
  );

describe('a routine of more than what is pressed', () => {
  it('is unrolled, laid out and added up to the second', () => {
    const hold = { ...ridge, dose: { method: 'timed', holdSeconds: 30 }, sides: 'left' } as const;
    const routine = of(warm, { ...hold, points: 1 }, { ...stretch, sides: 'left' }, cold);
    const layout = layOut(routine);
    expect(layout.blocks.map(({ seconds }) => seconds)).toEqual([180, 30, 30, 0]);
    // Standing: 10 s to read and 3 s counted in, three minutes; then the seat: 12 s to find, 3 s, 30 s; the stretch
    // in the same seat: 10 s, 3 s, 30 s; the cold pack is only read of.
    expect(layout.totalSeconds).toEqual({ least: 291, most: 291 });
    expect(layout.bands.map(({ positionId }) => positionId)).toEqual([null, 'seated']);
    const totals = totalsOf(routine, layout);
    expect(totals.activities).toEqual({ least: 210, most: 210 });
    expect(totals.contact.left).toEqual({ least: 30, most: 30 });
    expect(totals.holds).toBe(1);
  });

  it('has blocks that never run backwards, whatever is prescribed', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const { blocks, totalSeconds } = layOut(routine);
        let before = 0;
        for (const block of blocks) {
          expect(block.startSeconds).toBeGreaterThanOrEqual(before);
          before = block.startSeconds + block.seconds;
        }
        expect(totalSeconds.most).toBeGreaterThanOrEqual(before);
        expect(totalSeconds.least).toBeLessThanOrEqual(totalSeconds.most);
        expect(blocks.map(({ step }) => step.index)).toEqual(blocks.map((_, index) => index));
        // Contact is made by what is pressed, and by nothing else.
        const pressed = of(...routine.items.filter((item) => isPress(item)));
        expect(totalsOf({ ...pressed, timesPerWeek: routine.timesPerWeek }).contact).toEqual(
          totalsOf(routine).contact,
        );
      }),
    );
  });

  it('stored and read again is the same; what no table has any more is set apart with its name', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const stored: unknown = JSON.parse(JSON.stringify(routine));
        expect(readRoutine(stored)).toEqual({ routine: stored, retired: [] });
      }),
    );
    const odd = {
      ...of(ridge),
      items: [ridge, { ...stretch, stretchId: 'splits' }, { kind: 'x', id: 'y' }],
    };
    expect(readRoutine(odd)).toEqual({
      routine: of(ridge),
      retired: [
        { id: 'stretch', siteId: null, says: 'splits (no longer used)' },
        { id: 'y', siteId: null, says: 'a damaged line' },
      ],
    });
  });
});

describe('the place of a line', () => {
  const ids = (items: readonly RoutineItem[]) => items.map(({ id }) => id);
  it('is where a session has it: warm-up and breathing first, stretches after what is pressed, cold and what comes later last', () => {
    const given: RoutineItem[] = [later, cold, stretch, ridge, breathing, warm];
    const order = given.reduce<RoutineItem[]>((items, item) => placed(items, item), []);
    expect(ids(order)).toEqual(['warm', 'breathing', 'shoulder-ridge', 'stretch', 'cold', 'later']);
  });

  it('never loses or doubles one', () => {
    fc.assert(
      fc.property(anyMixedRoutine, (routine) => {
        const order = routine.items.reduce<RoutineItem[]>((items, item) => placed(items, item), []);
        expect(ids(order).sort()).toEqual(ids(routine.items).sort());
      }),
    );
  });

  it('that is unusual is said, with what belongs where', () => {
    expect(rules(of(warm, ridge, stretch, cold))).toEqual([]);
    expect(rules(of(ridge, warm))).toContain('caution: order of activities (warm)');
    expect(rules(of(cold, ridge))).toContain('caution: order of activities (cold)');
    expect(rules(of(stretch, ridge))).toContain('caution: stretch after pressing (stretch)');
  });

  it('of a test is its moment, and after is never without before', () => {
    const test = ACTIVITY_KINDS.test.usual(wish('before'));
    const after = { ...test, id: 'after', when: 'after' } as const;
    const between = { ...test, id: 'between', when: 'between' } as const;
    const other = itemFor('calf');
    const order = [after, stretch, ridge, other, test, cold, warm, between].reduce<RoutineItem[]>(
      (items, item) => placed(items, item),
      [],
    );
    expect(ids(order)).toEqual([
      'warm',
      'before',
      'shoulder-ridge',
      'between',
      'calf',
      'stretch',
      'after',
      'cold',
    ]);
    expect(rules(of(...order)).filter((one) => one.includes('measured'))).toEqual([]);
    expect(rules(of(...order)).filter((one) => one.includes('order'))).toEqual([]);
    expect(rules(of(ridge, test))).toContain('caution: order of activities (before)');
    expect(rules(of(between, ridge))).toContain('caution: order of activities (between)');
    expect(rules(of(after, ridge))).toContain('caution: order of activities (after)');
    expect(rules(of(ridge, after))).toContain('caution: measured before as well (after)');
    expect(rules(of(test, { ...test, id: 'twin' }, ridge))).toContain(
      'caution: measured once (twin)',
    );
  });

  it('of a front-of-thigh stretch is after one of the back', () => {
    const front = { ...stretch, stretchId: 'quad-standing' };
    const back = { ...stretch, id: 'back', stretchId: 'hamstring-lying' };
    expect(rules(of(front))).toContain('note: hamstrings before quads (stretch)');
    expect(rules(of(back, front))).not.toContain('note: hamstrings before quads (stretch)');
  });
});

describe('a new line', () => {
  it('is the stretch of a site that is pressed and has none yet', () => {
    const routine = of(itemFor('calf'), itemFor('hamstrings'));
    const first = newActivity('stretch', wish('one'), routine);
    expect(first).toMatchObject({ stretchId: 'calf-wall', sides: 'both' });
    const second = newActivity('stretch', wish('two'), of(...routine.items, first));
    expect(second).toMatchObject({ stretchId: 'hamstring-lying' });
    expect(newActivity('stretch', wish('one'), of(itemFor('skull-base')))).toMatchObject({
      stretchId: 'skull-base',
      sides: 'mid',
    });
    expect(newActivity('drill', wish('one'), of(ridge))).toMatchObject({ drillId: 'shoulders' });
    const before = newActivity('test', wish('one'), of(itemFor('calf')));
    expect(before).toMatchObject({ testId: 'knee-to-wall', when: 'before' });
    // The second press of the same button is the same test after.
    expect(newActivity('test', wish('two'), of(itemFor('calf'), before))).toMatchObject({
      testId: 'knee-to-wall',
      when: 'after',
    });
  });

  it('of any kind, for any routine, passes its own rules', () => {
    fc.assert(
      fc.property(
        anyMixedRoutine,
        fc.constantFrom(...Object.keys(ACTIVITY_KINDS)),
        (routine, id) => {
          const kind = id as keyof typeof ACTIVITY_KINDS;
          const line = newActivity(kind, { id: 'new', affectedSide: 'right' }, routine);
          const refused = kindOf(line)
            .judge(line)
            .filter(({ verdict }) => verdict === 'refuse');
          expect(refused.length).toBe(kind === 'note' ? 1 : 0);
        },
      ),
    );
  });
});

describe('screening and what is not pressed', () => {
  const of1 = (activity: Activity) => of(activity);
  it.each([
    ['very mobile joints', yesTo('mobile-joints'), stretch, 'Very mobile joints'],
    ['an unstable neck', yesTo('neck-unstable'), stretch, null],
    [
      'no way down to the floor',
      yesTo('no-floor'),
      { ...stretch, stretchId: 'hamstring-lying' },
      null,
    ],
    ['tingling in an arm', yesTo('arm-symptoms'), stretch, null],
  ])('refuse a stretch with %s', (_, answer, activity, rule) => {
    const found = rules(of1(activity), [answer]).filter((one) => one.startsWith('refuse'));
    expect(found.length).toBeGreaterThan(0);
    if (rule !== null) expect(found.join()).toContain(rule);
  });

  it('leave what asks nothing of that body', () => {
    const refused = (line: Activity, answer: ReturnType<typeof yesTo>) =>
      rules(of1(line), [answer]).filter((one) => one.startsWith('refuse'));
    const calf = { ...stretch, stretchId: 'calf-wall' };
    expect(refused(calf, yesTo('no-floor'))).toEqual([]);
    expect(refused(calf, yesTo('no-overhead'))).toEqual([]);
    expect(refused(stretch, yesTo('tired-hands'))).toEqual([]);
    for (const line of [breathing, warm, cold, later]) {
      expect(
        rules(of1(line), [yesTo('mobile-joints')]).filter((one) => one.startsWith('refuse')),
      ).toEqual([]);
    }
  });

  it('with a red flag let nothing through at all', () => {
    for (const line of [stretch, breathing, warm, cold, later]) {
      expect(rules(of1(line), [yesTo('night-pain')]).some((one) => one.startsWith('refuse'))).toBe(
        true,
      );
      const [step] = limitSteps(expand(of1(line)), screen([yesTo('night-pain')]));
      expect(step?.leftOut).toMatch(/in person/);
    }
  });

  it('leave out in the session exactly what the plan refuses, and adding an answer never lets more in', () => {
    fc.assert(
      fc.property(
        anyMixedRoutine,
        fc.array(anyScreenAnswer, { maxLength: 4 }),
        anyScreenAnswer,
        (routine, answers, another) => {
          const findings = screen(answers);
          const led = limitSteps(expand(routine), findings);
          const more = limitSteps(expand(routine), screen([...answers, another]));
          led.forEach((step, index) => {
            if (step.leftOut !== undefined) expect(more[index]?.leftOut).toBeDefined();
            if (isHold(step) || step.leftOut === undefined) return;
            const refused = checkRoutine(routine, { ...open, screening: findings }).some(
              ({ verdict, itemId }) => verdict === 'refuse' && itemId === step.itemId,
            );
            expect(refused).toBe(true);
          });
        },
      ),
    );
  });

  it('know of every stretch what it asks: no stretch is free for everybody', () => {
    for (const { id, sided } of STRETCHES) {
      const line = { ...stretch, stretchId: id, sides: sided ? 'both' : 'mid' } as const;
      expect(rules(of1(line), [yesTo('mobile-joints')]).join()).toContain('refuse');
    }
  });
});

describe('spots that have names', () => {
  it('are all in a first line, within the cap, and named step by step', () => {
    const mouth = itemFor('jaw-inside');
    // Common practice, no published source: 10 s an angle, three or four angles.
    expect(mouth).toMatchObject({ points: 4, dose: { method: 'brief', holdSeconds: 10 } });
    const spots = expand({ items: [{ ...mouth, sides: 'left' }] }).map(({ spot }) => spot);
    expect(spots).toEqual(['first angle', 'second angle', 'third angle', 'fourth angle']);
    expect(itemFor('temple').points).toBe(5);
    expect(itemFor('toe-ray-shear').points).toBe(4);
    expect(expand({ items: [itemFor('calf')] })[0]?.spot).toBeUndefined();
  });
});

describe('a tool the client does not have', () => {
  const rule = (tools: readonly string[] | null, toolId: string) =>
    checkRoutine(of(itemFor('below-ridge', { toolId, positionId: 'wall-side' })), {
      ...open,
      tools,
    }).filter((one) => one.rule === 'tool at hand');

  it('is said, with the nearest at hand', () => {
    const [found] = rule(['sock-ball'], 'tennis-ball');
    expect(found?.verdict).toBe('caution');
    expect(found?.reason).toMatch(
      /not among this client’s tools. At hand: tennis ball in a long sock\.$/i,
    );
    expect(rule(['foam-roller'], 'tennis-ball')[0]?.reason).toMatch(/tools\.$/);
  });

  it('is nothing to say where it is there, or where nobody knows what is', () => {
    expect(rule(['tennis-ball'], 'tennis-ball')).toEqual([]);
    expect(rule(null, 'tennis-ball')).toEqual([]);
    expect(
      checkRoutine(of(itemFor('temple')), { ...open, tools: [] }).map((one) => one.rule),
    ).not.toContain('tool at hand');
  });

  it('is never in a new line where the site can be reached with one that is there', () => {
    for (const site of WORKABLE_SITES) {
      for (const tools of [[], ['tennis-ball'], ['foam-roller', 'hook-cane']]) {
        const item = newItem(site, 'line', null, tools);
        const [finding] = checkRoutine(of(item), { ...open, tools }).filter(
          (one) => one.rule === 'tool at hand',
        );
        expect([site.id, finding?.inputs.instead ?? null]).toEqual([site.id, null]);
      }
    }
  });
});

describe('pressing while something moves', () => {
  it('keeps its movement from the plan to the step, and takes no other', () => {
    const dose = { method: 'press-and-move', holdSeconds: 30, movement: 'nod' } as const;
    const item = itemFor('neck-levator', { dose });
    expect(readRoutine(of(item)).routine.items).toEqual([item]);
    expect(expand({ items: [item] })[0]?.dose).toEqual(dose);
    const odd = pressSchema.safeParse({ ...item, dose: { ...dose, movement: 'jump' } });
    expect(odd.error?.issues[0]?.message).toBe('That is no movement that goes with pressing.');
    expect(movementsIn('neck')).toEqual(['nod', 'side-bend', 'turn']);
    expect(movementsIn('foot')).toEqual([]);
  });
});

describe('a counted stroke', () => {
  it('is held to its number at a guarded place, and asks for a second look elsewhere', () => {
    const strokes = (siteId: 'front-side-neck' | 'skull-base', count: number) => {
      const dose = { method: 'glide', strokes: count, strokeSeconds: 2 } as const;
      return checkRoutine(of(itemFor(siteId, { dose })), open)
        .filter((one) => one.rule === 'range of the method')
        .map(({ verdict }) => verdict);
    };
    expect(strokes('front-side-neck', 3)).toEqual([]);
    expect(strokes('front-side-neck', 20)).toEqual(['refuse']);
    expect(strokes('skull-base', 20)).toEqual(['caution']);
  });
});
