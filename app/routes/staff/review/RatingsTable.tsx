import { useState } from 'react';
import type { DropRow } from '#core/trend';
import { rowName } from '~/ui/charts/rowName';
import { shortDay } from '~/ui/parts/words';
import classes from './review.module.css';

/** The strokes of the drop chart, as a table: drawn once it is opened, for it has a line a stroke. */
export function RatingsTable({ rows }: { rows: readonly DropRow[] }) {
  const [isOpen, setIsOpen] = useState(false);
  return (
    <details className={classes.table} onToggle={(event) => setIsOpen(event.currentTarget.open)}>
      <summary>The same as a table</summary>
      {isOpen && <Strokes rows={rows} />}
    </details>
  );
}

function Strokes({ rows }: { rows: readonly DropRow[] }) {
  return (
    <table>
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">Day</th>
          <th scope="col">Before</th>
          <th scope="col">After</th>
          <th scope="col">Contact, s</th>
        </tr>
      </thead>
      <tbody>
        {rows.flatMap((row) =>
          row.strokes.map((stroke) => (
            <tr key={`${row.siteId}:${row.side}:${stroke.sessionId}`}>
              <td>{rowName(row)}</td>
              <td>{shortDay(stroke.day)}</td>
              <td>{stroke.before}</td>
              <td>{stroke.after ?? '–'}</td>
              <td>{stroke.contactSeconds}</td>
            </tr>
          )),
        )}
      </tbody>
    </table>
  );
}
