import { addDays, daysBetween, isDay, type Day } from '#core/calendar';

/** A year, a month or a day, as far as somebody remembers: `2024`, `2024-11`, `2024-11-05`. */
export type Since = string;

const YEAR = /^(19|20)\d\d$/;
const MONTH = /^(19|20)\d\d-(0[1-9]|1[0-2])$/;

/** Whether a text is a year, a month or a day. */
export const isSince = (text: string): boolean =>
  YEAR.test(text) || MONTH.test(text) || isDay(text);

/** The first day it may mean. */
const firstDay = (since: Since): Day =>
  YEAR.test(since) ? `${since}-01-01` : MONTH.test(since) ? `${since}-01` : since;

const MONTHS = [
  'january',
  'february',
  'march',
  'april',
  'may',
  'june',
  'july',
  'august',
  'september',
  'october',
  'november',
  'december',
] as const;

const NUMBERS = [
  'a',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
];
const DAYS_OF = { day: 1, week: 7, month: 30.44, year: 365.25 } as const;
type Unit = keyof typeof DAYS_OF;
const MOST_YEARS = 100;

function countOf(text: string): number | null {
  if (/^\d{1,3}$/.test(text)) return Number(text);
  if (text === 'an') return 1;
  const at = NUMBERS.indexOf(text);
  return at === -1 ? null : Math.max(1, at);
}

const pad = (month: number) => String(month).padStart(2, '0');

/** So long ago, as exactly as the unit says it. */
function ago(count: number, unit: Unit, today: Day): Since | null {
  if (count * DAYS_OF[unit] > MOST_YEARS * DAYS_OF.year) return null;
  const year = Number(today.slice(0, 4));
  const month = Number(today.slice(5, 7));
  switch (unit) {
    case 'day':
    case 'week':
      return addDays(today, -count * DAYS_OF[unit]);
    case 'month': {
      const months = year * 12 + month - 1 - count;
      return `${Math.floor(months / 12)}-${pad((months % 12) + 1)}`;
    }
    case 'year':
      return String(year - count);
  }
}

/** The latest month of that name. */
function latest(month: number, today: Day): Since {
  const year = Number(today.slice(0, 4));
  return `${month <= Number(today.slice(5, 7)) ? year : year - 1}-${pad(month)}`;
}

function said(text: string, today: Day): Since | null {
  if (text === 'today') return today;
  if (text === 'yesterday') return addDays(today, -1);
  if (text === 'last week') return ago(1, 'week', today);
  if (text === 'last month') return ago(1, 'month', today);
  if (text === 'last year') return ago(1, 'year', today);
  if (isSince(text)) return text;
  const span = /^(?:for |about |since )*(\w+) (day|week|month|year)s?(?: ago)?$/.exec(text);
  if (span) {
    const count = countOf(span[1] ?? '');
    return count === null ? null : ago(count, span[2] as Unit, today);
  }
  const named = /^(?:since |in |about )*([a-z]{3,})\.?(?: (\d{4}))?$/.exec(text);
  const month = MONTHS.findIndex((name) => name.startsWith(named?.[1] ?? '?'));
  if (!named || month === -1) return null;
  return named[2] ? `${named[2]}-${pad(month + 1)}` : latest(month + 1, today);
}

/**
 * Reads since when something is there, as people say it. Nothing after today.
 *
 * @returns null when it cannot be read
 * @example readSince('3 weeks', '2026-03-31') // 2026-03-10
 * @example readSince('March 2025', '2026-03-31') // 2025-03
 */
export function readSince(text: string, today: Day): Since | null {
  const plain = text.trim().toLowerCase().replaceAll(/\s+/g, ' ');
  const since = said(plain, today);
  return since !== null && isSince(since) && firstDay(since) <= today ? since : null;
}

const counted = (count: number, unit: string) => `${count} ${unit}${count === 1 ? '' : 's'}`;

/**
 * How long ago that is, about.
 *
 * @example sinceWords('2025-03', '2026-03-31') // since March 2025, about 13 months
 */
export function sinceWords(since: Since, today: Day): string {
  if (!isSince(since)) return '';
  const days = Math.max(0, daysBetween(firstDay(since), today));
  const month = MONTHS[Number(since.slice(5, 7)) - 1] ?? '';
  const named = `${month.charAt(0).toUpperCase()}${month.slice(1)} ${since.slice(0, 4)}`;
  if (YEAR.test(since)) {
    const years = Number(today.slice(0, 4)) - Number(since);
    return years === 0 ? `since ${since}` : `since ${since}, about ${counted(years, 'year')}`;
  }
  const when = MONTH.test(since) ? named : `${Number(since.slice(8))} ${named}`;
  if (days < 14) return `since ${when}`;
  const weeks = Math.round(days / 7);
  const months = Math.round(days / DAYS_OF.month);
  const long =
    weeks < 9
      ? counted(weeks, 'week')
      : months < 24
        ? counted(months, 'month')
        : counted(Math.round(days / DAYS_OF.year), 'year');
  return `since ${when}, about ${long}`;
}
