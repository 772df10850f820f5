import type { Side } from '#core/anatomy';
import type { RestingPlace } from '#core/response';
import type { ActivityKind } from '#core/activities';
import {
  holdsAmong,
  isHold,
  placeKey,
  sidesPressed,
  type HoldStep,
  type Step,
} from '#core/routine';
import { stopReason, type LeavingReason, type SkipReason } from './reasons';
import type { Correction, HoldOutcome, HoldRecord, SessionState } from './state';

/** One point of the map in one session: its rating while pressing, and the last one. */
export interface RatedPoint {
  thread: string;
  name: string;
  before: number | null;
  after: number | null;
  contactSeconds: number;
}

/** One site and side of one session. Grades 0–10; `null` when the client gave none. */
export interface PlaceSummary {
  siteId: string;
  side: Side;
  /** The highest first rating while pressing among the holds there. */
  before: number | null;
  /** The highest last rating among the holds there that were rated at least twice. */
  after: number | null;
  contactSeconds: number;
  holdsDone: number;
  holdsAsked: number;
  /** Tender spots found, where every one was looked for. */
  found?: number;
  /** The points of the map among them, each by its thread. */
  points?: readonly RatedPoint[];
  /** A hold there was ended because it was rated above the ceiling twice running. */
  tooMuch: boolean;
  /** A hold there stayed only pain after easing off. */
  onlyPain?: true;
  /** The least that was asked for there, seconds; absent in sessions of earlier editions, as what follows is. */
  askedSeconds?: number;
  /** Holds that had not faded at their longest, the second try included. */
  capped?: number;
  /** How long the holds that faded took: the middle of them, seconds. */
  fadeSeconds?: number;
  /** Why holds there were passed over or left early, and how many of them. */
  why?: Partial<Record<SkipReason | LeavingReason, number>>;
}

/** One line of one session that is not pressed. */
export interface ActivitySummary {
  itemId: string;
  kind: ActivityKind;
  title: string;
  /** Gone through, of those that were asked for: sides, sets, stretches. */
  done: number;
  asked: number;
  seconds: number;
}

export interface SessionSummary {
  places: PlaceSummary[];
  /** Absent in sessions of earlier editions, which had none. */
  activities?: ActivitySummary[];
  holdsDone: number;
  holdsAsked: number;
  contactSeconds: number;
  /** Holds that did not fade at their longest and were tried once more; absent: none. */
  again?: number;
  /**
   * What was pressed, or about to be, when it was stopped for something the therapist is told of; none where nothing was
   * begun on. Absent: it was not stopped so, or in an earlier edition.
   */
  stoppedAt?: readonly RestingPlace[];
  /** Done without the device, and told afterwards. */
  byHand?: true;
  /** It was not done, as was said afterwards: nothing of it counts. */
  takenBack?: true;
  /**
   * Contact seconds a session that was led and then taken back had made, by site and side: they stay used up for the day, so
   * that a cap is not begun anew by taking a session back.
   */
  usedUp?: Readonly<Record<string, number>>;
  /** What was said afterwards, oldest first. */
  corrections?: readonly NotedCorrection[];
  /** At least half of the holds that had a tender point were held; without holds, half of the rest was done. */
  counts: boolean;
}

const THROUGH: readonly (HoldOutcome | 'skipped' | null)[] = ['time', 'faded', 'cap', 'told'];

/** Held to its end, or for at least half of its least time by the client’s own choice. */
const isHeld = ({ outcome, contactSeconds }: HoldRecord, step: Step | undefined): boolean =>
  step !== undefined &&
  isHold(step) &&
  contactSeconds >= 1 &&
  (THROUGH.includes(outcome) ||
    ((outcome === 'client' || outcome === 'changed') && contactSeconds * 2 >= step.leastSeconds));

/** Told and done, gone through to its end, or for at least half of it by the client’s own choice. */
const isThrough = ({ outcome, seconds = 0 }: HoldRecord, limitSeconds: number): boolean =>
  outcome === 'done' ||
  outcome === 'told' ||
  outcome === 'time' ||
  (outcome === 'client' && seconds * 2 >= limitSeconds);

