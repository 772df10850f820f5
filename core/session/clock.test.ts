import fc from 'fast-check';
import { CLOCK_TOLERANCE_MS, correctClock } from './index';

const MINUTE = 60_000;
const DAY = 86_400_000;
const RECEIVED = Date.UTC(2026, 2, 10, 17);
/** A session of ten minutes that was sent when it ended, by a clock that is off by so much. */
const sentAtOnce = (offBy: number) => ({
  startedAt: RECEIVED - 10 * MINUTE + offBy,
  lastAt: RECEIVED + offBy,
  sentAt: RECEIVED + offBy,
  receivedAt: RECEIVED,
  notBefore: RECEIVED - 30 * DAY,
});

describe('the clock of a device', () => {
  it('is right while it is a little off', () => {
    for (const offBy of [0, MINUTE, -MINUTE]) {
      expect(correctClock(sentAtOnce(offBy))).toEqual({ offsetMs: 0, how: 'right' });
    }
  });

  it('three days off is corrected by as much', () => {
    expect(correctClock(sentAtOnce(3 * DAY))).toEqual({ offsetMs: -3 * DAY, how: 'corrected' });
    expect(correctClock(sentAtOnce(-3 * DAY))).toEqual({ offsetMs: 3 * DAY, how: 'corrected' });
    // As after an empty battery: 1970.
    expect(correctClock(sentAtOnce(-RECEIVED + 20 * MINUTE)).how).toBe('corrected');
  });

  it('that was put right before the log was sent is guessed: the log ends when it arrived', () => {
    const log = { ...sentAtOnce(3 * DAY), sentAt: RECEIVED };
    expect(correctClock(log)).toEqual({ offsetMs: -3 * DAY, how: 'guessed' });
    const early = { ...sentAtOnce(-90 * DAY), sentAt: RECEIVED };
    expect(correctClock(early)).toEqual({ offsetMs: 90 * DAY, how: 'guessed' });
  });

  it('of a log that waited for weeks without a network is right', () => {
    const log = { ...sentAtOnce(0), sentAt: RECEIVED + 20 * DAY, receivedAt: RECEIVED + 20 * DAY };
    expect(correctClock(log)).toEqual({ offsetMs: 0, how: 'right' });
  });

  it('never puts a session into the time to come, nor before it can be, and never changes its length', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 4 * RECEIVED }),
        fc.integer({ min: 0, max: 3_600_000 }),
        fc.integer({ min: 0, max: 4 * RECEIVED }),
        (startedAt, length, sentAt) => {
          const lastAt = startedAt + length;
          const notBefore = RECEIVED - 30 * DAY;
          const { offsetMs } = correctClock({
            startedAt,
            lastAt,
            sentAt,
            receivedAt: RECEIVED,
            notBefore,
          });
          expect(lastAt + offsetMs).toBeLessThanOrEqual(RECEIVED + CLOCK_TOLERANCE_MS);
          expect(startedAt + offsetMs).toBeGreaterThanOrEqual(notBefore - CLOCK_TOLERANCE_MS);
        },
      ),
    );
  });
});
