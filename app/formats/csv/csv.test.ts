import { parse } from 'csv-parse/sync';
import fc from 'fast-check';
import { csvOf, type Cell, type Column } from './csv';

const columns = (many: number): Column<readonly Cell[]>[] =>
  Array.from({ length: many }, (_, n) => ({
    name: `column_${n}`,
    says: '',
    of: (row: readonly Cell[]) => row[n] ?? null,
  }));

/** What a second parser, of RFC 4180 as well, reads out of it: rows of texts, the heading first. */
const readBack = (csv: string): string[][] =>
  parse(csv, { bom: true, record_delimiter: '\r\n', relax_column_count: false });

describe('a table as CSV', () => {
  it('is read back as it was by another parser, whatever stands in its cells', () => {
    const cell: fc.Arbitrary<Cell> = fc.oneof(
      fc.string({ unit: 'grapheme' }),
      fc.constantFrom('"', ',', '\r\n', '\n', ' lead', '-3 steps\nmore', 'Ő ł עברית 🎭', '""', ';'),
      fc.integer(),
      fc.boolean(),
      fc.constant(null),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell, cell), { maxLength: 20 }), (rows) => {
        const [heading, ...read] = readBack(csvOf(columns(3), rows));
        expect(heading).toEqual(['column_0', 'column_1', 'column_2']);
        expect(read).toEqual(
          rows.map((row) =>
            row.map((one) => {
              const text = one === null ? '' : String(one);
              return typeof one === 'string' && /^[=+\-@\t\r\n]/.test(text) ? `'${text}` : text;
            }),
          ),
        );
      }),
      { numRuns: 300 },
    );
  });

  it('gives no spreadsheet a formula to reckon, and leaves numbers numbers', () => {
    for (const bad of ['=1+1', '+1', '-1', '@SUM(A1)', '\t=1', '\r=1', '\n=1', '=1\nmore']) {
      const [, [text] = []] = readBack(csvOf(columns(1), [[bad]]));
      expect(text).toBe(`'${bad}`);
    }
    expect(csvOf(columns(1), [[-3], [0.5]])).toBe('\uFEFFcolumn_0\r\n-3\r\n0.5\r\n');
  });

  it('ends every line with CR LF and begins with a byte order mark, with no rows too', () => {
    expect(csvOf(columns(2), [])).toBe('\uFEFFcolumn_0,column_1\r\n');
  });
});
