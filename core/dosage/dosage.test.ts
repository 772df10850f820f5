import fc from 'fast-check';
import { allowance, contactPerPoint, doseSchema, type Dose, METHODS } from './index';

const seconds = fc.integer({ min: 1, max: 600 });
const anyDose: fc.Arbitrary<Dose> = fc.oneof(
  seconds.map((holdSeconds): Dose => ({ method: 'timed', holdSeconds })),
  fc.tuple(seconds, seconds).map(([a, b]): Dose => ({
    method: 'fade',
    minSeconds: Math.min(a, b),
    capSeconds: Math.max(a, b),
  })),
  seconds.map((sweepSeconds): Dose => ({ method: 'sweep', sweepSeconds })),
);

describe('contact seconds of one hold', () => {
  it('are its time, or, until it fades, between its least and its longest', () => {
    expect(contactPerPoint({ method: 'timed', holdSeconds: 30 })).toEqual({ least: 30, most: 30 });
    expect(contactPerPoint({ method: 'sweep', sweepSeconds: 60 })).toEqual({ least: 60, most: 60 });
    const fades: Dose = { method: 'fade', minSeconds: 20, capSeconds: 180 };
    expect(contactPerPoint(fades)).toEqual({ least: 20, most: 180 });
  });

  it('never turn round, whatever the dose', () => {
    fc.assert(
      fc.property(anyDose, (dose) => {
        const { least, most } = contactPerPoint(dose);
        expect(least).toBeLessThanOrEqual(most);
      }),
    );
  });
});

describe('the allowance of one hold', () => {
  it('keeps the least time of later holds back', () => {
    const hold = { limitSeconds: 180, capSeconds: 300, spentSeconds: 180, reservedSeconds: 20 };
    expect(allowance(hold)).toBe(100);
  });

  it('is never negative and never lets the spent time pass the cap', () => {
    fc.assert(
      fc.property(
        seconds,
        seconds,
        seconds,
        seconds,
        (limitSeconds, capSeconds, spentSeconds, reservedSeconds) => {
          const allowed = allowance({ limitSeconds, capSeconds, spentSeconds, reservedSeconds });
          expect(allowed).toBeGreaterThanOrEqual(0);
          expect(allowed).toBeLessThanOrEqual(limitSeconds);
          if (allowed > 0) expect(spentSeconds + allowed).toBeLessThanOrEqual(capSeconds);
        },
      ),
    );
  });
});

describe('the methods', () => {
  it('have the ranges the trade uses (common practice, no published source)', () => {
    expect(METHODS.fade.seconds).toMatchObject({ least: 20, most: 180 });
    expect(METHODS.timed.seconds).toMatchObject({ most: 120, usual: 30 });
    expect(METHODS.sweep.seconds.usual).toBe(60);
  });

  it('refuse seconds that are not whole, not positive or not numbers, in a sentence', () => {
    for (const holdSeconds of [0, -5, 1.5, 1e9, Number.NaN, '30', null]) {
      const result = doseSchema.safeParse({ method: 'timed', holdSeconds });
      expect(result.success).toBe(false);
      expect(result.error?.issues[0]?.message).toMatch(/^The hold time must be .*\.$/);
    }
  });
});
