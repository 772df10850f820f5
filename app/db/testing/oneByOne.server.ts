import pg from 'pg';

type Query = (this: pg.Client, ...given: unknown[]) => unknown;

/** Statements that were begun on a connection while another was under way on it. */
const overlapping: string[] = [];
const underWay = new WeakMap<pg.Client, number>();
let isWatching = false;

/**
 * Watches every connection for statements that are begun before the last one has ended: the driver puts up
 * with that for now, and the next one will not.
 */
export function watchConnections(): void {
  if (isWatching) return;
  isWatching = true;
  const prototype = pg.Client.prototype as unknown as { query: Query };
  const { query } = prototype;
  prototype.query = function watched(...given) {
    const busy = underWay.get(this) ?? 0;
    const [what] = given;
    if (busy > 0) overlapping.push(typeof what === 'string' ? what : JSON.stringify(what));
    const done = query.apply(this, given);
    if (done instanceof Promise) {
      underWay.set(this, busy + 1);
      const end = () => underWay.set(this, (underWay.get(this) ?? 1) - 1);
      done.then(end, end);
    }
    return done;
  };
}

/** @throws Error naming them, when there were any since it was asked last */
export function expectOneByOne(): void {
  const seen = overlapping.splice(0);
  if (seen.length > 0) {
    throw new Error(`Begun before the last one on its connection had ended: ${seen.join('; ')}`);
  }
}
