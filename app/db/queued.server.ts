import type { Database } from './database.server';

type Prepare = Database['_']['session']['prepareQuery'];

/**
 * A transaction whose statements wait for each other: what asks several things at once, as pages do, may be read in it. A
 * connection takes one at a time.
 */
export function queued(tx: Database): Database {
  const { session } = tx._;
  let last: Promise<unknown> = Promise.resolve();
  const prepareQuery = ((...asked: Parameters<Prepare>) => {
    const prepared = session.prepareQuery(...asked);
    const execute = prepared.execute.bind(prepared);
    prepared.execute = (...values) => {
      const next = last.then(() => execute(...values));
      last = next.catch(() => undefined);
      return next;
    };
    return prepared;
  }) as Prepare;
  const waiting = Object.create(session, { prepareQuery: { value: prepareQuery } }) as unknown;
  return Object.create(tx, { session: { value: waiting } }) as Database;
}
