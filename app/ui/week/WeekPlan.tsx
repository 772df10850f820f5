import { useMemo } from 'react';
import { Link } from 'react-router';
import type { Day } from '#core/calendar';
import {
  spreadSays,
  spreadWeek,
  type Routine,
  type SpreadDay,
  type SpreadWishes,
} from '#core/routine';
import { capital, weekdayName } from '../parts/words';
import { WeekSays } from './WeekSays';
import { WeekSpread } from './WeekSpread';
import { weekLines } from './weekWords';
import classes from './WeekPlan.module.css';

/** “Mon, Wed, Fri · evening”: the session days and their times. */
function shortly(week: readonly SpreadDay[]): string {
  const led = week.flatMap(({ day, occasions }) => {
    const sessions = occasions.filter(({ what }) => what === 'session');
    return sessions.length > 0 ? [{ day, sessions }] : [];
  });
  if (led.length === 0) return 'nothing falls on any day';
  const days = led.length === 7 ? 'every day' : led.map(({ day }) => weekdayName(day).slice(0, 3));
  const times = [...new Set(led.flatMap(({ sessions }) => sessions.map(({ time }) => time)))];
  return `${typeof days === 'string' ? days : days.join(', ')} · ${times.join(' and ')}`;
}

/** How a routine is proposed over the week: shortly, and drawn and told with its reasons when opened. */
export function WeekPlan({
  routine,
  wishes,
  today,
  changeAt,
}: {
  routine: Routine;
  wishes: SpreadWishes;
  today: Day;
  /** Where days and times are written down. */
  changeAt: string;
}) {
  const week = useMemo(() => spreadWeek(routine, wishes, today), [routine, wishes, today]);
  if (routine.items.length === 0) return null;
  return (
    <details className={classes.plan}>
      <summary>
        Over the week <span>{shortly(week)}</span>
      </summary>
      <WeekSpread week={week} today={today} />
      <ul>
        {weekLines(week).map(({ days, what }) => (
          <li key={what}>
            <strong>{capital(days)}</strong> {what}.
          </li>
        ))}
      </ul>
      <WeekSays says={spreadSays(routine, wishes, today)} />
      <p>
        {wishes.timesOfDay === null && 'When they find the time is not known yet. '}
        <Link to={changeAt}>Change their days and times</Link>
      </p>
    </details>
  );
}
