/** One plum hue from pale to deep, a step a grade from 0 to 10. */
const FILLS = [
  '#F1E7EE',
  '#EBDCE6',
  '#E3CFDC',
  '#D6B9CC',
  '#C59BB9',
  '#A9759B',
  '#8A4F7B',
  '#723A65',
  '#5B2A4E',
  '#431C39',
  '#2D1026',
];
const DARK_INK = '#2B1826';
const PALE_INK = '#FBF5F9';
/** From this grade on the numeral is printed pale; both ways pass AA. */
const PALE_FROM = 6;

const clamp = (grade: number) => Math.max(0, Math.min(FILLS.length - 1, Math.round(grade)));

export const tendernessFill = (grade: number): string => FILLS[clamp(grade)] ?? DARK_INK;

export const tendernessInk = (grade: number): string =>
  clamp(grade) >= PALE_FROM ? PALE_INK : DARK_INK;
