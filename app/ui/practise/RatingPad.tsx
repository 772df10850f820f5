import { tendernessFill, tendernessInk } from '../theme/tenderness';
import classes from './RatingPad.module.css';

const ROWS = [
  [6, 7, 8, 9, 10],
  [0, 1, 2, 3, 4, 5],
];

/** Large buttons for a rating 0 to 10, the low ones nearest the thumb. */
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
    <div className={classes.pad} role="group" aria-label={question}>
      <p className={classes.question} data-loud={loud}>
        {question}
        <span>0 nothing · 10 worst</span>
      </p>
      {ROWS.map((grades) => (
        <div key={grades[0]} className={classes.row}>
          {grades.map((grade) => (
            <button
              key={grade}
              type="button"
              className={classes.grade}
              style={{ background: tendernessFill(grade), color: tendernessInk(grade) }}
              onClick={() => onRate(grade)}
            >
              {grade}
            </button>
          ))}
        </div>
      ))}
    </div>
  );
}
