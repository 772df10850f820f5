import { isHold, placeKey, sidesPressed, type Step } from '#core/routine';
import { apply } from './apply';
import type { EventBody, SessionEvent } from './event';
import { stepOf } from './read';
import { begin, type SessionState } from './state';

/** What is told of a session that was done without the device. */
export interface ToldByHand {
  /** What was done: places by `placeKey`, and lines that are not pressed by their id. */
  done: ReadonlySet<string>;
  /** How tender a place was, at first and on letting go, by `placeKey`. Grades 0–10. */
  ratings: Readonly<Record<string, { before?: number; after?: number }>>;
  word: string;
}

/** What a step is told by: its places, or its line. */
const keysOf = (step: Step): string[] =>
  isHold(step)
    ? sidesPressed(step).map((side) => placeKey({ siteId: step.siteId, side }))
    : [step.itemId];

/**
 * The log of a session that is told afterwards. Everything in it bears the one instant it is said to have been at. What
 * other sessions took of the day’s time does not hide what was done: a record is true before it is tidy.
 *
 * @param at ms since 1970 UTC
 * @param newId a UUIDv7
 */
export function byHand(
  steps: readonly Step[],
  { done, ratings, word }: ToldByHand,
  at: number,
  newId: () => string,
): { events: readonly SessionEvent[]; state: SessionState } {
  let state = begin(steps);
  const events: SessionEvent[] = [];
  const happen = (body: EventBody) => {
    const event: SessionEvent = { ...body, id: newId(), seq: events.length, at };
    state = apply(state, event);
    events.push(event);
  };
  const picked = [
    ...new Set(
      steps
        .filter((step) => step.asNeeded && keysOf(step).some((key) => done.has(key)))
        .map(({ itemId }) => itemId),
    ),
  ];
  happen({
    type: 'started',
    byHand: true,
    ...(picked.length > 0 ? { picked } : {}),
  });
  const rated = new Set<string>();
  for (let step = stepOf(state); step; step = stepOf(state)) {
    const keys = keysOf(step);
    // A place is rated once: at its first hold.
    const key = keys.find((one) => ratings[one] !== undefined && !rated.has(one));
    if (key !== undefined) rated.add(key);
    const isDone = keys.some((one) => done.has(one));
    happen({
      type: 'told',
      step: step.index,
      done: isDone,
      ...(isDone && key !== undefined ? ratings[key] : {}),
    });
  }
  happen({ type: 'finished', word });
  return { events, state };
}