function activitiesOf(
  state: SessionState,
  records: ReadonlyMap<number, HoldRecord>,
): ActivitySummary[] {
  const lines = new Map<string, ActivitySummary>();
  for (const step of state.steps) {
    if (isHold(step) || step.leftOut !== undefined) continue;
    const { itemId, kind, title, limitSeconds } = step;
    const hold = records.get(step.index);
    if (hold?.outcome === 'left out') continue;
    const line = lines.get(itemId) ?? { itemId, kind, title, done: 0, asked: 0, seconds: 0 };
    lines.set(itemId, {
      ...line,
      asked: line.asked + 1,
      done: line.done + (hold && isThrough(hold, limitSeconds) ? 1 : 0),
      seconds: line.seconds + Math.round(hold?.seconds ?? 0),
    });
  }
  return [...lines.values()];
}

/** How many spots an open search found: those that were held at all. */
function foundAmong(
  { steps }: SessionState,
  holds: readonly (HoldRecord | undefined)[],
): { found?: number } {
  const searched = holds.filter((hold) => {
    const step = hold && steps[hold.step];
    return step !== undefined && isHold(step) && step.dose.method === 'search';
  });
  if (searched.length === 0) return {};
  return { found: searched.filter((hold) => (hold?.contactSeconds ?? 0) >= 1).length };
}

/** The mapped points among the holds of a place. */
function pointsAmong(
  { steps }: SessionState,
  holds: readonly (HoldRecord | undefined)[],
): { points?: RatedPoint[] } {
  const byThread = new Map<string, { name: string; holds: HoldRecord[] }>();
  for (const hold of holds) {
    const step = hold && steps[hold.step];
    if (!step || !isHold(step) || step.thread === undefined) continue;
    const entry = byThread.get(step.thread) ?? { name: step.spot ?? '', holds: [] };
    byThread.set(step.thread, { ...entry, holds: [...entry.holds, hold] });
  }
  if (byThread.size === 0) return {};
  const points = [...byThread].map(([thread, { name, holds: own }]): RatedPoint => ({
    thread,
    name,
    before: highest(own.map(firstWhilePressing)),
    after: highest(own.map(lastOfMany)),
    contactSeconds: Math.round(own.reduce((sum, { contactSeconds }) => sum + contactSeconds, 0)),
  }));
  return { points };
}

const middleOf = (values: readonly number[]): number | undefined => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[(sorted.length - 1) >> 1];
};

/** How the holds of a place ended that are to fade, and why others were left. */
function endingsOf(
  holds: readonly (HoldRecord | undefined)[],
): Pick<PlaceSummary, 'capped' | 'fadeSeconds' | 'why'> {
  const capped = holds.filter((hold) => hold?.outcome === 'cap').length;
  const fade = middleOf(
    holds.flatMap((hold) => (hold?.outcome === 'faded' ? [hold.contactSeconds] : [])),
  );
  const why: NonNullable<PlaceSummary['why']> = {};
  for (const hold of holds) {
    const reason = hold?.skipReason ?? hold?.leftFor;
    if (reason) why[reason] = (why[reason] ?? 0) + 1;
  }
  return {
    ...(capped > 0 ? { capped } : {}),
    ...(fade === undefined ? {} : { fadeSeconds: Math.round(fade) }),
    ...(Object.keys(why).length > 0 ? { why } : {}),
  };
}

const lastOfMany = (hold: HoldRecord | undefined): number | undefined =>
  hold && hold.ratings.length > 1 ? hold.ratings.at(-1)?.grade : undefined;

const highest = (grades: (number | undefined)[]): number | null => {
  const given = grades.filter((grade) => grade !== undefined);
  return given.length === 0 ? null : Math.max(...given);
};

/** A rating given only on letting go is no rating before. */
function firstWhilePressing(hold: HoldRecord | undefined): number | undefined {
  const first = hold?.ratings[0];
  return first?.when === 'pressing' ? first.grade : undefined;
}

/** A correction as it is kept with the summary: with the place it is of, so that it is told without the log. */
export type NotedCorrection =
  | Exclude<Correction, { of: 'rating' }>
  | (Extract<Correction, { of: 'rating' }> & {
      siteId: string | null;
      side: Side;
      name: string;
    });

function named({ steps }: SessionState, correction: Correction): NotedCorrection {
  if (correction.of !== 'rating') return correction;
  const step = steps[correction.step];
  const isPressed = step !== undefined && isHold(step);
  return {
    ...correction,
    siteId: isPressed ? step.siteId : null,
    side: step?.side ?? 'mid',
    name: isPressed ? (step.spot ?? '') : (step?.title ?? ''),
  };
}

