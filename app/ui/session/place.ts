import { placeOf } from '#core/anatomy';
import { methodOf } from '#core/dosage';
import { isHold, placesPressed, type HoldStep, type SiteWords, type Step } from '#core/routine';
import { secondsLeft, type SessionState } from '#core/session';
import { useLed } from './led';

/** The hold the session stands at, with its site and the name of the place. */
export function usePresentPlace(state: SessionState): {
  step: HoldStep;
  site: SiteWords | undefined;
  name: string;
  ceiling: number;
} | null {
  const { sites } = useLed();
  const step = state.steps[state.stepIndex];
  if (!step || !isHold(step)) return null;
  const site = sites[step.siteId];
  return {
    step,
    site,
    name: site ? pressedAt(site, step) : step.siteId,
    ceiling: step.ceilingGrade,
  };
}

/** Where a hold presses, in words. */
export const pressedAt = (site: SiteWords, { side, together }: HoldStep): string =>
  together ? `${site.plainName}, both sides` : placeOf(site, side);

/** Whether two steps are of one place, or of one line that is not pressed. */
const isTogether = (a: Step, b: Step): boolean =>
  isHold(a) && isHold(b)
    ? placesPressed(a).join() === placesPressed(b).join()
    : a.itemId === b.itemId;

/** The steps still to come on the present place, or of the present activity, this one first. */
export function remainingPlace(state: SessionState): number[] {
  const present = state.steps[state.stepIndex];
  if (!present) return [];
  const rest = state.steps.slice(state.stepIndex);
  const other = rest.findIndex((step) => !isTogether(step, present));
  return rest.slice(0, other === -1 ? rest.length : other).map((step) => step.index);
}

/** The spots of an open search still to come, this one first: nothing else of the place is passed over. */
export function remainingSpots(state: SessionState): number[] {
  const present = state.steps[state.stepIndex];
  return remainingPlace(state).filter((index) => state.steps[index]?.itemId === present?.itemId);
}

const ONE = { points: 'point', passes: 'pass', spots: 'spot' } as const;

/** “point 2 of 3”, with the repetition where there are several. */
export function pointWords(step: HoldStep): string {
  // How many there are is found out on the way.
  if (step.dose.method === 'search') return `spot ${step.point}`;
  const name = ONE[methodOf(step.dose).pointsName];
  const point = step.spot ?? (step.points > 1 ? `${name} ${step.point} of ${step.points}` : '');
  const repetition = step.repetitions > 1 ? `time ${step.repetition} of ${step.repetitions}` : '';
  return [step.together ? 'both at one time' : '', point, repetition].filter(Boolean).join(', ');
}

/** Minutes from the present hold to the end, if fade holds run to their limit. */
export const minutesLeft = (state: SessionState): number =>
  Math.max(1, Math.round(secondsLeft(state) / 60));

/** Whether somebody has pressed for them in this session: how to stand and lean was told then. */
export const isHelped = (state: SessionState): boolean =>
  state.holds.some(({ step }) => {
    const held = state.steps[step];
    return held !== undefined && isHold(held) && held.helper === true;
  });

/** What is next, where it is not a new site: another point, the other side, or the same place in another way. */
export function headingOf(next: {
  isNew: boolean;
  sameSite: boolean;
  otherWay: boolean;
  spot: boolean;
}) {
  if (!next.isNew) {
    if (next.otherWay) return 'Here again, in another way';
    return next.spot ? 'Next place' : 'Next point';
  }
  if (!next.sameSite) return '';
  return next.otherWay ? 'Other side, in another way' : 'Other side';
}
