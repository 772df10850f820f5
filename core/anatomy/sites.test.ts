import { METHODS } from '#core/dosage';
import { findTool, servesMethod, TOOLS, toolSchema } from '#core/equipment';
import { findPosture, POSTURES, postureSchema } from '#core/loading';
import { checkRoutine, newItem } from '#core/routine';
import {
  BODY_PARTS,
  findSite,
  MOVEMENT_TESTS,
  PRESSURE_CEILING_LIMIT,
  REGIONS,
  searchSites,
  SENSITIVITY,
  SITE_ORDER,
  SITES,
  siteSchema,
  WORKABLE_SITES,
  ZONES,
} from './index';

describe('the sites', () => {
  it('span every region and all four sensitivity classes', () => {
    expect(new Set(SITES.map((site) => site.region))).toEqual(new Set(REGIONS));
    expect(new Set(SITES.map((site) => site.sensitivity))).toEqual(
      new Set(Object.keys(SENSITIVITY)),
    );
  });

  // Counted by hand from what is commonly taught (no published source): 7 at head and jaw, 6 at the neck
  // with its side in three strands, 13 at shoulder and upper back, and so on down to the foot.
  it.each([
    ['head and jaw', 7],
    ['neck', 8],
    ['shoulder and upper back', 13],
    ['arm', 6],
    ['trunk front', 4],
    ['low back, hip and buttock', 8],
    ['thigh and leg', 8],
    ['foot', 6],
  ])('are complete at %s: %i', (region, count) => {
    expect(SITES.filter((site) => site.region === region)).toHaveLength(count);
  });

  // Ceiling and cap (minutes) of each class of site as commonly taught, no published source.
  it.each([
    ['temple', 'delicate', 2],
    ['jaw-inside', 'guarded', 1],
    ['skull-base', 'ordinary', 2],
    ['front-side-neck', 'guarded', 2],
    ['scalene-middle', 'guarded', 1],
    ['below-ridge', 'robust', 2],
    ['armpit', 'delicate', 1],
    ['mid-back-lanes', 'robust', 3],
    ['side-of-trunk', 'ordinary', 3],
    ['psoas', 'guarded', 1],
    ['side-low-back', 'ordinary', 5],
    ['big-buttock', 'robust', 3],
    ['middle-quad', 'robust', 5],
    ['deep-quad', 'robust', 5],
    ['inner-thigh', 'delicate', 2],
    ['mid-sole', 'robust', 5],
    ['forefoot-wring', 'delicate', 1],
  ])('%s is %s with a cap of %d min', (id, sensitivity, minutes) => {
    const site = findSite(id);
    expect([site?.sensitivity, (site?.capSeconds ?? 0) / 60]).toEqual([sensitivity, minutes]);
  });

  it.each(SITES.map((site) => [site.id, site] as const))(
    '%s fits the shape of a site',
    (_id, site) => {
      expect(siteSchema.safeParse(site).error).toBeUndefined();
      expect(site.usualHoldSeconds.from).toBeLessThanOrEqual(site.usualHoldSeconds.to);
      expect(site.usualHoldSeconds.to).toBeLessThanOrEqual(site.capSeconds);
    },
  );

  it('have every id once', () => {
    for (const table of [SITES, TOOLS, POSTURES]) {
      expect(new Set(table.map((entry) => entry.id)).size).toBe(table.length);
    }
  });

  it('name only tools, postures, methods, parts, zones, tests and sites that exist', () => {
    for (const site of SITES) {
      for (const { toolId, positionId } of site.setups) {
        expect([toolId, findTool(toolId)?.id]).toEqual([toolId, toolId]);
        expect([positionId, findPosture(positionId)?.id]).toEqual([positionId, positionId]);
      }
      for (const method of site.methods) expect(METHODS[method].id).toBe(method);
      for (const part of site.refersTo) expect(BODY_PARTS[part].name).toBeTruthy();
      for (const zone of site.zones) expect(ZONES[zone].reason).toBeTruthy();
      for (const test of site.tests) expect(MOVEMENT_TESTS[test]).toBeTruthy();
      const others = [...site.related.map(({ siteId }) => siteId), ...(site.redirect?.to ?? [])];
      for (const other of others) expect([other, findSite(other)?.id]).toEqual([other, other]);
    }
    for (const { first, then } of SITE_ORDER) {
      expect([findSite(first)?.id, findSite(then)?.id]).toEqual([first, then]);
    }
  });

  it('are each workable by every method they name, with a tool that serves it', () => {
    for (const site of WORKABLE_SITES) {
      expect([site.id, site.methods.length > 0, site.setups.length > 0]).toEqual([
        site.id,
        true,
        true,
      ]);
      for (const method of site.methods) {
        const served = site.setups.some(({ toolId }) => {
          const tool = findTool(toolId);
          return tool !== undefined && servesMethod(tool, method);
        });
        expect([site.id, method, served]).toEqual([site.id, method, true]);
      }
    }
  });

  it('send the outer-thigh band elsewhere and give the reason (common practice)', () => {
    const band = findSite('outer-thigh-band');
    expect(band?.redirect?.to).toEqual(['hip-front', 'outer-quad']);
    expect(WORKABLE_SITES.map(({ id }) => id)).not.toContain('outer-thigh-band');
  });

  it('are never given a tool their region forbids (common practice, no published source)', () => {
    for (const site of SITES) {
      for (const { toolId } of site.setups) {
        expect([site.id, toolId, findTool(toolId)?.notOn.includes(site.region)]).toEqual([
          site.id,
          toolId,
          false,
        ]);
      }
    }
  });

  it('start with a dose that no check refuses', () => {
    for (const site of WORKABLE_SITES) {
      for (const side of ['left', 'right', null] as const) {
        const routine = { items: [newItem(site, 'a', side)], timesPerWeek: 7, message: '' };
        const refused = checkRoutine(routine, { minutesPerDay: null, firstVersion: true }).filter(
          ({ verdict }) => verdict === 'refuse',
        );
        expect([site.id, refused]).toEqual([site.id, []]);
      }
    }
  });

  it('finds a site by its id and nothing by another', () => {
    expect(findSite('breastbone')?.midline).toBe(true);
    expect(findSite('toString')).toBeUndefined();
  });
});

