import fc from 'fast-check';
import {
  anyRoutine,
  anyScreenAnswer,
  fade,
  itemFor,
  routineWith,
  timed,
  yesTo,
} from '#core/examples';
import { screen, type ScreenAnswer } from '#core/screening';
import { allowance } from '#core/dosage';
import { expand, limitSteps, placeKey, type HoldStep } from './index';

const limited = (steps: readonly HoldStep[], ...answers: ScreenAnswer[]) =>
  limitSteps(steps, screen(answers));

describe('an issued routine under what screening found since', () => {
  const steps = expand(
    routineWith(
      itemFor('skull-base', { dose: fade(20, 60), grade: 5 }),
      itemFor('calf', { dose: timed(60), grade: 6 }),
    ),
  );

  it('is as it was where nothing was found', () => {
    expect(limited(steps)).toEqual(steps);
    expect(limited(steps)).not.toBe(steps);
  });

  it('leaves out what is off, with the client’s sentence, on that side alone, and keeps the rest', () => {
    const chest = expand(
      routineWith(itemFor('chest', { dose: timed(30) }), itemFor('calf', { dose: timed(60) })),
    );
    const now = limited(chest, yesTo('implant', { sides: ['left'] }));
    const out = now.filter(({ leftOut }) => leftOut);
    expect(out.length).toBeGreaterThan(0);
    for (const { siteId, side, leftOut } of out) {
      expect([siteId, side, leftOut?.endsWith('.')]).toEqual(['chest', 'left', true]);
    }
    const kept = now.filter(({ leftOut }) => !leftOut);
    expect(kept).toEqual(chest.filter(({ siteId, side }) => siteId === 'calf' || side === 'right'));
  });

  it('leaves out the whole of it while a doctor’s word is waited for', () => {
    const now = limited(steps, yesTo('neck-unstable'));
    expect(now.every(({ leftOut }) => leftOut !== undefined)).toBe(true);
    for (const { leftOut } of now.filter(({ siteId }) => siteId === 'skull-base')) {
      expect(leftOut).toMatch(/neck/i);
    }
  });

  it('lowers grades, ceilings and times for very mobile joints and flare-ups (common practice)', () => {
    const mobile = limited(steps, yesTo('mobile-joints'));
    expect(Math.max(...mobile.map(({ grade }) => grade))).toBe(4);
    expect(Math.max(...mobile.map(({ ceilingGrade }) => ceilingGrade))).toBe(4);
    const flaring = limited(steps, yesTo('widespread-pain'));
    expect(Math.max(...flaring.map(({ grade }) => grade))).toBe(3);
    flaring.forEach((step, index) => {
      expect(step.limitSeconds).toBe(Math.round((steps[index]?.limitSeconds ?? 0) / 2));
      expect(step.capSeconds).toBe(Math.round((steps[index]?.capSeconds ?? 0) / 2));
      expect(step.leastSeconds).toBeLessThanOrEqual(step.limitSeconds);
      expect(step.limitedBy).toBeDefined();
    });
  });

  it('passes nothing over that the whole routine had time for: what is reserved is halved too', () => {
    // Three holds of 60 s under a cap of 180 s: halved, 30 s each under 90 s.
    const three = expand(
      routineWith(itemFor('calf', { dose: timed(60), points: 3, sides: 'left', grade: 3 })),
    );
    const halved = limited(three, yesTo('widespread-pain'));
    expect(halved.map(({ reservedSeconds }) => reservedSeconds)).toEqual([60, 30, 0]);
    for (const [at, step] of halved.entries()) {
      const room = allowance({ ...step, spentSeconds: at * 30 });
      expect([at, room]).toEqual([at, 30]);
    }
  });

  it('reserves nothing for what is left out', () => {
    fc.assert(
      fc.property(anyRoutine, fc.array(anyScreenAnswer, { maxLength: 3 }), (routine, answers) => {
        const now = limited(expand(routine), ...answers);
        for (const [at, step] of now.entries()) {
          const later = now
            .slice(at + 1)
            .filter((one) => placeKey(one) === placeKey(step) && !one.leftOut);
          const least = later.reduce((sum, { leastSeconds }) => sum + leastSeconds, 0);
          if (answers.length > 0) expect(step.reservedSeconds).toBe(least);
        }
      }),
    );
  });

  it('lifts what was off when somebody cleared it, and leaves a limit that nobody can clear', () => {
    const cleared = { clearedBy: 'Dr Amsel, 3 November' };
    expect(limited(steps, yesTo('neck-unstable', cleared))).toEqual(steps);
    expect(Math.max(...limited(steps, yesTo('mobile-joints', cleared)).map((s) => s.grade))).toBe(
      4,
    );
  });

  it('never has more pressure, more time or more holds than was issued, whatever was found', () => {
    fc.assert(
      fc.property(anyRoutine, fc.array(anyScreenAnswer, { maxLength: 5 }), (routine, answers) => {
        const issued = expand(routine);
        const now = limited(issued, ...answers);
        expect(now.map(({ index }) => index)).toEqual(issued.map(({ index }) => index));
        now.forEach((step, at) => {
          const before = issued[at];
          if (!before) throw new Error('a hold too many');
          expect(step.grade).toBeLessThanOrEqual(before.grade);
          expect(step.ceilingGrade).toBeLessThanOrEqual(before.ceilingGrade);
          expect(step.limitSeconds).toBeLessThanOrEqual(before.limitSeconds);
          expect(step.capSeconds).toBeLessThanOrEqual(before.capSeconds);
          expect(step.leastSeconds).toBeLessThanOrEqual(before.leastSeconds);
        });
      }),
    );
  });

  it('allows no more when a condition is added', () => {
    fc.assert(
      fc.property(
        anyRoutine,
        fc.array(anyScreenAnswer, { maxLength: 4 }),
        anyScreenAnswer,
        (routine, answers, added) => {
          const issued = expand(routine);
          const before = limited(issued, ...answers);
          const after = limited(issued, ...answers, added);
          after.forEach((step, at) => {
            const one = before[at];
            if (!one) throw new Error('a hold too many');
            if (one.leftOut) expect(step.leftOut).toBeDefined();
            else if (!step.leftOut) {
              expect(step.grade).toBeLessThanOrEqual(one.grade);
              expect(step.limitSeconds).toBeLessThanOrEqual(one.limitSeconds);
            }
          });
        },
      ),
    );
  });
});
