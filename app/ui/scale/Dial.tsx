import { scaleLinear } from 'd3-scale';
import type { Banded } from '#core/uncertainty';
import classes from './Dial.module.css';

const SIZE = 340;
const R = 138;
const SWEEP = (260 * Math.PI) / 180;

const at = (angle: number, radius: number) => [
  SIZE / 2 + radius * Math.sin(angle),
  SIZE / 2 - radius * Math.cos(angle),
];

function arc(from: number, to: number, radius: number): string {
  const [x1, y1] = at(from, radius);
  const [x2, y2] = at(to, radius);
  return `M${x1},${y1}A${radius},${radius} 0 ${to - from > Math.PI ? 1 : 0} 1 ${x2},${y2}`;
}

/** A scale’s face with the load to aim at as a band and what lies on it as the needle. */
export function Dial({
  kilograms,
  aim,
  most,
  label,
}: {
  kilograms: number;
  /** Null while there is nothing to aim at. */
  aim: Banded | null;
  most: number;
  label: string;
}) {
  const angle = scaleLinear([0, most], [-SWEEP / 2, SWEEP / 2]).clamp(true);
  const ticks = scaleLinear([0, most], [0, 1]).ticks(10);
  const [nx, ny] = at(angle(kilograms), R - 26);
  const mark = aim && [at(angle(aim.value), R + 2), at(angle(aim.value), R - 20)];
  return (
    <svg viewBox={`0 0 ${SIZE} ${SIZE}`} className={classes.dial} role="img" aria-label={label}>
      <circle cx={SIZE / 2} cy={SIZE / 2} r={SIZE / 2 - 6} className={classes.face} />
      {aim && <path d={arc(angle(aim.low), angle(aim.high), R - 9)} className={classes.aim} />}
      {mark && (
        <line
          x1={mark[0]?.[0]}
          y1={mark[0]?.[1]}
          x2={mark[1]?.[0]}
          y2={mark[1]?.[1]}
          className={classes.mark}
        />
      )}
      {ticks.map((tick) => {
        const [x1, y1] = at(angle(tick), R);
        const [x2, y2] = at(angle(tick), R - 12);
        const [tx, ty] = at(angle(tick), R - 30);
        return (
          <g key={tick}>
            <line x1={x1} y1={y1} x2={x2} y2={y2} className={classes.tick} />
            <text x={tx} y={(ty ?? 0) + 5} textAnchor="middle" className={classes.number}>
              {tick}
            </text>
          </g>
        );
      })}
      <line x1={SIZE / 2} y1={SIZE / 2} x2={nx} y2={ny} className={classes.needle} />
      <circle cx={SIZE / 2} cy={SIZE / 2} r="9" className={classes.hub} />
      <text x={SIZE / 2} y={SIZE / 2 + 74} textAnchor="middle" className={classes.figure}>
        {kilograms.toFixed(1)}
      </text>
      <text x={SIZE / 2} y={SIZE / 2 + 98} textAnchor="middle" className={classes.unit}>
        kg
      </text>
    </svg>
  );
}
