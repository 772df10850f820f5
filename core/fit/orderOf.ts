import type { Puzzle } from './puzzle';

/** An order of what is kept, with the least moving. */
export interface Order {
  pieces: readonly number[];
  movingSeconds: number;
}

interface State {
  done: number;
  /** The posture one is in; 0: standing free; −1: up again, at the end. */
  at: number;
  movingSeconds: number;
  pieces: readonly number[];
}

/** Some pieces as one number: piece n is its bit n, of 30. */
export const maskOf = (pieces: readonly number[]): number =>
  pieces.reduce((mask, piece) => mask | (1 << piece), 0);

export const has = (mask: number, piece: number): boolean => (mask & (1 << piece)) !== 0;

/**
 * Orders pieces so that one moves least, each after what has to come before it. What can be done where one is, is done
 * at once: moving is never shorter by a detour, so that waiting with it gains nothing. What is left to choose is which
 * posture comes next, and of those the shortest way is taken (Dijkstra 1959).
 *
 * @returns for the pieces that are done, as a mask, their order; each is worked out once. Where what comes before what goes
 *   round in a circle there is none, and moving takes for ever
 */
export function ordersOf({ pieces, moves, onFloor }: Pick<Puzzle, 'pieces' | 'moves' | 'onFloor'>) {
  const count = pieces.length;
  const after = pieces.map((one) => maskOf(one.after));
  const inPosture = moves.map((_, at) =>
    maskOf(
      pieces.flatMap(({ posture }, n) =>
        // Standing is where one is, unless that is the floor.
        posture === null || posture === at || (posture === 0 && !onFloor[at]) ? [n] : [],
      ),
    ),
  );
  const known = new Map<number, Order>();

  const isReady = (piece: number, kept: number, done: number): boolean =>
    ((after[piece] ?? 0) & kept & ~done) === 0;
  /** All that can be done without moving, in the order it stands. */
  const settle = (state: State, kept: number): State => {
    const here = kept & (inPosture[state.at] ?? 0);
    const added = [...state.pieces];
    let { done } = state;
    for (let n = 0; n < count; n += 1) {
      if (!has(here, n) || has(done, n) || !isReady(n, kept, done)) continue;
      done |= 1 << n;
      added.push(n);
      // It may have been waited for.
      n = -1;
    }
    return { ...state, done, pieces: added };
  };

  const find = (kept: number): Order => {
    const open: State[] = [settle({ done: 0, at: 0, movingSeconds: 0, pieces: [] }, kept)];
    const seen = new Set<number>();
    for (;;) {
      let first = 0;
      for (let n = 1; n < open.length; n += 1) {
        if ((open[n]?.movingSeconds ?? 0) < (open[first]?.movingSeconds ?? 0)) first = n;
      }
      const [state] = open.splice(first, 1);
      if (!state) return { pieces: [], movingSeconds: Infinity };
      const { done, at, movingSeconds } = state;
      if (at === -1) return { pieces: state.pieces, movingSeconds };
      const key = done * moves.length + at;
      if (seen.has(key)) continue;
      seen.add(key);
      const move = (to: number) => moves[at]?.[to] ?? 0;
      if (done === kept) {
        open.push({ ...state, at: -1, movingSeconds: movingSeconds + move(0) });
        continue;
      }
      let ready = 0;
      for (let n = 0; n < count; n += 1) {
        if (has(kept & ~done, n) && isReady(n, kept, done)) ready |= 1 << (pieces[n]?.posture ?? 0);
      }
      for (let to = 0; to < moves.length; to += 1) {
        if (!has(ready, to)) continue;
        open.push(settle({ ...state, at: to, movingSeconds: movingSeconds + move(to) }, kept));
      }
    }
  };
  return (kept: number): Order => {
    const order = known.get(kept) ?? find(kept);
    known.set(kept, order);
    return order;
  };
}
