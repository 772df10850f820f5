import Papa from 'papaparse';

/** A row of a table that came in, by its number in a spreadsheet: the heading is row 1. */
export interface TableRow {
  row: number;
  cells: readonly string[];
}
export interface ReadTable {
  heading: readonly string[];
  rows: readonly TableRow[];
}

/** A table that cannot be read; the message says why. */
export class TableTrouble extends Error {}

/** More is no list that somebody keeps by hand. */
const MOST_ROWS = 5_000;
const MOST_COLUMNS = 60;
const MOST_CELL = 4_000;

/** What was written so that no spreadsheet reckons it is read as it was meant. */
const plain = (cell: string): string => cell.trim().replace(/^'(?=[=+\-@\t])/, '');

/**
 * Reads a table with a heading: RFC 4180, and as spreadsheets of other countries write it, with a semicolon or a tab between.
 *
 * @throws TableTrouble for what is empty, larger than this reads, or cut off within a quoted cell
 */
export function readTable(text: string): ReadTable {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    delimitersToGuess: [',', ';', '\t'],
  });
  const [quotes] = errors.filter(({ type }) => type === 'Quotes');
  if (quotes)
    throw new TableTrouble(
      `Row ${(quotes.row ?? 0) + 1} has a quotation mark that is not closed: the file may be cut off.`,
    );
  const [first, ...rest] = data;
  const heading = (first ?? []).map(plain);
  if (heading.every((cell) => cell === ''))
    throw new TableTrouble('The file is empty: the first row names the columns.');
  if (heading.length > MOST_COLUMNS)
    throw new TableTrouble(
      `The file has ${heading.length} columns; at most ${MOST_COLUMNS} are read.`,
    );
  const rows = rest
    .map((cells, n): TableRow => ({ row: n + 2, cells: cells.map(plain) }))
    .filter(({ cells }) => cells.some((cell) => cell !== ''));
  if (rows.length === 0) throw new TableTrouble('The file names its columns and has no row below.');
  if (rows.length > MOST_ROWS)
    throw new TableTrouble(
      `The file has ${rows.length} rows; bring in at most ${MOST_ROWS} at a time.`,
    );
  const long = rows.find(
    ({ cells }) => cells.length > heading.length || cells.some((cell) => cell.length > MOST_CELL),
  );
  if (long)
    throw new TableTrouble(
      long.cells.length > heading.length
        ? `Row ${long.row} has ${long.cells.length} cells and the heading ${heading.length}: a quotation mark may be missing.`
        : `Row ${long.row} has a cell of more than ${MOST_CELL} characters.`,
    );
  return { heading, rows };
}

/** Letters and figures of a heading, for comparing. */
const bare = (name: string): string => name.toLowerCase().replaceAll(/[^\p{L}\p{N}]+/gu, '');

/**
 * Which column each field stands in, as its names say; null: none.
 *
 * @param fields the names a field goes by, by its id
 */
export function guessColumns(
  heading: readonly string[],
  fields: readonly { id: string; names: readonly string[] }[],
): Record<string, number | null> {
  const bares = heading.map(bare);
  const taken = new Set<number>();
  const of = ({ id, names }: { id: string; names: readonly string[] }): [string, number | null] => {
    const at = [id, ...names]
      .map((name) => bares.indexOf(bare(name)))
      .find((n) => n >= 0 && !taken.has(n));
    if (at !== undefined) taken.add(at);
    return [id, at ?? null];
  };
  return Object.fromEntries(fields.map(of));
}
