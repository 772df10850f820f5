/** A device’s clock is called right while it is not further off than this, in ms; our choice. */
export const CLOCK_TOLERANCE_MS = 120_000;

/** A session that was left is taken up again within so long, in ms; our choice. */
export const TAKE_UP_WITHIN_MS = 3 * 3_600_000;

/** How a session’s instants were set right. */
export interface ClockCorrection {
  /** To be added to the device’s instants, in ms. */
  offsetMs: number;
  /**
   * `right`: as the device says. `corrected`: the device’s clock was off by the same when it sent the
   * log. `guessed`: even so the session would lie where it cannot, and was moved to end when its log
   * arrived.
   */
  how: 'right' | 'corrected' | 'guessed';
}

/**
 * Sets the clock of a device right. What was done is never refused for a wrong clock: lengths are the
 * difference of two instants of the same clock and stay as they are.
 *
 * @param log.startedAt, log.lastAt first and last instant of the log, by the device, ms since 1970 UTC
 * @param log.sentAt when the device sent it, by the device
 * @param log.receivedAt when it arrived, by the server
 * @param log.notBefore the earliest instant it can be of, by the server
 * @example correctClock({ startedAt: 100, lastAt: 200, sentAt: 300, receivedAt: 300, notBefore: 0 })
 *   // => { offsetMs: 0, how: 'right' }
 */
export function correctClock(log: {
  startedAt: number;
  lastAt: number;
  sentAt: number;
  receivedAt: number;
  notBefore: number;
}): ClockCorrection {
  const off = log.receivedAt - log.sentAt;
  const offsetMs = Math.abs(off) <= CLOCK_TOLERANCE_MS ? 0 : off;
  const isToCome = log.lastAt + offsetMs > log.receivedAt + CLOCK_TOLERANCE_MS;
  const isTooEarly = log.startedAt + offsetMs < log.notBefore - CLOCK_TOLERANCE_MS;
  if (isToCome || isTooEarly) return { offsetMs: log.receivedAt - log.lastAt, how: 'guessed' };
  return { offsetMs, how: offsetMs === 0 ? 'right' : 'corrected' };
}
