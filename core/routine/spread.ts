import { findSite, type Region } from '#core/anatomy';
import { addDays, TIMES_OF_DAY, weekOf, type Day, type TimeOfDay } from '#core/calendar';
import { max, sum } from 'd3-array';
import { fallsOn, sessionsAWeek } from './dueLines';
import { isPress, pressesOf, type Routine, type RoutineItem } from './routine';

/** When a client wishes to practise, and what they do at that time anyway. */
export interface SpreadWishes {
  /** Days of the week they find the time, 1 = Monday; empty, null or absent: any. */
  weekdays?: readonly number[] | null;
  /** Empty or null: not known, any. */
  timesOfDay: readonly TimeOfDay[] | null;
  /** “brushing teeth”, “lunch break”, “after the film”: by time of day. */
  habits: Partial<Record<TimeOfDay, string>> | null;
}

/** Something that is done at one time of a day: the session, or a line of it once more. */
export interface Occasion {
  time: TimeOfDay;
  /** What it is tied to. */
  habit: string | null;
  what: 'session' | 'again';
  items: readonly RoutineItem[];
  why: string;
}

export interface SpreadDay {
  day: Day;
  occasions: readonly Occasion[];
}

const WEEK = 7;
/** Neck and jaw may be worked at any quiet moment. Common practice, no published source. */
const ANY_TIME: readonly (Region | undefined)[] = ['neck', 'head and jaw'];
/** Best after a bath, after training, or in the evening; last of all in the first hours of the day. */
const BEST_FIRST: readonly TimeOfDay[] = ['evening', 'afternoon', 'midday', 'morning'];

const WHY = {
  wished: 'At a time that was chosen.',
  best: 'Best after a bath, after training, or in the evening.',
  quiet: 'In any quiet moment.',
  morning: 'In the morning, as was chosen: not within two hours of getting up.',
  apart: 'As far from the other as the day allows.',
  again: 'Tied to something you do anyway, it is not forgotten.',
  spread: 'Spread over the day.',
} as const;

const placeOf = (time: TimeOfDay): number => TIMES_OF_DAY.indexOf(time);
const distance = (one: TimeOfDay, other: TimeOfDay) => Math.abs(placeOf(one) - placeOf(other));

/** Subsets of so many of the seven days of a week, by their places from 0. */
function choicesOf(count: number): number[][] {
  const all = Array.from({ length: 2 ** WEEK }, (_, bits) =>
    Array.from({ length: WEEK }, (_unused, at) => at).filter((at) => (bits >> at) & 1),
  );
  return all.filter((days) => days.length === count);
}

/** Days from each chosen one to the next, over the end of the week. */
const gapsOf = (days: readonly number[]): number[] =>
  days.map((day, index) => {
    const next = days[(index + 1) % days.length] ?? day;
    return (next - day + WEEK) % WEEK || WEEK;
  });

/** Days of a week that are free for a session, by their places from Monday, 0–6. */
const freeDays = ({ weekdays }: Pick<SpreadWishes, 'weekdays'>): number[] =>
  Array.from({ length: WEEK }, (_, at) => at).filter(
    (at) => !weekdays || weekdays.length === 0 || weekdays.includes(at + 1),
  );

/**
 * Which days of a week have a session: of those that are free as many as are asked for, those on which most lines fall,
 * and of these the ones with the most even gaps. All choices are compared: there are at most 35.
 *
 * @returns places in the week from Monday, 0–6
 * @example sessionDays({ items: [daily], timesPerWeek: 3, message: '' }) // => [0, 2, 4]
 * @example sessionDays({ items: [daily], timesPerWeek: 3, message: '' }, { weekdays: [2, 3, 5, 7] }) // => [1, 4, 6]
 */
export function sessionDays(
  routine: Routine,
  wishes: Pick<SpreadWishes, 'weekdays'> = {},
): number[] {
  const free = freeDays(wishes);
  const count = Math.min(free.length, sessionsAWeek(routine));
  const monday = '2026-01-05';
  const falling = Array.from({ length: WEEK }, (_, at) =>
    sum(routine.items, ({ often }, index) =>
      often?.kind === 'weekly' && fallsOn(often.days, index, addDays(monday, at)) ? 1 : 0,
    ),
  );
  const worth = (days: readonly number[]) => sum(days, (at) => falling[at] ?? 0);
  // The gaps to the next, and to the one after: two short ones in a row are less even than one here and one there.
  const unevenness = (days: readonly number[]) => {
    const gaps = gapsOf(days);
    const two = gaps.map((gap, at) => gap + (gaps[(at + 1) % gaps.length] ?? 0));
    return sum(gaps, (gap) => gap * gap) * 100 + sum(two, (gap) => gap * gap);
  };
  const open = choicesOf(count).filter((days) => days.every((at) => free.includes(at)));
  const [best = []] = open.sort(
    (one, other) =>
      worth(other) - worth(one) ||
      unevenness(one) - unevenness(other) ||
      one.join().localeCompare(other.join()),
  );
  return best;
}

export const isBeside = (day: number, others: readonly number[]): boolean =>
  others.some((one) => Math.abs(one - day) === 1);

/** What of a routine each session day of a week holds: a line that falls between two of them waits for the next. */
function linesByDay(routine: Routine, days: readonly number[], monday: Day): Map<number, string[]> {
  const ids = new Map<number, string[]>(days.map((at) => [at, []]));
  routine.items.forEach(({ id, often }, index) => {
    if (often?.kind === 'as-needed') return;
    const wanted = days.filter(() => !often);
    if (often?.kind === 'weekly') {
      const rests = often.days * 2 <= WEEK;
      for (let at = 0; at < WEEK; at += 1) {
        const day = addDays(monday, at);
        if (!fallsOn(often.days, index, day) || (often.until !== null && day > often.until))
          continue;
        const free = days.find(
          (one) => one >= at && !wanted.includes(one) && !(rests && isBeside(one, wanted)),
        );
        if (free !== undefined) wanted.push(free);
      }
    }
    for (const at of wanted) ids.get(at)?.push(id);
  });
  return ids;
}

