import {
  findSite,
  follow,
  middleOf,
  PLACES,
  polygonOf,
  SITES,
  UNITS_PER_STATURE,
  VIEWS,
  ZONE_IDS,
  ZONES,
  type Side,
  type Site,
  type SiteId,
  type ViewId,
  type Zone,
} from '#core/anatomy';
import { distanceToOutline, inside, type Point, type Polygon } from '#core/geometry';
import { answer, mistaken, type Outcome } from '#core/knowledge';
import { USUAL_BODY } from '#core/loading';
import type { TenderPoint } from './point';

/** Our own estimate: a fingertip covers so much; a point this near a keep-off structure touches it. */
export const FINGERTIP_MM = 8;
/** A click this far outside every site still means the nearest one; our own estimate. */
const NEAR_MM = 30;

/** Millimetres of a unit of body coordinates. */
export const scaleOf = (statureMetres: number | null): number =>
  ((statureMetres ?? USUAL_BODY.statureMetres) * 1000) / UNITS_PER_STATURE;

/** The place of a site that its offsets count from: its spot on that view, or the middle of its area. */
export function originOn(site: Site, view: ViewId): Point | null {
  const place = PLACES[site.id as SiteId];
  const spot = follow(place.spot);
  if (spot.view === view) return spot.at;
  const area = place.areas.find((one) => one.view === view);
  return area ? middleOf(area) : null;
}

/** The view a site's points are drawn on first. */
export const homeView = (site: Site): ViewId => follow(PLACES[site.id as SiteId].spot).view;

interface Area {
  site: Site;
  polygon: Polygon;
  middle: Point;
}

const areasOn = new Map<ViewId, readonly Area[]>();

/** The areas of a view as polygons; made once, since a pointer asks many times a second. */
export function areasOf(view: ViewId): readonly Area[] {
  const known = areasOn.get(view);
  if (known) return known;
  const made = SITES.filter(({ redirect }) => !redirect).flatMap((site) =>
    PLACES[site.id as SiteId].areas
      .filter((area) => area.view === view)
      .map((area) => ({ site, polygon: polygonOf(area), middle: middleOf(area) })),
  );
  areasOn.set(view, made);
  return made;
}

const zonesOn = new Map<ViewId, readonly { zone: Zone; polygon: Polygon }[]>();

function zonesOf(view: ViewId): readonly { zone: Zone; polygon: Polygon }[] {
  const known = zonesOn.get(view);
  if (known) return known;
  const made = ZONE_IDS.flatMap((id) =>
    ZONES[id].shapes
      .filter((shape) => shape.view === view)
      .map((shape) => ({ zone: ZONES[id], polygon: polygonOf(shape) })),
  );
  zonesOn.set(view, made);
  return made;
}

/** The side a place on a two-sided view lies on, as the client has it. */
export function sideAt(site: Site, view: ViewId, x: number, shown: 'left' | 'right'): Side {
  if (site.midline) return 'mid';
  const { twoSided } = VIEWS[view];
  if (!twoSided) return shown;
  // From the front the client's left is to the right; from the back it is to the left.
  const right = view === 'back' ? x >= 0 : x < 0;
  return right ? 'right' : 'left';
}

/** +1 when a side of the body lies at positive x on a view, −1 when its mirror does. */
export function sideSign(view: ViewId, side: Side): 1 | -1 {
  if (side === 'mid' || !VIEWS[view].twoSided) return 1;
  return (view === 'back') === (side === 'right') ? 1 : -1;
}

/** Where a point lies on a view; null when its site is not seen there. */
export function pointAt(
  { siteId, side, across, down }: Pick<TenderPoint, 'siteId' | 'side' | 'across' | 'down'>,
  view: ViewId,
  statureMetres: number | null,
): Point | null {
  const site = findSite(siteId);
  if (!site) return null;
  const origin = originOn(site, view);
  if (!origin) return null;
  const scale = scaleOf(statureMetres);
  const sign = sideSign(view, side);
  return [sign * (origin[0] + across / scale), origin[1] + down / scale];
}

