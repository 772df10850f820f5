import { arc } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import { UNIT_WORDS, Z95, type Quantity } from '#core/measurement';
import classes from './ReachArc.module.css';

/** One side of a test: now, after pressing, and at earlier visits. */
export interface Reach {
  side: 'left' | 'right' | 'mid';
  now: number | null;
  /** Standard error of the present reading. */
  sem: number;
  after: number | null;
  /** Newest first. */
  earlier: readonly { value: number; label: string }[];
}

const R = 150;
const SIZE = { width: 400, height: 290 };
const CENTRE = { x: 200, y: 196 };
const FADES = [0.75, 0.5, 0.34, 0.24, 0.16];
const RAD = Math.PI / 180;
/** How far the arc reaches to each side, in degrees of the drawing. */
const SPAN = 110;

const shown = (value: number) => String(Math.round(value * 10) / 10);
const withUnit = (value: number, { unit }: Quantity) =>
  unit === 'deg' ? `${shown(value)}°` : `${shown(value)} ${UNIT_WORDS[unit]}`;

/**
 * A movement as an arc: zero points up, each side reaches out to its own. The ordinary range is a band,
 * the error is drawn as width, earlier visits are fading ticks.
 */
export function ReachArc({ quantity, reaches }: { quantity: Quantity; reaches: readonly Reach[] }) {
  // Degrees keep their own angle as long as the arc has room; everything else is spread over it.
  const own = quantity.unit === 'deg' && quantity.most >= 80 && quantity.most <= SPAN;
  const span = own ? quantity.most : SPAN;
  const angle = scaleLinear(
    [Math.min(0, quantity.least), quantity.most],
    [
      // Where a figure may be negative the sides begin apart, so that they do not cross.
      quantity.least < 0 ? 8 : 0,
      span,
    ],
  ).clamp(true);
  const turn = (value: number, side: Reach['side']) =>
    angle(value) * RAD * (side === 'left' ? -1 : 1);
  const at = (value: number, side: Reach['side'], radius: number) => {
    const a = turn(value, side);
    return { x: CENTRE.x + radius * Math.sin(a), y: CENTRE.y - radius * Math.cos(a) };
  };
  const ring = (from: number, to: number, side: Reach['side'], inner: number, outer: number) =>
    arc<null>()
      .innerRadius(inner)
      .outerRadius(outer)
      .startAngle(turn(Math.min(from, to), side))
      .endAngle(turn(Math.max(from, to), side))(null) ?? undefined;
  const line = (value: number, side: Reach['side'], inner: number, outer: number) => {
    const from = at(value, side, inner);
    const to = at(value, side, outer);
    return { x1: from.x, y1: from.y, x2: to.x, y2: to.y };
  };
  const { ordinary } = quantity;
  const ticks = scaleLinear([Math.min(0, quantity.least), quantity.most], [0, 1]).ticks(5);
  const label = `${quantity.name}: ${reaches
    .map(({ side, now, after }) =>
      [
        side === 'mid' ? '' : side,
        now === null ? 'not measured' : withUnit(now, quantity),
        after === null ? '' : `after ${withUnit(after, quantity)}`,
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join(', ')}`;
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className={classes.arc}
      role="img"
      aria-label={label}
    >
      <g transform={`translate(${CENTRE.x} ${CENTRE.y})`}>
        {reaches.map(({ side }) => (
          <g key={side}>
            <path
              d={ring(Math.min(0, quantity.least), quantity.most, side, R - 1, R)}
              className={classes.rail}
            />
            {ordinary && (
              <path
                d={ring(
                  ordinary.from ?? Math.min(0, quantity.least),
                  ordinary.to ?? quantity.most,
                  side,
                  R - 15,
                  R,
                )}
                className={classes.ordinary}
                data-single={ordinary.from === ordinary.to}
              />
            )}
          </g>
        ))}
        {reaches.map(({ side, now, sem }) =>
          now === null ? null : (
            <path
              key={side}
              d={ring(
                Math.max(quantity.least, now - Z95 * sem),
                Math.min(quantity.most, now + Z95 * sem),
                side,
                26,
                R - 17,
              )}
              className={classes.error}
            />
          ),
        )}
      </g>
      {reaches.map(({ side }) =>
        ticks.map((tick) => {
          if (tick === 0 && side === 'right' && quantity.least >= 0) return null;
          const place = at(tick, side, R + 14);
          return (
            <g key={`${side}:${tick}`}>
              <line {...line(tick, side, R, R + 5)} className={classes.tick} />
              <text x={place.x} y={place.y + 4} textAnchor="middle" className={classes.number}>
                {tick}
              </text>
            </g>
          );
        }),
      )}
      {ordinary && ordinary.from !== null && ordinary.from === ordinary.to
        ? reaches.map(({ side }) => (
            <line
              key={side}
              {...line(ordinary.from ?? 0, side, R - 17, R + 2)}
              className={classes.usual}
            />
          ))
        : null}
      {reaches.map(({ side, earlier }) =>
        earlier.slice(0, FADES.length).map(({ value, label: when }, index) => (
          <line
            key={`${side}:${when}:${index}`}
            {...line(value, side, R - 40, R - 17)}
            className={classes.earlier}
            strokeOpacity={FADES[index]}
          >
            <title>{`${when}: ${withUnit(value, quantity)}`}</title>
          </line>
        )),
      )}
      {reaches.map(({ side, now, after }) => (
        <g key={side}>
          {now !== null && <line {...line(now, side, 26, R)} className={classes.now} />}
          {after !== null && <line {...line(after, side, 26, R)} className={classes.after} />}
        </g>
      ))}
      <circle cx={CENTRE.x} cy={CENTRE.y} r="4" className={classes.hub} />
      {reaches.map(({ side, now }) => {
        const x = side === 'left' ? 92 : side === 'right' ? SIZE.width - 92 : CENTRE.x;
        return (
          <text key={side} x={x} y={SIZE.height - 8} textAnchor="middle" className={classes.value}>
            {side !== 'mid' && <tspan className={classes.side}>{side} </tspan>}
            {now === null ? '–' : withUnit(now, quantity)}
          </text>
        );
      })}
    </svg>
  );
}
