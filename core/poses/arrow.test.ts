import { arrowPaths } from './index';

const numbers = (path: string) =>
  [...path.matchAll(/-?\d+(?:\.\d+)?/g)].map(([one]) => Number(one));

describe('an arrow of a scene', () => {
  it('ends where it points, its wings behind it on either side', () => {
    const [shaft, head] = arrowPaths({ from: [0, 0], to: [100, 0] });
    expect(numbers(shaft).slice(-2)).toEqual([100, 0]);
    const [ax, ay, tipX, tipY, bx, by] = numbers(head);
    expect([tipX, tipY]).toEqual([100, 0]);
    expect([ax, bx]).toEqual([83, 83]);
    expect((ay ?? 0) + (by ?? 0)).toBeCloseTo(0, 6);
    expect(ay).not.toBe(by);
  });

  it('bows to the side of its turn, and its head follows the bow', () => {
    const [shaft] = arrowPaths({ from: [0, 0], to: [100, 0], bow: 0.2 });
    expect(numbers(shaft)).toEqual([0, 0, 50, 20, 100, 0]);
    const heads = [0.2, -0.2].map((bow) =>
      numbers(arrowPaths({ from: [0, 0], to: [100, 0], bow })[1]),
    );
    expect(heads[0]?.[1]).not.toBe(heads[1]?.[1]);
  });
});
