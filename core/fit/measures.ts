import type { Choice, Puzzle } from './puzzle';

/**
 * Something choices weigh, of which there is only so much: every solution keeps to it, so that a knapsack by it alone bounds
 * them from above.
 */
export interface Measure {
  /** In whole numbers, rounded down. */
  weigh: (choice: Choice) => number;
  /** How much there is when moving leaves so many seconds. */
  room: (seconds: number) => number;
}

export const SECONDS: Measure = { weigh: ({ seconds }) => seconds, room: (seconds) => seconds };
/** Parts a pool is divided into. */
const PARTS = 250;

/** The pool that is asked for most beyond what there is of it; null when there is enough of all. */
function tightestPool({ pieces, pools }: Puzzle, list: readonly number[]): number | null {
  const excess = pools.map(({ most, when }, pool) => {
    // What may not hold at all bounds nothing.
    if (when !== null) return 0;
    const wanted = list.reduce((sum, piece) => {
      const draws = (pieces[piece]?.choices ?? []).map((one) => one.draws[pool] ?? 0);
      return sum + Math.max(0, ...draws);
    }, 0);
    return wanted / Math.max(1, most);
  });
  const highest = Math.max(0, ...excess);
  return highest > 1 ? excess.indexOf(highest) : null;
}

/**
 * What bounds a search: its seconds; where a pool binds, that pool, and both in one, each by its share of what there is
 * (a surrogate constraint; Glover 1965, from memory).
 */
export function measuresOf(puzzle: Puzzle, list: readonly number[], seconds: number): Measure[] {
  const pool = tightestPool(puzzle, list);
  if (pool === null) return [SECONDS];
  const most = Math.max(1, puzzle.pools[pool]?.most ?? 0);
  const share = ({ draws }: Choice) => (PARTS * (draws[pool] ?? 0)) / most;
  const ofTime = (some: number) => (PARTS * some) / Math.max(1, seconds);
  return [
    SECONDS,
    { weigh: (choice) => Math.floor(share(choice)), room: () => PARTS },
    {
      weigh: (choice) => Math.floor(2 * (share(choice) + ofTime(choice.seconds))),
      room: (some) => Math.ceil(2 * (PARTS + ofTime(some))),
    },
  ];
}
