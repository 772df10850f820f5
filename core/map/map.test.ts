import fc from 'fast-check';
import { findSite, follow, PLACES, WORKABLE_SITES, type SiteId } from '#core/anatomy';
import {
  compareMaps,
  countByRegion,
  countChanges,
  homeView,
  judgePlace,
  pointAt,
  pointSchema,
  rankPoints,
  readEntry,
  relatedSites,
  snap,
  zoneTouched,
  type TenderPoint,
} from './index';

const THREAD = (n: number) => `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;

const point = (n: number, siteId: string, rating: number, more: Partial<TenderPoint> = {}) =>
  pointSchema.parse({
    thread: THREAD(n),
    siteId,
    side: findSite(siteId)?.midline ? 'mid' : 'left',
    across: 0,
    down: 0,
    rating,
    ...more,
  });

describe('placing a point', () => {
  it.each(WORKABLE_SITES.map(({ id }) => [id] as const))(
    '%s: its own spot may be kept, on either side',
    (id) => {
      const site = findSite(id);
      for (const side of site?.midline ? (['mid'] as const) : (['left', 'right'] as const)) {
        expect(judgePlace({ siteId: id, side, across: 0, down: 0 }, null)).toMatchObject({
          ok: true,
        });
      }
    },
  );

  it('a click lands in the site under it and comes back to the same place', () => {
    const view = 'back';
    const site = findSite('side-low-back');
    if (!site) throw new RangeError('site');
    const { at } = follow(PLACES['side-low-back'].spot);
    const placed = snap(view, [-at[0] - 4, at[1] + 6], { statureMetres: 2 });
    expect(placed).toEqual({
      ok: true,
      value: { siteId: 'side-low-back', side: 'left', across: 8, down: 12 },
    });
    if (!placed.ok) return;
    const back = pointAt(placed.value, view, 2);
    expect(back?.[0]).toBeCloseTo(-at[0] - 4, 6);
    expect(back?.[1]).toBeCloseTo(at[1] + 6, 6);
  });

  it('sides: the client’s left is right of the middle from the front, left of it from the back', () => {
    const front = follow(PLACES.chest.spot).at;
    expect(snap('front', [front[0], front[1]])).toMatchObject({ value: { side: 'left' } });
    expect(snap('front', [-front[0], front[1]])).toMatchObject({ value: { side: 'right' } });
    const back = follow(PLACES['below-ridge'].spot).at;
    expect(snap('back', [back[0], back[1]])).toMatchObject({ value: { side: 'right' } });
  });

  it('one-sided views take the side they are shown as', () => {
    const { at } = follow(PLACES['mid-sole'].spot);
    expect(snap('sole', at, { shown: 'left' })).toMatchObject({ value: { side: 'left' } });
    expect(snap('sole', at)).toMatchObject({ value: { side: 'right' } });
  });

  it('refuses what is beside the body, on a keep-off structure, or far from every site', () => {
    expect(snap('front', [0, -200])).toMatchObject({
      ok: false,
      mistake: { says: expect.stringMatching(/beside/) },
    });
    expect(snap('back', [0, 300])).toMatchObject({
      ok: false,
      mistake: { says: expect.stringMatching(/Keep off: spine/) },
    });
    expect(snap('front', [12, 440])).toMatchObject({
      ok: false,
      mistake: { says: expect.stringMatching(/No site/) },
    });
    expect(snap('front', [0, 160])).toMatchObject({
      ok: false,
      mistake: { says: expect.stringMatching(/Keep off: windpipe/) },
    });
  });

  it('no click anywhere is kept on a keep-off structure or taken twice for another place', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -220, max: 220, noNaN: true }),
        fc.double({ min: 0, max: 1000, noNaN: true }),
        fc.constantFrom('front' as const, 'back' as const),
        fc.double({ min: 1.3, max: 2.1, noNaN: true }),
        (x, y, view, stature) => {
          const placed = snap(view, [x, y], { statureMetres: stature });
          if (!placed.ok) {
            expect(placed.mistake.says).toMatch(/\.$/);
            return;
          }
          expect(zoneTouched([x, y], view, stature)).toBeNull();
          const at = pointAt(placed.value, view, stature);
          // Offsets are kept in whole millimetres.
          expect(Math.hypot((at?.[0] ?? 0) - x, (at?.[1] ?? 0) - y)).toBeLessThan(1);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('a point moved onto the spine is refused with the reason, at any stature', () => {
    const spot = follow(PLACES['mid-back-lanes'].spot).at;
    for (const stature of [1.4, 1.72, 2]) {
      const across = -spot[0] * stature;
      expect(
        judgePlace({ siteId: 'mid-back-lanes', side: 'left', across, down: 0 }, stature),
      ).toMatchObject({ ok: false, mistake: { says: expect.stringMatching(/Keep off: spine/) } });
    }
  });

  it('every site is found by its own spot on its home view', () => {
    for (const site of WORKABLE_SITES) {
      const { at, view } = follow(PLACES[site.id as SiteId].spot);
      expect(homeView(site)).toBe(view);
      const placed = snap(view, at, { wanted: site.id });
      // Some spots lie a fingertip from a structure: those are reached by the list, with its words.
      if (placed.ok) expect(placed.value).toMatchObject({ siteId: site.id, down: 0 });
      else expect(placed.mistake.says).toMatch(/Keep off/);
    }
  });
});

describe('two maps', () => {
  const then = [
    point(1, 'side-low-back', 7),
    point(2, 'below-ridge', 5),
    point(3, 'calf', 4),
    point(4, 'chest', 3),
    point(5, 'psoas', 6),
  ];
  const now = [
    point(1, 'side-low-back', 4, { across: 14 }),
    point(2, 'below-ridge', 0),
    point(3, 'calf', 5),
    point(4, 'chest', 3),
    point(6, 'hip-front', 2),
  ];
  const compared = compareMaps(then, now);
  const of = (n: number) => compared.find(({ thread }) => thread === THREAD(n));

  it('says what is new, gone, less, more, the same, and what was not looked at', () => {
    expect([1, 2, 3, 4, 5, 6].map((n) => of(n)?.change)).toEqual([
      'less',
      'gone',
      'more',
      'same',
      'not looked at',
      'new',
    ]);
    expect(countChanges(compared)).toEqual({
      new: 1,
      gone: 1,
      less: 1,
      more: 1,
      same: 1,
      'not looked at': 1,
    });
  });

  it('two grades are more than noise, one is not (Farrar 2001, from memory)', () => {
    expect(of(1)).toMatchObject({ difference: -3, meaningful: true });
    expect(of(3)).toMatchObject({ difference: 1, meaningful: false });
  });

  it('a point more than a centimetre away has moved, and says how far', () => {
    expect(of(1)).toMatchObject({ shiftMm: 14, moved: true });
    expect(of(4)).toMatchObject({ shiftMm: 0, moved: false });
  });

  it('a point that was gone and stays gone is no news', () => {
    const gone = [point(1, 'calf', 0)];
    expect(compareMaps(gone, [])).toEqual([]);
    expect(compareMaps(gone, gone)[0]?.change).toBe('gone');
  });

  it('counts tender points by region', () => {
    expect(countByRegion(now)).toEqual([
      { region: 'low back, hip and buttock', count: 2 },
      { region: 'thigh and leg', count: 1 },
      { region: 'shoulder and upper back', count: 1 },
    ]);
  });

  it('works the starred one first, then the most tender', () => {
    const ranked = rankPoints([
      point(1, 'calf', 3),
      point(2, 'calf', 6),
      point(3, 'calf', 2, { worst: true }),
    ]);
    expect(ranked.map(({ rating }) => rating)).toEqual([2, 6, 3]);
  });
});

describe('sites to look at next (common practice, no published source)', () => {
  const suggested = (...points: TenderPoint[]) =>
    relatedSites(points).map(({ site, why }) => ({ id: site.id, why }));

  it('temple and chewing muscle belong together', () => {
    expect(suggested(point(1, 'temple', 5)).map(({ id }) => id)).toContain('chewing-muscle');
  });

  it('the muscle inside the front hip bone comes before the one outside', () => {
    expect(suggested(point(1, 'hip-front', 5)).map(({ id }) => id)).toContain('inside-hip-bone');
  });

  it('nothing from nothing; nothing that is on the map; always a reason', () => {
    expect(suggested()).toEqual([]);
    const both = suggested(point(1, 'temple', 5), point(2, 'chewing-muscle', 5));
    expect(both.map(({ id }) => id)).not.toContain('temple');
    for (const { why } of both) expect(why).toMatch(/\S/);
  });
});

describe('a typed line', () => {
  it.each([
    ['side low-back l 6', 'side-low-back', 'left', 6],
    ['6 right piriformis', 'deep-buttock', 'right', 6],
    ['breastbone 3', 'breastbone', 'mid', 3],
    ['calf r10', 'calf', 'right', 10],
    ['calf 4l', 'calf', 'left', 4],
  ])('%s', (text, siteId, side, rating) => {
    const entry = readEntry(text);
    expect(entry).toMatchObject({ side, rating, lacks: null });
    expect(entry.site?.id).toBe(siteId);
  });

  it('says what is still missing', () => {
    expect(readEntry('').lacks).toBe('a site');
    expect(readEntry('calf').lacks).toBe('a side');
    expect(readEntry('calf l').lacks).toBe('a rating 0–10');
    expect(readEntry('calf l 11').lacks).toBe('a rating 0–10');
    expect(readEntry('calf 5', 'right')).toMatchObject({ side: 'right', lacks: null });
  });
});

describe('what a point may be', () => {
  const good = { thread: THREAD(1), siteId: 'calf', side: 'left', across: 0, down: 0, rating: 4 };
  it.each([
    [{ rating: 11 }, 'at most 10'],
    [{ rating: 4.5 }, 'whole number'],
    [{ siteId: 'knee-of-bees' }, 'not a site'],
    [{ side: 'mid' }, 'does not fit'],
    [{ across: 4000 }, 'further than'],
    [{ note: 'x'.repeat(401) }, 'at most 400'],
  ])('%j is refused with a sentence', (change, says) => {
    const parsed = pointSchema.safeParse({ ...good, ...change });
    expect(parsed.success).toBe(false);
    expect(parsed.error?.issues[0]?.message).toContain(says);
  });
});
