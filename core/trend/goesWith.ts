import { median } from 'd3-array';
import type { TimeOfDay } from '#core/calendar';
import { rankSum } from './rankSum';

/** One session as far as it says what goes with what. */
export interface Felt {
  contactSeconds: number;
  /** The highest first rating in it; null where none was given. */
  highest: number | null;
  /** More than a little sore the day after; null while that is not known. */
  sore: boolean | null;
  /** When in the day it was begun. */
  time: TimeOfDay;
  /** At least half of it was done. */
  counts: boolean;
}

/** What goes with what, or that it cannot be said. */
export interface Together {
  of: 'dose' | 'pressure' | 'time';
  /** What was looked at, as a heading. */
  title: string;
  says: string;
  /** It is more than chance would give now and then. */
  isThere: boolean;
}

/** With fewer on either side nothing is said; our own choice. */
const FEWEST = 4;
/** Three things are looked at: each is held to a third of the usual 5 % (Bonferroni). */
const CHANCE = 0.05 / 3;
/** So many of the latest sessions are looked at: the exact test of twice as many takes sixteen times as long. */
const MOST = 40;

/** When in the day an hour lies; our own bounds. */
export function timeOfHour(hour: number): TimeOfDay {
  if (hour < 11) return 'morning';
  if (hour < 14) return 'midday';
  return hour < 17 ? 'afternoon' : 'evening';
}

const clock = (seconds: number): string => {
  // Rounded first: between two sessions the middle may be half a second.
  const rounded = Math.round(seconds);
  return `${Math.floor(rounded / 60)}:${String(rounded % 60).padStart(2, '0')}`;
};

const whole = (grade: number): string => grade.toFixed(1).replace(/\.0$/, '');

/** Something of the sessions before sore days beside the same before quiet ones. */
function besideSoreDays(
  {
    of,
    title,
    what,
    words,
    none,
  }: Pick<Together, 'of' | 'title'> & {
    what: string;
    words: (value: number) => string;
    /** What is said where there is nothing to compare at all. */
    none: string;
  },
  sessions: readonly { value: number; sore: boolean }[],
): Together {
  const [sore, quiet] = [true, false].map((is) =>
    sessions.filter((one) => one.sore === is).map(({ value }) => value),
  ) as [number[], number[]];
  const known = sessions.length;
  if (sore.length < FEWEST || quiet.length < FEWEST) {
    return {
      of,
      title,
      isThere: false,
      says:
        known === 0
          ? none
          : `${sore.length} of ${known} days after were sore: too few of one kind to compare.`,
    };
  }
  const [before, beside] = [median(sore) ?? 0, median(quiet) ?? 0];
  const isThere = rankSum(sore, quiet) < CHANCE && before !== beside;
  const figures = `${what} ${words(before)} before the ${sore.length} sore days, ${words(beside)} before the ${quiet.length} quiet ones, in the middle`;
  return {
    of,
    title,
    isThere,
    says: isThere ? `${figures}: more than chance.` : `${figures}: no more than chance.`,
  };
}

const NONE_KNOWN = 'No day after is known yet.';

const TIMES: readonly TimeOfDay[] = ['morning', 'midday', 'afternoon', 'evening'];

/** What is begun at one time of the day beside the others: whether it is held through. */
function heldThrough(sessions: readonly Felt[]): Together {
  const base = { of: 'time', title: 'Time of day and holding through' } as const;
  const times = TIMES.map((time) => {
    const own = sessions.filter((one) => one.time === time);
    return { time, own, done: own.filter(({ counts }) => counts).length };
  }).filter(({ own }) => own.length >= FEWEST);
  if (times.length < 2) {
    return {
      ...base,
      isThere: false,
      says:
        sessions.length === 0
          ? 'No session was begun yet.'
          : 'Begun nearly always at one time of the day: nothing to compare.',
    };
  }
  const best = times.reduce((a, b) => (b.done / b.own.length > a.done / a.own.length ? b : a));
  const others = sessions.filter(({ time }) => time !== best.time);
  const asNumbers = (all: readonly Felt[]) => all.map(({ counts }) => Number(counts));
  // The best of several is chosen after looking: it is held to as many times less.
  const isThere = rankSum(asNumbers(best.own), asNumbers(others)) < CHANCE / times.length;
  const figures = times.map(({ time, own, done }) => `${time} ${done} of ${own.length}`).join(', ');
  return {
    ...base,
    isThere,
    says: `Held through of those begun: ${figures}: ${isThere ? 'more than chance.' : 'no more than chance.'}`,
  };
}

/**
 * What goes with what in one client's sessions: the contact of a session and the day after, how hard it was pressed and the
 * day after, the time of day and whether it is held through. Where the data do not carry it, it says so; that two things go
 * together does not say that one makes the other.
 *
 * @param sessions oldest first; the latest are looked at
 * @example Six sessions of 6:00 before sore days and six of 3:00 before quiet ones: isThere, “Contact 6:00 before …”
 */
export function goesWith(sessions: readonly Felt[]): Together[] {
  const latest = sessions.slice(-MOST);
  const told = latest.flatMap(({ sore, ...one }) => (sore === null ? [] : [{ ...one, sore }]));
  return [
    besideSoreDays(
      {
        of: 'dose',
        title: 'Contact and the day after',
        what: 'Contact',
        words: clock,
        none: NONE_KNOWN,
      },
      told.map(({ contactSeconds, sore }) => ({ value: contactSeconds, sore })),
    ),
    besideSoreDays(
      {
        of: 'pressure',
        title: 'Highest rating and the day after',
        what: 'Rated',
        words: whole,
        none:
          told.length === 0
            ? NONE_KNOWN
            : 'None of the sessions before a known day after was rated.',
      },
      told.flatMap(({ highest, sore }) => (highest === null ? [] : [{ value: highest, sore }])),
    ),
    heldThrough(latest),
  ];
}
