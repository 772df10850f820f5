import type { sql } from 'drizzle-orm';
import type { Database } from './database.server';

/** The rows of a query written by hand: both drivers give them, each in its way. */
export const rowsOf = async <T>(db: Database, query: ReturnType<typeof sql>): Promise<T[]> => {
  const answer = (await db.execute(query)) as unknown as { rows: T[] } | T[];
  return Array.isArray(answer) ? answer : answer.rows;
};