/** The times of a day’s sessions, best first, and why. */
function sessionTimes(
  routine: Pick<Routine, 'items'>,
  count: number,
  { timesOfDay, habits }: SpreadWishes,
): { time: TimeOfDay; why: string }[] {
  const wished = TIMES_OF_DAY.filter((time) => timesOfDay?.includes(time));
  const regions = pressesOf(routine).map(({ siteId }) => findSite(siteId)?.region);
  const isQuiet = regions.length > 0 && regions.every((region) => ANY_TIME.includes(region));
  const open = wished.length > 0 ? wished : TIMES_OF_DAY;
  const order = BEST_FIRST.filter((time) => open.includes(time));
  // What can be done at any time is tied to a habit first.
  const first =
    (isQuiet ? order.find((time) => habits?.[time]) : undefined) ?? order[0] ?? 'evening';
  const why =
    first === 'morning' && !isQuiet
      ? WHY.morning
      : wished.length > 0
        ? WHY.wished
        : isQuiet
          ? WHY.quiet
          : WHY.best;
  const times: { time: TimeOfDay; why: string }[] = [{ time: first, why }];
  while (times.length < count) {
    const others = (wished.length > times.length ? order : BEST_FIRST).filter(
      (time) => !times.some((one) => one.time === time),
    );
    const nearest = (time: TimeOfDay) => Math.min(...times.map((one) => distance(one.time, time)));
    const farthest = others.find((time) => nearest(time) === max(others, nearest));
    times.push({ time: farthest ?? first, why: WHY.apart });
  }
  return times;
}

/** How often in a day a line is done. */
const timesPerDayOf = (item: RoutineItem): number =>
  !isPress(item) && 'timesPerDay' in item ? item.timesPerDay : 1;

/** Times for what is done once more: with a habit first, then far from what is there already; then round again. */
function timesAgain(
  count: number,
  sessions: readonly TimeOfDay[],
  { habits }: SpreadWishes,
): TimeOfDay[] {
  const taken: TimeOfDay[] = [];
  while (taken.length < count) {
    const used = (time: TimeOfDay) => [...sessions, ...taken].filter((one) => one === time).length;
    const least = Math.min(...TIMES_OF_DAY.map(used));
    const open = TIMES_OF_DAY.filter((time) => used(time) === least);
    const near = (time: TimeOfDay) =>
      Math.min(WEEK, ...[...sessions, ...taken].map((one) => distance(one, time)));
    const next =
      open.find((time) => habits?.[time]) ?? open.find((time) => near(time) === max(open, near));
    taken.push(next ?? 'evening');
  }
  return taken.sort((one, other) => placeOf(one) - placeOf(other));
}

function occasionsOf(
  items: readonly RoutineItem[],
  sessions: number,
  wishes: SpreadWishes,
): Occasion[] {
  const habit = (time: TimeOfDay) => wishes.habits?.[time]?.trim() || null;
  const times = sessionTimes({ items: [...items] }, sessions, wishes);
  const again = new Map<string, Occasion>();
  for (const item of items) {
    const more = Math.max(0, timesPerDayOf(item) - sessions);
    const turns = timesAgain(
      more,
      times.map(({ time }) => time),
      wishes,
    );
    turns.forEach((time, index) => {
      const turn = turns.slice(0, index).filter((one) => one === time).length;
      const key = `${time}:${turn}`;
      const there = again.get(key);
      again.set(key, {
        time,
        habit: habit(time),
        what: 'again',
        items: [...(there?.items ?? []), item],
        why: habit(time) ? WHY.again : WHY.spread,
      });
    });
  }
  const led = times.map(({ time, why }): Occasion => ({
    time,
    habit: habit(time),
    what: 'session',
    items,
    why,
  }));
  return [...led, ...again.values()].sort((one, other) => placeOf(one.time) - placeOf(other.time));
}

/**
 * A routine over the days of a week and the times of a day: which days have a session and when, and when of the day
 * what is asked for several times is done once more. It is what is proposed: a client may practise on any day. Where
 * a line rests between its days is kept: nothing is put on two days running that was asked for on few.
 *
 * @param of any day of the week, by the client’s calendar
 * @returns the seven days from Monday
 */
export function spreadWeek(routine: Routine, wishes: SpreadWishes, of: Day): SpreadDay[] {
  const monday = weekOf(of);
  const days = sessionDays(routine, wishes);
  const lines = linesByDay(routine, days, monday);
  const second = Math.max(0, Math.min(WEEK, routine.timesPerWeek - WEEK));
  return Array.from({ length: WEEK }, (_, at): SpreadDay => {
    const day = addDays(monday, at);
    const ids = lines.get(at) ?? [];
    const items = routine.items.filter(({ id }) => ids.includes(id));
    if (items.length === 0) return { day, occasions: [] };
    const sessions = second > 0 && fallsOn(second, 0, day) ? 2 : 1;
    return { day, occasions: occasionsOf(items, sessions, wishes) };
  });
}

/**
 * When an occasion is, in a few words.
 *
 * @example occasionWords({ time: 'evening', habit: 'after the film', … }) // => 'evening, after the film'
 */
export const occasionWords = ({ time, habit }: Pick<Occasion, 'time' | 'habit'>): string =>
  habit ? `${time}, ${habit}` : time;
