import fc from 'fast-check';
import { WORKABLE_SITES } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { anyRoutine, anyScreenAnswer, itemFor, ladderClient } from '#core/examples';
import { SURFACE_IDS, TOOLS, findTool } from '#core/equipment';
import { screen } from '#core/screening';
import { checkRoutine, insteadOf, isRefused, newItem, type RoutineItem } from './index';

const yes = (condition: string, more: object = {}) =>
  screen([{ condition, sides: [], regions: [], siteIds: [], clearedBy: '', ...more }] as never);
const refusals = (item: RoutineItem, screening: ReturnType<typeof screen>) =>
  checkRoutine(
    { items: [item], timesPerWeek: 3, message: '' },
    { minutesPerDay: null, firstVersion: false, screening, screened: true },
  ).filter(({ verdict, inputs }) => verdict === 'refuse' && 'sensitivity' in inputs);

describe('what is possible in place of a refused use', () => {
  it('nothing is offered for what is not refused', () => {
    for (const site of WORKABLE_SITES) {
      expect([site.id, insteadOf(newItem(site, 'line'), ladderClient())]).toEqual([site.id, null]);
    }
  });

  it('a lower grade where only the grade is refused', () => {
    const item = { ...itemFor('breastbone'), grade: 6 };
    expect(insteadOf(item, ladderClient())).toEqual({ change: { grade: 3 }, says: 'to 3 of 10' });
  });

  it('a wall for whoever cannot get down to the floor', () => {
    const screening = yes('no-floor');
    const item = itemFor('below-ridge', {
      toolId: 'tennis-ball',
      positionId: 'lying-back',
      surfaceId: 'mat',
    });
    const instead = insteadOf(item, ladderClient({ screening }));
    expect(instead?.change.positionId).toMatch(/^wall|seated|standing/);
    expect(isRefused({ ...item, ...instead?.change }, ladderClient({ screening }))).toBe(false);
  });

  it('the other side for an implant under the collarbone', () => {
    const screening = yes('implant', { sides: ['left'] });
    const instead = insteadOf(itemFor('chest', { sides: 'both' }), ladderClient({ screening }));
    expect(instead).toMatchObject({ change: { sides: 'right' }, says: 'the right side only' });
  });

  it('null where nothing is left', () => {
    const screening = yes('pregnancy');
    expect(insteadOf(itemFor('psoas'), ladderClient({ screening }))).toBeNull();
  });

  it('whatever is offered is no longer refused, firmer by no grade, and at hand', () => {
    fc.assert(
      fc.property(
        anyRoutine,
        fc.array(anyScreenAnswer, { maxLength: 3 }),
        fc.subarray(TOOLS.map(({ id }) => id)),
        fc.subarray([...SURFACE_IDS]),
        ({ items: [item] }, answers, tools, places) => {
          if (!item) return;
          const screening = screen(answers);
          const client = ladderClient({ screening, tools, places });
          const instead = insteadOf(item, client);
          if (instead === null) return;
          const after = { ...item, ...instead.change };
          expect(instead.says).not.toBe('');
          expect(refusals(after, screening)).toEqual([]);
          expect(after.grade).toBeLessThanOrEqual(item.grade);
          expect(METHOD_IDS).toContain(after.dose.method);
          if (instead.change.toolId !== undefined) {
            const tool = findTool(after.toolId);
            expect(tool?.form === 'hand' || tools.includes(after.toolId)).toBe(true);
          }
        },
      ),
      { numRuns: 300 },
    );
  });
});
