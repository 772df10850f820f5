import { TIMES_OF_DAY, type Day } from '#core/calendar';
import type { Occasion, SpreadDay } from '#core/routine';
import { weekdayName } from '../parts/words';
import { occasionSays } from './weekWords';
import classes from './WeekSpread.module.css';

function Cell({ occasions }: { occasions: readonly Occasion[] }) {
  if (occasions.length === 0) return <td />;
  return (
    <td>
      {occasions.map((one, index) => (
        <span key={index} className={classes[one.what]} title={occasionSays(one)}>
          <span className="visually-hidden">{occasionSays(one)}. </span>
        </span>
      ))}
    </td>
  );
}

/** The days of a week over the times of a day: a block for a session, a ring for what is done once more. */
export function WeekSpread({ week, today }: { week: readonly SpreadDay[]; today?: Day }) {
  return (
    <table className={classes.week}>
      <caption className="visually-hidden">The week</caption>
      <thead>
        <tr>
          <td />
          {week.map(({ day }) => (
            <th key={day} scope="col" aria-current={day === today ? 'date' : undefined}>
              <abbr title={weekdayName(day)}>{weekdayName(day).slice(0, 2)}</abbr>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {TIMES_OF_DAY.map((time) => (
          <tr key={time}>
            <th scope="row">{time}</th>
            {week.map(({ day, occasions }) => (
              <Cell key={day} occasions={occasions.filter((one) => one.time === time)} />
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
