import { findSite, SITES } from '#core/anatomy';
import { METHOD_IDS } from '#core/dosage';
import { itemFor, routineWith } from '#core/examples';
import { POSTURES } from '#core/loading';
import { expand, isHold, usualDose, usualPoints } from './index';
import { namedSpots } from './namedSpots';

const named = (item: ReturnType<typeof itemFor>) =>
  expand(routineWith(item))
    .filter(isHold)
    .map(({ spot }) => spot);

describe('points that have a name', () => {
  it('are the lanes of the neck where they are gone over in circles, and no lanes for a hold', () => {
    const site = findSite('neck-groove');
    if (!site) throw new RangeError('There is no such site.');
    const dose = usualDose(site, 'circles');
    expect(usualPoints(site, dose)).toBe(2);
    const circles = itemFor('neck-groove', { dose, points: 2, sides: 'left', extraPoints: 0 });
    const [first, second] = named(circles);
    expect(first).toMatch(/^first lane/);
    expect(second).toMatch(/^second lane.*slower and lighter/);
    const hold = itemFor('neck-groove', { points: 2, sides: 'left', extraPoints: 0 });
    expect(named(hold)).toEqual([undefined, undefined]);
  });

  it('are as many as are gone through, for every site that has them and every method of it', () => {
    for (const site of SITES.filter(({ spots, lanes }) => spots ?? lanes)) {
      for (const method of METHOD_IDS.filter((id) => (site.methods as string[]).includes(id))) {
        const names = namedSpots(site, { method });
        if (!names) continue;
        const points = usualPoints(site, usualDose(site, method)) ?? 1;
        expect(points).toBeLessThanOrEqual(names.length);
        expect(new Set(names).size).toBe(names.length);
      }
    }
  });
});

describe('every posture', () => {
  it('says how one gets to the next point, in a sentence', () => {
    for (const { shift } of POSTURES) expect(shift).toMatch(/^[A-Z].*\.$/);
  });
});
