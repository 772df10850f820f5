import type { DropRow } from '#core/trend';
import { counted, shortDay } from '../parts/words';
import { dayNumber, dayScale, gradeScale, ROW } from './dropScale';
import { rowName } from './rowName';
import { StrokeMark } from './StrokeMark';
import classes from './DropChart.module.css';

/** A version that was issued, as a faint line across the chart. */
export interface IssuedThen {
  number: number;
  issuedOn: string;
}

function describe(row: DropRow): string {
  const first = row.strokes[0];
  const last = row.strokes.at(-1);
  if (!first || !last) return 'No ratings.';
  const after = last.after === null ? '' : `, after ${last.after}`;
  return `${rowName(row)}: ${counted(row.strokes.length, 'rated session')}, before ${first.before} on ${shortDay(first.day)}; before ${last.before}${after} on ${shortDay(last.day)}. ${row.change.says}`;
}

/** Two sessions of a day stand beside each other. */
const BESIDE = 4;
function shiftsOf(days: readonly string[]): number[] {
  const seen = new Map<string, number>();
  return days.map((day) => {
    const n = seen.get(day) ?? 0;
    seen.set(day, n + 1);
    return n * BESIDE;
  });
}

/** A numeral at the end of a row, and which rating it is. */
function EndNumeral({
  x,
  grade,
  says,
  isFirst = false,
}: {
  x: number;
  grade: number;
  says: string;
  isFirst?: boolean;
}) {
  return (
    <text
      x={x}
      y={gradeScale(grade) + 2}
      textAnchor={isFirst ? 'end' : 'start'}
      className={classes.numeral}
    >
      {grade}
      <tspan x={x} dy="9.5" className={classes.which}>
        {says}
      </tspan>
    </text>
  );
}

/** One row of the drop chart. */
export function DropRowChart({
  row,
  from,
  to,
  width,
  versions,
  pulled = null,
}: {
  row: DropRow;
  from: string;
  to: string;
  width: number;
  versions: readonly IssuedThen[];
  /** From where to where days are just being chosen, px. */
  pulled?: readonly [number, number] | null;
}) {
  const x = dayScale(from, to, width);
  const first = row.strokes[0];
  const last = row.strokes.at(-1);
  const { trend } = row;
  const start = dayNumber(row.firstDay);
  const fitted = (day: number) =>
    trend ? gradeScale(trend.intercept + trend.slope * (day - start)) : 0;
  const shifts = shiftsOf(row.strokes.map(({ day }) => day));
  return (
    <svg
      width={width}
      height={ROW.height}
      viewBox={`0 0 ${width} ${ROW.height}`}
      role="img"
      aria-label={describe(row)}
    >
      {pulled && (
        <rect
          x={pulled[0]}
          width={pulled[1] - pulled[0]}
          y={0}
          height={ROW.height}
          className={classes.pulled}
        />
      )}
      {[0, 5, 10].map((grade) => (
        <g key={grade}>
          <line
            x1={ROW.left - 8}
            x2={width - ROW.right + 8}
            y1={gradeScale(grade)}
            y2={gradeScale(grade)}
            className={grade === 0 ? classes.base : classes.grid}
          />
          <text x={width - 2} y={gradeScale(grade) + 4} textAnchor="end" className={classes.grade}>
            {grade}
          </text>
        </g>
      ))}
      {versions
        .filter(({ issuedOn }) => issuedOn > from && issuedOn <= to)
        .map(({ number, issuedOn }) => (
          <g key={`${number} ${issuedOn}`}>
            <line
              x1={x(dayNumber(issuedOn)) - 3}
              x2={x(dayNumber(issuedOn)) - 3}
              y1={ROW.top - 8}
              y2={ROW.base}
              className={classes.version}
            />
            <title>{`version ${number}, ${shortDay(issuedOn)}`}</title>
          </g>
        ))}
      {row.strokes.map((stroke, index) => (
        <StrokeMark
          key={stroke.sessionId}
          stroke={stroke}
          x={x(dayNumber(stroke.day)) + (shifts[index] ?? 0)}
        />
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
      {first && (
        <EndNumeral x={x(dayNumber(first.day)) - 8} grade={first.before} says="before" isFirst />
      )}
      {last && (
        <EndNumeral
          x={x(dayNumber(last.day)) + 9 + (shifts.at(-1) ?? 0)}
          grade={last.after ?? last.before}
          says={last.after === null ? 'before' : 'after'}
        />
      )}
    </svg>
  );
}
