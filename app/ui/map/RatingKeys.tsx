import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import classes from './RatingKeys.module.css';

const GRADES = Array.from({ length: 11 }, (_, grade) => grade);

/** 0–10 on one hue, the numeral always printed. */
export function RatingKeys({
  value,
  label,
  onValue,
}: {
  value: number | null;
  label: string;
  onValue: (grade: number) => void;
}) {
  return (
    <div className={classes.keys} role="group" aria-label={label}>
      {GRADES.map((grade) => (
        <button
          key={grade}
          type="button"
          aria-pressed={grade === value}
          style={{ background: tendernessFill(grade), color: tendernessInk(grade) }}
          onClick={() => onValue(grade)}
        >
          {grade}
        </button>
      ))}
    </div>
  );
}
