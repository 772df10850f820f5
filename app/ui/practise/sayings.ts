import { placeOf } from '#core/anatomy';
import { countedIn } from '#core/dosage';
import { isHold, type HoldStep, type LedRoutine, type Step } from '#core/routine';
import { ledBefore, limitOf, type SessionState } from '#core/session';

type Words = Pick<LedRoutine, 'sites' | 'postures'>;

const seconds = (all: number): string =>
  all % 60 === 0 && all > 0
    ? `${all / 60} ${all === 60 ? 'minute' : 'minutes'}`
    : `${Math.round(all)} seconds`;

function placeSaid(step: HoldStep, { sites }: Words): string {
  const site = sites[step.siteId];
  if (!site) return '';
  return step.together ? `${site.plainName}, both sides` : placeOf(site, step.side);
}

/** What is said before a step: where, what to do with the body, how hard. */
function before(state: SessionState, step: Step, words: Words): string {
  const previous = ledBefore(state).at(-1);
  const into =
    step.positionId !== previous?.positionId ? words.postures[step.positionId ?? '']?.getIn : '';
  if (!isHold(step)) {
    const side = step.side === 'mid' ? '' : `, ${step.side}`;
    return [`${step.title}${side}.`, into, step.says[0]].filter(Boolean).join(' ');
  }
  const isNext =
    previous !== undefined &&
    isHold(previous) &&
    previous.itemId === step.itemId &&
    previous.side === step.side;
  const where = isNext ? 'The next point.' : `${placeSaid(step, words)}.`;
  return [where, into, `Press to ${step.grade} of 10.`].filter(Boolean).join(' ');
}

function holding(state: SessionState, step: Step): string {
  if (!isHold(step)) return step.count ? `${step.count.of} times.` : seconds(limitOf(state));
  if (state.holds.find((hold) => hold.step === step.index)?.again) return 'Once more.';
  if (step.dose.method === 'fade') return 'Stay until it fades.';
  const counted = countedIn(step.dose);
  return counted
    ? `${counted.of} times, slowly.`
    : `Stay, breathing easily. ${seconds(limitOf(state))}.`;
}

/**
 * What a change of the session is put into words as; null where nothing is to be said. It is said aloud to whoever
 * wants it so, and stands below as a caption.
 */
export function sayingFor(was: SessionState, now: SessionState, words: Words): string | null {
  const step = now.steps[now.stepIndex];
  if (was.status !== now.status) {
    if (now.status === 'paused') return 'Paused. Come off the point.';
    if (now.status === 'stopped') return 'Stopped. Come out slowly.';
    if (now.status === 'finished') return 'That is it for now.';
  }
  const same = was.stepIndex === now.stepIndex && was.phase.name === now.phase.name;
  if (same && was.status !== 'ready') return null;
  switch (now.phase.name) {
    case 'find':
      return step ? before(now, step, words) : null;
    case 'count-in':
      return step && isHold(step) ? 'Sink in slowly.' : 'Begin.';
    case 'hold':
      return step ? holding(now, step) : null;
    case 'rest':
      return now.phase.again
        ? 'It has not faded. Come off, then once more.'
        : 'Come off, and rest.';
    case 'rate-after':
      return 'Let go slowly. How is it now?';
    case 'closing':
      return 'All through. Get up slowly.';
  }
}
