import fc from 'fast-check';
import {
  areaOf,
  bandPolygon,
  centreOf,
  distanceToOutline,
  inside,
  mirror,
  ovalPolygon,
  overlapShare,
  pathOf,
  smooth,
  smoothLine,
  smoothPolygon,
  touches,
  type Point,
  type Polygon,
} from './index';

const square = (x: number, y: number, size: number): Polygon => [
  [x, y],
  [x + size, y],
  [x + size, y + size],
  [x, y + size],
];
const coordinate = fc.double({ min: -100, max: 100, noNaN: true });
const point: fc.Arbitrary<Point> = fc.tuple(coordinate, coordinate);

describe('polygons', () => {
  it('have the area of what they are', () => {
    expect(areaOf(square(3, 4, 10))).toBeCloseTo(100, 10);
    expect(
      areaOf([
        [0, 0],
        [4, 0],
        [0, 3],
      ]),
    ).toBeCloseTo(6, 10);
    // A fine polygon of an oval comes close to π r₁ r₂.
    expect(areaOf(ovalPolygon([5, 5], [4, 2], 30, 360))).toBeCloseTo(Math.PI * 8, 1);
    // A band: its length times its width and two half circles.
    expect(
      areaOf(
        bandPolygon(
          [
            [0, 0],
            [20, 0],
          ],
          6,
        ),
      ),
    ).toBeCloseTo(120 + Math.PI * 9, 0);
  });

  it('hold what lies in them and nothing else', () => {
    expect(inside([5, 5], square(0, 0, 10))).toBe(true);
    expect(inside([15, 5], square(0, 0, 10))).toBe(false);
    fc.assert(
      fc.property(point, (at) => {
        const expected = (at[0] / 30) ** 2 + (at[1] / 20) ** 2;
        // Away from the line itself, where the corners of the polygon cut it.
        fc.pre(Math.abs(expected - 1) > 0.02);
        expect(inside(at, ovalPolygon([0, 0], [30, 20], 0, 200))).toBe(expected < 1);
      }),
    );
  });

  it('touch when their lines cross or one lies in the other', () => {
    expect(touches(square(0, 0, 10), square(5, 5, 10))).toBe(true);
    expect(touches(square(0, 0, 10), square(2, 2, 3))).toBe(true);
    expect(touches(square(0, 0, 10), square(11, 0, 10))).toBe(false);
    fc.assert(
      fc.property(point, point, (a, b) => {
        const [one, other] = [square(a[0], a[1], 20), square(b[0], b[1], 30)];
        expect(touches(one, other)).toBe(touches(other, one));
      }),
    );
  });

  it('share what they share, of the smaller one', () => {
    expect(overlapShare(square(0, 0, 10), square(5, 0, 20))).toBeCloseTo(0.5, 1);
    expect(overlapShare(square(0, 0, 10), square(2, 2, 4))).toBe(1);
    expect(overlapShare(square(0, 0, 10), square(40, 0, 10))).toBe(0);
  });

  it('are as far away as their nearest edge', () => {
    expect(distanceToOutline([15, 5], square(0, 0, 10))).toBeCloseTo(5, 10);
    expect(distanceToOutline([13, 14], square(0, 0, 10))).toBeCloseTo(5, 10);
    expect(centreOf(square(0, 0, 10))).toEqual([5, 5]);
  });

  it('mirror back to themselves', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 3, maxLength: 12 }), (points) => {
        const twice = mirror(mirror(points));
        points.forEach(([x, y], index) => {
          expect(twice[index]?.[0]).toBeCloseTo(x, 12);
          expect(twice[index]?.[1]).toBe(y);
        });
        expect(areaOf(mirror(points))).toBeCloseTo(areaOf(points), 6);
      }),
    );
  });
});

describe('smooth curves', () => {
  it('pass through every point they are given', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(point, {
          minLength: 3,
          maxLength: 10,
          selector: ([x, y]) => `${Math.round(x)}:${Math.round(y)}`,
        }),
        (points) => {
          const starts = smooth(points).map(([from]) => from);
          expect(starts).toEqual(points);
          expect(smoothLine(points).at(-1)?.[3]).toEqual(points.at(-1));
        },
      ),
    );
  });

  it('of points on a circle stay close to it', () => {
    const circle = ovalPolygon([0, 0], [50, 50], 0, 16);
    for (const [x, y] of smoothPolygon(circle)) expect(Math.hypot(x, y)).toBeCloseTo(50, 0);
  });

  it('are closed paths when they end where they began', () => {
    expect(pathOf(smooth(square(0, 0, 10)))).toMatch(/^M0,0C.*Z$/);
    expect(
      pathOf(
        smoothLine([
          [0, 0],
          [5, 5],
          [10, 0],
        ]),
      ),
    ).toMatch(/^M0,0C[^Z]*$/);
    expect(pathOf([])).toBe('');
  });
});
