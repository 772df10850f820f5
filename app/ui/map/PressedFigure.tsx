import type { PointerEvent } from 'react';
import {
  findSite,
  placeOf,
  PLACES,
  polygonOf,
  VIEWS,
  type SiteId,
  type ViewId,
} from '#core/anatomy';
import type { Point } from '#core/geometry';
import { sideSign } from '#core/map';
import type { RestingPlace } from '#core/response';
import { placeKey } from '#core/routine';
import { Figure, pathsOf } from '~/ui/figure/Figure';
import classes from './PressedFigure.module.css';

/** A place as it is drawn on one view. */
interface DrawnPlace {
  key: string;
  place: RestingPlace;
  paths: string[];
  /** Its corners on the view, on the side that is meant. */
  corners: Point[];
}

function drawnOn(view: ViewId, place: RestingPlace): DrawnPlace | null {
  const site = findSite(place.siteId);
  if (!site) return null;
  const areas = PLACES[site.id as SiteId].areas.filter((area) => area.view === view);
  if (areas.length === 0) return null;
  const sign = sideSign(view, place.side);
  return {
    key: placeKey(place),
    place,
    paths: areas.flatMap((shape, index) => {
      const paths = pathsOf({ key: `${site.id}:${index}`, shape, midline: site.midline });
      return paths.at(sign === 1 ? 0 : -1) ?? [];
    }),
    corners: areas.flatMap((shape) =>
      polygonOf(shape).map(([x, y]): Point => [site.midline ? x : sign * x, y]),
    ),
  };
}

/** One drawing: a view of the whole body, or of one side of it. */
interface Drawing {
  view: ViewId;
  /** A view from one side is drawn as the right one; the left is its mirror. */
  flipped: boolean;
  drawn: DrawnPlace[];
}

/** The drawings that show all places between them: the whole body from the back or the front where it does. */
function drawingsOf(places: readonly RestingPlace[]): Drawing[] {
  const left = new Set(places);
  const drawing = (view: ViewId, flipped: boolean): Drawing[] => {
    const drawn = [...left].flatMap((place) => {
      const fits = VIEWS[view].twoSided || (place.side === 'left') === flipped;
      const one = fits ? drawnOn(view, place) : null;
      if (one) left.delete(place);
      return one ?? [];
    });
    return drawn.length > 0 ? [{ view, flipped, drawn }] : [];
  };
  const views: ViewId[] = ['back', 'front', ...(Object.keys(VIEWS) as ViewId[])];
  return views.flatMap((view) =>
    VIEWS[view].twoSided ? drawing(view, false) : [...drawing(view, true), ...drawing(view, false)],
  );
}

/** How much of a view stays to be seen at least, and around the places: parts of its width. Our choice. */
const LEAST_SHOWN = 0.6;
const AROUND = 0.14;

/** From where, and how far, of one direction is shown. */
function span(at: readonly number[], [from, length]: [number, number], wide: number) {
  const low = Math.min(...at);
  const high = Math.max(...at);
  const shown = Math.min(length, Math.max(LEAST_SHOWN * wide, high - low + 2 * AROUND * wide));
  const start = (low + high - shown) / 2;
  return [Math.max(from, Math.min(from + length - shown, start)), shown] as const;
}

/** What of a view is shown: the places with some of the body around them; left, top, width, height. */
function frameAround({ view, drawn }: Drawing): [number, number, number, number] {
  const [left, top, width, height] = VIEWS[view].frame;
  const corners = drawn.flatMap((one) => one.corners);
  const [x, w] = span(
    corners.map(([at]) => at),
    [left, width],
    width,
  );
  const [y, h] = span(
    corners.map(([, at]) => at),
    [top, height],
    width,
  );
  return [x, y, w, h];
}

const middleOf = (corners: readonly Point[]): Point => [
  corners.reduce((sum, [x]) => sum + x, 0) / corners.length,
  corners.reduce((sum, [, y]) => sum + y, 0) / corners.length,
];

/** The place nearest to where somebody points. */
function nearestTo([x, y]: Point, drawn: readonly DrawnPlace[]): DrawnPlace | undefined {
  const away = ({ corners }: DrawnPlace) => {
    const [mx, my] = middleOf(corners);
    return Math.hypot(mx - x, my - y);
  };
  return [...drawn].sort((a, b) => away(a) - away(b))[0];
}

/**
 * The places of a session on the figure, to point at: a touch turns the nearest one, so that a finger need not meet it.
 * The list beside it is the way in by keyboard.
 */
export default function PressedFigure({
  places,
  picked,
  onTurn,
}: {
  places: readonly RestingPlace[];
  /** By their keys. */
  picked: readonly string[];
  onTurn: (key: string) => void;
}) {
  const touch = (event: PointerEvent<SVGGraphicsElement>, drawn: readonly DrawnPlace[]) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const near = nearestTo([x, y], drawn);
    if (near) onTurn(near.key);
  };
  return (
    <div className={classes.figures}>
      {drawingsOf(places).map((drawing) => {
        const { view, flipped, drawn } = drawing;
        const frame = frameAround(drawing);
        const named = drawn.flatMap(({ key, place }) => {
          const site = picked.includes(key) ? findSite(place.siteId) : undefined;
          return site ? placeOf(site, place.side) : [];
        });
        return (
          <Figure
            key={`${view}:${flipped}`}
            view={view}
            frame={frame}
            flipped={flipped}
            label={`${VIEWS[view].name}: ${named.join(', ') || 'nowhere yet'}`}
          >
            {drawn.map(({ key, paths }) =>
              paths.map((d) => (
                <path key={d} d={d} className={classes.place} data-picked={picked.includes(key)} />
              )),
            )}
            <rect
              x={frame[0]}
              y={frame[1]}
              width={frame[2]}
              height={frame[3]}
              className={classes.touch}
              onPointerDown={(event) => touch(event, drawn)}
            />
          </Figure>
        );
      })}
    </div>
  );
}
