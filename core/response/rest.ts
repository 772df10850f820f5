import { dayOf, type Day } from '#core/calendar';
import type { Side } from '#core/anatomy';
import { isHold, placeKey, placesPressed, reserve, type Step } from '#core/routine';

/** One site on one side. */
export interface RestingPlace {
  siteId: string;
  side: Side;
}

/** What was told of the day after a session, where a place was named with it. Instants in ms since 1970 UTC. */
export interface ToldAfter {
  answer: string;
  places: readonly RestingPlace[];
  at: number;
}

/** A bruise the therapist saw and marked on the map, or that a mark of before is no longer there. */
export interface BruiseSeen extends RestingPlace {
  thread: string;
  bruised: boolean;
  at: number;
}

/** A place that is not pressed until its bruise has gone. */
export interface Rest extends RestingPlace {
  since: Day;
  /** Told by the client after a session, or seen by the therapist. */
  from: 'told' | 'seen';
}

/**
 * The places that rest now. A bruise rests its place at once, whoever found it, until it is said to have gone: by the
 * client, or by the therapist who looks at the place and sees none. Common practice (“bruise or marked tenderness next day = too hard: rest the
 * spot until gone”), no published source.
 *
 * @example restsOf({ told: [{ answer: 'bruised', places: [{ siteId: 'calf', side: 'left' }], at: 0 }], seen: [] }, 'UTC')
 *   // => [{ siteId: 'calf', side: 'left', since: '1970-01-01', from: 'told' }]
 */
export function restsOf(
  { told, seen }: { told: readonly ToldAfter[]; seen: readonly BruiseSeen[] },
  timeZone: string,
): Rest[] {
  const resting = new Map<string, { rest: Rest; at: number }>();
  const lay = (place: RestingPlace, at: number, from: Rest['from']) =>
    resting.set(placeKey(place), {
      at,
      rest: { siteId: place.siteId, side: place.side, since: dayOf(at, timeZone), from },
    });
  const events = [
    ...told.flatMap(({ answer, places, at }) =>
      places.map((place) => ({ place, at, from: 'told' as const, answer, thread: null })),
    ),
    ...seen.map(({ thread, bruised, at, siteId, side }) => ({
      place: { siteId, side },
      at,
      from: 'seen' as const,
      answer: bruised ? 'bruised' : 'bruise-gone',
      thread,
    })),
  ].sort((a, b) => a.at - b.at);
  /** Where each mark of the map was last seen bruised: looked at again without one, that one has gone. */
  const marked = new Map<string, string>();
  for (const { place, at, from, answer, thread } of events) {
    const key = placeKey(place);
    if (answer === 'bruised') {
      lay(place, at, from);
      if (thread !== null) marked.set(thread, key);
    }
    if (answer === 'bruise-gone') {
      const was = thread === null ? key : (marked.get(thread) ?? key);
      if (thread !== null) marked.delete(thread);
      // Another point of the place may still bear one.
      if (thread === null || ![...marked.values()].includes(was)) resting.delete(was);
    }
  }
  return [...resting.values()].map(({ rest }) => rest);
}

/** Why a hold is left out while its place rests. */
export const RESTS_BECAUSE = 'it is bruised and rests until the bruise has gone.';

/**
 * The steps of a day with those left out whose place rests; the issued version stays as it is. A hold on both sides at one
 * time is left out when either rests.
 */
export function restSteps(steps: readonly Step[], rests: readonly RestingPlace[]): Step[] {
  if (rests.length === 0) return [...steps];
  const keys = new Set(rests.map(placeKey));
  return reserve(
    steps.map((step): Step => {
      if (!isHold(step) || step.leftOut !== undefined) return step;
      const rest = placesPressed(step).some((key) => keys.has(key));
      return rest ? { ...step, leftOut: RESTS_BECAUSE } : step;
    }),
  );
}
