import fc from 'fast-check';
import { nth } from './nth';

describe('the number at a place', () => {
  it('is the one that sorting would put there, whatever the numbers, asked again and again', () => {
    const many = fc.oneof(
      fc.array(fc.double({ noNaN: true }), { minLength: 1, maxLength: 200 }),
      // As ratings are: many alike.
      fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 1, maxLength: 200 }),
    );
    fc.assert(
      fc.property(many, fc.array(fc.nat(), { minLength: 1, maxLength: 4 }), (numbers, places) => {
        const sorted = Float64Array.from(numbers).sort();
        const kept = Float64Array.from(numbers);
        for (const any of places) {
          const place = any % numbers.length;
          // Zero and its negative are the same number.
          expect(nth(kept, place) + 0).toBe((sorted[place] ?? Number.NaN) + 0);
        }
        expect(kept.sort().map((one) => one + 0)).toEqual(sorted.map((one) => one + 0));
      }),
    );
  });
});
