import { scaleLinear } from 'd3-scale';
import { line } from 'd3-shape';
import { standingWords, type Course, type Told } from '#core/complaint';
import { dayNumber } from '../charts/dropScale';
import { useBrush } from '../charts/useBrush';
import { shortDay } from '../parts/words';
import classes from './CourseChart.module.css';

const HEIGHT = 148;
const TOP = 14;
const BASE = 96;
const DAYS_AT = 116;
const PAD = { left: 68, right: 82 };
/** Answers nearer than this have their numbers left out but for the ends. */
const LEAST_GAP = 15;
/** The names of two lines do not lie on one another. */
const LINE_GAP = 13;

const y = scaleLinear([0, 10], [BASE, TOP]);

/** Where the names of the two lines stand: at their ends, a line apart. */
function namesAt(last: Told): { strongest: number; hinders: number } {
  const [a, b] = [y(last.strongest), y(last.hinders)];
  const apart = Math.max(0, LINE_GAP - Math.abs(a - b)) / 2;
  const down = a <= b ? 1 : -1;
  return { strongest: a - down * apart, hinders: b + down * apart };
}

/**
 * What became of a complaint: at its strongest as a line, what it stops as a dashed one, days of the last seven as
 * numerals below.
 */
export function CourseChart({
  name,
  course: { told, says },
  width = 520,
  onDays,
}: {
  name: string;
  course: Pick<Course, 'told' | 'says'>;
  width?: number;
  /** Days that were pulled over. */
  onDays?: (days: { from: string; to: string }) => void;
}) {
  const [first, last] = [told[0], told.at(-1)];
  const [from, to] = [dayNumber(first?.day ?? '1970-01-01'), dayNumber(last?.day ?? '1970-01-01')];
  const x = scaleLinear([from, Math.max(to, from + 1)], [PAD.left, width - PAD.right]);
  const { pull, handlers } = useBrush(x, width, onDays);
  if (!first || !last || told.length < 2) return null;
  const at = ({ day }: Told) => x(dayNumber(day));
  const drawn = (of: 'strongest' | 'hinders') =>
    line<Told>(at, (one) => y(one[of]))([...told]) ?? undefined;
  const named = namesAt(last);
  const numbered = told.filter(
    (one, index) =>
      index === 0 ||
      index === told.length - 1 ||
      (at(one) - at(told[index - 1] ?? one) >= LEAST_GAP && at(last) - at(one) >= LEAST_GAP),
  );
  return (
    <svg
      viewBox={`0 0 ${width} ${HEIGHT}`}
      className={classes.chart}
      style={{ maxWidth: width }}
      role="img"
      aria-label={`${name}, ${shortDay(first.day)}: ${standingWords(first)}; ${shortDay(last.day)}: ${standingWords(last)}. ${says}`}
      data-pulls={onDays !== undefined}
      {...handlers}
    >
      {pull && (
        <rect
          x={pull[0]}
          width={pull[1] - pull[0]}
          y={0}
          height={HEIGHT}
          className={classes.pulled}
        />
      )}
      {[0, 5, 10].map((grade) => (
        <g key={grade}>
          <line
            x1={PAD.left - 8}
            x2={width - PAD.right + 8}
            y1={y(grade)}
            y2={y(grade)}
            className={grade === 0 ? classes.base : classes.grid}
          />
          <text x={PAD.left - 14} y={y(grade) + 4} textAnchor="end" className={classes.small}>
            {grade}
          </text>
        </g>
      ))}
      <path d={drawn('hinders')} className={classes.hinders} />
      <path d={drawn('strongest')} className={classes.strongest} />
      {told.map((one) => (
        <g key={one.day}>
          <title>{`${shortDay(one.day)}, ${one.from === 'home' ? 'told at home' : 'asked at the visit'}: ${standingWords(one)}`}</title>
          <circle cx={at(one)} cy={y(one.hinders)} r="2.6" className={classes.open} />
          <circle cx={at(one)} cy={y(one.strongest)} r="3.2" className={classes.dot} />
        </g>
      ))}
      {numbered.map((one) => (
        <text key={one.day} x={at(one)} y={DAYS_AT} textAnchor="middle" className={classes.days}>
          {one.days}
        </text>
      ))}
      <text x={PAD.left - 14} y={DAYS_AT} textAnchor="end" className={classes.small}>
        days of 7
      </text>
      <text x={at(first)} y={HEIGHT - 8} textAnchor="middle" className={classes.small}>
        {shortDay(first.day)}
      </text>
      <text x={at(last)} y={HEIGHT - 8} textAnchor="middle" className={classes.small}>
        {shortDay(last.day)}
      </text>
      <text x={width - PAD.right + 12} y={named.strongest + 4} className={classes.name}>
        strongest {last.strongest}
      </text>
      <text x={width - PAD.right + 12} y={named.hinders + 4} className={classes.nameOpen}>
        stops {last.hinders}
      </text>
    </svg>
  );
}
