import { SHARE_WEEKS, type DoseRow, type FadeRow } from '#core/trend';
import { rowName } from '~/ui/charts/rowName';
import { clockTime, shortDay } from '~/ui/parts/words';
import classes from './DoseTable.module.css';

const CELL = 13;
const HEIGHT = 22;

/** One bar a week: what was asked for as a frame, what was done filled up to it. */
function WeekCells({ row, today }: { row: DoseRow; today: string }) {
  return (
    <svg
      width={row.weeks.length * CELL}
      height={HEIGHT}
      role="img"
      aria-label={row.weeks
        .map(
          ({ monday, done, asked }) =>
            `week of ${shortDay(monday, today)}: ${clockTime(done)} of ${clockTime(asked)}`,
        )
        .join('; ')}
    >
      {row.weeks.map(({ monday, done, asked }, n) => {
        const share = asked === 0 ? 0 : Math.min(1, done / asked);
        const height = share * (HEIGHT - 2);
        return (
          <g key={monday}>
            <rect
              x={n * CELL + 1}
              y={1}
              width={CELL - 4}
              height={HEIGHT - 2}
              className={asked === 0 ? classes.none : classes.asked}
            />
            <rect
              x={n * CELL + 1}
              y={HEIGHT - 1 - height}
              width={CELL - 4}
              height={height}
              className={classes.done}
            />
          </g>
        );
      })}
    </svg>
  );
}

/** Dose done against dose asked by place, with how soon it fades and why it was left out. */
export function DoseTable({
  rows,
  fades,
  today,
}: {
  rows: readonly DoseRow[];
  fades: readonly FadeRow[];
  today: string;
}) {
  const fadeOf = ({ siteId, side }: DoseRow) =>
    fades.find((one) => one.siteId === siteId && one.side === side);
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col">By week</th>
          <th scope="col">Last {SHARE_WEEKS} weeks</th>
          <th scope="col">Until it fades</th>
          <th scope="col">Left out for</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={`${row.siteId}:${row.side}`}>
            <th scope="row">{rowName(row)}</th>
            <td data-label="by week">
              <WeekCells row={row} today={today} />
            </td>
            <td className={classes.figure} data-label={`last ${SHARE_WEEKS} weeks`}>
              {row.share === null ? '–' : `${Math.round(row.share * 100)} %`}
            </td>
            <td data-label="until it fades">{fadeOf(row)?.says ?? '–'}</td>
            <td data-label="left out for">
              {row.why
                .slice(0, 2)
                .map(({ label, count }) => `${label} (${count})`)
                .join(', ') || '–'}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
