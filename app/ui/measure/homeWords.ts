import {
  FINGER_WIDTHS,
  findTest,
  UNIT_WORDS,
  type HomeSide,
  type HomeWay,
  type MovementTest,
  type Quantity,
} from '#core/measurement';
import type { HomeFigure } from './useFigures';

const rounded = (value: number) => Math.round(value * 10) / 10;

/** How a way is called at a test. */
export function wayName(test: MovementTest, way: HomeWay): string {
  const [quantity] = test.quantities;
  switch (way) {
    case 'mark':
      return test.observations.find(({ mark }) => mark)?.mark?.by ?? 'by a mark';
    case 'tilt':
      return 'with this phone';
    case 'fingers':
      return 'in finger widths';
    case 'number':
      return quantity?.unit === 'deg' ? 'I have the figure' : 'with a ruler or tape';
  }
}

export const sideName = (side: HomeSide): string => (side === 'mid' ? '' : side);

/** Finger widths as people say them: “2½ fingers”. */
export const fingersName = (fingers: number): string => {
  const whole = Math.floor(fingers);
  const half = fingers > whole ? '½' : '';
  return `${whole === 0 ? '' : whole}${half} ${fingers <= 1 ? 'finger' : 'fingers'}`;
};

const valueWords = (value: number, way: HomeFigure['way'], { unit }: Quantity): string => {
  const known =
    way === 'fingers' ? FINGER_WIDTHS.find((one) => one.millimetres === value) : undefined;
  if (known) return fingersName(known.fingers);
  return unit === 'deg' ? `${rounded(value)}°` : `${rounded(value)} ${UNIT_WORDS[unit]}`;
};

/** What was measured on a side, in a few words: `62°`, `2½ fingers`, `further: the window frame`, `clicks`. */
export function figureWords({
  testId,
  quantityId,
  value,
  seen,
  mark,
  way,
}: Omit<HomeFigure, 'side' | 'moment' | 'tries'>): string {
  const quantity = findTest(testId)?.quantities.find(({ id }) => id === quantityId);
  if (quantity && value !== null) return valueWords(value, way, quantity);
  if (mark) return seen === 'first' ? mark : `${seen ?? ''}: ${mark}`;
  return seen ?? '';
}

/** The same with its side before it. */
export const sidedWords = (row: HomeFigure): string =>
  [sideName(row.side), figureWords(row)].filter(Boolean).join(' ');
