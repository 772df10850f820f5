import classes from './WeekKnots.module.css';

const MOST_DRAWN = 14;

/** Sessions of a week as knots on a line: filled when done, open when still asked for. */
export function WeekKnots({ done, asked }: { done: number; asked: number }) {
  const knots = Math.min(MOST_DRAWN, Math.max(done, asked));
  return (
    <span className={classes.row}>
      <svg width={knots * 12 + 2} height="12" aria-hidden className={classes.knots}>
        {knots > 1 && <line x1="6" x2={knots * 12 - 5} y1="6" y2="6" className={classes.line} />}
        {Array.from({ length: knots }, (_, n) => (
          <circle
            key={n}
            cx={n * 12 + 6}
            cy="6"
            r={n < asked ? 4 : 3}
            className={n < done ? classes.done : classes.open}
          />
        ))}
      </svg>
      <span>
        {done} of {asked}
      </span>
    </span>
  );
}
