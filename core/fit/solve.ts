import { chooseFor } from './choose';
import { together, withPiece, type ValueOf } from './knapsack';
import { measuresOf, SECONDS, type Measure } from './measures';
import { has, ordersOf } from './orderOf';
import type { Choice, Puzzle, Solution } from './puzzle';

/** More pieces than this are no session; a mask of them is still an exact number. */
export const MOST_PIECES = 30;

/** Starred pieces count before any worth, in one number. */
function valuesOf({ pieces }: Puzzle): { value: ValueOf; star: number } {
  const most = pieces.map(({ choices }) => Math.max(0, ...choices.map(({ worth }) => worth)));
  const star = 1 + most.reduce((sum, one) => sum + one, 0);
  return { star, value: (piece, { worth }) => worth + (pieces[piece]?.starred ? star : 0) };
}

/** The least moving for each set of postures, were there no order to keep to. */
function leastMoves({ moves, onFloor }: Puzzle): (postures: number) => number {
  const nothing = { starred: false, choices: [], after: [], needs: [], site: null };
  const visits = ordersOf({
    pieces: moves.map((_, posture) => ({ posture, ...nothing })),
    ...{ moves, onFloor },
  });
  return (postures) => visits(postures).movingSeconds;
}

/** Sets of postures one may be in, as masks; standing is in all of them. */
function postureSets({ pieces }: Puzzle): number[] {
  const postures = new Set(pieces.map(({ posture }) => posture ?? 0));
  postures.delete(0);
  return [...postures].reduce<number[]>(
    (sets, one) => [...sets, ...sets.map((set) => set | (1 << one))],
    [1],
  );
}

/** Pieces that go with a set of postures: those that others come after first, for there the moves show soonest. */
function piecesFor({ pieces }: Puzzle, postures: number): number[] {
  const follows = pieces.map((_, n) => pieces.filter(({ after }) => after.includes(n)).length);
  const bound = (n: number) => (pieces[n]?.after.length ?? 0) + (follows[n] ?? 0);
  return pieces
    .map((_, n) => n)
    .filter((n) => has(postures, pieces[n]?.posture ?? 0))
    .sort((a, b) => bound(b) - bound(a) || a - b);
}

/**
 * Chooses, trims and orders exactly: of all that keeps to the seconds, the pools, the order and what belongs together, the
 * most of what is starred, then the most worth, then the least moving. Every set of postures is looked at, the most promising
 * first; in it which pieces are done is decided one after the other (branch and bound), the bound a knapsack of what is
 * decided and what is open in the seconds that moving leaves; then how much of each.
 *
 * @param onProgress hears the share of posture sets that is through, 0–1
 * @returns null when not even one piece fits
 * @throws RangeError for more than 30 pieces
 */
