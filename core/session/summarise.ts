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
  /** At least half of the holds that had a tender point were held. */
  counts: boolean;
}

const THROUGH: readonly (HoldOutcome | 'skipped' | null)[] = ['time', 'faded', 'cap'];

/** Held to its end, or for at least half of its least time by the client’s own choice. */
const isHeld = ({ outcome, contactSeconds }: HoldRecord, step: HoldStep | undefined): boolean =>
  contactSeconds >= 1 &&
  (THROUGH.includes(outcome) ||
    (outcome === 'client' && contactSeconds * 2 >= (step?.leastSeconds ?? 0)));

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
  // What screening left out was not asked for, nor what the site’s cap left no time for; where nothing is tender
  // there is nothing to hold.
  const asked = ({ leftOut, index }: HoldStep) => {
    const hold = records.get(index);
    const isBare = hold?.outcome === 'skipped' && hold.skipReason === 'nothing-tender';
    const isOut = leftOut !== undefined || hold?.outcome === 'left out';
    return !isOut && hold?.outcome !== 'site cap' && !isBare;
  };
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
    holdsDone: holds.filter((hold) => hold && isHeld(hold, state.steps[hold.step])).length,
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
    counts: holdsAsked > 0 ? holdsDone * 2 >= holdsAsked : state.status === 'finished',
  };
}
