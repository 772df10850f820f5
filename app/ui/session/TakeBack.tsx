import { useEffect, useState } from 'react';
import classes from './session.module.css';

const TAKE_BACK_MS = 6_000;

/** For some seconds a rating that was tapped can be taken back: fingers slip. */
export function TakeBack({
  grade,
  count,
  onTakeBack,
}: {
  grade: number | null;
  /** How many ratings there are: one more begins anew. */
  count: number;
  onTakeBack: () => void;
}) {
  const [over, setOver] = useState(0);
  useEffect(() => {
    const timer = setTimeout(() => setOver(count), TAKE_BACK_MS);
    return () => clearTimeout(timer);
  }, [count]);
  if (grade === null || count === 0 || over >= count) return null;
  return (
    <button type="button" className={classes.takeBack} onClick={onTakeBack}>
      Rated {grade}. Take it back
    </button>
  );
}
