import { addDays } from '#core/calendar';
import { findTest } from './tests';

/** A movement test the therapist asked the client to take at home. */
export interface AskedAtHome {
  testId: string;
  when: 'each session' | 'weekly';
}

/** A figure the client took at home, by the client's calendar day. */
export interface TakenAtHome {
  testId: string;
  moment: 'before' | 'between' | 'after';
  day: string;
  side: string;
}

/** Which tests want taking, by their ids, in the order they were asked for. */
export interface HomeToday {
  /** Before a session: each-session tests with no figure of today yet. */
  before: string[];
  /** After a session: those that were taken before it, and not yet after. */
  again: string[];
  /** Weekly tests with no figure in the last seven days, today among them. */
  weekly: string[];
}

const WEEK = 7;

/** Whether a test was taken on all of its sides: one side alone says little. */
function isWhole(testId: string, rows: readonly Pick<TakenAtHome, 'side'>[]): boolean {
  const sided = findTest(testId)?.quantities[0]?.sided ?? false;
  return sided
    ? ['left', 'right'].every((side) => rows.some((one) => one.side === side))
    : rows.length > 0;
}

/**
 * What a client is asked to measure today. A figure after a session is asked for only where there is one
 * from before it: measuring only after says nothing. Done is what is done on both sides. Source: common practice, no published source.
 *
 * @param today the client's calendar day, `YYYY-MM-DD`
 * @param led tests a session leads by itself, and when: nothing is asked beside it
 */
export function homeToday(
  asked: readonly AskedAtHome[],
  taken: readonly TakenAtHome[],
  today: string,
  led: readonly Pick<TakenAtHome, 'testId' | 'moment'>[] = [],
): HomeToday {
  const at = (testId: string, moment: 'before' | 'after') =>
    taken.filter((one) => one.testId === testId && one.moment === moment && one.day === today);
  const isLed = (testId: string, moment?: TakenAtHome['moment']) =>
    led.some((one) => one.testId === testId && (!moment || one.moment === moment));
  const since = addDays(today, 1 - WEEK);
  const ids = (when: AskedAtHome['when'], wanted: (testId: string) => boolean) =>
    asked.filter((one) => one.when === when && wanted(one.testId)).map(({ testId }) => testId);
  return {
    before: ids(
      'each session',
      (id) =>
        !isLed(id, 'before') && !isWhole(id, at(id, 'before')) && at(id, 'after').length === 0,
    ),
    again: ids('each session', (id) => {
      const [first, then] = [at(id, 'before'), at(id, 'after')];
      return (
        !isLed(id, 'after') &&
        (isWhole(id, first) || (first.length > 0 && then.length > 0)) &&
        !isWhole(id, then)
      );
    }),
    weekly: ids(
      'weekly',
      (id) =>
        !isLed(id) &&
        !isWhole(
          id,
          taken.filter(({ testId, day }) => testId === id && day >= since && day <= today),
        ),
    ),
  };
}
