import { WORKABLE_SITES } from '#core/anatomy';
import { itemFor } from '#core/examples';
import { wayWords } from './index';

describe('the way a line is done, in words', () => {
  it('names tool and posture, and what differs from the usual', () => {
    const line = itemFor('between-blades', { toolId: 'tennis-ball', positionId: 'wall-back' });
    expect(wayWords(line)).toHaveLength(2);
    // At the low back a lean has the hips on the wall: what is usual only there is said.
    expect(wayWords({ ...line, siteId: 'side-low-back' }).at(-1)).toContain('hips on the wall');
    expect(
      wayWords({
        siteId: 'side-low-back',
        toolId: 'tennis-ball',
        positionId: 'lying-back',
        surfaceId: 'mat',
        adjustmentId: 'ankle-crossed',
      }),
    ).toEqual([
      'Tennis ball',
      'floor, on the back',
      'on mat or carpet',
      'ankle crossed over the other knee',
    ]);
  });

  it('names no surface under a tool that a hand drives', () => {
    const words = wayWords({
      siteId: 'shoulder-ridge',
      toolId: 'hook-cane',
      positionId: 'seated',
      surfaceId: 'mat',
      adjustmentId: null,
    });
    expect(words.join(' ')).not.toContain('mat');
  });

  it('has words for every site’s first setup, and leaves out what is not known any more', () => {
    for (const site of WORKABLE_SITES) {
      const words = wayWords(itemFor(site.id as Parameters<typeof itemFor>[0]));
      expect([site.id, words.length >= 2, words.every((word) => word.length > 2)]).toEqual([
        site.id,
        true,
        true,
      ]);
    }
    expect(
      wayWords({
        siteId: 'calf',
        toolId: 'spoon',
        positionId: 'seated',
        surfaceId: null,
        adjustmentId: 'gone',
      }),
    ).toHaveLength(1);
  });
});
