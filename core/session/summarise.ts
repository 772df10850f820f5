import type { Side } from '#core/anatomy';
import { placeKey, type HoldStep } from '#core/routine';
import type { HoldOutcome, HoldRecord, SessionState } from './state';

/** One site and side of one session. Grades 0–10; `null` when the client gave none. */
export interface PlaceSummary {
  siteId: string;
  side: Side;
  /** The highest first rating among the holds there. */
  before: number | null;
  /** The highest last rating among the holds there that were rated at least twice. */
  after: number | null;
  contactSeconds: number;
  holdsDone: number;
  holdsAsked: number;
  /** A hold there was ended because it was rated above the ceiling twice running. */
  tooMuch: boolean;
}

export interface SessionSummary {
  places: PlaceSummary[];
  holdsDone: number;
  holdsAsked: number;
  contactSeconds: number;
  /** Finished to the end, or at least half of the holds held. */
  counts: boolean;
}

const HELD: readonly (HoldOutcome | 'skipped' | null)[] = ['time', 'faded', 'cap', 'client'];

const highest = (grades: (number | undefined)[]): number | null => {
  const given = grades.filter((grade) => grade !== undefined);
  return given.length === 0 ? null : Math.max(...given);
};

/** Adds up a session, running or ended: by site and side, and as a whole. */
export function summarise(state: SessionState): SessionSummary {
  const records = new Map<number, HoldRecord>(state.holds.map((hold) => [hold.step, hold]));
  const places = new Map<
    string,
    { siteId: string; side: Side; holds: (HoldRecord | undefined)[] }
  >();
  // What screening left out was not asked for, nor what the site’s cap left no time for.
  const asked = ({ leftOut, index }: HoldStep) =>
    !leftOut && records.get(index)?.outcome !== 'site cap';
  for (const step of state.steps.filter(asked)) {
    const key = placeKey(step);
    const place = places.get(key) ?? { siteId: step.siteId, side: step.side, holds: [] };
    place.holds.push(records.get(step.index));
    places.set(key, place);
  }
  const summaries = [...places.values()].map(({ siteId, side, holds }): PlaceSummary => ({
    siteId,
    side,
    before: highest(holds.map((hold) => hold?.ratings[0]?.grade)),
    after: highest(
      holds.map((hold) =>
        hold && hold.ratings.length > 1 ? hold.ratings.at(-1)?.grade : undefined,
      ),
    ),
    contactSeconds: Math.round(holds.reduce((sum, hold) => sum + (hold?.contactSeconds ?? 0), 0)),
    holdsDone: holds.filter((hold) => hold && HELD.includes(hold.outcome)).length,
    holdsAsked: holds.length,
    tooMuch: holds.some((hold) => hold?.outcome === 'too-much'),
  }));
  const sum = (of: (place: PlaceSummary) => number) =>
    summaries.reduce((total, place) => total + of(place), 0);
  const holdsDone = sum((place) => place.holdsDone);
  const holdsAsked = sum((place) => place.holdsAsked);
  return {
    places: summaries,
    holdsDone,
    holdsAsked,
    contactSeconds: sum((place) => place.contactSeconds),
    counts: state.status === 'finished' || (holdsAsked > 0 && holdsDone * 2 >= holdsAsked),
  };
}
