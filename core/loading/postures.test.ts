import fc from 'fast-check';
import { findPosture, movesBetween, POSTURES } from './index';

const stand = fc.constantFrom(null, ...POSTURES);
const seconds = (from: string | null, to: string | null) =>
  movesBetween(
    (from === null ? null : findPosture(from)) ?? null,
    (to === null ? null : findPosture(to)) ?? null,
  ).seconds;

describe('moves between postures', () => {
  it('cost nothing to stay and the same there and back', () => {
    fc.assert(
      fc.property(stand, stand, (a, b) => {
        expect(movesBetween(a, b).seconds).toBe(movesBetween(b, a).seconds);
        expect(movesBetween(a, a).seconds).toBe(0);
      }),
    );
  });

  it('cost most to get down to or up from the floor', () => {
    expect(seconds('wall-back', 'lying-back')).toBeGreaterThan(seconds('wall-back', 'seated'));
    expect(seconds('wall-back', 'seated')).toBeGreaterThan(seconds('wall-back', 'wall-side'));
    expect(seconds(null, 'lying-back')).toBe(seconds('lying-back', null));
    expect(seconds('lying-back', 'lying-front')).toBeLessThan(seconds('lying-back', 'wall-back'));
  });
});
