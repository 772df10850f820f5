import { kindOf } from '#core/activities';
import { type Dose, METHODS, methodOf, MOVEMENTS, oftenWords } from '#core/dosage';
import { isPress, type PressItem, type RoutineItem } from '#core/routine';
import { clockTime, counted } from '../parts/words';

const ONE = { points: 'point', passes: 'pass', spots: 'spot' } as const;

/** All of a line’s dose in a few words: “until it fades, 0:20–1:30 · 2 points a side”. */
export const lineWords = (item: RoutineItem): string =>
  [
    isPress(item) ? `${doseWords(item)} · ${countWords(item)}` : kindOf(item).doseWords(item),
    oftenWords(item.often),
  ]
    .filter(Boolean)
    .join(' · ');

/** The dose of one line in a few words: “until it fades, 0:20–1:30”. */
const doseWords = (item: PressItem): string => doseText(item.dose);

/** The figures of a dose alone: “0:20–1:30”, “12 bends of 3 s”. */
export function doseFigures(dose: Dose): string {
  switch (dose.method) {
    case 'fade':
      return `${clockTime(dose.minSeconds)}–${clockTime(dose.capSeconds)}`;
    case 'sweep':
      return clockTime(dose.sweepSeconds);
    case 'build-up':
      return `${clockTime(dose.fromSeconds)} to ${clockTime(dose.toSeconds)}`;
    case 'pin-and-glide':
      return `${dose.bends} bends of ${dose.bendSeconds} s`;
    case 'glide':
      return `${counted(dose.strokes, 'stroke')} of ${dose.strokeSeconds} s`;
    case 'knead':
      return `${counted(dose.squeezes, 'squeeze')} of ${dose.squeezeSeconds} s`;
    case 'timed':
    case 'strokes':
    case 'brief':
    case 'press-and-move':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
    case 'search':
      return clockTime(dose.holdSeconds);
  }
}

/** A dose in a few words. */
export function doseText(dose: Dose): string {
  const figures = doseFigures(dose);
  switch (dose.method) {
    case 'timed':
      return `hold ${figures}`;
    case 'fade':
      return `${METHODS.fade.name}, ${figures}`;
    case 'pin-and-glide':
      return figures;
    case 'press-and-move':
      return dose.movement
        ? `press and ${MOVEMENTS[dose.movement].name} ${figures}`
        : `${METHODS[dose.method].name} ${figures}`;
    case 'search':
      return `every tender spot, ${figures} each`;
    case 'build-up':
    case 'brief':
    case 'strokes':
    case 'sweep':
    case 'glide':
    case 'knead':
    case 'pincer':
    case 'circles':
    case 'cross-grain':
    case 'slow-roll':
      return `${METHODS[dose.method].name} ${figures}`;
  }
}

/** How often on which sides: “2 points a side, +1 left”. */
function countWords(item: PressItem): string {
  const many = methodOf(item.dose).pointsName;
  const number = counted(item.points, ONE[many], many);
  const points = item.dose.method === 'search' ? `at most ${number}` : number;
  const times = item.repetitions > 1 ? ` × ${item.repetitions}` : '';
  const where = item.together
    ? ', both sides at once'
    : item.sides === 'both'
      ? ' a side'
      : item.sides === 'mid'
        ? ''
        : `, ${item.sides} only`;
  const extra =
    item.extraPoints > 0 && item.affectedSide ? `, +${item.extraPoints} ${item.affectedSide}` : '';
  return `${points}${times}${where}${extra}`;
}
