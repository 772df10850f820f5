import type { Side } from '#core/anatomy';
import { addDays, askedBetween, weekOf, type AskPeriod, type Day } from '#core/calendar';
import { isHold, layOut, placeKey, sidesPressed, type Routine } from '#core/routine';
import { LEAVING_REASONS, SKIP_REASONS, type PlaceSummary } from '#core/session';

/** What one version asks of each place in a session, from when. Seconds at least, by `placeKey`. */
export interface DoseAsked extends AskPeriod {
  seconds: Readonly<Record<string, number>>;
}

/** Contact of one week at one place, seconds; and what was asked for. */
export interface WeekDose {
  monday: Day;
  done: number;
  asked: number;
}

/** What was done of what was asked for at one site and side. */
export interface DoseRow {
  siteId: string;
  side: Side;
  weeks: WeekDose[];
  /** Done of asked over the last weeks, 0–1; null while nothing was asked for. */
  share: number | null;
  /** Why it was passed over or left early, the most frequent first. */
  why: { label: string; count: number }[];
}

/** The share is of so many weeks. */
export const SHARE_WEEKS = 4;

/**
 * What a routine asks of each place in a session, seconds at least.
 *
 * @example doseOf(routineWith(itemFor('calf', { dose: timed(30), points: 1 }))) // => { 'calf:left': 30, 'calf:right': 30 }
 */
export function doseOf(routine: Routine): Record<string, number> {
  const seconds: Record<string, number> = {};
  for (const { step, leastSeconds } of layOut(routine).blocks) {
    if (!isHold(step)) continue;
    for (const side of sidesPressed(step)) {
      const key = placeKey({ siteId: step.siteId, side });
      seconds[key] = (seconds[key] ?? 0) + leastSeconds;
    }
  }
  return seconds;
}

const LABELS: Readonly<Record<string, string>> = Object.fromEntries(
  [...SKIP_REASONS, ...LEAVING_REASONS].map(({ id, label }) => [id, label]),
);

type DoneThen = { day: Day; places: readonly PlaceSummary[] };

/** What is known of one place: seconds by the Monday of their week, and how often it was left out for what. */
interface DoneThere {
  seconds: Map<Day, number>;
  why: Map<string, number>;
}

/** The sessions gone through once, however many places and weeks are asked for. Seconds until a last day. */
function doneByPlace(sessions: readonly DoneThen[], until: Day): Map<string, DoneThere> {
  const found = new Map<string, DoneThere>();
  for (const { day, places } of sessions) {
    const monday = weekOf(day);
    for (const place of places) {
      const key = placeKey(place);
      const there = found.get(key) ?? { seconds: new Map(), why: new Map() };
      found.set(key, there);
      if (day <= until)
        there.seconds.set(monday, (there.seconds.get(monday) ?? 0) + place.contactSeconds);
      for (const [id, many] of Object.entries(place.why ?? {}))
        there.why.set(id, (there.why.get(id) ?? 0) + many);
    }
  }
  return found;
}

const reasons = (why: ReadonlyMap<string, number> = new Map()): DoseRow['why'] =>
  [...why]
    .map(([id, count]) => ({ label: LABELS[id] ?? id, count }))
    .sort((a, b) => b.count - a.count);

/** Seconds asked of a place between two days, both included: sessions asked for, times what each asks of it. */
const askedOf = (versions: readonly DoseAsked[], key: string, from: Day, to: Day): number =>
  versions.reduce((sum, version, index) => {
    const seconds = version.seconds[key] ?? 0;
    if (seconds === 0) return sum;
    const next = versions[index + 1];
    const until = next ? addDays(next.from, -1) : to;
    const end = until < to ? until : to;
    return end < version.from ? sum : sum + seconds * askedBetween([version], from, end);
  }, 0);

/**
 * Dose done against dose asked, by site, side and week, with why it was left out; from the week of the first version to
 * the present one. More than was asked for counts as all of it. The places of the version in force come first.
 */
export function doseRows(
  sessions: readonly DoneThen[],
  versions: readonly DoseAsked[],
  today: Day,
): DoseRow[] {
  const [first] = versions;
  if (!first) return [];
  const yesterday = addDays(today, -1);
  const known = doneByPlace(sessions, yesterday);
  const keys = [...new Set([...versions].reverse().flatMap(({ seconds }) => Object.keys(seconds)))];
  return keys.map((key) => {
    const [siteId = '', side = 'mid'] = key.split(':');
    const there = known.get(key);
    const weeks: WeekDose[] = [];
    for (let monday = weekOf(first.from); monday <= today; monday = addDays(monday, 7)) {
      const sunday = addDays(monday, 6);
      const end = sunday < yesterday ? sunday : yesterday;
      const asked = end < monday ? 0 : askedOf(versions, key, monday, end);
      weeks.push({ monday, done: there?.seconds.get(monday) ?? 0, asked });
    }
    const last = weeks.slice(-SHARE_WEEKS);
    const asked = last.reduce((sum, week) => sum + week.asked, 0);
    const done = last.reduce((sum, week) => sum + Math.min(week.done, week.asked), 0);
    return {
      siteId,
      side: side as Side,
      weeks,
      share: asked === 0 ? null : done / asked,
      why: reasons(there?.why),
    };
  });
}
