import fc from 'fast-check';
import { SITES, WORKABLE_SITES } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { TOOLS } from '#core/equipment';
import { anyScreenAnswer, yesTo } from '#core/examples';
import { POSTURES } from '#core/loading';
import { checkRoutine, newItem, pressesOf, setupsForMethod, type PressItem } from '#core/routine';
import {
  answersSchema,
  CONDITIONS,
  levelRank,
  LEVELS,
  mayUse,
  mostSites,
  screen,
  type ScreenAnswer,
  type Use,
} from './index';

const anyUse: fc.Arbitrary<Use> = fc.record({
  siteId: fc.constantFrom(...SITES.map(({ id }) => id)),
  side: fc.constantFrom('left', 'right', 'mid'),
  toolId: fc.constantFrom(...TOOLS.map(({ id }) => id)),
  positionId: fc.constantFrom(...POSTURES.map(({ id }) => id)),
  method: fc.constantFrom(...METHOD_IDS),
  grade: fc.integer({ min: 0, max: 10 }),
});

const at = (siteId: string, toolId: string, positionId: string, more: Partial<Use> = {}): Use => ({
  siteId,
  toolId,
  positionId,
  side: 'left',
  method: 'timed',
  grade: 3,
  ...more,
});
const verdict = (use: Use, ...answers: ScreenAnswer[]) => mayUse(use, screen(answers)).verdict;

