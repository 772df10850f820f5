import { straightPath } from './index';

describe('a path of straight lines', () => {
  it('goes from point to point, to a tenth, and back to the first where it is an outline', () => {
    expect(
      straightPath(
        [
          [0, 0],
          [1.26, -2],
        ],
        false,
      ),
    ).toBe('M0,0L1.3,-2');
    expect(
      straightPath([
        [0, 0],
        [1, 2],
        [3, 4],
      ]),
    ).toBe('M0,0L1,2L3,4Z');
  });
});