/** A session of which nothing counts. */
const NOTHING = { places: [], holdsDone: 0, holdsAsked: 0, contactSeconds: 0, counts: false };

/** Adds up a session, running or ended: by site and side, and as a whole. */
export function summarise(state: SessionState): SessionSummary {
  const noted = {
    ...(state.byHand ? { byHand: true as const } : {}),
    ...(state.corrections.length > 0
      ? { corrections: state.corrections.map((one) => named(state, one)) }
      : {}),
  };
  return state.takenBack
    ? { ...NOTHING, ...noted, takenBack: true, ...(state.byHand ? {} : { usedUp: usedUp(state) }) }
    : { ...addUp(state), ...noted };
}

const usedUp = (state: SessionState): Record<string, number> =>
  Object.fromEntries(
    addUp(state)
      .places.filter(({ contactSeconds }) => contactSeconds > 0)
      .map((place) => [placeKey(place), place.contactSeconds]),
  );

function addUp(state: SessionState): SessionSummary {
  const records = new Map<number, HoldRecord>(state.holds.map((hold) => [hold.step, hold]));
  const places = new Map<
    string,
    { siteId: string; side: Side; holds: (HoldRecord | undefined)[]; askedSeconds: number }
  >();
  // What screening left out was not asked for, nor what the site’s cap left no time for; where nothing is tender
  // there is nothing to hold.
  const asked = ({ leftOut, index }: HoldStep) => {
    const hold = records.get(index);
    const isBare = hold?.outcome === 'skipped' && hold.skipReason === 'nothing-tender';
    const isOut = leftOut !== undefined || hold?.outcome === 'left out';
    return !isOut && hold?.outcome !== 'site cap' && !isBare;
  };
  const askedFor = holdsAmong(state.steps).filter(asked);
  for (const step of askedFor) {
    for (const side of sidesPressed(step)) {
      const key = placeKey({ siteId: step.siteId, side });
      const place = places.get(key) ?? { siteId: step.siteId, side, holds: [], askedSeconds: 0 };
      place.holds.push(records.get(step.index));
      place.askedSeconds += step.leastSeconds;
      places.set(key, place);
    }
  }
  const summaries = [...places.values()].map(
    ({ siteId, side, holds, askedSeconds }): PlaceSummary => ({
      siteId,
      side,
      before: highest(holds.map(firstWhilePressing)),
      after: highest(holds.map(lastOfMany)),
      contactSeconds: Math.round(holds.reduce((sum, hold) => sum + (hold?.contactSeconds ?? 0), 0)),
      holdsDone: holds.filter((hold) => hold && isHeld(hold, state.steps[hold.step])).length,
      holdsAsked: holds.length,
      ...foundAmong(state, holds),
      ...pointsAmong(state, holds),
      tooMuch: holds.some((hold) => hold?.outcome === 'too-much'),
      ...(holds.some((hold) => hold?.outcome === 'only-pain') ? { onlyPain: true as const } : {}),
      askedSeconds: Math.round(askedSeconds),
      ...endingsOf(holds),
    }),
  );
  const sum = (of: (place: PlaceSummary) => number) =>
    summaries.reduce((total, place) => total + of(place), 0);
  // One hold, though it counts for both sides.
  const holdsDone = askedFor.filter((step) => {
    const hold = records.get(step.index);
    return hold !== undefined && isHeld(hold, step);
  }).length;
  const holdsAsked = askedFor.length;
  const again = askedFor.filter(({ index }) => records.get(index)?.again).length;
  const activities = activitiesOf(state, records);
  const others = {
    asked: activities.reduce((total, one) => total + one.asked, 0),
    done: activities.reduce((total, one) => total + one.done, 0),
  };
  return {
    places: summaries,
    ...(activities.length > 0 ? { activities } : {}),
    holdsDone,
    holdsAsked,
    contactSeconds: sum((place) => place.contactSeconds),
    ...(again > 0 ? { again } : {}),
    ...(state.stopReason !== null && stopReason(state.stopReason).weight !== 'ordinary'
      ? { stoppedAt: state.stoppedAt }
      : {}),
    // Holds decide; a session that has none counts by what else was done.
    counts:
      holdsAsked > 0
        ? holdsDone * 2 >= holdsAsked
        : others.asked > 0
          ? others.done * 2 >= others.asked
          : state.status === 'finished',
  };
}
