import { TABLES } from './tables';

/** What a table is sent as. */
export const asCsv = { type: 'text/csv; charset=utf-8; header=present', ending: 'csv' } as const;

/** @returns undefined for what is no table */
export const findTable = (id: string) => TABLES.find((one) => one.id === id);

export { WRITTEN, type HoldOut, type RecordOut, type SessionOut } from './record';
export { TABLES, type TableId } from './tables';