export function solve(
  puzzle: Puzzle,
  onProgress: (share: number) => void = () => undefined,
): Solution | null {
  const { pieces, budgetSeconds, pools, mostSites } = puzzle;
  if (pieces.length > MOST_PIECES) {
    throw new RangeError(`At most ${MOST_PIECES} lines are fitted; these are ${pieces.length}.`);
  }
  const { value, star } = valuesOf(puzzle);
  const movesOf = leastMoves(puzzle);
  const orderFor = ordersOf(puzzle);
  const leastDraws = pieces.map(({ choices }) =>
    pools.map((_, pool) => Math.min(...choices.map(({ draws }) => draws[pool] ?? 0))),
  );
  let best = null as Solution | null;
  let bestValue = 0;
  const isHopeless = (most: number, movingSeconds: number) =>
    most < bestValue ||
    (most === bestValue && best !== null && movingSeconds >= best.movingSeconds);
  const choicesOf = (piece: number): readonly Choice[] => pieces[piece]?.choices ?? [];

  /** What may follow from each piece of a list on, by what is measured. */
  const openFrom = (list: readonly number[], { weigh, room }: Measure, seconds: number) => {
    const tables = [new Int32Array(room(seconds) + 1)];
    for (const piece of list.toReversed()) {
      const after = tables[0] ?? new Int32Array(0);
      tables.unshift(withPiece(after, choicesOf(piece), (one) => value(piece, one), true, weigh));
    }
    return tables;
  };

  const isPossible = (kept: readonly number[]): boolean =>
    pools.every(
      ({ most, when }, pool) =>
        (when !== null && !when.some((piece) => kept.includes(piece))) ||
        kept.reduce((sum, piece) => sum + (leastDraws[piece]?.[pool] ?? 0), 0) <= most,
    ) &&
    (mostSites === null ||
      new Set(kept.map((piece) => pieces[piece]?.site).filter((site) => site !== null)).size <=
        mostSites);

  const isComplete = (mask: number, kept: readonly number[]): boolean =>
    kept.every((piece) =>
      (pieces[piece]?.needs ?? []).every((some) => some.some((one) => has(mask, one))),
    );

  const settle = (mask: number, kept: readonly number[]): void => {
    const { movingSeconds, pieces: inOrder } = orderFor(mask);
    // Of what is as good as the best, only what moves less is wanted.
    const least = best && movingSeconds >= best.movingSeconds ? bestValue + 1 : bestValue;
    const found = chooseFor(puzzle, kept, budgetSeconds - movingSeconds, value, least);
    if (!found) return;
    const done = inOrder.map((piece) => ({ piece, choice: found.chosen.get(piece) ?? 0 }));
    const starred = Math.floor(found.value / star);
    const used = done.reduce(
      (sum, one) => sum + (choicesOf(one.piece)[one.choice]?.seconds ?? 0),
      0,
    );
    bestValue = found.value;
    best = {
      done,
      starred,
      worth: found.value - starred * star,
      movingSeconds,
      seconds: used + movingSeconds,
    };
  };

  const search = (list: readonly number[], leastMoving: number): void => {
    const seconds = budgetSeconds - leastMoving;
    const measures = measuresOf(puzzle, list, seconds);
    const open = measures.map((measure) => openFrom(list, measure, seconds));
    /** What is decided, as a table by each measure. */
    const visit = (
      n: number,
      mask: number,
      kept: readonly number[],
      tables: Int32Array[],
    ): void => {
      const { movingSeconds } = orderFor(mask);
      const left = budgetSeconds - Math.max(leastMoving, movingSeconds);
      if (left < 0) return;
      const isOut = measures.some(({ room }, at) => {
        const [decided, after] = [tables[at], open[at]?.[n]];
        return decided && after && isHopeless(together(decided, after, room(left)), movingSeconds);
      });
      if (isOut) return;
      const piece = list[n];
      if (piece === undefined) {
        if (mask !== 0 && isComplete(mask, kept)) settle(mask, kept);
        return;
      }
      const withIt = [...kept, piece];
      if (isPossible(withIt)) {
        const next = tables.map((table, at) =>
          withPiece(
            table,
            choicesOf(piece),
            (one) => value(piece, one),
            false,
            measures[at]?.weigh,
          ),
        );
        visit(n + 1, mask | (1 << piece), withIt, next);
      }
      visit(n + 1, mask, kept, tables);
    };
    visit(
      0,
      0,
      [],
      measures.map(({ room }) => new Int32Array(room(seconds) + 1)),
    );
  };

  const sets = postureSets(puzzle)
    .map((postures) => ({ list: piecesFor(puzzle, postures), moving: movesOf(postures) }))
    .filter(({ moving }) => moving <= budgetSeconds)
    .map(({ list, moving }) => {
      const seconds = budgetSeconds - moving;
      return { list, moving, most: openFrom(list, SECONDS, seconds)[0]?.[seconds] ?? 0 };
    })
    .sort((a, b) => b.most - a.most || a.moving - b.moving);
  for (const [at, { list, moving, most }] of sets.entries()) {
    onProgress(at / sets.length);
    if (!isHopeless(most, moving)) search(list, moving);
  }
  onProgress(1);
  return best;
}
