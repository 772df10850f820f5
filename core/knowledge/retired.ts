/** The tables whose ids are stored in clients’ files. */
export type Table =
  | 'site'
  | 'tool'
  | 'surface'
  | 'posture'
  | 'method'
  | 'condition'
  | 'test'
  | 'stop reason'
  | 'skip reason'
  | 'response'
  | 'stretch'
  | 'drill';

/** An id that was once in a table and is no longer used. */
export interface Retired {
  /** What it was called, for the files that still name it. */
  name: string;
  /** The id that stands for it today; null when nothing does. */
  now: string | null;
}
export type RetiredTables = Readonly<Partial<Record<Table, Readonly<Record<string, Retired>>>>>;

/**
 * Ids that earlier editions stored and this one no longer has. Whoever takes an entry out of a table
 * writes it here: files that name it stay readable. `shippedIds.ts` remembers every id there ever was.
 */
export const RETIRED: RetiredTables = {};

/**
 * The id under which a stored id is found today.
 *
 * @returns the id itself, unless it was retired in favour of another
 * @example presentId('site', 'calf-old', { site: { 'calf-old': { name: 'Calf', now: 'calf' } } }) // => 'calf'
 */
export const presentId = (table: Table, id: string, retired: RetiredTables = RETIRED): string =>
  retired[table]?.[id]?.now ?? id;

/**
 * What to call an id that no table has: its last name when it was retired, else the id, and that it is
 * no longer used.
 *
 * @example noLongerUsed('tool', 'spiked-ball') // => 'spiked-ball (no longer used)'
 */
export const noLongerUsed = (table: Table, id: string, retired: RetiredTables = RETIRED): string =>
  `${retired[table]?.[id]?.name ?? id} (no longer used)`;
