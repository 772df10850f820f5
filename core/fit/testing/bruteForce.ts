import { better, type Puzzle, type Solution } from '../puzzle';

type Found = Omit<Solution, 'done' | 'seconds'>;

/** Every order of some things. */
function* orders(things: readonly number[]): Generator<number[]> {
  if (things.length === 0) yield [];
  for (const [at, first] of things.entries()) {
    for (const rest of orders([...things.slice(0, at), ...things.slice(at + 1)]))
      yield [first, ...rest];
  }
}

/** Seconds of moving in an order as it is walked, or null where something comes too early. */
function walk({ pieces, moves, onFloor }: Puzzle, order: readonly number[]): number | null {
  let at = 0;
  let seconds = 0;
  for (const [n, piece] of order.entries()) {
    const { posture = null, after = [] } = pieces[piece] ?? {};
    if (after.some((before) => order.indexOf(before) > n)) return null;
    if (posture === null) continue;
    // Standing is where one is, unless that is the floor.
    if (posture === 0 && !onFloor[at]) continue;
    seconds += moves[at]?.[posture] ?? 0;
    at = posture;
  }
  return seconds + (moves[at]?.[0] ?? 0);
}

/** What is best of all that there is: every set, every choice, every order is looked at. */
export function bruteForce(puzzle: Puzzle): Found | null {
  const { pieces, pools, budgetSeconds, mostSites } = puzzle;
  let best: Found | null = null;
  const look = (kept: readonly { piece: number; choice: number }[]) => {
    const ids = kept.map(({ piece }) => piece);
    const chosen = kept.map(({ piece, choice }) => pieces[piece]?.choices[choice]);
    const isComplete = ids.every((id) =>
      (pieces[id]?.needs ?? []).every((some) => some.some((one) => ids.includes(one))),
    );
    const isWithin = pools.every(
      ({ most, when }, pool) =>
        (when !== null && !when.some((one) => ids.includes(one))) ||
        chosen.reduce((sum, one) => sum + (one?.draws[pool] ?? 0), 0) <= most,
    );
    const sites = new Set(ids.map((id) => pieces[id]?.site).filter((one) => one !== null)).size;
    if (ids.length === 0 || !isComplete || !isWithin || (mostSites !== null && sites > mostSites))
      return;
    const used = chosen.reduce((sum, one) => sum + (one?.seconds ?? 0), 0);
    for (const order of orders(ids)) {
      const movingSeconds = walk(puzzle, order);
      if (movingSeconds === null || used + movingSeconds > budgetSeconds) continue;
      const found: Found = {
        starred: ids.filter((id) => pieces[id]?.starred).length,
        worth: chosen.reduce((sum, one) => sum + (one?.worth ?? 0), 0),
        movingSeconds,
      };
      if (!best || better(found, best) > 0) best = found;
    }
  };
  const choose = (piece: number, kept: readonly { piece: number; choice: number }[]): void => {
    const here = pieces[piece];
    if (!here) return look(kept);
    choose(piece + 1, kept);
    here.choices.forEach((_, choice) => choose(piece + 1, [...kept, { piece, choice }]));
  };
  choose(0, []);
  return best;
}

/** What a solution comes to when it is walked and added up anew; null where it breaks a rule of the puzzle. */
export function addedUp(puzzle: Puzzle, { done }: Solution): (Found & { seconds: number }) | null {
  const movingSeconds = walk(
    puzzle,
    done.map(({ piece }) => piece),
  );
  if (movingSeconds === null) return null;
  const chosen = done.map(({ piece, choice }) => puzzle.pieces[piece]?.choices[choice]);
  return {
    starred: done.filter(({ piece }) => puzzle.pieces[piece]?.starred).length,
    worth: chosen.reduce((sum, one) => sum + (one?.worth ?? 0), 0),
    movingSeconds,
    seconds: movingSeconds + chosen.reduce((sum, one) => sum + (one?.seconds ?? 0), 0),
  };
}
