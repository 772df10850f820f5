import { scaleLinear, type ScaleLinear } from 'd3-scale';

const DAY_MS = 86_400_000;

/** Of a row of the drop chart, drawn units. Under the base line stands what came after, under that what was too much. */
export const ROW = { height: 112, top: 14, base: 86, after: 96, hard: 107, left: 46, right: 58 };

export const dayNumber = (day: string): number => Date.parse(`${day}T00:00:00Z`) / DAY_MS;
export const dayAt = (number: number): string =>
  new Date(number * DAY_MS).toISOString().slice(0, 10);

/** Grades upwards from the base line. */
export const gradeScale = scaleLinear([0, 10], [ROW.base, ROW.top]);

/** Days from left to right. */
export const dayScale = (from: string, to: string, width: number): ScaleLinear<number, number> =>
  scaleLinear(
    [dayNumber(from), Math.max(dayNumber(to), dayNumber(from) + 1)],
    [ROW.left, width - ROW.right],
  );
