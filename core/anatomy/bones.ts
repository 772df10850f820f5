import { distanceToOutline, touches, type Polygon } from '#core/geometry';
import { band, oval, polygonOf, UNITS_PER_STATURE, type Shape } from './figure';
import { PLACES, type SiteId } from './sites';
import { ZONES } from './zones';

/** Bone that thins with age or long steroid use and lies under little flesh. Common practice, no published source. */
export const FRAGILE_BONES = {
  spine: ZONES.spine.shapes,
  'floating ribs': ZONES['floating-ribs'].shapes,
  breastbone: [band('front', 14, [0, 186], [0, 280]), ...ZONES['breastbone-tip'].shapes],
  ribs: [
    // Under the arm, beside the shoulder blade, and in front below the collarbone down to the edge of the ribs.
    band('back', 20, [92, 270], [84, 350]),
    band('back', 24, [24, 230], [30, 340]),
    band('front', 30, [22, 196], [34, 290], [58, 366]),
    band('front', 24, [70, 215], [84, 300], [80, 366]),
    oval('armpit', [54, 252], [40, 40]),
  ],
} as const satisfies Record<string, readonly Shape[]>;
export type FragileBone = keyof typeof FRAGILE_BONES;

/** Nearer than this a tool reaches the bone, in units of the figure; about 3 cm, half a ball. Our own estimate. */
const NEAR = (0.03 / 1.72) * UNITS_PER_STATURE;

const distance = (one: Polygon, other: Polygon): number =>
  touches(one, other)
    ? 0
    : Math.min(
        ...one.map((point) => distanceToOutline(point, other)),
        ...other.map((point) => distanceToOutline(point, one)),
      );

const BONES = Object.entries(FRAGILE_BONES).flatMap(([bone, shapes]) =>
  shapes.map((shape) => ({ bone: bone as FragileBone, view: shape.view, line: polygonOf(shape) })),
);

/** How far the pressing area of a site is from each fragile bone that is drawn in the same view; units of the figure. */
export function boneDistances(siteId: SiteId): { bone: FragileBone; units: number }[] {
  const areas = PLACES[siteId].areas;
  return BONES.flatMap(({ bone, view, line }) =>
    areas
      .filter((area) => area.view === view)
      .map((area) => ({ bone, units: distance(polygonOf(area), line) })),
  );
}

const found = new Map<string, ReadonlySet<FragileBone>>();

/** Which fragile bones lie under or beside the pressing area of a site, by geometry. */
export function bonesNear(siteId: SiteId): ReadonlySet<FragileBone> {
  const known = found.get(siteId);
  if (known) return known;
  const near = new Set(
    boneDistances(siteId)
      .filter(({ units }) => units <= NEAR)
      .map(({ bone }) => bone),
  );
  found.set(siteId, near);
  return near;
}
