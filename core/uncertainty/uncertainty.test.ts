import fc from 'fast-check';
import { mean, median } from 'simple-statistics';
import { about, drawTriangle, known, propagate, sample, seeded } from './index';

describe('propagation', () => {
  it('adds independent moves as a root of squares', () => {
    const { value, low, high } = propagate(
      { a: about(10, 7, 13), b: about(5, 1, 9) },
      ({ a, b }) => a + b,
    );
    expect([value, low, high]).toEqual([15, 10, 20]);
  });

  it('leaves what is known exact', () => {
    expect(propagate({ a: known(3) }, ({ a }) => a * a)).toEqual({ value: 9, low: 9, high: 9 });
  });
});

describe('draws', () => {
  it('from a triangle stay inside it and have its mean, (low + likely + high) / 3', () => {
    const chance = seeded(5);
    const drawn = Array.from({ length: 20_000 }, () => drawTriangle(about(4, 2, 9), chance()));
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(2);
    expect(Math.max(...drawn)).toBeLessThanOrEqual(9);
    expect(mean(drawn)).toBeCloseTo(5, 1);
  });

  it('agree with a reference library on the median', () => {
    const values: number[] = [];
    const spread = sample(
      { a: about(4, 2, 9) },
      ({ a }) => {
        values.push(a);
        return a;
      },
      seeded(1),
      501,
    );
    expect(spread.median).toBeCloseTo(median(values), 12);
  });

  it('put low, median and high in order for any triangle', () => {
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: -50, max: 50, noNaN: true }),
          fc.double({ min: 0, max: 20, noNaN: true }),
          fc.double({ min: 0, max: 20, noNaN: true }),
        ),
        fc.integer({ min: 0, max: 1e6 }),
        ([likely, down, up], seed) => {
          const spread = sample(
            { a: about(likely, likely - down, likely + up) },
            ({ a }) => a,
            seeded(seed),
            60,
          );
          expect(spread.low).toBeLessThanOrEqual(spread.quarter);
          expect(spread.quarter).toBeLessThanOrEqual(spread.median);
          expect(spread.median).toBeLessThanOrEqual(spread.threeQuarters);
          expect(spread.threeQuarters).toBeLessThanOrEqual(spread.high);
        },
      ),
    );
  });
});
