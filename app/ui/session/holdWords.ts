import { MOVEMENTS, type MethodId } from '#core/dosage';
import { gradeMeaning, gradeWords, type HoldStep } from '#core/routine';
import { heldSeconds, limitOf, type SessionState } from '#core/session';
import { capital, clockTime } from '~/ui/parts/words';

/** What is said beside the clock: what is done, and its measure. */
export function sideWords(state: SessionState, step: HoldStep): [string, string] {
  if (state.phase.name === 'count-in') {
    return step.helper
      ? ['lean in slowly', 'the other hand steadies']
      : ['sink in slowly', 'breathe out'];
  }
  if (state.phase.name === 'rest') {
    return state.phase.again
      ? ['it has not faded: come off', 'then once more']
      : ['rest', 'come off the point'];
  }
  const isAgain = state.holds.some((hold) => hold.step === step.index && hold.again);
  switch (step.dose.method) {
    case 'fade':
      return [
        isAgain ? 'once more, until it fades' : 'stay until it fades',
        `${clockTime(limitOf(state))} at most`,
      ];
    case 'sweep':
      return ['slowly, along the muscle', `to ${gradeWords(step)} of 10`];
    case 'strokes':
      return ['side to side', 'a coin’s width'];
    case 'pin-and-glide':
      return [
        `bend slowly, ${step.dose.bends} times`,
        `${step.dose.bendSeconds} s at the end of each`,
      ];
    case 'press-and-move':
      return [
        step.dose.movement ? MOVEMENTS[step.dose.movement].says : 'press and move slowly',
        'never to the end',
      ];
    case 'glide':
      return [`${step.dose.strokes} slow strokes`, 'lift off to go back'];
    case 'knead':
      return [`squeeze slowly, ${step.dose.squeezes} times`, 'let go in between'];
    case 'circles':
      return ['small circles, both ways', 'stay where it is sore'];
    case 'cross-grain':
      return ['to and fro across it', `at ${gradeWords(step)} of 10`];
    case 'slow-roll':
      return ['small rolls, little weight', 'breathe low'];
    case 'pincer':
      return ['pick up and hold', `at ${gradeWords(step)} of 10`];
    case 'build-up':
      return limitOf(state) <= step.leastSeconds
        ? [`${Math.round(limitOf(state))} s, then off`, 'longer once the days after are quiet']
        : [`${step.leastSeconds} s is enough`, `${clockTime(limitOf(state))} at most`];
    case 'brief':
      return ['in slowly, stay, ease off', `to ${gradeWords(step)} of 10`];
    case 'timed':
    case 'search':
      return ['stay still', `at ${gradeWords(step)} of 10`];
  }
}

/** Methods that only stay: the hold itself says so, and no line is spent on it before. */
const STAYS: readonly MethodId[] = ['timed', 'fade', 'build-up', 'search', 'brief'];

/** What is done there, told before it begins where it is more than staying: “Side to side, a coin’s width.” */
export function doneThere(state: SessionState, step: HoldStep): string {
  if (STAYS.includes(step.dose.method)) return '';
  const [first, second] = sideWords(state, step);
  const words = step.dose.method === 'strokes' ? `${first}, ${second}` : first;
  return `${capital(words)}. `;
}

/** The grade that is asked for, with what it feels like: “4: clearly felt, breathing easily”. */
export function aimWords(step: HoldStep): string {
  const meaning = gradeMeaning(step.grade);
  return meaning ? `${gradeWords(step)}: ${meaning}` : gradeWords(step);
}

/** What somebody who does not see the screen hears of a hold: what is done, each minute, what was rated, what is asked. */
export function heardWords(
  state: SessionState,
  now: number,
  { first, question }: { first: string; question: string },
): string {
  if (state.status === 'paused') return 'Paused.';
  if (state.phase.name === 'rate-after') return 'Let go slowly.';
  if (state.phase.name !== 'hold') return '';
  const minutes = Math.floor(heldSeconds(state, now) / 60);
  const last = state.holds.find((one) => one.step === state.stepIndex)?.ratings.at(-1);
  return [
    `Hold. ${first}.`,
    minutes > 0 ? `${minutes} ${minutes === 1 ? 'minute' : 'minutes'} passed.` : '',
    last ? `Rated ${last.grade}.` : '',
    question,
  ]
    .filter(Boolean)
    .join(' ');
}
