import { getTableName } from 'drizzle-orm';
import { RECORD_TABLES, referencesOf, type RecordRow } from '~/db/record.server';

const ACCOUNTS = 'user_account';

/** Columns of each table of a record that name somebody. */
const NAMING = new Map(
  RECORD_TABLES.map((table) => [
    getTableName(table),
    referencesOf(table).flatMap((one) => (one.table === ACCOUNTS ? [one.column] : [])),
  ]),
);

/** Whom rows name: who wrote, measured, issued, and whose record it is. */
export function namedIn(rows: readonly RecordRow[]): Set<string> {
  const named = new Set<string>();
  for (const { table, row } of rows)
    for (const column of NAMING.get(table) ?? []) {
      const id = row[column];
      if (typeof id === 'string') named.add(id);
    }
  return named;
}
