import fc from 'fast-check';
import { follow, PLACES, VIEW_IDS, VIEWS, WORKABLE_SITES, type SiteId } from '#core/anatomy';
import { judgePlace, nearby } from './index';

describe('a place pointed at with a finger', () => {
  it.each(WORKABLE_SITES.map(({ id }) => [id] as const))(
    '%s is among the names where its own spot is pointed at, on either side',
    (id) => {
      const { view, at } = follow(PLACES[id as SiteId].spot);
      for (const sign of VIEWS[view].twoSided ? [1, -1] : [1]) {
        const { places } = nearby(view, [sign * at[0], at[1]]);
        expect(places.map(({ site }) => site.id)).toContain(id);
      }
    },
  );

  it('is named for the side it lies on', () => {
    const { at } = follow(PLACES['below-ridge'].spot);
    const sideAt = (x: number) =>
      nearby('back', [x, at[1]]).places.find(({ siteId }) => siteId === 'below-ridge')?.side;
    expect(sideAt(at[0])).toBe('right');
    expect(sideAt(-at[0])).toBe('left');
    const sole = follow(PLACES['mid-sole'].spot).at;
    expect(nearby('sole', sole, { shown: 'left' }).places[0]?.side).toBe('left');
  });

  it('says what is never pressed, and what lies beside it', () => {
    const spine = nearby('back', [0, 430]);
    expect(spine.keepOff?.name).toMatch(/spine/i);
    expect(spine.places.length).toBeGreaterThan(0);
  });

  it('means nothing far from every place', () => {
    expect(nearby('front', [-240, -10])).toEqual({ places: [], keepOff: null });
  });

  it('names at most four, each once, and none that may not be kept', () => {
    const somewhere = fc.constantFrom(...VIEW_IDS).chain((view) => {
      const [left, top, width, height] = VIEWS[view].frame;
      return fc.record({
        view: fc.constant(view),
        x: fc.double({ min: left, max: left + width, noNaN: true }),
        y: fc.double({ min: top, max: top + height, noNaN: true }),
        statureMetres: fc.option(fc.double({ min: 1.2, max: 2.2, noNaN: true })),
        shown: fc.constantFrom('left' as const, 'right' as const),
      });
    });
    fc.assert(
      fc.property(somewhere, ({ view, x, y, statureMetres, shown }) => {
        const { places } = nearby(view, [x, y], { statureMetres, shown });
        expect(places.length).toBeLessThanOrEqual(4);
        expect(new Set(places.map(({ siteId }) => siteId)).size).toBe(places.length);
        for (const { siteId, side, across, down, site } of places) {
          expect(judgePlace({ siteId, side, across, down }, statureMetres).ok).toBe(true);
          expect(site.redirect).toBeUndefined();
          expect(side === 'mid').toBe(site.midline);
        }
      }),
      { numRuns: 400 },
    );
  });
});
