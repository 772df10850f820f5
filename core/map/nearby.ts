import { VIEWS, type Site, type ViewId } from '#core/anatomy';
import { distanceToOutline, inside, type Point } from '#core/geometry';
import {
  areasOf,
  homeView,
  judgePlace,
  originOn,
  scaleOf,
  sideAt,
  zoneTouched,
  type Placed,
} from './place';

/** A finger on a small drawing means any place this near, in mm; our own choice. */
const FINGER_REACH_MM = 55;
/** More than a few names are no longer read. */
const MOST = 4;

/** What somebody may have meant by a place they pointed at with a finger. */
export interface Nearby {
  /** The nearest first; empty where nothing is near. */
  places: readonly (Placed & { site: Site })[];
  /** What lies under the finger and is never pressed; null when nothing does. */
  keepOff: { name: string; reason: string } | null;
}

const round = (value: number) => Math.round(value) + 0;

/**
 * The places near one that was pointed at, areas widened for a finger. A place under the finger keeps the exact spot where
 * a point may lie there; else it is the site’s own spot.
 *
 * @param at in body coordinates of the view
 * @param shown the side a one-sided view is shown as
 * @example nearby('back', [-28, 480]).places[0]?.siteId // 'side-low-back'
 */
export function nearby(
  view: ViewId,
  at: Point,
  {
    statureMetres = null,
    shown = 'right',
  }: { statureMetres?: number | null; shown?: 'left' | 'right' } = {},
): Nearby {
  const scale = scaleOf(statureMetres);
  const half: Point = VIEWS[view].twoSided ? [Math.abs(at[0]), at[1]] : at;
  const near = new Map<string, { site: Site; away: number }>();
  for (const { site, polygon, middle } of areasOf(view)) {
    const toMiddle = Math.hypot(middle[0] - half[0], middle[1] - half[1]);
    // Within, the one whose middle is nearest comes first; every one within comes before those beside.
    const away = inside(half, polygon) ? toMiddle / 1e6 : distanceToOutline(half, polygon) * scale;
    const known = near.get(site.id);
    if (away <= FINGER_REACH_MM && (!known || away < known.away)) near.set(site.id, { site, away });
  }
  const places = [...near.values()]
    .sort((one, other) => one.away - other.away)
    .slice(0, MOST)
    .map(({ site, away }) => {
      const side = sideAt(site, view, at[0], shown);
      const own: Placed = { siteId: site.id, side, across: 0, down: 0 };
      const origin = originOn(site, view);
      const x = site.midline ? at[0] : half[0];
      // Only what lies under the finger is as exact as it was pointed at, and only on the view that is judged.
      const exact: Placed =
        origin && away < 1 && homeView(site) === view
          ? {
              ...own,
              across: round((x - origin[0]) * scale),
              down: round((at[1] - origin[1]) * scale),
            }
          : own;
      return { ...(judgePlace(exact, statureMetres).ok ? exact : own), site };
    });
  return { places, keepOff: zoneTouched(at, view, statureMetres) };
}
