import fc from 'fast-check';
import { VIEW_IDS } from '../index';
import { landmarksOf, placeOfLandmark, type Landmark } from './landmarks';
import { follow, recipeWords } from './recipe';

const LANDMARKS = VIEW_IDS.flatMap((view) =>
  landmarksOf(view).map(({ name }) => `${view}: ${name}` as Landmark),
);
const anyLandmark = fc.constantFrom(...LANDMARKS);
const viewOf = (mark: Landmark) => placeOfLandmark(mark).view;

describe('a landmark recipe', () => {
  it('halfway between two landmarks is as far from one as from the other', () => {
    fc.assert(
      fc.property(anyLandmark, anyLandmark, (one, other) => {
        fc.pre(viewOf(one) === viewOf(other));
        const { at } = follow({ kind: 'between', marks: [one, other], share: 0.5 });
        const far = (mark: Landmark) => {
          const [x, y] = placeOfLandmark(mark).at;
          return Math.hypot(at[0] - x, at[1] - y);
        };
        expect(far(one)).toBeCloseTo(far(other), 6);
      }),
    );
  });

  it('a share of the way begins at the first and ends at the second', () => {
    fc.assert(
      fc.property(anyLandmark, anyLandmark, (one, other) => {
        fc.pre(viewOf(one) === viewOf(other));
        const from = (share: number) => follow({ kind: 'between', marks: [one, other], share }).at;
        expect(from(0)).toEqual(placeOfLandmark(one).at);
        from(1).forEach((value, axis) =>
          expect(value).toBeCloseTo(placeOfLandmark(other).at[axis as 0 | 1], 9),
        );
      }),
    );
  });

  it('a crossing lies below the one, at the level of the other', () => {
    fc.assert(
      fc.property(anyLandmark, anyLandmark, (below, level) => {
        const { at, view } = follow({ kind: 'crossing', below, level });
        expect(view).toBe(viewOf(below));
        expect(at).toEqual([placeOfLandmark(below).at[0], placeOfLandmark(level).at[1]]);
      }),
    );
  });

  it('across two views is no recipe', () => {
    const front = LANDMARKS.find((mark) => viewOf(mark) === 'front');
    const back = LANDMARKS.find((mark) => viewOf(mark) === 'back');
    if (!front || !back) throw new Error('both views have landmarks');
    expect(() => follow({ kind: 'between', marks: [front, back], share: 0.5 })).toThrow(RangeError);
  });

  it('an offset is a step away, said in centimetres on a person of 1.72 m', () => {
    const [mark] = LANDMARKS;
    if (!mark) throw new Error('there are landmarks');
    const name = mark.slice(mark.indexOf(': ') + 2);
    const [x, y] = placeOfLandmark(mark).at;
    expect(follow({ kind: 'offset', mark, by: [29, -12] }).at).toEqual([x + 29, y - 12]);
    // Thousandths of stature: 29 of 1 720 mm are 5 cm, 12 are 2 cm.
    expect(recipeWords({ kind: 'offset', mark, by: [29, -12] })).toBe(
      `About 5 cm outwards and 2 cm up from ${name}, on a person of 1.72 m.`,
    );
    expect(recipeWords({ kind: 'offset', mark, by: [-29, 0] })).toBe(
      `About 5 cm inwards from ${name}, on a person of 1.72 m.`,
    );
    expect(recipeWords({ kind: 'offset', mark, by: [1, -2] })).toBe(`Close to ${name}.`);
  });

  it('is said in words', () => {
    const [one, other] = LANDMARKS;
    if (!one || !other) throw new Error('there are landmarks');
    const name = (mark: Landmark) => mark.slice(mark.indexOf(': ') + 2);
    expect(recipeWords({ kind: 'at', mark: one })).toBe(`On this place: ${name(one)}.`);
    expect(recipeWords({ kind: 'between', marks: [one, other], share: 0.5 })).toBe(
      `Halfway from ${name(one)} to ${name(other)}.`,
    );
    expect(recipeWords({ kind: 'between', marks: [one, other], share: 0.3 })).toBe(
      `30 % of the way from ${name(one)} to ${name(other)}.`,
    );
    expect(recipeWords({ kind: 'crossing', below: one, level: other })).toBe(
      `Straight down from ${name(one)}, at the level of ${name(other)}.`,
    );
  });
});
