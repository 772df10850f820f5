/** From a site’s own spot: away from the midline, towards the feet; millimetres. */
interface Offset {
  across?: number;
  down?: number;
}

/** Nearer than this a point lies at the site’s own spot; our own estimate of how well a place is met, mm. */
const HERE_MM = 5;

const centimetres = (millimetres: number): string => {
  const half = Math.round(Math.abs(millimetres) / 5) / 2;
  return `${half} cm`;
};

/**
 * Where a mapped point lies from the site’s own spot, in words a hand can follow; empty at the spot itself.
 *
 * @param across away from the midline, down towards the feet; millimetres
 * @example placeWords({ across: 20, down: -10 }) // => '2 cm further out, 1 cm higher'
 */
export function placeWords({ across = 0, down = 0 }: Offset): string {
  return [
    Math.abs(across) < HERE_MM
      ? ''
      : `${centimetres(across)} ${across > 0 ? 'further out' : 'further in'}`,
    Math.abs(down) < HERE_MM ? '' : `${centimetres(down)} ${down > 0 ? 'lower' : 'higher'}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/**
 * What a mapped point is called among the others of its side: the worst, the next, and where it lies.
 *
 * @param at its place among them, worst first, from 0
 * @param of how many there are
 */
export function pointName(point: Offset, at: number, of: number): string {
  const where = placeWords(point);
  if (of === 1) return where;
  const rank = at === 0 ? 'the worst' : at === 1 ? 'the next' : 'another';
  return where ? `${rank}: ${where}` : rank;
}
