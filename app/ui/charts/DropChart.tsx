import { scaleLinear } from 'd3-scale';
import { useElementSize } from '@mantine/hooks';
import { findSite, placeOf } from '#core/anatomy';
import type { DropRow, Stroke } from '#core/trend';
import { counted, shortDay } from '../parts/words';
import { tendernessFill } from '../theme/tenderness';
import classes from './DropChart.module.css';

const HEIGHT = 92;
const TOP = 12;
const BASE = 76;
const PAD = { left: 18, right: 26 };
const DAY_MS = 86_400_000;

const dayNumber = (day: string) => Date.parse(`${day}T00:00:00Z`) / DAY_MS;
const y = scaleLinear([0, 10], [BASE, TOP]);

/** The name of a row's place on the body. */
export const rowName = (row: Pick<DropRow, 'siteId' | 'side' | 'point'>): string => {
  const site = findSite(row.siteId);
  const place = site ? placeOf(site, row.side) : row.siteId;
  return row.point?.name ? `${place} (${row.point.name})` : place;
};

function describe(row: DropRow): string {
  const first = row.strokes[0];
  const last = row.strokes.at(-1);
  if (!first || !last) return 'No ratings.';
  return `${rowName(row)}: ${counted(row.strokes.length, 'rated session')}, rating before ${first.before} on ${shortDay(first.day)} and ${last.before} on ${shortDay(last.day)}. ${row.change.says}`;
}

function StrokeMark({ stroke, x }: { stroke: Stroke; x: number }) {
  const from = y(stroke.before);
  const to = stroke.after === null ? from : y(stroke.after);
  const after = stroke.after === null ? 'not rated after' : `after ${stroke.after}`;
  const hard = stroke.tooMuch ? '; a hold was ended for pressing too hard' : '';
  const says = `${shortDay(stroke.day)}: before ${stroke.before}, ${after}${hard}`;
  return (
    <g>
      <title>{says}</title>
      <rect
        x={x - 3}
        y={from - 3}
        width="6"
        height={Math.max(0, to - from) + 6}
        rx="3"
        fill={tendernessFill(stroke.before)}
        className={classes.stroke}
      />
      <circle cx={x} cy={from} r="2" className={classes.start} />
      {stroke.tooMuch && (
        <path d={`M${x - 3.5},${HEIGHT - 4} h7 l-3.5,-6.5z`} className={classes.tooMuch} />
      )}
    </g>
  );
}

function RowChart({
  row,
  from,
  to,
  width,
}: {
  row: DropRow;
  from: string;
  to: string;
  width: number;
}) {
  const x = scaleLinear(
    [dayNumber(from), Math.max(dayNumber(to), dayNumber(from) + 1)],
    [PAD.left, width - PAD.right],
  );
  const first = row.strokes[0];
  const last = row.strokes.at(-1);
  const { trend } = row;
  const start = dayNumber(row.firstDay);
  const fitted = (day: number) => (trend ? y(trend.intercept + trend.slope * (day - start)) : 0);
  return (
    <svg
      width={width}
      height={HEIGHT}
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={describe(row)}
    >
      {[0, 5, 10].map((grade) => (
        <g key={grade}>
          <line
            x1={PAD.left - 8}
            x2={width - PAD.right + 6}
            y1={y(grade)}
            y2={y(grade)}
            className={grade === 0 ? classes.base : classes.grid}
          />
          <text x={width - PAD.right + 11} y={y(grade) + 4} className={classes.grade}>
            {grade}
          </text>
        </g>
      ))}
      {row.strokes.map((stroke) => (
        <StrokeMark key={stroke.sessionId} stroke={stroke} x={x(dayNumber(stroke.day))} />
      ))}
      {trend && last && row.change.verdict !== 'too few' && (
        <line
          x1={x(start)}
          x2={x(dayNumber(last.day))}
          y1={fitted(start)}
          y2={fitted(dayNumber(last.day))}
          className={classes.trend}
        />
      )}
      {[first, last].map(
        (stroke, index) =>
          stroke && (
            <text
              key={index === 0 ? 'first' : 'last'}
              x={x(dayNumber(stroke.day)) + (index === 0 ? -7 : 7)}
              y={y(stroke.before) + 4}
              textAnchor={index === 0 ? 'end' : 'start'}
              className={classes.numeral}
            >
              {stroke.before}
            </text>
          ),
      )}
    </svg>
  );
}

function TimeLine({ from, to, width }: { from: string; to: string; width: number }) {
  const x = scaleLinear(
    [dayNumber(from), Math.max(dayNumber(to), dayNumber(from) + 1)],
    [PAD.left, width - PAD.right],
  );
  const weeks = Math.max(1, Math.floor((dayNumber(to) - dayNumber(from)) / 7));
  const every = Math.ceil(weeks / Math.max(2, Math.floor(width / 90)));
  const ticks = Array.from(
    { length: Math.floor(weeks / every) + 1 },
    (_, n) => dayNumber(from) + n * every * 7,
  );
  return (
    <svg width={width} height="22" viewBox={`0 0 ${width} 22`} aria-hidden>
      {ticks.map((day) => (
        <text
          key={day}
          x={x(day)}
          y="14"
          textAnchor={day === dayNumber(from) ? 'start' : 'middle'}
          className={classes.grade}
        >
          {shortDay(new Date(day * DAY_MS).toISOString().slice(0, 10))}
        </text>
      ))}
    </svg>
  );
}

/**
 * The drop chart: one row per site and side; each session a stroke from the rating before down to the
 * rating after, with the robust trend of the ratings before dashed through them.
 */
export function DropChart({
  rows,
  from,
  to,
}: {
  rows: readonly DropRow[];
  from: string;
  to: string;
}) {
  const { ref, width: measured } = useElementSize<HTMLDivElement>();
  const width = measured || 640;
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
                : `Usually falls ${row.usualDrop} within a session.`}
            </p>
          </div>
          <div ref={index === 0 ? ref : undefined} className={classes.drawing}>
            <RowChart row={row} from={from} to={to} width={width} />
          </div>
        </div>
      ))}
      <div className={classes.row} data-foot>
        <div />
        <div className={classes.drawing}>
          <TimeLine from={from} to={to} width={width} />
        </div>
      </div>
    </div>
  );
}