describe('the ceilings', () => {
  it('are 7, 5, 4 and 3 by sensitivity, and 7 at most (common practice, no published source)', () => {
    expect(Object.values(SENSITIVITY).map(({ ceilingGrade }) => ceilingGrade)).toEqual([
      7, 5, 4, 3,
    ]);
    expect(PRESSURE_CEILING_LIMIT).toBe(7);
  });
});

describe('the tools and postures', () => {
  it('are each in shape', () => {
    for (const tool of TOOLS) expect(toolSchema.safeParse(tool).error).toBeUndefined();
    for (const posture of POSTURES) expect(postureSchema.safeParse(posture).error).toBeUndefined();
  });

  it('get up from the floor by all fours, never straight up (common practice)', () => {
    for (const posture of POSTURES.filter(({ where }) => where === 'floor')) {
      expect(posture.getOut).toMatch(/all fours/);
      expect(posture.needs).toContain('get down and up');
    }
  });

  it('keep a golf ball to the sole (common practice)', () => {
    const sites = SITES.filter(({ setups }) => setups.some(({ toolId }) => toolId === 'golf-ball'));
    expect(new Set(sites.map(({ region }) => region))).toEqual(new Set(['foot']));
  });
});

describe('the search', () => {
  const ids = (query: string) => searchSites(query).map(({ site }) => site.id);

  it('finds by plain and by anatomical name', () => {
    expect(ids('skull base')[0]).toBe('skull-base');
    expect(ids('piriformis')).toEqual(['deep-buttock']);
    expect(ids('PIRI')).toEqual(['deep-buttock']);
  });

  it('finds the muscles that refer to where it hurts', () => {
    const found = searchSites('front of shoulder').filter(({ ground }) => ground !== 'name');
    expect(found.map(({ site }) => site.id)).toEqual(
      expect.arrayContaining(['below-ridge', 'chest-under', 'biceps']),
    );
    expect(ids('pain in the heel')).toEqual(expect.arrayContaining(['calf', 'heel-arch']));
  });

  it('finds nothing for nothing, and nothing for nonsense', () => {
    expect(ids('')).toEqual([]);
    expect(ids('  !? ')).toEqual([]);
    expect(ids('xyzzy')).toEqual([]);
  });
});
