import { UNREACHED, withPiece, type ValueOf } from './knapsack';
import { measuresOf } from './measures';
import type { Puzzle } from './puzzle';

/** A choice of each piece that is done, by piece. */
export type Chosen = ReadonlyMap<number, number>;

/**
 * The best choice of each piece that is done, within so many seconds and the pools: exact, by branch and bound where a pool
 * binds, straight from the table where none does.
 *
 * @param kept pieces that are done
 * @param least nothing under this value is wanted
 * @returns null when there is none of at least that value
 */
export function chooseFor(
  puzzle: Puzzle,
  kept: readonly number[],
  seconds: number,
  value: ValueOf,
  least: number,
): { value: number; chosen: Chosen } | null {
  const { pieces, pools } = puzzle;
  const active = pools.flatMap(({ most, when }, pool) =>
    when === null || when.some((piece) => kept.includes(piece)) ? [{ pool, most }] : [],
  );
  const measures = measuresOf(puzzle, kept, seconds);
  /** By each measure, the highest value from each piece on, all of them done. */
  const tables = measures.map(({ weigh, room }) => {
    const from = [new Int32Array(room(seconds) + 1)];
    for (const piece of kept.toReversed()) {
      const after = from[0] ?? new Int32Array(0);
      from.unshift(
        withPiece(after, pieces[piece]?.choices ?? [], (one) => value(piece, one), false, weigh),
      );
    }
    return from;
  });
  const drawn = pools.map(() => 0);
  const chosen: number[] = [];
  let best: number[] | null = null;
  let bestValue = least - 1;
  /** The highest value there may be from a piece on, with so much left by each measure. */
  const bound = (n: number, left: readonly number[]): number =>
    Math.min(...tables.map((from, at) => from[n]?.[left[at] ?? -1] ?? UNREACHED));
  const visit = (n: number, left: readonly number[], sum: number): void => {
    const piece = kept[n];
    if (piece === undefined) {
      best = [...chosen];
      bestValue = sum;
      return;
    }
    const ways = (pieces[piece]?.choices ?? [])
      .map((choice, index) => {
        const leaves = left.map((one, at) => one - (measures[at]?.weigh(choice) ?? 0));
        const most = sum + value(piece, choice) + bound(n + 1, leaves);
        return { choice, index, leaves, most };
      })
      .sort((a, b) => b.most - a.most);
    for (const { choice, index, leaves, most } of ways) {
      if (most <= bestValue) return;
      const fits = active.every(
        (one) => (drawn[one.pool] ?? 0) + (choice.draws[one.pool] ?? 0) <= one.most,
      );
      if (!fits) continue;
      for (const { pool } of active) drawn[pool] = (drawn[pool] ?? 0) + (choice.draws[pool] ?? 0);
      chosen.push(index);
      visit(n + 1, leaves, sum + value(piece, choice));
      chosen.pop();
      for (const { pool } of active) drawn[pool] = (drawn[pool] ?? 0) - (choice.draws[pool] ?? 0);
    }
  };
  const whole = measures.map(({ room }) => room(seconds));
  if (bound(0, whole) < least) return null;
  visit(0, whole, 0);
  const found = best as number[] | null;
  return (
    found && { value: bestValue, chosen: new Map(kept.map((piece, n) => [piece, found[n] ?? 0])) }
  );
}
