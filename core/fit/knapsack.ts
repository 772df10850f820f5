import type { Choice } from './puzzle';

/** The value of a choice: its worth, and more when its piece is starred. */
export type ValueOf = (piece: number, choice: Choice) => number;

/** Stands for what cannot be reached; low enough that nothing added to it comes near 0. */
export const UNREACHED = -1_000_000_000;

/**
 * One piece more in a table of the highest value by seconds at most, or by whatever else a choice weighs in whole numbers:
 * taken in one of its choices (a knapsack with several choices, by dynamic programming; Bellman 1957).
 *
 * @param mayBeLeft whether it may be left out as well
 */
export function withPiece(
  table: Int32Array,
  choices: readonly Choice[],
  value: (choice: Choice) => number,
  mayBeLeft: boolean,
  weigh: (choice: Choice) => number = ({ seconds }) => seconds,
): Int32Array<ArrayBuffer> {
  const next = mayBeLeft ? table.slice() : new Int32Array(table.length).fill(UNREACHED);
  for (const choice of choices) {
    const own = value(choice);
    const weight = weigh(choice);
    for (let at = weight; at < table.length; at += 1) {
      const reached = own + (table[at - weight] ?? UNREACHED);
      if (reached > (next[at] ?? UNREACHED)) next[at] = reached;
    }
  }
  return next;
}

/** The highest value of two tables together in so many seconds, or so much of what they are by. */
export function together(one: Int32Array, other: Int32Array, room: number): number {
  let most = UNREACHED;
  for (let at = 0; at <= room; at += 1) {
    const sum = (one[at] ?? UNREACHED) + (other[room - at] ?? UNREACHED);
    if (sum > most) most = sum;
  }
  return most;
}
