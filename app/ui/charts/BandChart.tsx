import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import type { Band } from '#core/simulation';
import classes from './BandChart.module.css';

const SIZE = { width: 760, height: 240, left: 34, right: 90, top: 12, bottom: 28 };

/** Of two that end alike the first stands above. */
const isAbove = (ends: readonly number[], n: number): boolean => {
  const [own = 0, other = 0] = [ends[n], ends[1 - n]];
  return own < other || (own === other && n === 0);
};

/** Tenderness week by week as bands, one a policy: the middle as a line, eight of ten clients within. */
export function BandChart({
  bands,
}: {
  bands: readonly { name: string; weeks: readonly Band[] }[];
}) {
  const weeks = Math.max(1, ...bands.map((one) => one.weeks.length - 1));
  const x = scaleLinear([0, weeks], [SIZE.left, SIZE.width - SIZE.right]);
  const y = scaleLinear([0, 10], [SIZE.height - SIZE.bottom, SIZE.top]);
  const within = area<Band>()
    .x((_, n) => x(n))
    .y0(({ low }) => y(low))
    .y1(({ high }) => y(high));
  const through = line<Band>()
    .x((_, n) => x(n))
    .y(({ middle }) => y(middle));
  const label = bands
    .map(({ name, weeks: own }) => {
      const [first, last] = [own[0], own.at(-1)];
      return `${name}: tenderness ${first?.middle.toFixed(1)} at first, ${last?.middle.toFixed(1)} after ${own.length - 1} weeks, eight of ten between ${last?.low.toFixed(1)} and ${last?.high.toFixed(1)}`;
    })
    .join('. ');
  // Names at the ends are kept apart.
  const ends = bands.map(({ weeks: own }) => y(own.at(-1)?.middle ?? 0));
  const [first = 0, second = 0] = ends;
  const apart = Math.abs(first - second) < 14 ? 7 : 0;
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className={classes.chart}
      role="img"
      aria-label={label}
    >
      {[0, 5, 10].map((grade) => (
        <g key={grade}>
          <line
            x1={SIZE.left}
            x2={SIZE.width - SIZE.right}
            y1={y(grade)}
            y2={y(grade)}
            className={classes.grid}
          />
          <text x={SIZE.left - 8} y={y(grade) + 4} textAnchor="end" className={classes.axis}>
            {grade}
          </text>
        </g>
      ))}
      {Array.from({ length: weeks + 1 }, (_, week) => (
        <text
          key={week}
          x={x(week)}
          y={SIZE.height - 8}
          textAnchor="middle"
          className={classes.axis}
        >
          {week === 0 ? 'start' : week}
        </text>
      ))}
      {bands.map(({ name, weeks: own }, n) => (
        <g key={name} data-n={n} className={classes.band}>
          <path d={within([...own]) ?? ''} className={classes.within} />
          <path d={through([...own]) ?? ''} className={classes.middle} />
          <text
            x={SIZE.width - SIZE.right + 10}
            y={(ends[n] ?? 0) + 4 + (isAbove(ends, n) ? -apart : apart)}
            className={classes.name}
          >
            {name}
          </text>
        </g>
      ))}
    </svg>
  );
}
