import { METHODS, METHOD_IDS, type MethodId } from '#core/dosage';
import { findTool, servesMethod, TOOLS } from '#core/equipment';
import { findSite, SITES, type SiteId } from './index';

/** Where the words of a tool, “good for”, say that it is used: each must be possible. Read from `TOOLS` by hand. */
const PROMISED: Readonly<Record<string, readonly SiteId[]>> = {
  'stacked-fingers': ['inner-forearm', 'outer-forearm', 'biceps', 'heel-arch', 'mid-sole'],
  fingers: ['temple', 'neck-groove', 'triceps', 'breastbone', 'toe-ray-shear'],
  thumb: ['jaw-outside', 'scalene-middle', 'inner-forearm', 'psoas'],
  knuckle: ['chewing-muscle', 'outer-quad', 'inner-forearm', 'shin-side'],
  'heel-of-hand': ['middle-quad', 'side-of-trunk'],
  fist: ['triceps'],
  elbow: ['mid-sole', 'heel-arch', 'middle-quad', 'outer-quad', 'inner-quad'],
  'large-ball': ['chest', 'upper-outer-buttock'],
  'tennis-ball': ['mid-back-lanes', 'side-low-back', 'deep-buttock', 'sole-roll'],
  'sock-ball': ['between-blades', 'below-ridge'],
  'double-ball': ['mid-back-lanes', 'low-back-lanes'],
  'racquet-ball': ['hip-front'],
  'soft-baseball': ['big-buttock', 'deep-buttock'],
  'firm-ball': ['below-ridge', 'heel-arch', 'deep-buttock', 'big-buttock', 'dimple-points'],
  'golf-ball': ['mid-sole', 'sole-roll'],
  'foam-roller': ['middle-quad', 'hamstrings', 'calf'],
  'slim-roller': ['middle-quad', 'inner-quad', 'outer-quad', 'hamstrings'],
  'stick-roller': ['middle-quad', 'inner-quad', 'outer-quad', 'calf'],
  'hook-cane': ['shoulder-ridge', 'skull-base', 'between-blades', 'blade-corner', 'middle-quad'],
  'straight-cane': ['armpit', 'outer-blade-edge'],
  'press-tool': ['blade-corner', 'scalene-middle', 'neck-levator'],
  'press-stick': ['between-blades'],
  'helper-thumb': ['skull-base', 'neck-groove', 'between-blades', 'shoulder-ridge'],
  'helper-fingers': ['brow', 'temple', 'front-side-neck', 'outer-blade-edge'],
  'helper-knuckle': ['chewing-muscle'],
  'pelvic-hook': ['inside-hip-bone'],
  'massage-gun': ['middle-quad', 'calf'],
};

/** Ways of reaching a site that are taught beside the first. Common practice, no published source. */
const TAUGHT: readonly (readonly [SiteId, string, string])[] = [
  ['deep-buttock', 'firm-ball', 'lying-back'],
  ['deep-buttock', 'firm-ball', 'sitting-floor'],
  ['deep-buttock', 'tennis-ball', 'wall-side'],
  ['big-buttock', 'firm-ball', 'sitting-floor'],
  ['dimple-points', 'firm-ball', 'lying-back'],
  ['blade-corner', 'firm-ball', 'lying-back'],
  ['upper-outer-buttock', 'tennis-ball', 'wall-side'],
  ['middle-quad', 'tennis-ball', 'lying-front'],
  ['inner-quad', 'tennis-ball', 'lying-front'],
  ['middle-quad', 'hook-cane', 'seated'],
  ['outer-quad', 'hook-cane', 'seated'],
  ['skull-base', 'hook-cane', 'lying-back'],
  ['above-ridge', 'tennis-ball', 'door-frame'],
  ['jaw-joint', 'fingers', 'lying-back'],
  ['chewing-muscle', 'fingers', 'lying-back'],
  ['collarbone-points', 'fingers', 'lying-back'],
  ['inner-forearm', 'knuckle', 'seated'],
  ['outer-forearm', 'knuckle', 'seated'],
  ['triceps', 'fingers', 'seated'],
  ['blade-corner', 'press-tool', 'seated'],
  ['dimple-points', 'thumb', 'lying-front'],
  ['outer-blade-edge', 'fingers', 'seated'],
  ['outer-blade-edge', 'straight-cane', 'seated'],
  ['armpit', 'straight-cane', 'lying-back'],
  ['side-of-trunk', 'heel-of-hand', 'lying-other-side'],
  ['inner-quad', 'stacked-fingers', 'seated'],
];

