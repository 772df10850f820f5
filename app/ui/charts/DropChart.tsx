import { useElementSize } from '@mantine/hooks';
import { steadyWords, type DropRow } from '#core/trend';
import { shortDay } from '../parts/words';
import { DropRowChart, type IssuedThen } from './DropRowChart';
import { dayAt, dayNumber, dayScale } from './dropScale';
import { rowName } from './rowName';
import { useBrush } from './useBrush';
import classes from './DropChart.module.css';

function TimeLine({ from, to, width }: { from: string; to: string; width: number }) {
  const x = dayScale(from, to, width);
  const weeks = Math.max(1, Math.floor((dayNumber(to) - dayNumber(from)) / 7));
  const every = Math.ceil(weeks / Math.max(2, Math.floor(width / 90)));
  const ticks = Array.from(
    { length: Math.floor(weeks / every) + 1 },
    (_, n) => dayNumber(from) + n * every * 7,
  );
  return (
    <svg width={width} height="22" viewBox={`0 0 ${width} 22`} aria-hidden data-axis>
      {ticks.map((day) => (
        <text
          key={day}
          x={x(day)}
          y="14"
          textAnchor={day === dayNumber(from) ? 'start' : 'middle'}
          className={classes.grade}
        >
          {shortDay(dayAt(day))}
        </text>
      ))}
    </svg>
  );
}

/**
 * The drop chart: one row per point, or per site and side; each session a stroke from the rating before down to the
 * rating after, with how the day after was under it and the robust trend of the ratings before dashed through them.
 */
export function DropChart({
  rows,
  from,
  to,
  versions = [],
  onDays,
}: {
  rows: readonly DropRow[];
  from: string;
  to: string;
  /** Versions that were issued, as faint lines. */
  versions?: readonly IssuedThen[];
  /** Days that were pulled over. */
  onDays?: (days: { from: string; to: string }) => void;
}) {
  const { ref, width: measured } = useElementSize<HTMLDivElement>();
  const width = measured || 640;
  const { pull, handlers } = useBrush(dayScale(from, to, width), width, onDays);
  return (
    <div className={classes.chart}>
      {rows.map((row, index) => (
        <div key={row.point?.thread ?? `${row.siteId}:${row.side}`} className={classes.row}>
          <div className={classes.words}>
            <h3>{rowName(row)}</h3>
            <p data-change={row.change.verdict}>{row.change.says}</p>
            <p className={classes.usual}>
              {row.usualDrop === null
                ? 'Not rated after the hold.'
                : `Usually falls ${row.usualDrop} within a session${
                    row.dropTrend ? `; over the weeks ${steadyWords(row.dropTrend)}` : ''
                  }.`}
            </p>
          </div>
          <div
            ref={index === 0 ? ref : undefined}
            className={classes.drawing}
            data-pulls={onDays !== undefined}
            {...handlers}
          >
            <DropRowChart
              row={row}
              from={from}
              to={to}
              width={width}
              versions={versions}
              pulled={pull}
            />
          </div>
        </div>
      ))}
      <div className={classes.row} data-foot>
        <div />
        <div className={classes.drawing} data-pulls={onDays !== undefined} {...handlers}>
          <TimeLine from={from} to={to} width={width} />
        </div>
      </div>
    </div>
  );
}