describe('the rules (common practice, no published source)', () => {
  it.each(['saddle', 'chest-pain', 'worst-headache', 'sudden-dizziness'] as const)(
    '%s is an emergency everywhere',
    (id) => {
      expect(verdict(at('calf', 'stick-roller', 'seated'), yesTo(id))).toBe('emergency');
    },
  );

  it.each([
    'hot-calf',
    'growing-weakness',
    'serious-fall',
    'fever-spine',
    'night-pain',
    'weight-loss',
    'cancer-bone',
  ] as const)('%s refers, and stays until somebody has looked', (id) => {
    expect(verdict(at('temple', 'fingers', 'seated'), yesTo(id))).toBe('refer');
    expect(verdict(at('temple', 'fingers', 'seated'), yesTo(id, { clearedBy: 'Dr Amsel' }))).toBe(
      'free',
    );
  });

  it('an emergency is not lifted by a word', () => {
    expect(
      verdict(at('temple', 'fingers', 'seated'), yesTo('chest-pain', { clearedBy: 'Dr Amsel' })),
    ).toBe('emergency');
  });

  it('blood thinners: ask; once cleared soft tools only, ceiling 3, half the time', () => {
    const cleared = yesTo('blood-thinners', { clearedBy: 'Dr Amsel, 3 November' });
    expect(verdict(at('below-ridge', 'tennis-ball', 'wall-side'), yesTo('blood-thinners'))).toBe(
      'ask',
    );
    const soft = mayUse(at('below-ridge', 'tennis-ball', 'wall-side'), screen([cleared]));
    expect([soft.verdict, soft.ceilingGrade, soft.timeShare]).toEqual(['limit', 3, 0.5]);
    expect(verdict(at('below-ridge', 'firm-ball', 'wall-side'), cleared)).toBe('off');
    expect(verdict(at('below-ridge', 'tennis-ball', 'wall-side', { grade: 4 }), cleared)).toBe(
      'off',
    );
    expect(soft.reasons.find(({ clearedBy }) => clearedBy)?.clearedBy).toBe('Dr Amsel, 3 November');
  });

  it.each([
    [
      'a clot takes its limb and side',
      yesTo('clot', { regions: ['thigh and leg'], sides: ['left'], clearedBy: 'Dr' }),
      at('calf', 'stick-roller', 'seated'),
      'off',
    ],
    [
      'a clot leaves the other limb once cleared',
      yesTo('clot', { regions: ['thigh and leg'], sides: ['left'], clearedBy: 'Dr' }),
      at('calf', 'stick-roller', 'seated', { side: 'right' }),
      'free',
    ],
    [
      'fragile bone keeps hard tools off the ribs',
      yesTo('osteoporosis'),
      at('between-blades', 'hook-cane', 'seated'),
      'off',
    ],
    [
      'fragile bone limits the breastbone',
      yesTo('osteoporosis'),
      at('breastbone', 'fingers', 'seated', { side: 'mid' }),
      'limit',
    ],
    [
      'pregnancy keeps off the belly',
      yesTo('pregnancy', { clearedBy: 'Dr' }),
      at('psoas', 'fingers', 'lying-back'),
      'off',
    ],
    [
      'pregnancy keeps off the front',
      yesTo('pregnancy', { clearedBy: 'Dr' }),
      at('middle-quad', 'foam-roller', 'lying-front'),
      'off',
    ],
    ['pregnancy asks first', yesTo('pregnancy'), at('calf', 'stick-roller', 'seated'), 'ask'],
    [
      'broken skin is left alone',
      yesTo('skin', { siteIds: ['calf'], sides: ['left'] }),
      at('calf', 'stick-roller', 'seated'),
      'off',
    ],
    [
      'a fresh operation takes its region',
      yesTo('recent', { regions: ['arm'], sides: ['left'] }),
      at('biceps', 'fingers', 'seated'),
      'off',
    ],
    [
      'reduced feeling takes hard tools off the feet',
      yesTo('numb', { clearedBy: 'Dr' }),
      at('sole-roll', 'golf-ball', 'foot-seated'),
      'off',
    ],
    [
      'reduced feeling takes twisting off the feet',
      yesTo('numb', { clearedBy: 'Dr' }),
      at('forefoot-wring', 'fingers', 'seated', { method: 'press-and-move' }),
      'off',
    ],
    [
      'diabetes takes the forefoot wring off',
      yesTo('diabetes'),
      at('forefoot-wring', 'fingers', 'seated', { method: 'press-and-move' }),
      'off',
    ],
    [
      'an unstable neck takes the neck off',
      yesTo('neck-unstable'),
      at('skull-base', 'fingers', 'lying-back'),
      'off',
    ],
    [
      'dizziness takes the front of the neck off',
      yesTo('dizzy-or-pressure'),
      at('scalene-front', 'thumb', 'seated'),
      'off',
    ],
    [
      'an implant takes the chest of its side off',
      yesTo('implant', { sides: ['left'] }),
      at('chest', 'tennis-ball', 'wall-front'),
      'off',
    ],
    [
      'an implant leaves the other side',
      yesTo('implant', { sides: ['right'] }),
      at('chest', 'tennis-ball', 'wall-front'),
      'free',
    ],
    [
      'very mobile joints limit',
      yesTo('mobile-joints'),
      at('calf', 'stick-roller', 'seated'),
      'limit',
    ],
    [
      'a locked jaw takes the mouth off',
      yesTo('jaw'),
      at('jaw-inside', 'fingers', 'seated', { method: 'brief' }),
      'off',
    ],
    ['latex takes rubber off', yesTo('latex'), at('calf', 'tennis-ball', 'sitting-floor'), 'off'],
    ['latex leaves a stick', yesTo('latex'), at('calf', 'stick-roller', 'seated'), 'free'],
    [
      'an arm that does not go up stays down',
      yesTo('no-overhead'),
      at('chest', 'tennis-ball', 'wall-front-arm-up'),
      'off',
    ],
    [
      'a back that does not bend stays out of the door frame',
      yesTo('no-bending'),
      at('above-ridge', 'tennis-ball', 'door-frame'),
      'off',
    ],
    [
      'no floor for who cannot get down',
      yesTo('no-floor'),
      at('side-low-back', 'tennis-ball', 'lying-back', { method: 'fade' }),
      'off',
    ],
    [
      'but a bed may do',
      yesTo('no-floor'),
      at('side-low-back', 'tennis-ball', 'lying-back', { method: 'fade', surfaceId: 'mattress' }),
      'free',
    ],
    [
      'poor balance limits the wall',
      yesTo('balance'),
      at('below-ridge', 'tennis-ball', 'wall-side'),
      'limit',
    ],
    [
      'tired hands limit hand work',
      yesTo('tired-hands'),
      at('calf', 'stick-roller', 'seated'),
      'free',
    ],
    [
      'leg symptoms come before the low back',
      yesTo('leg-symptoms'),
      at('side-low-back', 'tennis-ball', 'wall-back'),
      'refer',
    ],
    [
      'leg symptoms leave the neck',
      yesTo('leg-symptoms'),
      at('skull-base', 'fingers', 'lying-back'),
      'free',
    ],
  ] as [string, ScreenAnswer, Use, string][])('%s', (_says, answer, use, expected) => {
    expect(verdict(use, answer)).toBe(expected);
  });

  it('widespread pain: ceiling 3, half times, few sites', () => {
    const findings = screen([yesTo('widespread-pain')]);
    const permission = mayUse(at('calf', 'stick-roller', 'seated'), findings);
    expect([permission.ceilingGrade, permission.timeShare, mostSites(findings)]).toEqual([
      3, 0.5, 3,
    ]);
  });

  it('ask something of everybody in words, and judge only by known levels', () => {
    for (const { asks, effects } of Object.values(CONDITIONS)) {
      expect(asks).toMatch(/\?$/);
      for (const effect of effects) expect(LEVELS).toContain(effect.level);
    }
  });
});