/** Where the words of a method say that it is used. Read from `METHODS` and the way it is taught. */
const WORKED: Partial<Record<MethodId, readonly SiteId[]>> = {
  strokes: ['chewing-muscle', 'shoulder-ridge', 'blade-corner', 'calf', 'middle-quad'],
  knead: ['neck-groove', 'shoulder-ridge', 'middle-quad'],
  circles: ['shoulder-ridge', 'neck-groove', 'mid-sole'],
  'cross-grain': ['triceps', 'biceps', 'heel-arch', 'outer-forearm'],
  glide: ['front-side-neck', 'behind-ear', 'skull-base'],
  'slow-roll': ['deep-buttock', 'upper-outer-buttock'],
  search: ['shoulder-ridge', 'middle-quad'],
  'pin-and-glide': ['middle-quad', 'hamstrings', 'inner-quad', 'outer-quad'],
};

const setupsOf = (siteId: SiteId) => findSite(siteId)?.setups ?? [];

describe('what is promised is possible', () => {
  it('every tool says what it is good for, and every such use is in the table', () => {
    expect(Object.keys(PROMISED).sort()).toEqual(TOOLS.map(({ id }) => id).sort());
    const missing = Object.entries(PROMISED).flatMap(([toolId, sites]) =>
      sites
        .filter((siteId) => !setupsOf(siteId).some((one) => one.toolId === toolId))
        .map((siteId) => `${toolId} at ${siteId}`),
    );
    expect(missing).toEqual([]);
  });

  it('every way that is taught beside the first is in the table', () => {
    const missing = TAUGHT.filter(
      ([siteId, tool, posture]) =>
        !setupsOf(siteId).some(
          ({ toolId, positionId }) => toolId === tool && positionId === posture,
        ),
    );
    expect(missing).toEqual([]);
  });

  it('every method is possible somewhere, and wherever its words say so, with a tool that serves it', () => {
    for (const method of METHOD_IDS) {
      const able = SITES.filter(
        (site) =>
          (site.methods as readonly MethodId[]).includes(method) &&
          site.setups.some(({ toolId }) => {
            const tool = findTool(toolId);
            return tool !== undefined && servesMethod(tool, method);
          }),
      ).map(({ id }) => id as string);
      expect([METHODS[method].name, able.length > 0]).toEqual([METHODS[method].name, true]);
      for (const siteId of WORKED[method] ?? [])
        expect([method, able]).toEqual([method, expect.arrayContaining([siteId])]);
    }
  });

  it('the first way of a site stays the gentle one it was: nothing harder was put before it', () => {
    const hard = SITES.flatMap((site) => {
      const [first] = site.setups;
      const tool = first && findTool(first.toolId);
      return tool?.hardness === 'hard' ? [`${site.id}: ${tool.id}`] : [];
    });
    // Reached with a cane first of all: hands do not reach there.
    expect(hard).toEqual(['blade-corner: hook-cane', 'above-ridge: hook-cane']);
  });
});

describe('what a client reads of a site', () => {
  // Said on its own, none of these is a word people have: a picture or an explanation has to stand with it.
  const TRADE =
    /(?<!shoulder )\bblades?\b|\blanes?\b|soft window|\bspinous\b|\bcrest\b|trochanter|transverse|levator|trapezi|rhomboid|erector|\bischi|\bdistal\b|\bmedial\b|\blateral\b/i;

  it.each(SITES.map((site) => [site.id, site] as const))('%s is told in plain words', (_, site) => {
    const texts = [
      ...site.find,
      site.keepOff,
      site.watch,
      site.watchOnFloor ?? '',
      site.afterCare,
      ...site.setups.map(({ how }) => how),
    ];
    expect(texts.filter((text) => TRADE.test(text))).toEqual([]);
  });
});

describe('the words of a way', () => {
  // How long and in which manner is for the method: the same way is held still, stroked or moved under.
  const OF_THE_METHOD =
    /\d+ (?:to \d+ )?seconds|coin’s width|side to side|moving down|small circles|slow glide|(?:two or three|three) times/i;

  it('say where the tool goes and leave how long and in which manner to the method', () => {
    const both = SITES.flatMap((site) =>
      site.setups
        .filter(({ how }) => OF_THE_METHOD.test(how))
        .map(({ how }) => `${site.id}: ${how}`),
    );
    expect(both).toEqual([]);
  });

  it('what to heed at a site holds for each of its ways: it names no tool and no wall', () => {
    const tied = SITES.filter(({ watch }) =>
      /\b(?:wall|balls?|rollers?|cane|floor)\b/i.test(watch),
    );
    expect(tied.map(({ id, watch }) => `${id}: ${watch}`)).toEqual([]);
  });
});
