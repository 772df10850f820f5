import { tendernessFill, tendernessInk } from '../theme/tenderness';
import classes from './RatingPad.module.css';

/** One scale in one reading order. */
const ROWS = [
  [0, 1, 2, 3, 4, 5],
  [6, 7, 8, 9, 10],
];

/** The key that gives a grade: its figure, and x for ten. */
const keyFor = (grade: number): string => (grade === 10 ? 'x' : String(grade));

/** Large buttons for a rating 0 to 10, from nothing to the worst. */
export function RatingPad({
  question,
  loud,
  onRate,
}: {
  question: string;
  loud: boolean;
  onRate: (grade: number) => void;
}) {
  return (
    <div
      className={classes.pad}
      role="group"
      aria-label={`${question} 0 is nothing, 10 the worst.`}
    >
      <p className={classes.question} data-loud={loud}>
        {question}
      </p>
      {ROWS.map((grades) => (
        <div key={grades[0]} className={classes.row}>
          {grades.map((grade) => (
            <button
              key={grade}
              type="button"
              className={classes.grade}
              data-keys={keyFor(grade)}
              style={{ background: tendernessFill(grade), color: tendernessInk(grade) }}
              onClick={() => onRate(grade)}
            >
              {grade}
              {(grade === 0 || grade === 10) && (
                <small aria-hidden>{grade === 0 ? 'nothing' : 'the worst'}</small>
              )}
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}
