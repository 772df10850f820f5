import { dayOf, type Day } from '#core/calendar';
import { SIDES, type Side } from '#core/anatomy';
import { isHold, placeKey, placesPressed, reserve, type Step } from '#core/routine';
import { LOOKED_AT_FOR, type LookedAtFor } from './lookedAt';

/** One site on one side. */
export interface RestingPlace {
  siteId: string;
  side: Side;
}

/**
 * What was told of a place: of the day after a session, by a stop of one, or by a therapist who looked at it. Instants in ms
 * since 1970 UTC.
 */
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

/** As an answer: a therapist has looked at the place, and it may be pressed again. */
export const LOOKED_AT = 'looked at';

/** As an answer: a therapist lets the place rest. */
export const LAID_TO_REST = 'laid to rest';

const LOOKED_PREFIX = 'looked at:';
const LAID_PREFIX = 'let rest:';

/** What a therapist’s word is about who has looked at a place. */
export const lookedAbout = (place: RestingPlace): string => `${LOOKED_PREFIX}${placeKey(place)}`;

/** What a therapist’s word is about who lets a place rest. */
export const laidAbout = (place: RestingPlace): string => `${LAID_PREFIX}${placeKey(place)}`;

/**
 * What a therapist’s word says of a place; null where it is about something else.
 *
 * @example wordOnPlace('let rest:calf:left') // { answer: LAID_TO_REST, place: { siteId: 'calf', side: 'left' } }
 */
export function wordOnPlace(about: string): { answer: string; place: RestingPlace } | null {
  const prefix = [LOOKED_PREFIX, LAID_PREFIX].find((one) => about.startsWith(one));
  if (prefix === undefined) return null;
  const [siteId, side] = about.slice(prefix.length).split(':');
  const known = SIDES.find((one) => one === side);
  if (!siteId || !known) return null;
  return {
    answer: prefix === LOOKED_PREFIX ? LOOKED_AT : LAID_TO_REST,
    place: { siteId, side: known },
  };
}

/** A place that is not pressed for now, and why: until its bruise has gone, or until somebody has looked at it. */
export interface Rest extends RestingPlace {
  since: Day;
  why: 'bruise' | LookedAtFor | 'laid';
  /** Told by the client, or seen by the therapist. */
  from: 'told' | 'seen';
}

interface Word {
  place: RestingPlace;
  at: number;
  from: Rest['from'];
  answer: string;
  thread: string | null;
}

const isLookedAtFor = (answer: string): answer is LookedAtFor =>
  (LOOKED_AT_FOR as readonly string[]).includes(answer);

/** Which of the reasons of one place is said: the graver. */
const GRAVEST_FIRST: readonly Rest['why'][] = ['numb', 'travelling', 'bruise', 'laid'];

/** What ends once a therapist has looked at the place. A bruise is seen on the map, or told of. */
const ENDS_WHEN_LOOKED_AT: readonly Rest['why'][] = [...LOOKED_AT_FOR, 'laid'];

const whyKey = (place: RestingPlace, why: Rest['why']) => `${placeKey(place)} ${why}`;

/**
 * The places that rest now. A bruise rests its place at once, whoever found it, until it is said to have gone: by the
 * client, or by the therapist who looks at the place and sees none. What went numb or tingled there, or was felt elsewhere
 * and stayed, rests it until a therapist says that they have looked at it; so does what a therapist lets rest. Common practice (“bruise or marked tenderness
 * next day = too hard: rest the spot until gone”; “if it goes on after release, stop and report”), no published source.
 *
 * @example restsOf({ told: [{ answer: 'bruised', places: [{ siteId: 'calf', side: 'left' }], at: 0 }], seen: [] }, 'UTC')
 *   // => [{ siteId: 'calf', side: 'left', since: '1970-01-01', why: 'bruise', from: 'told' }]
 */
export function restsOf(
  { told, seen }: { told: readonly ToldAfter[]; seen: readonly BruiseSeen[] },
  timeZone: string,
): Rest[] {
  const resting = new Map<string, Rest>();
  const lay = ({ place: { siteId, side }, at, from }: Word, why: Rest['why']) =>
    resting.set(whyKey({ siteId, side }, why), {
      siteId,
      side,
      since: dayOf(at, timeZone),
      why,
      from,
    });
  const words = [
    ...told.flatMap(({ answer, places, at }) =>
      places.map((place): Word => ({ place, at, from: 'told', answer, thread: null })),
    ),
    ...seen.map(({ thread, bruised, at, siteId, side }): Word => ({
      place: { siteId, side },
      at,
      from: 'seen',
      answer: bruised ? 'bruised' : 'bruise-gone',
      thread,
    })),
  ].sort((a, b) => a.at - b.at);
  /** Where each mark of the map was last seen bruised: looked at again without one, that one has gone. */
  const marked = new Map<string, string>();
  for (const word of words) {
    const { place, answer, thread } = word;
    const key = whyKey(place, 'bruise');
    if (isLookedAtFor(answer)) lay(word, answer);
    if (answer === LOOKED_AT) {
      for (const why of ENDS_WHEN_LOOKED_AT) resting.delete(whyKey(place, why));
    }
    if (answer === LAID_TO_REST) lay({ ...word, from: 'seen' }, 'laid');
    if (answer === 'bruised') {
      lay(word, 'bruise');
      if (thread !== null) marked.set(thread, key);
    }
    if (answer === 'bruise-gone') {
      const was = thread === null ? key : (marked.get(thread) ?? key);
      if (thread !== null) marked.delete(thread);
      // Another point of the place may still bear one.
      if (thread === null || ![...marked.values()].includes(was)) resting.delete(was);
    }
  }
  const places = new Map<string, Rest>();
  for (const why of GRAVEST_FIRST) {
    for (const rest of resting.values()) {
      const key = placeKey(rest);
      if (rest.why === why && !places.has(key)) places.set(key, rest);
    }
  }
  return [...places.values()].sort((a, b) => (a.since < b.since ? -1 : a.since > b.since ? 1 : 0));
}

/** Why a hold is left out while its place rests. */
export const RESTS_BECAUSE: Record<Rest['why'], string> = {
  bruise: 'it is bruised and rests until the bruise has gone.',
  numb: 'it went numb, tingled or shot there, and rests until somebody has looked at it in person.',
  travelling:
    'a feeling from there stayed after letting go, and it rests until your therapist has looked at it.',
  laid: 'your therapist lets it rest for now.',
};

/**
 * The steps of a day with those left out whose place rests; the issued version stays as it is. A hold on both sides at one
 * time is left out when either rests.
 */
export function restSteps(
  steps: readonly Step[],
  rests: readonly (RestingPlace & Pick<Rest, 'why'>)[],
): Step[] {
  if (rests.length === 0) return [...steps];
  const why = new Map(rests.map((rest) => [placeKey(rest), rest.why]));
  return reserve(
    steps.map((step): Step => {
      if (!isHold(step) || step.leftOut !== undefined) return step;
      const [first] = placesPressed(step).flatMap((key) => why.get(key) ?? []);
      return first ? { ...step, leftOut: RESTS_BECAUSE[first] } : step;
    }),
  );
}
