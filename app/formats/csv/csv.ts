import Papa from 'papaparse';

/** What may stand in a cell; null: it is not known, and the cell is empty. */
export type Cell = string | number | boolean | null;

/** One column: its heading, with the unit in it, what it holds, and the cell of a row. */
export interface Column<Row> {
  name: string;
  says: string;
  of: (row: Row) => Cell;
}

/** What a spreadsheet would reckon; also where more lines follow, which the library’s own pattern passes over. */
const FORMULA = /^[=+\-@\t\r\n]/;

/** Some spreadsheets read UTF-8 only behind this. */
const BYTE_ORDER_MARK = '\uFEFF';

/**
 * Rows as CSV (RFC 4180): a heading, lines that end with CR LF, UTF-8 behind a byte order mark. A text that a spreadsheet
 * would take for a formula (it begins with = + - @, a tab or a line end) gets an apostrophe before it; numbers stay numbers.
 *
 * @example csvOf([{ name: 'grade', says: '0–10', of: (n: number) => n }], [-3]) // '\uFEFFgrade\r\n-3\r\n'
 */
export function csvOf<Row>(columns: readonly Column<Row>[], rows: Iterable<Row>): string {
  const lines = [columns.map(({ name }) => name) as Cell[]];
  for (const row of rows) lines.push(columns.map(({ of }) => of(row)));
  return `${BYTE_ORDER_MARK}${Papa.unparse(lines, { escapeFormulae: FORMULA, newline: '\r\n' })}\r\n`;
}
