import { useId, type ReactNode } from 'react';
import { polygonOf, VIEWS, type Shape, type ViewId } from '#core/anatomy';
import { mirror, pathOf, smooth, smoothLine, straightPath } from '#core/geometry';
import classes from './Figure.module.css';

/** A shape to be laid over the figure, for the drawn half; two-sided views show its mirror too. */
export interface Overlay {
  key: string;
  shape: Shape;
  /** Drawn on the midline once. */
  midline?: boolean;
}

/** The shapes of the tables never change: each is bent into its outline once, with its mirror. */
const bent = new WeakMap<Shape, readonly [string, string]>();

function outlinesOf(shape: Shape): readonly [string, string] {
  const before = bent.get(shape);
  if (before) return before;
  const polygon = polygonOf(shape);
  const outlines = [straightPath(polygon), straightPath(mirror(polygon))] as const;
  bent.set(shape, outlines);
  return outlines;
}

/** The paths of a shape on its view: one, or one for each half of the body. */
export function pathsOf({ shape, midline }: Overlay): string[] {
  const [here, mirrored] = outlinesOf(shape);
  return VIEWS[shape.view].twoSided && !midline ? [here, mirrored] : [here];
}

const DRAWN = Object.fromEntries(
  Object.values(VIEWS).map((view) => [
    view.id,
    {
      outlines: view.outlines.map((points) => pathOf(smooth(points))),
      tones: view.tones.map((points) => pathOf(smooth(points))),
      lines: view.lines.map(({ points, weight }) => ({ weight, path: pathOf(smoothLine(points)) })),
    },
  ]),
) as Record<
  ViewId,
  { outlines: string[]; tones: string[]; lines: { weight: string; path: string }[] }
>;

/** Views that are cut off fade out at these edges instead of ending in a line. */
const FADES: Partial<Record<ViewId, { across: boolean }>> = {
  head: { across: false },
  armpit: { across: true },
  'foot-top': { across: false },
};

function Fades({ id, view }: { id: string; view: ViewId }) {
  const [x, y, width, height] = VIEWS[view].frame;
  const across = FADES[view]?.across ?? false;
  return (
    <>
      <linearGradient id={`down${id}`} x1="0" x2="0" y1="0" y2="1">
        <stop offset="0.8" stopColor="#fff" />
        <stop offset="1" stopColor="#000" />
      </linearGradient>
      <linearGradient id={`across${id}`}>
        <stop offset="0" stopColor={across ? '#000' : '#fff'} />
        <stop offset="0.13" stopColor="#fff" />
        <stop offset="0.8" stopColor="#fff" />
        <stop offset="1" stopColor={across ? '#000' : '#fff'} />
      </linearGradient>
      {['down', 'across'].map((way) => (
        <mask
          key={way}
          id={`${way}mask${id}`}
          maskUnits="userSpaceOnUse"
          x={x}
          y={y}
          width={width}
          height={height}
        >
          <rect x={x} y={y} width={width} height={height} fill={`url(#${way}${id})`} />
        </mask>
      ))}
    </>
  );
}

/**
 * One view of the body, with whatever is laid over it in body coordinates. The drawing itself says
 * nothing to a screen reader beyond its label: lists beside it carry the same content.
 */
export function Figure({
  view,
  label,
  frame = VIEWS[view].frame,
  flipped = false,
  under,
  children,
  className,
}: {
  view: ViewId;
  label: string;
  /** What is to be seen: left, top, width, height, in body coordinates. */
  frame?: readonly [number, number, number, number];
  /** Show a one-sided view as the other side. */
  flipped?: boolean;
  /** Laid under the lines of the drawing. */
  under?: ReactNode;
  /** Laid over it. */
  children?: ReactNode;
  className?: string;
}) {
  const id = useId().replaceAll(/[^a-zA-Z0-9]/g, '');
  const [left, , width] = frame;
  const { outlines, tones, lines } = DRAWN[view];
  const own = VIEWS[view].frame;
  const blur = Math.min(6, own[2] / 110);
  return (
    <svg
      viewBox={frame.join(' ')}
      className={`${classes.figure} ${className ?? ''}`}
      role="img"
      aria-label={label}
      preserveAspectRatio="xMidYMid meet"
    >
      <defs>
        <filter id={`soft${id}`} x="-20%" y="-20%" width="140%" height="140%">
          <feGaussianBlur stdDeviation={blur} />
        </filter>
        <clipPath id={`body${id}`}>
          {outlines.map((path) => (
            <path key={path} d={path} />
          ))}
        </clipPath>
        {FADES[view] && <Fades id={id} view={view} />}
      </defs>
      <g
        transform={flipped ? `translate(${2 * left + width} 0) scale(-1 1)` : undefined}
        mask={FADES[view] ? `url(#downmask${id})` : undefined}
      >
        <g mask={FADES[view]?.across ? `url(#acrossmask${id})` : undefined}>
          {outlines.map((path) => (
            <path key={path} d={path} className={classes.skin} />
          ))}
          <g clipPath={`url(#body${id})`}>
            <g filter={`url(#soft${id})`}>
              {outlines.map((path) => (
                <path key={path} d={path} className={classes.rim} strokeWidth={own[2] / 28} />
              ))}
              {tones.map((path) => (
                <path key={path} d={path} className={classes.tone} />
              ))}
            </g>
          </g>
          {under}
          {lines.map(({ path, weight }) => (
            <path key={path} d={path} className={classes.line} data-weight={weight} />
          ))}
          {outlines.map((path) => (
            <path key={path} d={path} className={classes.outline} />
          ))}
          {children}
        </g>
      </g>
    </svg>
  );
}
