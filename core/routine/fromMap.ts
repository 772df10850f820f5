import { findSite, type Side, type Site } from '#core/anatomy';
import { contactPerPoint } from '#core/dosage';
import { newItem } from './newItem';
import { pointName } from './pointNames';
import { LIMITS, type MappedPlace, type PressItem } from './routine';

/** A tender point as the map has it. */
export interface MappedPoint {
  siteId: string;
  side: Side;
  rating: number;
  /** Marked as the worst of all. */
  worst: boolean;
  /** The same point over the visits; absent: it is not followed. */
  thread?: string;
  /** From the site’s own spot: away from the midline, towards the feet; millimetres. */
  across?: number;
  down?: number;
}

/** What the map found at one site. */
export interface FoundSite {
  site: Site;
  sides: 'both' | Side;
  /** The worse side where both are tender; null else. */
  worseSide: 'left' | 'right' | null;
  /** Points by side. */
  counts: Readonly<Record<Side, number>>;
  /** The highest rating there, 0–10. */
  rating: number;
  worst: boolean;
  /** The points themselves, the worst first. */
  points: readonly MappedPoint[];
}

const highest = (points: readonly MappedPoint[], side: Side): number =>
  Math.max(0, ...points.filter((point) => point.side === side).map(({ rating }) => rating));

/**
 * The sites of a map in the order they are worked by: what was marked as the worst, then by the highest rating.
 * Points rated 0 are gone, and a site that is not worked itself is left out.
 */
export function foundSites(points: readonly MappedPoint[]): FoundSite[] {
  const tender = points.filter(({ rating }) => rating > 0);
  return [...new Set(tender.map(({ siteId }) => siteId))]
    .flatMap((siteId): FoundSite[] => {
      const site = findSite(siteId);
      if (!site || site.redirect) return [];
      const here = tender.filter((point) => point.siteId === siteId);
      const count = (side: Side) => here.filter((point) => point.side === side).length;
      const counts = { left: count('left'), right: count('right'), mid: count('mid') };
      const [left, right] = [highest(here, 'left'), highest(here, 'right')];
      const isBoth = counts.left > 0 && counts.right > 0;
      const more = left - right || counts.left - counts.right;
      return [
        {
          site,
          sides: site.midline ? 'mid' : isBoth ? 'both' : counts.left > 0 ? 'left' : 'right',
          worseSide: isBoth && more !== 0 ? (more > 0 ? 'left' : 'right') : null,
          counts,
          rating: Math.max(...here.map(({ rating }) => rating)),
          worst: here.some(({ worst }) => worst),
          points: here.toSorted((a, b) => Number(b.worst) - Number(a.worst) || b.rating - a.rating),
        },
      ];
    })
    .sort((a, b) => Number(b.worst) - Number(a.worst) || b.rating - a.rating);
}

/** What a point is called among those of its side. */
function nameAmong(
  found: readonly MappedPoint[],
  thread: string,
  on: Side,
  where: Pick<MappedPoint, 'across' | 'down'>,
): string {
  const beside = found.filter(({ side }) => side === on);
  return pointName(
    where,
    beside.findIndex((point) => point.thread === thread),
    beside.length,
  );
}

/**
 * A line that is there already, with what the map found at its site: which points they are, so that session, log and
 * chart follow them. What was prescribed stays as it is.
 *
 * @returns null when nothing of it is new to the line
 */
export function withMapped(item: PressItem, found: FoundSite): PressItem | null {
  if (item.siteId !== found.site.id) return null;
  const { mapped = [] } = itemFromMap(found, item.id);
  const worked = mapped.filter(
    ({ side }) => item.sides === 'both' || item.sides === side || side === 'mid',
  );
  if (worked.length === 0) return null;
  const known = new Set(item.mapped?.map(({ thread }) => thread));
  return worked.every(({ thread }) => known.has(thread)) ? null : { ...item, mapped: worked };
}

/**
 * A cautious first line for what the map found: its sides and no other, as many points as were found there and the
 * site’s cap has room for, one more share where one side has more.
 */
export function itemFromMap(
  { site, sides, worseSide, counts, points: found }: FoundSite,
  id: string,
  tools: readonly string[] | null = null,
): PressItem {
  const usual = newItem(site, id, null, tools);
  // Where every spot has a name they are all gone through.
  if (site.spots) return { ...usual, sides, affectedSide: worseSide };
  const room = Math.max(1, Math.floor(site.capSeconds / contactPerPoint(usual.dose).most));
  const most = Math.min(room, LIMITS.points);
  const { left, right, mid } = counts;
  const fewer = sides === 'both' ? Math.min(left, right) : Math.max(left, right, mid);
  const points = Math.max(1, Math.min(most, fewer));
  const extra = worseSide === null ? 0 : Math.max(0, counts[worseSide] - points);
  const mapped = found.flatMap(({ thread, side: on, across, down }): MappedPlace[] =>
    thread === undefined
      ? []
      : [{ thread, side: on, name: nameAmong(found, thread, on, { across, down }) }],
  );
  return {
    ...usual,
    ...(mapped.length > 0 ? { mapped } : {}),
    sides,
    affectedSide: worseSide,
    points,
    extraPoints: Math.min(extra, most - points, LIMITS.extraPoints),
  };
}
