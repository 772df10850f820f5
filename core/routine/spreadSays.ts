import { weekdayOf, type Day } from '#core/calendar';
import { sessionsAWeek } from './dueLines';
import { lineTitle } from './led';
import type { Routine } from './routine';
import { isBeside, spreadWeek, type SpreadWishes } from './spread';

/** A week as it is proposed, explained. */
export interface SpreadSays {
  /** Why these days and times, each reason once. */
  why: readonly string[];
  /** What the days leave out, or put closer together than is good. */
  short: readonly string[];
}

const WEEK = 7;
/** On so few days a week there is a day between, where there can be. Common practice, no published source. */
const RESTS_UP_TO = 3;

const counted = (count: number, one: string) => `${count} ${count === 1 ? one : `${one}s`}`;

/**
 * Why a week is proposed as it is, and what it leaves out: sessions for which there is no free day, lines that find no
 * day with a rest between, days side by side.
 *
 * @param of any day of the week, by the client’s calendar
 * @example spreadSays(fiveTimes, { weekdays: [6, 7], … }, today).short
 *   // => ['5 sessions a week are asked for, and 2 days are free: 3 fewer.']
 */
export function spreadSays(routine: Routine, wishes: SpreadWishes, of: Day): SpreadSays {
  const week = spreadWeek(routine, wishes, of);
  const led = week.filter(({ occasions }) => occasions.some(({ what }) => what === 'session'));
  const asked = Math.min(WEEK, sessionsAWeek(routine));
  const free = wishes.weekdays?.length || WEEK;
  const days =
    led.length === 0 || led.length === WEEK
      ? []
      : free < WEEK
        ? [`On days that are free${led.length < free ? ', with gaps as even as they allow' : ''}.`]
        : ['With gaps as even as a week allows.'];
  const times = week.flatMap(({ occasions }) => occasions.map(({ why }) => why));
  const places = led.map(({ day }) => weekdayOf(day) - 1);
  const areBeside = places.some((at) => isBeside(at, places));
  const missing = asked - free;
  const waiting = routine.items.flatMap((item) => {
    const { often } = item;
    if (often?.kind !== 'weekly' || often.until !== null) return [];
    const done = led.filter(({ occasions }) =>
      occasions.some(({ what, items }) => what === 'session' && items.includes(item)),
    ).length;
    const wanted = Math.min(often.days, asked);
    return done < wanted
      ? [`${lineTitle(item)}: on ${done} of ${counted(wanted, 'day')} that are asked for.`]
      : [];
  });
  return {
    why: [...new Set([...days, ...times])],
    short: [
      ...(missing > 0
        ? [
            `${counted(asked, 'session')} a week ${asked === 1 ? 'is' : 'are'} asked for, and ${counted(free, 'day')} ${free === 1 ? 'is' : 'are'} free: ${missing} fewer.`,
          ]
        : []),
      ...waiting,
      ...(free < WEEK && areBeside && led.length <= RESTS_UP_TO
        ? ['Two of the days lie side by side: a day between lets it settle.']
        : []),
    ],
  };
}
