import type { CourseOver } from '#core/course';
import { nearDay } from '~/ui/parts/words';
import classes from './today.module.css';

/** The course has ended: what the therapist left for them to read, and what still holds. */
export function Over({
  over: { day, word, goesOn },
  therapistName,
  today,
}: {
  over: CourseOver;
  therapistName: string;
  today: string;
}) {
  if (!goesOn && word === '') return null;
  return (
    <div className={classes.ask}>
      {goesOn && (
        <p>
          <strong>
            Your course with {therapistName} ended {nearDay(day, today)}.
          </strong>{' '}
          Nothing is asked of you any more; the routine is here for when you need it. Should it get
          worse, write or ring.
        </p>
      )}
      {word && <p>“{word}”</p>}
    </div>
  );
}
