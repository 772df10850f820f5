import { METHODS } from '#core/dosage';
import { type RoutineItem } from '#core/routine';
import { clockTime, counted } from '../parts/words';

/** The dose of one line in a few words: “until it fades, 0:20–1:30”. */
export function doseWords(item: RoutineItem): string {
  const { dose } = item;
  switch (dose.method) {
    case 'timed':
      return `hold ${clockTime(dose.holdSeconds)}`;
    case 'fade':
      return `${METHODS.fade.name}, ${clockTime(dose.minSeconds)}–${clockTime(dose.capSeconds)}`;
    case 'sweep':
      return `sweep ${clockTime(dose.sweepSeconds)}`;
  }
}

/** How often on which sides: “2 points a side, +1 left”. */
export function countWords(item: RoutineItem): string {
  const each = item.dose.method === 'sweep' ? 'pass' : 'point';
  const points = counted(item.points, each, each === 'pass' ? 'passes' : 'points');
  const times = item.repetitions > 1 ? ` × ${item.repetitions}` : '';
  const where =
    item.sides === 'both' ? ' a side' : item.sides === 'mid' ? '' : `, ${item.sides} only`;
  const extra =
    item.extraPoints > 0 && item.affectedSide ? `, +${item.extraPoints} ${item.affectedSide}` : '';
  return `${points}${times}${where}${extra}`;
}
