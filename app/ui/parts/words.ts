import type { SiteMatch } from '#core/anatomy';

const DAY_MS = 86_400_000;

const instantOf = (day: string) => Date.parse(`${day}T00:00:00Z`);
// Written out: the engine’s own calendar takes a tenth of a second to wake on a slow phone, and the language is one.
const MONTHS = [
  ...['January', 'February', 'March', 'April', 'May', 'June'],
  ...['July', 'August', 'September', 'October', 'November', 'December'],
] as const;
const WEEKDAYS = [
  ...['Sunday', 'Monday', 'Tuesday', 'Wednesday'],
  ...['Thursday', 'Friday', 'Saturday'],
] as const;
const monthOf = (day: string) => MONTHS[Number(day.slice(5, 7)) - 1] ?? '';
export const weekdayName = (day: string) => WEEKDAYS[new Date(instantOf(day)).getUTCDay()] ?? '';
const dateOf = (day: string) => Number(day.slice(8, 10));

/** A sentence begins with a capital. */
export const capital = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

/** `Wednesday 25 November`. */
export const longDay = (day: string): string =>
  `${weekdayName(day)} ${dateOf(day)} ${monthOf(day)}`;

/** `3 Nov`; a day of another year says so. */
export function shortDay(day: string, today?: string): string {
  const text = `${dateOf(day)} ${monthOf(day).slice(0, 3)}`;
  const otherYear = today !== undefined && day.slice(0, 4) !== today.slice(0, 4);
  return otherYear ? `${text} ${day.slice(0, 4)}` : text;
}

/** `3 Nov 2036`. */
export const fullDay = (day: string): string => `${shortDay(day)} ${day.slice(0, 4)}`;

/** `today`, `yesterday`, `Tuesday` within the last week, else `3 Nov`. */
export function nearDay(day: string, today: string): string {
  const ago = Math.round((instantOf(today) - instantOf(day)) / DAY_MS);
  if (ago === 0) return 'today';
  if (ago === 1) return 'yesterday';
  if (ago === -1) return 'tomorrow';
  if (ago > 1 && ago < 7) return weekdayName(day);
  return shortDay(day, today);
}

/** Seconds as `45 s`, `1:30` or, from an hour, `1:02:30`. */
export function clockTime(seconds: number): string {
  const whole = Math.round(seconds);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const rest = String(whole % 60).padStart(2, '0');
  return hours > 0 ? `${hours}:${String(minutes).padStart(2, '0')}:${rest}` : `${minutes}:${rest}`;
}

/** A band of seconds: `1:30`, or `0:40–3:00` when its ends differ. */
export const clockBand = (band: { least: number; most: number }): string =>
  Math.round(band.least) === Math.round(band.most)
    ? clockTime(band.most)
    : `${clockTime(band.least)}–${clockTime(band.most)}`;

/** Whole minutes of a band: `8`, or `6–9`; never 0. */
export function minutesBand(band: { least: number; most: number }): string {
  const least = Math.max(1, Math.round(band.least / 60));
  const most = Math.max(1, Math.ceil(band.most / 60));
  return least === most ? String(most) : `${least}–${most}`;
}

/** “teeth, ear or eye”. */
export const listed = (names: readonly string[]): string =>
  new Intl.ListFormat('en-GB', { type: 'disjunction' }).format(names);

/** `1 session`, `3 sessions`. */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count} ${count === 1 ? one : many}`;

/** What stands over the sites of a search that answer on the same ground. */
export const GROUNDS: Record<SiteMatch['ground'], string> = {
  name: 'by name',
  said: 'looked at for this',
  refers: 'may be felt there',
  region: 'in the region',
};
