/**
 * How long one hold may last at most: its own limit, or what is left of the site's cap on this side
 * once the least time of the holds still to come is kept back, so that the first point cannot eat
 * the last one's time.
 *
 * @param limitSeconds what the hold itself asks for or allows
 * @param capSeconds longest contact on this site and side in one session
 * @param spentSeconds contact already made there in this session
 * @param reservedSeconds the least time of the later holds there
 * @returns seconds, never negative
 * @example allowance({ limitSeconds: 180, capSeconds: 300, spentSeconds: 180, reservedSeconds: 20 }) // => 100
 */
export function allowance(hold: {
  limitSeconds: number;
  capSeconds: number;
  spentSeconds: number;
  reservedSeconds: number;
}): number {
  const left = hold.capSeconds - hold.spentSeconds - hold.reservedSeconds;
  return Math.max(0, Math.min(hold.limitSeconds, left));
}
