import type { Database } from './database.server';

type Ask<Key extends readonly (string | number)[], Found> = (
  db: Database,
  ...key: Key
) => PromiseLike<Found>;

/** What was asked in a reading, by what asked. */
type Answers = Map<unknown, Map<string, Promise<unknown>>>;
const readings = new WeakMap<Database, Answers>();

/**
 * The data as one page reads them: its parts are drawn from the same answers, and what several of them ask
 * is asked once. For requests that change nothing.
 */
export function oneReading(db: Database): Database {
  const reading = Object.create(db) as Database;
  readings.set(reading, new Map());
  return reading;
}

/**
 * A question that is put once in a reading, however many parts of a page ask it. Elsewhere, as in a
 * transaction, it is put each time.
 */
export function once<Key extends readonly (string | number)[], Found>(
  ask: Ask<Key, Found>,
): (db: Database, ...key: Key) => Promise<Found> {
  return async (db, ...key) => {
    const answers = readings.get(db);
    if (!answers) return ask(db, ...key);
    const ours = answers.get(ask) ?? new Map<string, Promise<unknown>>();
    answers.set(ask, ours);
    const name = JSON.stringify(key);
    const known = ours.get(name) as Promise<Found> | undefined;
    if (known) return known;
    const found = Promise.resolve(ask(db, ...key));
    ours.set(name, found);
    return found;
  };
}
