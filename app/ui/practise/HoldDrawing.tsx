import { scaleLinear } from 'd3-scale';
import { FADED_GRADE } from '#core/dosage';
import { type HoldRecord } from '#core/session';
import { tendernessFill, tendernessInk } from '../theme/tenderness';
import classes from './HoldDrawing.module.css';

const WIDTH = 358;
const HEIGHT = 220;
const PAD = 18;

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
  const x = scaleLinear([0, Math.max(1, limitSeconds)], [0, WIDTH]).clamp(true);
  const dotX = scaleLinear([0, Math.max(1, limitSeconds)], [PAD, WIDTH - PAD]).clamp(true);
  const y = scaleLinear([0, 10], [HEIGHT - PAD, PAD]);
  const line = ratings.map((rating) => `${dotX(rating.atSeconds)},${y(rating.grade)}`).join(' ');
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className={classes.drawing} preserveAspectRatio="none" aria-hidden>
      <rect width={WIDTH} height={HEIGHT} rx="4" className={classes.ground} />
      <rect width={x(heldSeconds)} y={y(grade)} height={HEIGHT - y(grade)} className={classes.fill} />
      {fades && (
        <>
          <line x1="0" x2={WIDTH} y1={y(FADED_GRADE)} y2={y(FADED_GRADE)} className={classes.faded} />
          <text x={WIDTH - 8} y={y(FADED_GRADE) - 6} textAnchor="end" className={classes.word}>
            faded
          </text>
          <line x1={x(leastSeconds)} x2={x(leastSeconds)} y1={y(FADED_GRADE)} y2={HEIGHT} className={classes.faded} />
        </>
      )}
      <polyline points={line} className={classes.line} />
      {ratings.map((rating, index) => (
        <g key={index} transform={`translate(${dotX(rating.atSeconds)},${y(rating.grade)})`}>
          <circle r="13" fill={tendernessFill(rating.grade)} />
          <text y="5" textAnchor="middle" fill={tendernessInk(rating.grade)} className={classes.numeral}>
            {rating.grade}
          </text>
        </g>
      ))}
    </svg>
  );
}
