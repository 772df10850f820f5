import fc from 'fast-check';
import { allowance, contactPerPoint, doseSchema, type Dose, METHODS, countedIn } from './index';

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

  // Common practice, no published source: what the schools hold, move and count, in seconds and times.
  it.each([
    ['timed', 30, 120],
    ['fade', 20, 180],
    ['strokes', 15, 20],
    ['brief', 7, 10],
    ['build-up', 5, 30],
    ['pin-and-glide', 2, 5],
    ['press-and-move', 30, 60],
    ['sweep', 60, 180],
    ['pincer', 30, 60],
    // On a sore spot about 15 s; 1 to 2 min an area; short rolls; a slow stroke; a squeeze.
    ['circles', 15, 60],
    ['cross-grain', 60, 120],
    ['slow-roll', 20, 60],
    ['glide', 3, 8],
    ['knead', 2, 5],
    ['search', 15, 60],
  ] as const)(
    '%s allows the %d to %d s that are taught, with a usual time inside',
    (id, from, to) => {
      const { least, most, usual } = METHODS[id].seconds;
      expect(least).toBeLessThanOrEqual(from);
      expect(most).toBeGreaterThanOrEqual(to);
      expect(usual).toBeGreaterThanOrEqual(least);
      expect(usual).toBeLessThanOrEqual(most);
    },
  );

  it('count bends, strokes and squeezes, and nothing else (common practice)', () => {
    const counted = Object.values(METHODS).flatMap(({ id, counts }) =>
      counts ? [[id, counts]] : [],
    );
    expect(Object.fromEntries(counted)).toEqual({
      'pin-and-glide': { least: 12, most: 15, usual: 12 },
      // Two or three at the strap of the neck, elsewhere a few.
      glide: { least: 2, most: 5, usual: 3 },
      knead: { least: 1, most: 2, usual: 2 },
    });
  });

  it('make their seconds of what they count', () => {
    expect(contactPerPoint({ method: 'glide', strokes: 3, strokeSeconds: 5 }).most).toBe(15);
    expect(contactPerPoint({ method: 'knead', squeezes: 2, squeezeSeconds: 4 }).least).toBe(8);
    fc.assert(
      fc.property(fc.nat({ max: 29 }), fc.nat({ max: 59 }), (n, s) => {
        const [times, each] = [n + 1, s + 1];
        for (const dose of [
          { method: 'glide', strokes: times, strokeSeconds: each },
          { method: 'knead', squeezes: times, squeezeSeconds: each },
          { method: 'pin-and-glide', bends: times, bendSeconds: each },
        ] as const) {
          const counted = countedIn(dose);
          expect(counted && counted.of * counted.eachSeconds).toBe(contactPerPoint(dose).most);
        }
      }),
    );
    expect(countedIn({ method: 'timed', holdSeconds: 30 })).toBeNull();
  });

  it('warm up by sweeping, treat by holding, and move last (common practice)', () => {
    const of = (phase: string) =>
      Object.values(METHODS).flatMap((method) => (method.phase === phase ? [method.id] : []));
    expect(of('warm-up').sort()).toEqual(['knead', 'slow-roll', 'sweep']);
    expect(of('moving').sort()).toEqual(['pin-and-glide', 'press-and-move']);
    expect(of('static')).toContain('fade');
  });

  it('say where the schools disagree and what is done here, each with its source', () => {
    for (const { id, dispute, goodFor, source } of Object.values(METHODS)) {
      expect([id, dispute.length > 40, goodFor.length > 10, source.kind]).toEqual([
        id,
        true,
        true,
        'common practice',
      ]);
    }
  });

  it('refuse seconds that are not whole, not positive or not numbers, in a sentence', () => {
    for (const holdSeconds of [0, -5, 1.5, 1e9, Number.NaN, '30', null]) {
      const result = doseSchema.safeParse({ method: 'timed', holdSeconds });
      expect(result.success).toBe(false);
      expect(result.error?.issues[0]?.message).toMatch(/^The hold time must be .*\.$/);
    }
  });
});
