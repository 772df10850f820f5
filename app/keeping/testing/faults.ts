import type { Database } from '~/db/database.server';

/** What can happen to a post on its way and at the server. */
export const FAULTS = [
  'none',
  'lost before',
  'lost after',
  'slow',
  'twice',
  'crash inside',
  'crash after',
] as const;
export type Fault = (typeof FAULTS)[number];

export class Crash extends Error {}

/**
 * A database whose process dies at the nth statement of a transaction: what was not committed is gone, and
 * nobody gets an answer.
 */
export function dyingAfter(db: Database, statements: number, onDeath: () => void): Database {
  let left = statements;
  const counting = (target: object): object =>
    new Proxy(target, {
      get: (inner, name) => {
        const value = Reflect.get(inner, name) as unknown;
        if (name === 'transaction' && typeof value === 'function') {
          return (work: (tx: Database) => Promise<unknown>) =>
            (value as typeof db.transaction).call(inner as Database, (tx) =>
              work(counting(tx) as Database),
            );
        }
        if (['select', 'insert', 'update', 'delete'].includes(String(name))) {
          left -= 1;
          if (left < 0) {
            onDeath();
            throw new Crash('The process was killed.');
          }
        }
        return typeof value === 'function' ? (value.bind(inner) as unknown) : value;
      },
    });
  return counting(db) as Database;
}
