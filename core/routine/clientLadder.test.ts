import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import { findSurface, findTool, SURFACE_IDS, TOOLS, servesMethod } from '#core/equipment';
import { anyScreenAnswer, ladderClient } from '#core/examples';
import { mayUse, screen } from '#core/screening';
import { ladderFor, newItem, sidesInOrder } from './index';

describe('the ladder of a client', () => {
  it.each(WORKABLE_SITES.map((site) => [site.id, site] as const))(
    'at %s has today’s way on it and goes up rung by rung',
    (_, site) => {
      const item = newItem(site, 'line');
      const view = ladderFor(item, ladderClient());
      if (!view) throw new RangeError('There is no ladder.');
      const today = view.rungs.filter(({ key }) => key === view.todayKey);
      expect(today).toHaveLength(1);
      expect(today[0]?.ratio).toBeCloseTo(1, 9);
      const peaks = view.rungs.map(({ kilopascals }) => kilopascals.value);
      expect(peaks).toEqual([...peaks].sort((a, b) => a - b));
      for (const { setup, kilopascals, ratio } of view.rungs) {
        expect(servesMethod(setup.tool, item.dose.method)).toBe(true);
        expect(kilopascals.low).toBeLessThanOrEqual(kilopascals.value);
        expect(kilopascals.value).toBeLessThanOrEqual(kilopascals.high);
        expect(ratio).toBeGreaterThan(0);
      }
    },
  );

  it('offers nothing that screening rules out, that is not at hand, or that stands nowhere there', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...WORKABLE_SITES),
        fc.array(anyScreenAnswer, { maxLength: 3 }),
        fc.subarray(TOOLS.map(({ id }) => id)),
        fc.subarray([...SURFACE_IDS]),
        (site, answers, tools, places) => {
          const item = newItem(site, 'line');
          const screening = screen(answers);
          const view = ladderFor(item, ladderClient({ screening, tools, places }));
          for (const { key, setup } of view?.rungs ?? []) {
            // What is prescribed today stays on it, so that it can be left.
            if (key === view?.todayKey) continue;
            const { tool, posture, surface } = setup;
            for (const side of sidesInOrder(item)) {
              const wish = {
                siteId: site.id,
                side,
                toolId: tool.id,
                positionId: posture.id,
                surfaceId: surface.id,
                method: item.dose.method,
                grade: 0,
              };
              expect([key, mayUse(wish, screening).allowed]).toEqual([key, true]);
            }
            expect(findTool(tool.id)).toBeDefined();
            expect(findSurface(surface.id)).toBeDefined();
            expect(tool.form === 'hand' || tools.includes(tool.id)).toBe(true);
          }
        },
      ),
      { numRuns: 120 },
    );
  });
});
