import { findSite, follow, PLACES, SIDE_ARM, SIDE_STANDING, type SiteId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { FRONT_JOINTS } from './frontFigure';
import { distance } from './rig';
import { SIDE_JOINTS, SIDE_LENGTHS } from './sideFigure';

/** Where a site lies on the standing figure seen from the side. */
export interface SideSpot {
  part: 'trunk' | 'arm' | 'leg';
  at: Point;
  /** Which way the skin looks there: forward, backward, towards whoever looks, down (a sole), up (a shoulder). */
  faces: 'front' | 'back' | 'near' | 'down' | 'up';
}

/** Where the edge of a closed line is crossed at a height: the furthest forward or back. */
function edgeAt(line: readonly Point[], height: number, which: 'front' | 'back'): number {
  const crossings = line.flatMap(([ax, ay], index): number[] => {
    const [bx, by] = line[(index + 1) % line.length] ?? [ax, ay];
    if ((ay - height) * (by - height) > 0 || ay === by) return [];
    return [ax + ((height - ay) / (by - ay)) * (bx - ax)];
  });
  return which === 'front' ? Math.max(...crossings) : Math.min(...crossings);
}

/** How far back the skin of the standing figure lies at a height. */
export const edgeOfBack = (height: number): number => edgeAt(SIDE_STANDING, height, 'back');

const HALF_BREADTH: readonly (readonly [y: number, half: number])[] = [
  [180, 117],
  [260, 101],
  [380, 80],
  [470, 96],
  [560, 100],
  [720, 78],
  [800, 80],
  [960, 66],
];
const halfBreadthAt = (y: number): number =>
  HALF_BREADTH.find(([height]) => height >= y)?.[1] ?? 66;

/** Sites that lie so far round that the side view shows them full. Read off the figure. */
const LATERAL = new Set<string>([
  'outer-quad',
  'hip-front',
  'upper-outer-buttock',
  'side-of-trunk',
  'outer-shoulder',
  'outer-thigh-band',
  'shin-side',
  'outer-blade-edge',
  'chest-under',
]);

/** How far along the arm a site lies, from the shoulder, on either figure. */
function alongArm([x, y]: Point): number {
  const at: Point = [Math.abs(x), y];
  const { shoulder, elbow } = FRONT_JOINTS;
  const upper = distance(shoulder, elbow);
  return y < elbow[1]
    ? distance(shoulder, at)
    : SIDE_LENGTHS.upperArm + (distance(shoulder, at) - upper);
}

const onSole = (y: number): Point => [88 - (y / 138) * 122, 1000];

/** Where a site lies on the standing figure seen from the side. */
export function sideSpot(siteId: SiteId): SideSpot {
  const { view, at } = follow(PLACES[siteId].spot);
  const region = findSite(siteId)?.region;
  const [, y] = at;
  switch (view) {
    case 'head':
      return { part: 'trunk', at, faces: 'near' };
    case 'armpit':
      return { part: 'trunk', at: [-12, 238], faces: 'near' };
    case 'sole':
      return { part: 'leg', at: onSole(y), faces: 'down' };
    case 'foot-top':
      return { part: 'leg', at: [66 - y * 0.3, 968 + (64 - y) * 0.1], faces: 'up' };
    case 'front':
    case 'back': {
      if (region === 'arm') {
        const height = Math.min(SIDE_JOINTS.shoulder[1] + alongArm(at), 560);
        const faces = view === 'front' ? 'front' : 'back';
        const edge = height > 520 ? 12 : edgeAt(SIDE_ARM, height, faces);
        return { part: 'arm', at: [edge * 0.8, height], faces };
      }
      // The crest between neck and shoulder tip looks upwards.
      if (siteId === 'shoulder-ridge' || siteId === 'above-ridge') {
        return { part: 'trunk', at: [-22, 192], faces: 'up' };
      }
      const part = y > 500 ? 'leg' : 'trunk';
      const front = edgeAt(SIDE_STANDING, y, 'front');
      const back = edgeAt(SIDE_STANDING, y, 'back');
      if (LATERAL.has(siteId)) {
        const share = view === 'front' ? 0.6 : 0.36;
        return { part, at: [back + (front - back) * share, y], faces: 'near' };
      }
      return { part, at: [view === 'front' ? front : back, y], faces: view };
    }
  }
}

/** The front of a leg at a site’s height, for whoever lies on it. */
export const frontOf = ({ part, at: [, y] }: SideSpot): SideSpot => ({
  part,
  at: [edgeAt(SIDE_STANDING, y, 'front'), y],
  faces: 'front',
});

/** The buttock’s lower part goes with the trunk, not with a leg that is drawn up. */
export const onSeat = (spot: SideSpot): SideSpot =>
  spot.part === 'leg' && spot.at[1] < 540 ? { ...spot, part: 'trunk', at: [-67, 500] } : spot;

/** Where a site lies on the right half of the standing figure seen from the front or the back. */
export function frontSpot(siteId: SiteId): Point {
  const { view, at } = follow(PLACES[siteId].spot);
  if (view === 'front' || view === 'back') return at;
  if (view === 'armpit') return [100, 238];
  if (view === 'head') return [at[0] < 0 ? 30 : 34, at[1]];
  return [58, 985];
}

/** The outer edge of the trunk or leg at a site’s height: where a side-on lean or lying on the side presses. */
export const outerEdge = (siteId: SiteId): Point => {
  const [, y] = frontSpot(siteId);
  return [halfBreadthAt(y), y];
};
