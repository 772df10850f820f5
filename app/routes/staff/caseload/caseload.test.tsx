import { renderToStaticMarkup } from 'react-dom/server';
import { MemoryRouter } from 'react-router';
import type { CaseloadRow } from '~/services/caseload.server';
import { CaseTable } from './CaseTable';
import { Sparkline } from './Sparkline';

const MONDAYS = ['2026-03-02', '2026-03-09', '2026-03-16'];
const row = (n: number, more: Partial<CaseloadRow> = {}): CaseloadRow => ({
  id: `c${n}`,
  name: `Client ${n}`,
  occupation: 'cutter',
  therapistName: 'Maren',
  brought: null,
  grades: [n % 10, null, (n * 7) % 10],
  grade: (n * 7) % 10,
  change: 0,
  done: 1,
  asked: 2,
  share: 0.5,
  lastPractised: null,
  nextVisit: null,
  urgency: 20,
  says: '',
  isOver: false,
  group: 'rest',
  ...more,
});
const draw = (rows: CaseloadRow[], sort: string | null = null) =>
  renderToStaticMarkup(
    <MemoryRouter>
      <CaseTable
        rows={rows}
        mondays={MONDAYS}
        today="2026-03-20"
        sort={sort}
        onSort={() => undefined}
      />
    </MemoryRouter>,
  );
const names = (markup: string) =>
  [...markup.matchAll(/<bdi>(Client \d+)<\/bdi>/g)].map(([, name]) => name);

describe('the table of the caseload', () => {
  it('draws only the rows in sight of two thousand, and says how many there are', () => {
    const markup = draw(Array.from({ length: 2_000 }, (_, n) => row(n)));
    expect(names(markup).length).toBeLessThan(60);
    expect(names(markup).length).toBeGreaterThan(10);
    expect(markup).toContain('aria-rowcount="2001"');
  });

  it('sorts by what the address says, what is not known last either way, and the gravest first unasked', () => {
    const rows = [
      row(1, { grade: 3 }),
      row(2, { grade: null, grades: [null, null, null] }),
      row(3, { grade: 8, urgency: 0, says: 'Chest pain' }),
    ];
    expect(names(draw(rows, 'grade.desc'))).toEqual(['Client 3', 'Client 1', 'Client 2']);
    expect(names(draw(rows, 'grade.asc'))).toEqual(['Client 1', 'Client 3', 'Client 2']);
    expect(names(draw(rows))[0]).toBe('Client 3');
    expect(draw(rows, 'grade.desc')).toContain('aria-sort="descending"');
    // A column that is not there sorts nothing, and nothing breaks.
    expect(names(draw(rows, 'shoe size.desc'))).toHaveLength(3);
  });

  it('draws a week without a rating as a gap, and one that was never rated in words', () => {
    const spark = renderToStaticMarkup(<Sparkline grades={[6, null, 4]} mondays={MONDAYS} />);
    expect(spark).toContain('aria-label="week of 2 Mar: 6.0; week of 16 Mar: 4.0"');
    expect(spark.match(/M/g)?.length).toBeGreaterThan(1);
    expect(
      renderToStaticMarkup(<Sparkline grades={[null, null, null]} mondays={MONDAYS} />),
    ).toContain('not rated');
  });
});
