import type { Point } from './polygon';

const figure = (value: number) => Math.round(value * 10) / 10;

/**
 * The path of straight lines in SVG’s terms, closed for an outline.
 *
 * @example straightPath([[0, 0], [1, 2]], false) // 'M0,0L1,2'
 */
export const straightPath = (points: readonly Point[], closed = true): string =>
  `M${points.map(([x, y]) => `${figure(x)},${figure(y)}`).join('L')}${closed ? 'Z' : ''}`;
