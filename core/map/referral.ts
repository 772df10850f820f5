import {
  BODY_PARTS,
  findSite,
  follow,
  PLACES,
  polygonOf,
  type BodyPartId,
  type Shape,
  type SiteId,
  type ViewId,
} from '#core/anatomy';
import type { Day } from '#core/calendar';
import type { Point } from '#core/geometry';
import { max, min } from 'd3-array';
import { originOn, scaleOf } from './place';
import type { TenderPoint } from './point';

/** Where a foot lies on the whole body: its close-ups are drawn to the same scale, from an origin of their own. */
const FOOT: Point = [52, 982];
/** How far from the midline what is drawn on the side of the head and neck lies; our own choice. */
const BESIDE_EAR = 30;
const ROUND_CM = 5;

type Sent = Pick<TenderPoint, 'siteId' | 'across' | 'down' | 'refersTo'>;

/** Where a place of a view lies on the whole body; what lies behind is as far as what lies in front. */
function onBody([x, y]: Point, view: ViewId): Point {
  switch (view) {
    case 'front':
    case 'back':
    case 'armpit':
      return [x, y];
    case 'head':
      return [BESIDE_EAR, y];
    case 'sole':
    case 'foot-top':
      return FOOT;
  }
}

const farthest = (from: Point, places: readonly Point[]): number =>
  max(places, ([x, y]) => Math.hypot(x - from[0], y - from[1])) ?? 0;

/** How far the far edge of a part is from a point, units of the body. On one drawing as it is drawn, else on the whole body. */
function unitsTo({ siteId, across, down }: Sent, part: BodyPartId, scale: number): number | null {
  const site = findSite(siteId);
  const { view } = site ? follow(PLACES[site.id as SiteId].spot) : { view: null };
  const origin = site && view ? originOn(site, view) : null;
  if (!view || !origin) return null;
  const at: Point = [origin[0] + across / scale, origin[1] + down / scale];
  const { shapes }: { shapes: readonly Shape[] } = BODY_PARTS[part];
  const together = shapes.filter((shape) => shape.view === view);
  if (together.length > 0) return farthest(at, together.flatMap(polygonOf));
  const whole = shapes.flatMap((shape) => polygonOf(shape).map((one) => onBody(one, shape.view)));
  return farthest(onBody(at, view), whole);
}

/**
 * How far pressing a point sends a feeling: from the point to the far edge of the farthest part that was named, on the
 * drawn body. The parts are areas that people name, so it is a measure of how far and no reading: to 5 cm.
 *
 * @param statureMetres null: a usual body
 * @returns cm; 0 when it sends nowhere; null when that was not asked
 * @example referralCm({ siteId: 'deep-buttock', across: 0, down: 0, refersTo: ['back-of-leg'] }, 1.7) // about 60
 */
export function referralCm(point: Sent, statureMetres: number | null): number | null {
  if (point.refersTo === null) return null;
  if (point.refersTo.length === 0) return 0;
  const scale = scaleOf(statureMetres);
  const units = max(point.refersTo, (part) => unitsTo(point, part, scale));
  if (units === undefined) return null;
  return Math.max(ROUND_CM, Math.round((units * scale) / 10 / ROUND_CM) * ROUND_CM);
}

/** How far one point sent, finding by finding. */
export interface ReferralRow {
  thread: string;
  siteId: string;
  side: TenderPoint['side'];
  seen: { day: Day; cm: number; parts: readonly BodyPartId[] }[];
  verdict: 'less far' | 'farther' | 'as far' | 'once';
  says: string;
}

const partsOf = (parts: readonly BodyPartId[]): string =>
  parts.map((id) => BODY_PARTS[id].name).join(', ');

const sentTo = ({ cm, parts }: ReferralRow['seen'][number]): string =>
  cm === 0 ? 'nowhere' : `about ${cm} cm (${partsOf(parts)})`;

/** Findings that may lie between first and last: it went less far only if none of them is farther than the first. */
function judged(seen: ReferralRow['seen']): Pick<ReferralRow, 'verdict' | 'says'> {
  const [first, last] = [seen[0], seen.at(-1)];
  if (!first || !last) return { verdict: 'once', says: '' };
  if (seen.length === 1) return { verdict: 'once', says: `Sends ${sentTo(first)}; asked once.` };
  const from = `Sent ${sentTo(first)} at first, ${sentTo(last)} last time`;
  const between = seen.slice(1).map(({ cm }) => cm);
  if (last.cm < first.cm && (max(between) ?? 0) <= first.cm)
    return { verdict: 'less far', says: `${from}: less far.` };
  if (last.cm > first.cm && (min(between) ?? 0) >= first.cm)
    return { verdict: 'farther', says: `${from}: farther. Look again at the cause.` };
  return last.cm === first.cm
    ? { verdict: 'as far', says: `${from}: as far as before.` }
    : { verdict: 'as far', says: `${from}, now more, now less between: no clear change.` };
}

/**
 * How far the points of a map send, over the visits: less and less as it gets easier (common practice, no published
 * source). What was not asked is not counted; of a day the last finding holds; points that never sent are left out.
 *
 * @param points oldest first
 * @example referralRows([], null) // []
 */
export function referralRows(
  points: readonly (TenderPoint & { day: Day })[],
  statureMetres: number | null,
): ReferralRow[] {
  const rows = new Map<string, Omit<ReferralRow, 'verdict' | 'says'>>();
  for (const point of points) {
    const cm = referralCm(point, statureMetres);
    if (cm === null) continue;
    const { thread, siteId, side, day, refersTo } = point;
    const before = rows.get(thread)?.seen.filter((one) => one.day !== day) ?? [];
    rows.set(thread, {
      thread,
      siteId,
      side,
      seen: [...before, { day, cm, parts: refersTo ?? [] }],
    });
  }
  return [...rows.values()]
    .filter(({ seen }) => seen.some(({ cm }) => cm > 0))
    .map((row) => ({ ...row, ...judged(row.seen) }));
}
