/** A clock that runs as fast as it is told to, and never back: ms, from any instant. */
export interface PacedClock {
  now: () => number;
  setPace: (pace: number) => void;
}

/**
 * A clock of another pace than the one it is made from.
 *
 * @param steady ms from any instant, never back
 * @param from what it shows at first, ms
 * @example pacedClock(() => performance.now(), Date.now()).setPace(16)
 */
export function pacedClock(steady: () => number, from: number): PacedClock {
  let pace = 1;
  let shown = from;
  let at = steady();
  const now = () => Math.round(shown + (steady() - at) * pace);
  return {
    now,
    setPace: (next) => {
      shown = now();
      at = steady();
      pace = next;
    },
  };
}
