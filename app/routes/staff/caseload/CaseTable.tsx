import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef } from 'react';
import { Link } from 'react-router';
import type { CaseloadRow } from '~/services/caseload.server';
import { nearDay } from '~/ui/parts/words';
import classes from './caseload.module.css';
import { Sparkline } from './Sparkline';

const ROW_HEIGHT = 44;
/** Rows beyond what is seen, so that scrolling shows no gaps. */
const OVERSCAN = 12;

const column = createColumnHelper<CaseloadRow>();
const last = { sortUndefined: 'last' } as const;

const columnsFor = (mondays: readonly string[], today: string) => [
  column.accessor('name', {
    header: 'Client',
    sortingFn: (a, b) => a.original.name.localeCompare(b.original.name, 'en-GB'),
    cell: ({ row: { original } }) => (
      <>
        <Link to={`/clients/${original.id}/review`}>
          <bdi>{original.name}</bdi>
        </Link>{' '}
        <span className={classes.soft}>{original.occupation}</span>
      </>
    ),
  }),
  column.accessor(({ brought }) => brought ?? undefined, {
    id: 'brought',
    header: 'What brought them',
    ...last,
    cell: ({ getValue }) => <bdi title={getValue()}>{getValue() ?? '–'}</bdi>,
  }),
  column.accessor(({ grade }) => grade ?? undefined, {
    id: 'grade',
    header: 'Tenderness',
    sortDescFirst: true,
    ...last,
    cell: ({ row: { original } }) => <Sparkline grades={original.grades} mondays={mondays} />,
  }),
  column.accessor(({ change }) => change ?? undefined, {
    id: 'change',
    header: 'Change',
    ...last,
    cell: ({ getValue }) => {
      const change = getValue();
      if (change === undefined) return '–';
      const size = Math.abs(change).toFixed(1);
      return size === '0.0' ? 'level' : `${change < 0 ? '−' : '+'}${size}`;
    },
  }),
  column.accessor(({ share }) => share ?? undefined, {
    id: 'share',
    header: 'Done',
    ...last,
    cell: ({ row: { original } }) =>
      original.share === null ? '–' : `${original.done} of ${original.asked}`,
  }),
  column.accessor(({ lastPractised }) => lastPractised ?? undefined, {
    id: 'practised',
    header: 'Last practised',
    sortDescFirst: true,
    ...last,
    cell: ({ getValue }) => {
      const day = getValue();
      return day ? nearDay(day, today) : 'never';
    },
  }),
  column.accessor(({ nextVisit }) => nextVisit ?? undefined, {
    id: 'visit',
    header: 'Next visit',
    ...last,
    cell: ({ getValue }) => {
      const day = getValue();
      return day ? nearDay(day, today) : 'none set';
    },
  }),
  column.accessor('urgency', {
    header: 'To know',
    cell: ({ row: { original } }) => (
      <span className={classes.attention} title={original.says}>
        {original.says}
      </span>
    ),
  }),
];

const COLUMNS: readonly string[] = 'name brought grade change share practised visit urgency'.split(
  ' ',
);

/** “grade.desc” in the address as the table has it; what is no column sorts nothing. */
const sortingOf = (sort: string | null): SortingState => {
  const [id = '', way] = (sort ?? 'urgency.asc').split('.');
  return COLUMNS.includes(id) ? [{ id, desc: way === 'desc' }] : [];
};

/** The table: sorted by any column, only the rows in sight drawn. */
export function CaseTable({
  rows,
  mondays,
  today,
  sort,
  onSort,
}: {
  rows: CaseloadRow[];
  mondays: readonly string[];
  today: string;
  sort: string | null;
  onSort: (sort: string) => void;
}) {
  const frame = useRef<HTMLDivElement>(null);
  const sorting = useMemo(() => sortingOf(sort), [sort]);
  // The table looks at its rows and columns by identity.
  const columns = useMemo(() => columnsFor(mondays, today), [mondays, today]);
  // Its functions change with its state: the compiler leaves this component as it is, and so it should.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    enableSortingRemoval: false,
    onSortingChange: (change) => {
      const [next] = typeof change === 'function' ? change(sorting) : change;
      if (next) onSort(`${next.id}.${next.desc ? 'desc' : 'asc'}`);
    },
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getRowId: ({ id }) => id,
  });
  const sorted = table.getRowModel().rows;
  const virtual = useVirtualizer({
    count: sorted.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: OVERSCAN,
    // Before anything is measured, as on the server, the first rows are drawn.
    initialRect: { width: 1200, height: 600 },
  });
  const seen = virtual.getVirtualItems();
  const before = seen[0]?.start ?? 0;
  const after = virtual.getTotalSize() - (seen.at(-1)?.end ?? 0);
  return (
    <div ref={frame} className={classes.frame} role="region" aria-label="Clients">
      <table className={classes.table} aria-rowcount={sorted.length + 1}>
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers.map((header) => {
                const way = header.column.getIsSorted();
                return (
                  <th
                    key={header.id}
                    scope="col"
                    aria-sort={way === 'asc' ? 'ascending' : way === 'desc' ? 'descending' : 'none'}
                  >
                    <button type="button" onClick={header.column.getToggleSortingHandler()}>
                      {flexRender(header.column.columnDef.header, header.getContext())}
                      <span aria-hidden>{way === 'asc' ? ' ↑' : way === 'desc' ? ' ↓' : ''}</span>
                    </button>
                  </th>
                );
              })}
            </tr>
          ))}
        </thead>
        <tbody>
          {before > 0 && (
            <tr aria-hidden>
              <td style={{ height: before }} colSpan={8} />
            </tr>
          )}
          {seen.map(({ index, key }) => {
            const row = sorted[index];
            if (!row) return null;
            return (
              <tr key={key} aria-rowindex={index + 2} style={{ height: ROW_HEIGHT }}>
                {row.getVisibleCells().map((cell) => (
                  <td key={cell.id}>{flexRender(cell.column.columnDef.cell, cell.getContext())}</td>
                ))}
              </tr>
            );
          })}
          {after > 0 && (
            <tr aria-hidden>
              <td style={{ height: after }} colSpan={8} />
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}
