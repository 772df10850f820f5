import { scaleLinear } from 'd3-scale';
import type { WeekCount } from '#core/trend';
import { shortDay } from '../parts/words';
import classes from './WeekBars.module.css';

const HEIGHT = 118;
const BASE = 78;
const COLUMN = 30;

/** Sessions done against asked, a column a week: asked as an outline, done as its filling. */
export function WeekBars({ weeks }: { weeks: readonly WeekCount[] }) {
  const most = Math.max(1, ...weeks.map((week) => Math.max(week.asked, week.done)));
  const tall = scaleLinear([0, most], [0, BASE - 18]);
  const width = Math.max(1, weeks.length) * COLUMN;
  const says = weeks
    .map((week) => `week of ${shortDay(week.monday)}: ${week.done} of ${week.asked}`)
    .join('; ');
  // Two columns are as wide as the name of a day.
  const every = Math.max(2, Math.ceil(weeks.length / 4));
  return (
    <svg
      width={width}
      height={HEIGHT}
      role="img"
      aria-label={`Sessions done of those asked, ${says}.`}
    >
      {weeks.map((week, index) => (
        <g key={week.monday} transform={`translate(${index * COLUMN},0)`}>
          <rect
            x="5"
            width="18"
            y={BASE - tall(week.asked)}
            height={tall(week.asked)}
            className={classes.asked}
          />
          <rect
            x="5"
            width="18"
            y={BASE - tall(week.done)}
            height={tall(week.done)}
            className={classes.done}
          />
          <text
            x="14"
            y={BASE - tall(Math.max(week.done, week.asked)) - 5}
            textAnchor="middle"
            className={classes.count}
          >
            {week.done}
          </text>
          <text x="14" y={BASE + 15} textAnchor="middle" className={classes.small}>
            /{week.asked}
          </text>
          {index % every === 0 && (
            <text
              x={index === weeks.length - 1 ? COLUMN - 2 : 0}
              y={BASE + 34}
              textAnchor={index === weeks.length - 1 ? 'end' : 'start'}
              className={classes.small}
            >
              {shortDay(week.monday)}
            </text>
          )}
        </g>
      ))}
      <line x1="0" x2={width} y1={BASE} y2={BASE} className={classes.base} />
    </svg>
  );
}
