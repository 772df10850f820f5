import fc from 'fast-check';
import type { Piece, Puzzle } from '../puzzle';

/** Postures of a made-up room: standing, two at the wall, a chair, two on the floor; seconds as they are used. */
const ON_FLOOR = [false, false, false, false, true, true];
const WHERE = ['free', 'wall', 'wall', 'chair', 'floor', 'floor'];
const moving = (from: number, to: number): number => {
  if (from === to) return 0;
  const [a, b] = [WHERE[from], WHERE[to]];
  if (a === 'floor' || b === 'floor') return a === b ? 8 : 25;
  if (a === 'free' || b === 'free') return 0;
  return a === b ? 8 : 15;
};
const MOVES = WHERE.map((_, from) => WHERE.map((__, to) => moving(from, to)));

/**
 * Any puzzle of so many pieces: several choices each, an order among some, pools, things that belong together.
 *
 * @param most pieces at most
 * @param choices of a piece at most
 */
export const anyPuzzle = (least: number, most: number, choices: number): fc.Arbitrary<Puzzle> =>
  fc.integer({ min: least, max: most }).chain((count) => {
    const piece = (at: number): fc.Arbitrary<Piece> =>
      fc
        .record({
          posture: fc.oneof(
            { weight: 9, arbitrary: fc.integer({ min: 0, max: WHERE.length - 1 }) },
            { weight: 1, arbitrary: fc.constant(null) },
          ),
          starred: fc.integer({ min: 0, max: 4 }).map((n) => n === 0),
          whole: fc.integer({ min: 20, max: 180 }),
          overhead: fc.integer({ min: 8, max: 40 }),
          weight: fc.integer({ min: 1, max: 9 }),
          tiring: fc.integer({ min: 0, max: 2 }),
          steps: fc.integer({ min: 1, max: choices }),
          // Only earlier ones: an order never goes round.
          after: fc.subarray(
            Array.from({ length: at }, (_, n) => n),
            { maxLength: Math.min(2, at) },
          ),
          needs: fc.subarray(
            Array.from({ length: count }, (_, n) => n).filter((n) => n !== at),
            { maxLength: Math.min(1, count - 1) },
          ),
          isNeedy: fc.integer({ min: 0, max: 5 }).map((n) => n === 0),
          site: fc.constantFrom('a', 'b', 'c', 'd', null),
        })
        .map(({ whole, overhead, weight, tiring, steps, needs, isNeedy, ...rest }) => ({
          ...rest,
          needs: isNeedy && needs.length > 0 ? [needs] : [],
          choices: Array.from({ length: steps }, (_, n) => {
            const work = Math.max(10, whole - n * 15);
            return {
              seconds: work + overhead,
              worth: Math.round((weight * work * 1000) / whole),
              draws: [work * tiring, rest.site === 'a' ? work : 0],
            };
          }),
        }));
    return fc.record({
      pieces: fc.tuple(...Array.from({ length: count }, (_, at) => piece(at))),
      budgetSeconds: fc.integer({ min: 60, max: 900 }),
      moves: fc.constant(MOVES),
      onFloor: fc.constant(ON_FLOOR),
      pools: fc
        .tuple(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 30, max: 300 }))
        .map(([hands, place]) => [
          { most: hands, when: null },
          { most: place, when: [0] },
        ]),
      mostSites: fc.constantFrom(null, null, 1, 2, 3),
    });
  });
