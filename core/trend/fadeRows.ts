import type { Side } from '#core/anatomy';
import { daysBetween, type Day } from '#core/calendar';
import { slopeInterval } from './slopeInterval';
import { theilSen } from './theilSen';

/** How long a point of a site took to fade in one session, seconds. */
export interface FadedThen {
  siteId: string;
  side: Side;
  day: Day;
  seconds: number;
}

/** Times to fade at one site and side, session by session. */
export interface FadeRow {
  siteId: string;
  side: Side;
  times: { day: Day; seconds: number }[];
  /** `sooner` and `later` are more than wavering. */
  verdict: 'sooner' | 'later' | 'no change' | 'too few';
  says: string;
}

/** With fewer nothing is said. */
const FEWEST = 5;

function judged(times: FadeRow['times']): Pick<FadeRow, 'verdict' | 'says'> {
  const [first] = times;
  const last = times.at(-1);
  const points = first
    ? times.map(({ day, seconds }) => [daysBetween(first.day, day), seconds] as const)
    : [];
  const line = theilSen(points);
  const interval = slopeInterval(points);
  if (!first || !last || !line || !interval || times.length < FEWEST)
    return { verdict: 'too few', says: 'Too few that faded to say whether it fades sooner.' };
  const days = daysBetween(first.day, last.day);
  const [from, to] = [line.intercept, line.intercept + line.slope * days].map((seconds) =>
    Math.max(0, Math.round(seconds)),
  );
  const [low, high] = interval;
  if (high < 0)
    return {
      verdict: 'sooner',
      says: `Fades sooner: about ${from} s at first, ${to} s now; more than wavering.`,
    };
  if (low > 0)
    return {
      verdict: 'later',
      says: `Fades later: about ${from} s at first, ${to} s now; more than wavering.`,
    };
  return { verdict: 'no change', says: 'No change beyond wavering.' };
}

/**
 * Time to fade by site and side: easier over time is fading sooner (common practice, no published source). Whether it does
 * is said only where the interval of the slope says so (Sen 1968, JASA 63:1379).
 *
 * @param faded oldest first; holds that did not fade are not among them
 */
export function fadeRows(faded: readonly FadedThen[]): FadeRow[] {
  const rows = new Map<string, Omit<FadeRow, 'verdict' | 'says'>>();
  for (const { siteId, side, day, seconds } of faded) {
    const key = `${siteId}:${side}`;
    const row = rows.get(key) ?? { siteId, side, times: [] };
    rows.set(key, { ...row, times: [...row.times, { day, seconds }] });
  }
  return [...rows.values()].map((row) => ({ ...row, ...judged(row.times) }));
}
