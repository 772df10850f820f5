import { findSite, PLACES, polygonOf, VIEWS, type SiteId, type ViewId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { sideSign } from '#core/map';
import type { RestingPlace } from '#core/response';
import { placeKey } from '#core/routine';
import { pathsOf } from '~/ui/figure/Figure';

/** A place as it is drawn on one view. */
export interface DrawnPlace {
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
export interface Drawing {
  view: ViewId;
  /** A view from one side is drawn as the right one; the left is its mirror. */
  flipped: boolean;
  drawn: DrawnPlace[];
}

/** The drawings that show all places between them: the whole body from the back or the front where it does. */
export function drawingsOf(places: readonly RestingPlace[]): Drawing[] {
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
export function frameAround({ view, drawn }: Drawing): [number, number, number, number] {
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
