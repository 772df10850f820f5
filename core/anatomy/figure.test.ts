import {
  distanceToOutline,
  inside,
  mirror,
  overlapShare,
  smoothPolygon,
  touches,
} from '#core/geometry';
import {
  CROTCH,
  CROWN,
  follow,
  HALF_OUTLINE,
  JOINTS,
  landmarksOf,
  polygonOf,
  PROPORTIONS,
  VIEW_IDS,
  VIEWS,
  type Shape,
  type ViewId,
} from './figure';
import { BODY_PARTS, PLACES, SITES, ZONES } from './index';

const outlineOf = (view: ViewId) => smoothPolygon(VIEWS[view].outlines[0] ?? []);
const OUTLINES = Object.fromEntries(VIEW_IDS.map((view) => [view, outlineOf(view)])) as Record<
  ViewId,
  ReturnType<typeof outlineOf>
>;

const sitesShown = SITES.flatMap((site) =>
  PLACES[site.id as keyof typeof PLACES].areas.map((area) => ({ site, area })),
);
const pressed = sitesShown.filter(({ site }) => !site.redirect);
const zonesShown = Object.values(ZONES).flatMap((zone) =>
  zone.shapes.map((shape: Shape) => ({ zone, shape })),
);

/** Two sites that lie over each other in the body may share this much of the smaller one’s area. */
const MOST_SHARED = 0.35;

describe('the figure', () => {
  it('has the proportions of Drillis & Contini 1966 (from memory)', () => {
    const ys = HALF_OUTLINE.map(([, y]) => y);
    expect(CROWN[1]).toBe(0);
    expect(Math.max(...ys)).toBeCloseTo(1000, -1);
    expect(JOINTS.hip).toEqual([
      1000 * PROPORTIONS.hipHalfBreadth,
      1000 * (1 - PROPORTIONS.hipHeight),
    ]);
    const length = (from: readonly number[], to: readonly number[]) =>
      Math.hypot((to[0] ?? 0) - (from[0] ?? 0), (to[1] ?? 0) - (from[1] ?? 0)) / 1000;
    expect(length(JOINTS.shoulder, JOINTS.elbow)).toBeCloseTo(0.186, 6);
    expect(length(JOINTS.elbow, JOINTS.wrist)).toBeCloseTo(0.146, 6);
    expect(length(JOINTS.wrist, JOINTS.fingertip)).toBeCloseTo(0.108, 6);
    const foot = VIEWS.sole.outlines[0]?.map(([, y]) => y) ?? [];
    expect((Math.max(...foot) - Math.min(...foot)) / 1000).toBeCloseTo(PROPORTIONS.foot, 2);
    // The silhouette is drawn to the same figures: shoulder tip, crotch below the hip joint.
    const shoulder = HALF_OUTLINE.find(([, y]) => Math.abs(y - 192) < 1.5);
    expect(shoulder?.[0]).toBeCloseTo(129, 0);
    expect(CROTCH[1]).toBeGreaterThan(JOINTS.hip[1]);
  });

  it('is the same on both sides', () => {
    for (const view of ['front', 'back'] as const) {
      const outline = VIEWS[view].outlines[0] ?? [];
      const flipped = new Set(
        mirror(outline).map(([x, y]) => `${Math.round(x * 10) + 0}:${Math.round(y * 10)}`),
      );
      for (const [x, y] of outline) {
        expect(flipped.has(`${Math.round(x * 10) + 0}:${Math.round(y * 10)}`)).toBe(true);
      }
    }
  });

  it.each(VIEW_IDS)('%s holds its landmarks', (view) => {
    for (const { name, at } of landmarksOf(view)) {
      const near = inside(at, OUTLINES[view]) || distanceToOutline(at, OUTLINES[view]) < 8;
      expect([name, near]).toEqual([name, true]);
    }
  });

  it('holds every zone’s and every body part’s middle', () => {
    const parts = Object.values(BODY_PARTS).flatMap((part) => part.shapes);
    for (const shape of [...parts, ...zonesShown.map(({ shape }) => shape)]) {
      const within = polygonOf(shape).filter((corner) =>
        inside(corner, OUTLINES[shape.view]),
      ).length;
      expect(within / polygonOf(shape).length).toBeGreaterThan(0.5);
    }
  });
});

describe('the sites on the figure', () => {
  it.each(sitesShown.map(({ site, area }) => [site.id, area.view, area] as const))(
    '%s lies inside the outline of %s',
    (_id, view, area) => {
      const out = polygonOf(area).filter((corner) => !inside(corner, OUTLINES[view]));
      expect(out).toEqual([]);
    },
  );

  it.each(pressed.map(({ site, area }) => [site.id, area.view, area] as const))(
    '%s touches no keep-off zone of %s',
    (_id, view, area) => {
      const touched = zonesShown
        .filter(({ shape }) => shape.view === view && touches(polygonOf(shape), polygonOf(area)))
        .map(({ zone }) => zone.name);
      expect(touched).toEqual([]);
    },
  );

  it.each(SITES.map((site) => [site.id] as const))('%s is found by its recipe', (id) => {
    const place = PLACES[id as keyof typeof PLACES];
    const { view, at } = follow(place.spot);
    const own = place.areas.filter((area) => area.view === view);
    expect([at, own.some((area) => inside(at, polygonOf(area)))]).toEqual([at, true]);
  });

  it(`cover each other by at most ${MOST_SHARED * 100} % of the smaller one`, () => {
    const over = [];
    for (const [index, one] of pressed.entries()) {
      for (const other of pressed.slice(index + 1)) {
        if (one.area.view !== other.area.view || one.site.id === other.site.id) continue;
        const share = overlapShare(polygonOf(one.area), polygonOf(other.area));
        if (share > MOST_SHARED)
          over.push(`${one.site.id} / ${other.site.id}: ${share.toFixed(2)}`);
      }
    }
    expect(over).toEqual([]);
  });

  it('are mirrored by the drawing: no place is entered for two sides', () => {
    for (const { site, area } of sitesShown) {
      if (!VIEWS[area.view].twoSided) continue;
      const xs = polygonOf(area).map(([x]) => x);
      if (site.midline) expect(Math.min(...xs) + Math.max(...xs)).toBeCloseTo(0, 6);
      else expect([site.id, Math.min(...xs) >= 0]).toEqual([site.id, true]);
    }
  });
});