/** A place on the body that belongs to a site. */
export type Placed = Pick<TenderPoint, 'siteId' | 'side' | 'across' | 'down'>;

/** The keep-off structure a place on a view touches, or null. Both halves are looked at alike. */
export function zoneTouched(
  [x, y]: Point,
  view: ViewId,
  statureMetres: number | null = null,
): { name: string; reason: string } | null {
  const at: Point = VIEWS[view].twoSided ? [Math.abs(x), y] : [x, y];
  const reach = FINGERTIP_MM / 2 / scaleOf(statureMetres);
  for (const { zone, polygon } of zonesOf(view)) {
    if (inside(at, polygon) || distanceToOutline(at, polygon) < reach) return zone;
  }
  return null;
}

const round = (value: number) => Math.round(value) + 0;

/**
 * The site under a place that was pointed at, with the offset from the site's own spot in mm.
 *
 * @param at in body coordinates of the view
 * @param shown the side a one-sided view is shown as
 * @param wanted a site chosen beforehand: the place is taken as its own, however far it lies inside the body
 * @returns a mistake for a place off the body, on a keep-off structure or far from every site
 */
export function snap(
  view: ViewId,
  at: Point,
  {
    statureMetres = null,
    shown = 'right',
    wanted = null,
  }: { statureMetres?: number | null; shown?: 'left' | 'right'; wanted?: string | null } = {},
): Outcome<Placed> {
  const scale = scaleOf(statureMetres);
  const half: Point = VIEWS[view].twoSided ? [Math.abs(at[0]), at[1]] : at;
  const onBody = VIEWS[view].outlines.some((outline) => inside(at, outline));
  if (!onBody) return mistaken('does not fit', 'at', 'That is beside the body. Point on it.');
  const zone = zoneTouched(at, view, statureMetres);
  if (zone) {
    return mistaken('does not fit', 'at', `Keep off: ${zone.name.toLowerCase()}. ${zone.reason}`);
  }
  let best: { site: Site; away: number } | null = null;
  for (const { site, polygon, middle } of areasOf(view)) {
    if (wanted !== null && site.id !== wanted) continue;
    const toMiddle = Math.hypot(middle[0] - half[0], middle[1] - half[1]);
    // Inside, the site whose middle is nearest; outside, the one whose edge is.
    const away = inside(half, polygon) ? toMiddle / 1e6 : distanceToOutline(half, polygon) * scale;
    if (!best || away < best.away) best = { site, away };
  }
  if (!best || (wanted === null && best.away > NEAR_MM)) {
    return mistaken(
      'does not fit',
      'at',
      'No site lies there. Point nearer to one, or choose it from the list.',
    );
  }
  const { site } = best;
  const origin = originOn(site, view);
  if (!origin) return mistaken('does not fit', 'at', 'That site is not seen from here.');
  const side = sideAt(site, view, at[0], shown);
  const x = site.midline ? at[0] : half[0];
  return answer({
    siteId: site.id,
    side,
    across: round((x - origin[0]) * scale),
    down: round((at[1] - origin[1]) * scale),
  });
}

/** Whether a placed point may be kept: on the body, off every keep-off structure. */
export function judgePlace(placed: Placed, statureMetres: number | null): Outcome<Placed> {
  const site = findSite(placed.siteId);
  if (!site) return mistaken('unknown', 'siteId', 'That is not a site this edition knows.');
  if (site.redirect) return mistaken('does not fit', 'siteId', site.redirect.why);
  const view = homeView(site);
  const at = pointAt(placed, view, statureMetres);
  if (!at) return mistaken('does not fit', 'siteId', 'That site is not seen on the figure.');
  // The site's own spot was checked with the tables; what was moved is checked here.
  if (placed.across === 0 && placed.down === 0) return answer(placed);
  if (!VIEWS[view].outlines.some((outline) => inside(at, outline))) {
    return mistaken('does not fit', 'at', 'That is beside the body.');
  }
  const zone = zoneTouched(at, view, statureMetres);
  return zone
    ? mistaken('does not fit', 'at', `Keep off: ${zone.name.toLowerCase()}. ${zone.reason}`)
    : answer(placed);
}
