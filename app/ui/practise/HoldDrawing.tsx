import { useElementSize } from '@mantine/hooks';
import { FADED_GRADE } from '#core/dosage';
import { clockTime } from '../parts/words';
import type { HoldRecord } from '#core/session';
import { tendernessFill, tendernessInk } from '../theme/tenderness';
import classes from './HoldDrawing.module.css';

/** Until the drawing has been measured. */
const WIDTH = 354;
const HEIGHT = 360;
const PAD = 20;
/** Lower than this the longest time has no room of its own: it stands beside the clock. */
const LOW = 84;

/**
 * The strip’s own block, magnified: time fills it from the left, the client’s ratings fall through it
 * towards the line where a point counts as faded.
 */
export function HoldDrawing({
  heldSeconds,
  limitSeconds,
  leastSeconds,
  grade,
  ratings,
  fades,
}: {
  heldSeconds: number;
  limitSeconds: number;
  leastSeconds: number;
  grade: number;
  ratings: HoldRecord['ratings'];
  fades: boolean;
}) {
  const { ref, width: measuredWidth, height: measuredHeight } = useElementSize<HTMLDivElement>();
  const width = measuredWidth || WIDTH;
  const height = measuredHeight || HEIGHT;
  // Three straight lines: a scale library would be a twentieth of all the phone fetches before a session.
  const share = (seconds: number) => Math.max(0, Math.min(1, seconds / Math.max(1, limitSeconds)));
  const x = (seconds: number) => share(seconds) * width;
  const dotX = (seconds: number) => PAD + share(seconds) * (width - 2 * PAD);
  const y = (rated: number) => height - PAD - (rated / 10) * (height - 2 * PAD);
  // On the side of its line where there is room.
  const isLate = share(leastSeconds) > 0.4;
  const line = ratings.map((rating) => `${dotX(rating.atSeconds)},${y(rating.grade)}`).join(' ');
  return (
    <div ref={ref} className={classes.drawing}>
      <svg width={width} height={height} aria-hidden>
        <rect width={width} height={height} rx="4" className={classes.ground} />
        <rect
          width={x(heldSeconds)}
          y={y(grade)}
          height={height - y(grade)}
          className={classes.fill}
        />
        {fades && (
          <>
            <line
              x1="0"
              x2={width}
              y1={y(FADED_GRADE)}
              y2={y(FADED_GRADE)}
              className={classes.faded}
            />
            <text x={width - 8} y={y(FADED_GRADE) - 6} textAnchor="end" className={classes.word}>
              gone: {FADED_GRADE} or less
            </text>
            <line
              x1={x(leastSeconds)}
              x2={x(leastSeconds)}
              y1="0"
              y2={height}
              className={classes.faded}
            />
            <text
              x={x(leastSeconds) + (isLate ? -6 : 6)}
              y="16"
              textAnchor={isLate ? 'end' : 'start'}
              className={classes.word}
            >
              least {clockTime(leastSeconds)}
            </text>
            {height > LOW && (
              <text x={width - 8} y="16" textAnchor="end" className={classes.word}>
                most {clockTime(limitSeconds)}
              </text>
            )}
          </>
        )}
        <polyline points={line} className={classes.line} />
        {ratings.map((rating, index) => (
          <g key={index} transform={`translate(${dotX(rating.atSeconds)},${y(rating.grade)})`}>
            <circle r="13" fill={tendernessFill(rating.grade)} />
            <text
              y="5"
              textAnchor="middle"
              fill={tendernessInk(rating.grade)}
              className={classes.numeral}
            >
              {rating.grade}
            </text>
          </g>
        ))}
      </svg>
    </div>
  );
}
