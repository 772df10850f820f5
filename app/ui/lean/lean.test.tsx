import fc from 'fast-check';
import { renderToStaticMarkup } from 'react-dom/server';
import type { Point } from '#core/geometry';
import { FloorDrawing } from './FloorDrawing';
import { leanAngle, leant, turned } from './leaning';
import { WallDrawing } from './WallDrawing';

const nothing = () => undefined;

describe('turning and leaning', () => {
  it('keeps distances, and a whole turn comes back', () => {
    const coordinate = fc.double({ min: -500, max: 500, noNaN: true });
    const point: fc.Arbitrary<Point> = fc.tuple(coordinate, coordinate);
    fc.assert(
      fc.property(point, point, fc.double({ min: -3, max: 3, noNaN: true }), (at, about, angle) => {
        const there = turned(at, about, angle);
        expect(Math.hypot(there[0] - about[0], there[1] - about[1])).toBeCloseTo(
          Math.hypot(at[0] - about[0], at[1] - about[1]),
          6,
        );
        const back = turned(there, about, -angle);
        expect(back[0]).toBeCloseTo(at[0], 6);
        expect(back[1]).toBeCloseTo(at[1], 6);
      }),
    );
  });

  it('takes the angle whose sine is feet over contact: 0.3 over 1.2 is 14.5°', () => {
    expect((leanAngle(0.3, 1.2) * 180) / Math.PI).toBeCloseTo(14.5, 1);
    expect(leanAngle(0, 1.2)).toBe(0);
    expect(Number.isFinite(leanAngle(5, 1.2))).toBe(true);
  });

  it('leaves the soles flat on the ground', () => {
    const sole: Point[] = [
      [-40, 1000],
      [0, 1000],
      [90, 990],
    ];
    expect(leant(sole, [0, 961], 0.4)).toEqual(sole);
    const [head] = leant([[0, 0]], [0, 961], 0.2);
    expect(head?.[0]).toBeLessThan(-100);
  });
});

describe('the drawn person', () => {
  const wall = (feet: number, height: number) =>
    renderToStaticMarkup(
      <WallDrawing
        state={{ feet, height }}
        limits={{ feetMost: 0.35, heightLeast: 0.36, heightMost: 0.84 }}
        says={{ feet: '22 cm', height: '124 cm', load: '10 kg on the ball.' }}
        arrow={60}
        onFeet={nothing}
        onHeight={nothing}
      />,
    );
  const floor = (at: number, adjustmentId: string) =>
    renderToStaticMarkup(
      <FloorDrawing
        state={{ at }}
        adjustmentId={adjustmentId}
        limits={{ least: 0.2, most: 0.54 }}
        says={{ at: '75 cm from the crown', load: '14 kg on the ball.' }}
        arrow={60}
        onMove={nothing}
      />,
    );

  it.each([
    [0, 0.36],
    [0.13, 0.72],
    [0.35, 0.84],
  ])('stands at a wall, feet %d and ball %d of stature', (feet, height) => {
    const markup = wall(feet, height);
    expect(markup).not.toMatch(/NaN|undefined|Infinity/);
    expect(markup.match(/role="slider"/g)).toHaveLength(2);
    expect(markup).toContain('aria-valuetext="22 cm"');
    expect(markup).toContain('10 kg on the ball.');
  });

  it.each(['usual', 'hands-and-foot', 'ankle-crossed', 'knees-tipped', 'knee-hugged'])(
    'lies on the floor: %s',
    (adjustment) => {
      for (const at of [0.2, 0.43, 0.54]) {
        const markup = floor(at, adjustment);
        expect(markup).not.toMatch(/NaN|undefined|Infinity/);
        expect(markup.match(/role="slider"/g)).toHaveLength(1);
      }
    },
  );
});
