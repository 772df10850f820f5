import fc from 'fast-check';
import { steady, steadyWords } from './index';

describe('where figures are going', () => {
  it('is said with between what it lies, the nearer to nothing first', () => {
    const falling = [0, 7, 14, 21, 28, 35].map((day, n) => [day, 7 - n + (n % 2) * 0.5] as const);
    const found = steady(falling);
    if (!found) throw new Error('it falls');
    expect(found.by).toBeCloseTo(-5, 0);
    expect(Math.abs(found.between[0])).toBeLessThanOrEqual(Math.abs(found.between[1]));
    expect(steadyWords(found)).toMatch(/^\d(\.\d)? less \(\d(\.\d)? to \d(\.\d)?\)$/);
    expect(steadyWords({ by: 2, between: [2, 2] })).toBe('2 more');
  });

  it('is not said of too few, of what is level, nor of what wavers', () => {
    expect(steady([])).toBeNull();
    expect(steady([0, 7, 14, 21].map((day) => [day, day] as const))).toBeNull();
    expect(steady([0, 7, 14, 21, 28].map((day) => [day, 4] as const))).toBeNull();
    expect(steady([3, 6, 2, 7, 3, 6].map((figure, n) => [n * 7, figure] as const))).toBeNull();
  });

  it('has the sign of the change, and turns with it', () => {
    const figures = fc.array(fc.integer({ min: 0, max: 10 }), { minLength: 5, maxLength: 20 });
    fc.assert(
      fc.property(figures, (all) => {
        const points = all.map((figure, n) => [n, figure] as const);
        const found = steady(points);
        const turned = steady(points.map(([day, figure]) => [day, -figure] as const));
        expect(found === null).toBe(turned === null);
        if (!found || !turned) return;
        expect(turned.by).toBeCloseTo(-found.by, 9);
        expect(Math.sign(found.between[0])).toBe(Math.sign(found.by));
        expect(Math.abs(found.between[0])).toBeLessThanOrEqual(Math.abs(found.by) + 1e-9);
        expect(Math.abs(found.between[1])).toBeGreaterThanOrEqual(Math.abs(found.by) - 1e-9);
      }),
    );
  });
});
