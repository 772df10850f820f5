import { Link } from 'react-router';
import { standingWords } from '#core/complaint';
import type { Review as ReviewData } from '~/services/reviewing.server';
import { CourseChart } from '~/ui/complaint/CourseChart';
import classes from './review.module.css';

/** What brought them, and what became of it. */
export function Brought({
  complaints,
  base,
  isPart,
  onDays,
}: {
  complaints: ReviewData['complaints'];
  base: string;
  /** Only some days are looked at. */
  isPart: boolean;
  onDays: (days: { from: string; to: string }) => void;
}) {
  if (complaints.length === 0) {
    return (
      <p className={classes.counted}>
        What brings them is not written down yet.{' '}
        <Link to={`${base}/complaint`}>Write it down</Link>, and it is asked again each week: it is
        the outcome they came for.
      </p>
    );
  }
  return (
    <section aria-labelledby="brought-title">
      <h2 id="brought-title">
        What brought them <span>told at visits and once a week at home</span>
      </h2>
      <ul className={classes.brought}>
        {complaints.map(({ id, what, over, course }) => {
          const last = course.told.at(-1);
          return (
            <li key={id}>
              <div>
                <h3 dir="auto">{what}</h3>
                <p data-over={over}>
                  {over ? 'No longer asked about. ' : ''}
                  {isPart && course.told.length < 2
                    ? `Asked ${course.told.length === 0 ? 'not at all' : 'once'} in these days.`
                    : course.says}
                </p>
                {course.trend && <p className={classes.counted}>{course.trend}</p>}
                {last && <p className={classes.counted}>{standingWords(last)}</p>}
              </div>
              <CourseChart name={what} course={course} width={660} onDays={onDays} />
            </li>
          );
        })}
      </ul>
      <p className={classes.counted}>
        Each answer looks back on seven days. Against the first: 2 points of 10 count as change
        (Farrar et al. 2001), 2 days a week by our own choice.{' '}
        <Link to={`${base}/complaint`}>Ask, or change it</Link>
      </p>
    </section>
  );
}
