import { Link } from 'react-router';
import type { Day } from '#core/calendar';
import { occasionWords, type SpreadDay } from '#core/routine';
import { capital, nearDay } from '~/ui/parts/words';
import { WeekSpread } from '~/ui/week/WeekSpread';
import { occasionSays } from '~/ui/week/weekWords';
import classes from './today.module.css';

/** How the day and the week are proposed. */
export function When({
  week,
  today,
  doneToday,
}: {
  week: readonly SpreadDay[];
  today: Day;
  doneToday: boolean;
}) {
  const now = week.find(({ day }) => day === today);
  const open = now?.occasions.filter(({ what }) => what === 'again' || !doneToday) ?? [];
  const next = week.find(({ day, occasions }) => day > today && occasions.length > 0);
  return (
    <section className={classes.week7}>
      <h2>When</h2>
      {open.length > 0 ? (
        <ul aria-label="Today">
          {open.map((one, index) => (
            <li key={`${one.time}:${index}`}>
              <strong>{capital(occasionWords(one))}</strong> {occasionSays(one)}
            </li>
          ))}
        </ul>
      ) : (
        <p>
          {doneToday ? 'Nothing more today.' : 'Nothing is planned for today; any day will do.'}
          {next && ` Next: ${nearDay(next.day, today)}.`}
        </p>
      )}
      <WeekSpread week={week} today={today} />
      <p>
        A block is the routine, a ring a part of it once more.{' '}
        <Link to="/week">Change my days and times</Link>
      </p>
    </section>
  );
}
