import { addDays } from '#core/calendar';

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

/**
 * What a client is asked to measure today. A figure after a session is asked for only where there is one
 * from before it: measuring only after says nothing. Source: common practice, no published source.
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
  const has = (testId: string, moment: 'before' | 'after') =>
    taken.some((one) => one.testId === testId && one.moment === moment && one.day === today);
  const isLed = (testId: string, moment?: TakenAtHome['moment']) =>
    led.some((one) => one.testId === testId && (!moment || one.moment === moment));
  const since = addDays(today, 1 - WEEK);
  const ids = (when: AskedAtHome['when'], wanted: (testId: string) => boolean) =>
    asked.filter((one) => one.when === when && wanted(one.testId)).map(({ testId }) => testId);
  return {
    before: ids(
      'each session',
      (id) => !isLed(id, 'before') && !has(id, 'before') && !has(id, 'after'),
    ),
    again: ids(
      'each session',
      (id) => !isLed(id, 'after') && has(id, 'before') && !has(id, 'after'),
    ),
    weekly: ids(
      'weekly',
      (id) =>
        !isLed(id) &&
        !taken.some(({ testId, day }) => testId === id && day >= since && day <= today),
    ),
  };
}