describe('any use and any answers', () => {
  it('come with every reason, most severe first', () => {
    fc.assert(
      fc.property(anyUse, fc.array(anyScreenAnswer, { maxLength: 6 }), (use, answers) => {
        const { verdict: says, reasons, allowed } = mayUse(use, screen(answers));
        const inForce = reasons
          .filter(({ clearedBy }) => !clearedBy)
          .map(({ level }) => levelRank(level));
        expect(inForce).toEqual([...inForce].sort((a, b) => a - b));
        expect(says).toBe(inForce.length === 0 ? 'free' : LEVELS[inForce[0] ?? 0]);
        expect(allowed).toBe(says === 'free' || says === 'limit');
      }),
    );
  });

  it('allow no more when a condition is added', () => {
    const rank = (says: string) =>
      says === 'free' ? LEVELS.length : LEVELS.indexOf(says as never);
    fc.assert(
      fc.property(
        anyUse,
        fc.array(anyScreenAnswer, { maxLength: 5 }),
        anyScreenAnswer,
        (use, answers, added) => {
          const before = mayUse(use, screen(answers));
          const after = mayUse(use, screen([...answers, added]));
          expect(rank(after.verdict)).toBeLessThanOrEqual(rank(before.verdict));
          expect(after.ceilingGrade).toBeLessThanOrEqual(before.ceilingGrade);
          expect(after.timeShare).toBeLessThanOrEqual(before.timeShare);
        },
      ),
    );
  });

  it('never leave an `off` combination in a plan made only of what is allowed', () => {
    let planned = 0;
    fc.assert(
      fc.property(
        fc.array(anyScreenAnswer, { maxLength: 4 }),
        fc.shuffledSubarray([...WORKABLE_SITES], { minLength: 1, maxLength: 6 }),
        (answers, sites) => {
          const findings = screen(answers);
          const most = mostSites(findings) ?? sites.length;
          const items = sites.flatMap((site): PressItem[] => {
            const item = newItem(site, site.id);
            const { siteId, dose } = item;
            const setup = setupsForMethod(site, dose.method).find(({ toolId, positionId }) =>
              (site.midline ? (['mid'] as const) : (['left', 'right'] as const)).every(
                (side) =>
                  mayUse(
                    { siteId, side, toolId, positionId, method: dose.method, grade: 1 },
                    findings,
                  ).allowed,
              ),
            );
            return setup ? [{ ...item, ...setup, grade: 1, instructions: setup.how }] : [];
          });
          const routine = { items: items.slice(0, most), timesPerWeek: 7, message: '' };
          planned += routine.items.length;
          for (const item of pressesOf(routine)) {
            for (const side of item.sides === 'mid'
              ? (['mid'] as const)
              : (['left', 'right'] as const)) {
              const { reasons } = mayUse(
                { ...item, side, method: item.dose.method, surfaceId: null },
                findings,
              );
              expect(
                reasons.filter(({ level, clearedBy }) => level === 'off' && !clearedBy),
              ).toEqual([]);
            }
          }
          // What the plan’s own checks see agrees.
          const refused = checkRoutine(routine, {
            minutesPerDay: null,
            firstVersion: false,
            screening: findings,
          }).filter(({ verdict: says, rule }) => says === 'refuse' && rule !== 'site cap');
          expect(refused).toEqual([]);
        },
      ),
      { numRuns: 300 },
    );
    expect(planned).toBeGreaterThan(300);
  });
});

describe('answers from outside', () => {
  it('are refused in a sentence when they name no question', () => {
    expect(answersSchema.safeParse([{ condition: 'gout' }]).error?.issues[0]?.message).toBe(
      'That is not one of the screening questions.',
    );
    expect(answersSchema.parse([{ condition: 'latex' }])).toEqual([yesTo('latex')]);
  });

  it('about something unknown are off, and say so', () => {
    expect(mayUse(at('moon', 'fingers', 'seated'), [])).toMatchObject({
      verdict: 'off',
      allowed: false,
    });
    expect(mayUse(at('calf', 'spoon', 'seated'), []).reasons[0]?.therapist).toMatch(
      /“spoon” is not a tool/,
    );
  });
});
