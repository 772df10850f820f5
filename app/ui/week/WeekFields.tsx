import { addDays, TIMES_OF_DAY, type TimeOfDay } from '#core/calendar';
import type { SpreadWishes } from '#core/routine';
import { MOST_HABIT } from '~/keeping/bodies';
import { weekdayName } from '../parts/words';
import { WEEKDAYS } from './readWeek';
import classes from './WeekFields.module.css';

/** What a routine is often tied to. Common practice, no published source. */
const HABITS: Record<TimeOfDay, string> = {
  morning: 'brushing teeth',
  midday: 'lunch break',
  afternoon: 'coming home',
  evening: 'before bed',
};

const SOME_SUNDAY = '2026-01-04';
const nameOf = (weekday: number) => weekdayName(addDays(SOME_SUNDAY, weekday));

/** On which days and when in the day there is time, and what is done then anyway; read by `readWeek`. */
export function WeekFields({ shown, whose }: { shown: SpreadWishes; whose: 'own' | 'theirs' }) {
  const isOwn = whose === 'own';
  return (
    <div className={classes.week} data-whose={whose}>
      <fieldset>
        <legend>{isOwn ? 'On which days?' : 'On which days do they find the time?'}</legend>
        <div className={classes.days}>
          {WEEKDAYS.map((day) => (
            <label key={day}>
              <input
                type="checkbox"
                name={`day:${day}`}
                defaultChecked={shown.weekdays?.includes(day) ?? false}
                aria-label={nameOf(day)}
              />
              <span aria-hidden>{nameOf(day).slice(0, 2)}</span>
            </label>
          ))}
        </div>
        <p>None chosen: any day.</p>
      </fieldset>
      <fieldset>
        <legend>
          {isOwn
            ? 'When in the day, and what do you do then anyway?'
            : 'When in the day, and what do they do then anyway?'}
        </legend>
        {TIMES_OF_DAY.map((time) => (
          <div key={time} className={classes.time}>
            <label>
              <input
                type="checkbox"
                name={`time:${time}`}
                defaultChecked={shown.timesOfDay?.includes(time) ?? false}
              />
              {time}
            </label>
            <input
              type="text"
              name={`habit:${time}`}
              aria-label={`What ${isOwn ? 'you' : 'they'} do in the ${time} anyway`}
              placeholder={HABITS[time]}
              maxLength={MOST_HABIT}
              defaultValue={shown.habits?.[time] ?? ''}
            />
          </div>
        ))}
      </fieldset>
    </div>
  );
}
