import type { PgDatabase, PgQueryResultHKT } from 'drizzle-orm/pg-core';
import type * as schema from './schema.server';

/** What queries are written against: the same on both engines. */
export type Database = PgDatabase<PgQueryResultHKT, typeof schema>;
