import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { shortDay } from '~/ui/parts/words';
import { tendernessFill } from '~/ui/theme/tenderness';
import classes from './caseload.module.css';

const SIZE = { width: 96, height: 26, pad: 4 };

/** How tender it was week by week, small: a line from 0 to 10 with its last week as a dot and a numeral. */
export function Sparkline({
  grades,
  mondays,
}: {
  grades: readonly (number | null)[];
  mondays: readonly string[];
}) {
  const x = scaleLinear([0, Math.max(1, grades.length - 1)], [SIZE.pad, SIZE.width - SIZE.pad]);
  const y = scaleLinear([0, 10], [SIZE.height - SIZE.pad, SIZE.pad]);
  const path = line<number | null>()
    .defined((grade) => grade !== null)
    .x((_, n) => x(n))
    .y((grade) => y(grade ?? 0))([...grades]);
  const at = grades.findLastIndex((grade) => grade !== null);
  const last = grades[at];
  if (last === null || last === undefined) return <span className={classes.soft}>not rated</span>;
  return (
    <span className={classes.spark}>
      <svg
        width={SIZE.width}
        height={SIZE.height}
        role="img"
        aria-label={grades
          .flatMap((grade, n) =>
            grade === null ? [] : [`week of ${shortDay(mondays[n] ?? '')}: ${grade.toFixed(1)}`],
          )
          .join('; ')}
      >
        <line x1={0} x2={SIZE.width} y1={y(0)} y2={y(0)} className={classes.base} />
        <path d={path ?? ''} className={classes.line} />
        <circle cx={x(at)} cy={y(last)} r="3" fill={tendernessFill(last)} className={classes.dot} />
      </svg>
      {last.toFixed(1)}
    </span>
  );
}
