import {
  findPosition,
  findTool,
  POSITIONS,
  positionSchema,
  TOOLS,
  toolSchema,
} from '#core/equipment';
import { METHODS } from '#core/dosage';
import { newItem, checkRoutine } from '#core/routine';
import { findSite, PRESSURE_CEILING_LIMIT, SENSITIVITY, SITES, siteSchema } from './index';

describe('the starter set of sites', () => {
  it('holds ten sites that span all four sensitivity classes', () => {
    expect(SITES).toHaveLength(10);
    expect(new Set(SITES.map((site) => site.sensitivity))).toEqual(
      new Set(['robust', 'ordinary', 'delicate', 'guarded']),
    );
  });

  it.each(SITES.map((site) => [site.id, site] as const))(
    '%s fits the shape of a site',
    (_id, site) => {
      expect(siteSchema.safeParse(site).error).toBeUndefined();
      expect(site.usualHoldSeconds.from).toBeLessThanOrEqual(site.usualHoldSeconds.to);
      expect(site.usualHoldSeconds.to).toBeLessThanOrEqual(site.capSeconds);
    },
  );

  it('has every id once', () => {
    for (const table of [SITES, TOOLS, POSITIONS]) {
      expect(new Set(table.map((entry) => entry.id)).size).toBe(table.length);
    }
  });

  it('names only tools, positions and methods that exist', () => {
    for (const site of SITES) {
      for (const { toolId, positionId } of site.setups) {
        expect([toolId, findTool(toolId)?.id]).toEqual([toolId, toolId]);
        expect([positionId, findPosition(positionId)?.id]).toEqual([positionId, positionId]);
      }
      for (const method of site.methods) expect(METHODS[method].id).toBe(method);
    }
  });

  it('keeps the roller off the neck (common practice, no published source)', () => {
    const onNeck = SITES.filter((site) => site.region === 'neck').flatMap((site) => site.setups);
    expect(onNeck.some(({ toolId }) => toolId === 'foam-roller')).toBe(false);
  });

  it('starts each site with a dose that no check refuses', () => {
    for (const site of SITES) {
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

describe('the tools and positions', () => {
  it('are six tools, each in shape', () => {
    expect(TOOLS).toHaveLength(6);
    for (const tool of TOOLS) expect(toolSchema.safeParse(tool).error).toBeUndefined();
  });

  it('are positions that all say how to get in and out', () => {
    for (const position of POSITIONS) {
      expect(positionSchema.safeParse(position).error).toBeUndefined();
      if (position.where === 'floor') expect(position.getOut).toMatch(/all fours/);
    }
  });
});
