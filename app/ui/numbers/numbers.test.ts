import fc from 'fast-check';
import { bandWords, givenLength, givenWeight, rounded, shownLength, shownWeight } from './units';

describe('units on screen', () => {
  it('go there and back without loss', () => {
    const anyUnits = fc.constantFrom('metric' as const, 'imperial' as const);
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 500, noNaN: true }), anyUnits, (value, units) => {
        expect(givenWeight(shownWeight(value, units), units)).toBeCloseTo(value, 9);
        expect(givenLength(shownLength(value, units), units)).toBeCloseTo(value, 9);
      }),
    );
  });

  it('are the exact pound and inch', () => {
    expect(shownWeight(45.359237, 'imperial')).toBeCloseTo(100, 10);
    expect(shownLength(0.254, 'imperial')).toBeCloseTo(10, 10);
    expect(shownLength(1.75, 'metric')).toBe(175);
  });

  it('carry no more digits than an estimate bears', () => {
    expect([0.04, 1.26, 14.34, 143.4].map(rounded)).toEqual(['0', '1.3', '14', '143']);
    expect(bandWords({ low: 7.62, high: 13.31 })).toBe('7.6 to 13');
  });
});
