import {
  BODY_PARTS,
  follow,
  middleOf,
  PLACES,
  polygonOf,
  VIEWS,
  ZONES,
  type Shape,
  type Site,
  type SiteId,
  type ViewId,
} from '#core/anatomy';
import type { Point } from '#core/geometry';
import { Figure, pathsOf } from './Figure';
import classes from './SiteDrawing.module.css';

type Frame = readonly [number, number, number, number];

/** Body coordinates around the site, with room for what belongs to it; square, inside the view. */
function around(shapes: readonly Shape[], view: ViewId): Frame {
  const points = shapes.flatMap(polygonOf);
  const xs = points.map(([x]) => x);
  const ys = points.map(([, y]) => y);
  const own = VIEWS[view].frame;
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const least = VIEWS[view].twoSided ? 190 : Math.max(own[2], own[3]) * 0.7;
  const size = Math.min((Math.max(right - left, bottom - top) + 30) * 1.5, own[3]);
  const side = Math.max(size, least);
  const centre: Point = [(left + right) / 2, (top + bottom) / 2];
  const inside = (value: number, from: number, room: number) =>
    room <= side ? from + (room - side) / 2 : Math.max(from, Math.min(from + room - side, value));
  return [
    inside(centre[0] - side / 2, own[0], own[2]),
    inside(centre[1] - side / 2, own[1], own[3]),
    side,
    side,
  ];
}

const inView = (shapes: readonly Shape[], view: ViewId) =>
  shapes.filter((shape) => shape.view === view);

/** A gentle bow from the site to where it may be felt. */
function bow([ax, ay]: Point, [bx, by]: Point): string {
  const [mx, my] = [(ax + bx) / 2, (ay + by) / 2];
  const [dx, dy] = [bx - ax, by - ay];
  return `M${ax},${ay} Q${mx - dy * 0.18},${my + dx * 0.18} ${bx},${by}`;
}

/** A site close up on one view: where to press, what to keep off, where it may be felt, its landmarks. */
export function SiteDrawing({
  site,
  view,
  whole = false,
  flipped = false,
}: {
  site: Site;
  view: ViewId;
  /** The whole view with where it may be felt, instead of the site close up. */
  whole?: boolean;
  /** As on the other side of the body. */
  flipped?: boolean;
}) {
  const place = PLACES[site.id as SiteId];
  const areas = inView(place.areas, view);
  const zones = site.zones.flatMap((id) =>
    inView(ZONES[id].shapes, view).map((shape) => ({ id, name: ZONES[id].name, shape })),
  );
  const parts = site.refersTo.flatMap((id) =>
    inView(BODY_PARTS[id].shapes, view).map((shape) => ({ id, name: BODY_PARTS[id].name, shape })),
  );
  const frame = whole ? VIEWS[view].frame : around(areas, view);
  const spot = follow(place.spot);
  const [first] = areas;
  const from = spot.view === view ? spot.at : first ? middleOf(first) : null;
  const unit = frame[2] / 420;
  const label = [
    `${site.plainName}, ${VIEWS[view].name.toLowerCase()} view.`,
    zones.length > 0 ? `Keep off: ${zones.map(({ name }) => name.toLowerCase()).join(', ')}.` : '',
    parts.length > 0 ? `May be felt: ${parts.map(({ name }) => name).join(', ')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <Figure
      view={view}
      label={label}
      frame={frame}
      flipped={flipped}
      under={
        <>
          {parts.map(({ id, shape }) => {
            const [one] = pathsOf({ key: id, shape });
            return <path key={id + one} d={one} className={classes.part} />;
          })}
          {areas.flatMap((shape, index) =>
            pathsOf({ key: `${index}`, shape, midline: site.midline }).map((path, side) => (
              <path key={path} d={path} className={classes.area} data-other={side === 1} />
            )),
          )}
        </>
      }
    >
      <pattern
        id={`off-${site.id}-${view}`}
        width={6 * unit}
        height={6 * unit}
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line y2={6 * unit} className={classes.hatch} strokeWidth={2.6 * unit} />
      </pattern>
      {zones.map(({ id, shape }) =>
        pathsOf({ key: id, shape, midline: middleOf(shape)[0] === 0 }).map((path) => (
          <path
            key={path}
            d={path}
            className={classes.zone}
            fill={`url(#off-${site.id}-${view})`}
          />
        )),
      )}
      {from &&
        parts.map(({ id, shape }) => (
          <path key={id} d={bow(from, middleOf(shape))} className={classes.path} />
        ))}
      {from && <circle cx={from[0]} cy={from[1]} r={4.5 * unit} className={classes.spot} />}
    </Figure>
  );
}

/** The view that shows a site best. */
export const bestView = (site: Site): ViewId => follow(PLACES[site.id as SiteId].spot).view;

/** The views a site can be seen or felt on, the whole body before the close-ups. */
export function viewsOf(site: Site): ViewId[] {
  const seen = PLACES[site.id as SiteId].areas.map(({ view }) => view);
  const felt = site.refersTo.map((id) => BODY_PARTS[id].shapes.map(({ view }) => view));
  const views = new Set([bestView(site), ...seen]);
  // A part that none of these shows adds the first view that does.
  for (const of of felt) {
    const [first] = of;
    if (first && !of.some((view) => views.has(view))) views.add(first);
  }
  return [...views];
}
